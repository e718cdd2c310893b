import { firesUnevenly } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

const beatOf = (unevenly: boolean | null): readonly string[] =>
  unevenly === null ? ['beat_unknown'] : unevenly ? ['fires_unevenly'] : [];

export const balanceRhythm = defineCheck({
  id: 'balance.rhythm',
  code: 'ry',
  title: 'Rhythm',
  system: 'turning',
  scope: 'machine',
  states: ['idle', 'half-speed'],
  minutes: 3,
  hazards: ['carbon-monoxide'],
  outcomes: outcomes({ even: 'Even', 'one-weak': 'One weaker', 'one-dead': 'One missing', irregular: 'No order' }),
  combine: { kind: 'dominance', order: ['even', 'one-weak', 'one-dead', 'irregular'] },
  appliesTo: (engine) => engine.cylinders > 1,
  // What beats unevenly by its build is easily taken for one that misses.
  place: (assessed, reading, { engine }) =>
    reading.outcome === 'one-weak' || reading.outcome === 'irregular'
      ? { ...assessed, remarks: beatOf(firesUnevenly(engine)) }
      : assessed,
});
