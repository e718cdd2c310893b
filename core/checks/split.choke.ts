import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const splitChoke = defineCheck({
  id: 'split.choke',
  code: 'ch',
  title: 'Choke in and out',
  system: 'fuel',
  scope: 'machine',
  appliesTo: (engine) => carburetted(engine) && engine.choke !== 'none',
  states: ['idle', 'full-speed'],
  needsOnlyStart: true,
  minutes: 1,
  hazards: ['carbon-monoxide'],
  outcomes: outcomes({
    'no-change': 'No change',
    worse: 'Worse',
    better: 'Better',
    'only-on-choke': 'Runs only on choke',
  }),
  combine: { kind: 'dominance', order: ['no-change', 'worse', 'better', 'only-on-choke'] },
});
