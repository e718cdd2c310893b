import { clearanceMl } from '../engine/index.ts';
import { bandWeights } from '../measure/index.ts';
import { type Assessment, heaviest, outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

const OUTCOMES = outcomes({
  ok: 'Level and colour right',
  low: 'Low',
  'overfull-clean': 'Overfull, clean oil',
  'overfull-fuel': 'Overfull, smells of fuel',
  milky: 'Milky',
});

/** Drained oil is measured to about a tenth of a litre, and so is a fill [P] [l]. */
const LITRES_APART = 0.1;
/** Over the fill by this much it is more than a fill poured well [P] [l]. */
const OVER_LITRES = 0.2;
/** Under it by this much it is low [P] [l]. */
const UNDER_LITRES = 0.3;
/** Over the mark of the dipstick by this much it is too much [P] [m]. */
const OVER_MARK_M = 0.003;

/** Too much of it: whether oil or fuel, the nose says more than the eye. */
function tooMuch(smell: unknown): Readonly<Record<string, number>> {
  if (smell === 'fuel') return { 'overfull-fuel': 1, 'overfull-clean': 0.05 };
  return smell === 'none' ? { 'overfull-fuel': 0.5, 'overfull-clean': 1 } : { 'overfull-fuel': 1, 'overfull-clean': 1 };
}

/** What was poured out, against what goes in; more than that counts, whatever the dipstick showed. */
function byLitres(over: number, smell: unknown): Readonly<Record<string, number>> {
  const { more = 0, ...rest } = bandWeights(
    [
      { outcome: 'low', from: -Infinity, to: -UNDER_LITRES },
      { outcome: 'ok', from: -UNDER_LITRES, to: OVER_LITRES },
      { outcome: 'more', from: OVER_LITRES, to: Infinity },
    ],
    over,
    LITRES_APART,
  );
  return { ...rest, ...Object.fromEntries(Object.entries(tooMuch(smell)).map(([id, share]) => [id, share * more])) };
}

/** The same reading with the verdict that its figures give. */
function judged(plain: Assessment, weights: Readonly<Record<string, number>>, outcome: string | null): Assessment {
  const said = outcome ?? heaviest(weights);
  return { ...plainOutcome(OUTCOMES, said), ...plain, outcome: said, weights: { '': weights } };
}

export const lookOil = defineCheck({
  id: 'look.oil',
  code: 'lo',
  title: 'Oil level, colour, smell',
  system: 'turning',
  scope: 'machine',
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  hazards: ['fuel-in-oil'],
  outcomes: OUTCOMES,
  beforeCranking: 1,
  // Nothing runs under load before the dipstick was read.
  handsBack: { rank: 0, condition: 'key-off', temperature: null },
  combine: { kind: 'dominance', order: ['ok', 'low', 'overfull-clean', 'milky', 'overfull-fuel'] },
  fields: {
    drainedLitres: numberField('Drained', 'volume', [0, 0.02], ['l', 'l'], { adds: true }),
    overMark: numberField('Over the mark', 'length', [-0.05, 0.1], ['mm', 'in'], { adds: true }),
    smell: { kind: 'choice', label: 'Smells of', choices: ['none', 'fuel', 'burnt'], required: false },
  },
  assess: (reading, { figures }) => {
    const { outcome } = reading;
    const { drainedLitres: drained, overMark, smell } = reading.fields;
    const plain = plainOutcome(OUTCOMES, outcome);
    // What was seen and smelt stands; a figure says the rest.
    const isSeen = outcome === 'overfull-fuel' || outcome === 'milky';
    const over = typeof overMark === 'number' && overMark > OVER_MARK_M;
    const byMark = over && !isSeen ? judged(plain, tooMuch(smell), outcome) : plain;
    if (typeof drained !== 'number') return byMark;
    const fill = figures.oilLitres;
    if (fill == null)
      return { ...byMark, missing: [{ name: 'overfillLitres', reason: 'The engine sheet has no oil fill.' }] };
    const more = drained * 1000 - fill;
    const quantities: Record<string, { value: number; unit: string }> = { overfillLitres: { value: more, unit: 'l' } };
    if (more > 0) quantities.fuelInOilPercent = { value: (100 * more) / (drained * 1000), unit: '%' };
    const { boreMm, strokeMm, compressionRatio } = figures;
    if (boreMm != null && strokeMm != null && compressionRatio != null)
      quantities.clearanceMl = { value: clearanceMl({ boreMm, strokeMm }, compressionRatio), unit: 'ml' };
    const byWhat = isSeen ? plain : judged(plain, byLitres(more, smell), null);
    return { ...byWhat, quantities };
  },
});
