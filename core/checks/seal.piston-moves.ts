import { bandWeights } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import type { Reading } from './reading.ts';

/** Strokes of such engines lie between about 48 and 90 mm [M]: less travel is short whatever the sheet would say, and the further the surer [mm]. */
const SHORTEST_STROKE = { mm: 45, apart: 5 };

/** A rod and a rule over the plug hole [m] [P]. */
const RULER: Accuracy = { percent: 0, floor: 0.7e-3 };

export const sealPistonMoves = defineCheck({
  id: 'seal.piston-moves',
  code: 'pm',
  title: 'Does the piston move',
  system: 'sealing',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 2,
  access: ['plug[c]'],
  hazards: ['by-hand', 'open-plug-hole'],
  outcomes: outcomes({ moves: 'Full travel', short: 'Short travel', still: 'Stands still' }),
  combine: { kind: 'ordered' },
  fields: { travel: numberField('Travel', 'length', [0, 0.2], ['mm', 'in']) },
  accuracy: RULER,
  assess: (reading, { rules, figures, twin }) => {
    const travel = reading.fields.travel;
    if (typeof travel !== 'number') return EMPTY_ASSESSMENT;
    const limits = [limitOf('short under', rules, 'pistonShortPercent')];
    const strokeMm = figures.strokeMm ?? strokeByTwin(travel, twin);
    if (strokeMm === null) {
      const still = travel < 0.005;
      return {
        ...EMPTY_ASSESSMENT,
        weights: { '': still ? { still: 1 } : againstShortest(travel * 1000) },
        ...(still ? { outcome: 'still', severity: 1 } : {}),
        limits,
        missing: [
          {
            name: 'travelPercent',
            reason: 'The engine sheet has no stroke: weighed against the shortest of its kind.',
          },
        ],
      };
    }
    const percent = (travel * 1000 * 100) / strokeMm;
    const error = (errorOf(reading, RULER, travel) * 1000 * 100) / strokeMm;
    const weights = bandWeights(
      [
        { outcome: 'still', from: -Infinity, to: 10 },
        { outcome: 'short', from: 10, to: rules.pistonShortPercent.value },
        { outcome: 'moves', from: rules.pistonShortPercent.value, to: Infinity },
      ],
      percent,
      2 * error,
    );
    return {
      ...EMPTY_ASSESSMENT,
      outcome: heaviest(weights),
      weights: { '': weights },
      severity: Math.min(1, Math.max(0, (100 - percent) / 50)),
      tooCloseToCall: Math.abs(percent - rules.pistonShortPercent.value) < error,
      quantities: { travelPercent: { value: percent, unit: '%', plusMinus: error } },
      limits,
      points: percent < rules.pistonShortPercent.value ? ['rod'] : [],
    };
  },
});

/** Both pistons hang on one crank: what the one that travels further does is the stroke, where it may be one at all [mm]. */
function strokeByTwin(travel: number, twin: Reading | undefined): number | null {
  const other = twin?.fields.travel;
  if (typeof other !== 'number') return null;
  const further = 1000 * Math.max(travel, other);
  return further >= SHORTEST_STROKE.mm ? further : null;
}

/** A travel beyond the shortest stroke may yet be short of this engine's: it says little. */
function againstShortest(travelMm: number): Readonly<Record<string, number>> {
  const { short, moves } = bandWeights(
    [
      { outcome: 'short', from: -Infinity, to: SHORTEST_STROKE.mm },
      { outcome: 'moves', from: SHORTEST_STROKE.mm, to: Infinity },
    ],
    travelMm,
    SHORTEST_STROKE.apart,
  );
  return { short: Math.max(short!, 0.3), moves: moves! };
}
