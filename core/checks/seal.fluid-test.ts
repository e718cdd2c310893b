import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealFluidTest = defineCheck({
  id: 'seal.fluid-test',
  code: 'sf',
  title: 'Fluid in the port',
  system: 'valves',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 6,
  access: ['head[c]'],
  hazards: ['open-fuel'],
  outcomes: outcomes({
    holds: 'Holds',
    'weeps-intake': 'Weeps past the intake',
    'weeps-exhaust': 'Weeps past the exhaust',
  }),
  combine: { kind: 'dominance', order: ['holds', 'weeps-intake', 'weeps-exhaust'] },
});
