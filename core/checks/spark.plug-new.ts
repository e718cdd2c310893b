import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkPlugNew = defineCheck({
  id: 'spark.plug-new',
  code: 'pn',
  title: 'A sound plug in its place',
  system: 'spark',
  scope: 'cylinder',
  states: ['idle', 'half-speed', 'full-speed', 'loaded', 'cranking'],
  // A plug that is fouled a little fires until something is asked of it.
  offeredIn: ['idle', 'loaded', 'cranking'],
  minutes: 3,
  access: ['plug[c]'],
  hazards: ['open-plug-hole', 'carbon-monoxide'],
  outcomes: outcomes({ same: 'No change', returns: 'Comes back' }),
  combine: {
    kind: 'cure',
    failure: 'pull',
    same: 'same',
    cures: [{ outcome: 'returns', of: 'same' }],
    reliability: 0.95,
  },
});
