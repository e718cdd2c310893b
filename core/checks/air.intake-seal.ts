import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const airIntakeSeal = defineCheck({
  id: 'air.intake-seal',
  code: 'in',
  title: 'Intake seal',
  system: 'fuel',
  scope: 'cylinder',
  states: ['idle'],
  minutes: 3,
  access: ['hood'],
  hazards: ['carbon-monoxide', 'hot-exhaust'],
  outcomes: outcomes({ sealed: 'Sealed', leaks: 'Leaks' }),
  combine: { kind: 'ordered' },
});
