import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkPlugSwap = defineCheck({
  id: 'spark.plug-swap',
  code: 'ps',
  title: 'Swap the plugs side to side',
  system: 'spark',
  scope: 'machine',
  asksSide: 'Which side was it before',
  states: ['half-speed', 'loaded', 'idle'],
  // A plug that is fouled a little fires until something is asked of it.
  offeredIn: ['half-speed', 'loaded'],
  minutes: 3,
  access: ['plug[c]'],
  hazards: ['open-plug-hole', 'carbon-monoxide'],
  outcomes: outcomes({ stays: 'Stays on its side', 'follows-plug': 'Follows the plug' }),
  combine: {
    kind: 'cure',
    failure: 'pull',
    same: 'stays',
    cures: [{ outcome: 'follows-plug', of: 'any' }],
    reliability: 0.95,
  },
  appliesTo: (engine) => engine.cylinders > 1,
});
