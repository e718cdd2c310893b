import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerJump = defineCheck({
  id: 'power.jump',
  code: 'ju',
  title: 'Jump it',
  system: 'power',
  scope: 'machine',
  states: ['cranking'],
  minutes: 3,
  access: ['battery'],
  needs: ['jump pack'],
  hazards: ['battery', 'jump-order', 'stops-dead', 'starter-direct'],
  outcomes: outcomes({ same: 'Changes nothing', cures: 'Cures it' }),
  combine: {
    kind: 'cure',
    failure: 'crank',
    same: 'same',
    cures: [{ outcome: 'cures', of: 'any' }],
    reliability: 0.88,
  },
  impliesState: false,
});
