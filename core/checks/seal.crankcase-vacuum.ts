import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealCrankcaseVacuum = defineCheck({
  id: 'seal.crankcase-vacuum',
  code: 'kv',
  title: 'Crankcase breathing',
  system: 'sealing',
  scope: 'machine',
  states: ['idle'],
  minutes: 3,
  hazards: ['carbon-monoxide', 'hot-exhaust'],
  outcomes: outcomes({ pulls: 'Pulls', pushes: 'Pushes' }),
  combine: { kind: 'ordered' },
});
