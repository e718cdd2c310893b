import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerRelay = defineCheck({
  id: 'power.relay',
  code: 'rc',
  title: 'Does the relay click',
  system: 'power',
  scope: 'machine',
  states: ['key-on'],
  minutes: 1,
  access: ['hood'],
  hazards: ['stops-dead'],
  outcomes: outcomes({ clicks: 'Clicks', silent: 'Silent' }),
  combine: { kind: 'ordered' },
  impliesState: false,
});
