import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealDipstickHiss = defineCheck({
  id: 'seal.dipstick-hiss',
  code: 'dh',
  title: 'Dipstick out, air on',
  todo: 'Leak-down on, piston held at its top: pull the dipstick. Does the hiss there grow?',
  system: 'sealing',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 1,
  access: ['plug[c]'],
  needs: ['leak-down tester'],
  hazards: ['leak-down', 'open-plug-hole', 'compressed-air'],
  outcomes: outcomes({ same: 'No change', grows: 'Grows' }),
  combine: { kind: 'ordered' },
});
