import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const runLeakWatch = defineCheck({
  id: 'run.leak-watch',
  code: 'lw',
  title: 'Leave it standing',
  todo: 'Fuel on, dry floor or paper under it, and leave it. Dry or wet when you come back?',
  system: 'fuel',
  scope: 'machine',
  states: ['key-off'],
  minutes: 2,
  unattendedMinutes: 240,
  hazards: ['open-fuel'],
  cannotClear: ['the next crumb of dirt'],
  outcomes: outcomes({ dry: 'Dry', wet: 'Wet' }),
  handsBack: { rank: 3, condition: 'key-off', temperature: null },
  combine: { kind: 'ordered' },
});
