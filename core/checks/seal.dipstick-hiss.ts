import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealDipstickHiss = defineCheck({
  id: 'seal.dipstick-hiss',
  code: 'dh',
  title: 'Dipstick out, air on',
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
