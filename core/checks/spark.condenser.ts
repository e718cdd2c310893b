import { mayBe } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkCondenser = defineCheck({
  id: 'spark.condenser',
  code: 'cd',
  title: 'Condenser',
  system: 'spark',
  scope: 'machine',
  states: ['bench'],
  minutes: 3,
  temperatures: ['cold', 'hot'],
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['by-hand'],
  appliesTo: (engine) => mayBe(engine.ignition, 'points'),
  outcomes: outcomes({ ok: 'As printed', bad: 'Bad' }),
  combine: { kind: 'ordered' },
});
