import { outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

const OUTCOMES = outcomes({
  ok: 'Level and colour right',
  low: 'Low',
  'overfull-clean': 'Overfull, clean oil',
  'overfull-fuel': 'Overfull, smells of fuel',
  milky: 'Milky',
});

export const lookOil = defineCheck({
  id: 'look.oil',
  code: 'lo',
  title: 'Oil level, colour, smell',
  todo: 'Level ground, wipe the dipstick, read it, smell it.',
  system: 'turning',
  scope: 'machine',
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  hazards: ['fuel-in-oil'],
  cannotClear: ['a little fuel in oil that nobody can smell'],
  outcomes: OUTCOMES,
  beforeCranking: 1,
  // Nothing runs under load before the dipstick was read.
  handsBack: { rank: 0, condition: 'key-off', temperature: null },
  combine: { kind: 'dominance', order: ['ok', 'low', 'overfull-clean', 'milky', 'overfull-fuel'] },
  fields: { drainedLitres: numberField('Drained', 'volume', [0, 0.02], ['l', 'l']) },
  assess: (reading, { figures }) => {
    const plain = plainOutcome(OUTCOMES, reading.outcome);
    const drained = reading.fields.drainedLitres;
    if (typeof drained !== 'number') return plain;
    const fill = figures.oilLitres;
    if (fill == null) {
      return { ...plain, missing: [{ name: 'overfillLitres', reason: 'The engine sheet has no oil fill.' }] };
    }
    const over = drained * 1000 - fill;
    const quantities: Record<string, { value: number; unit: string }> = { overfillLitres: { value: over, unit: 'l' } };
    if (over > 0) quantities.fuelInOilPercent = { value: (100 * over) / (drained * 1000), unit: '%' };
    return { ...plain, quantities };
  },
});
