import { clearanceMl } from '../engine/index.ts';
import { bandWeights, WET_DOSE_ML, wetDoseRisePercent } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { type ComputedQuantity, EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** What 3 ml do in an engine of usual size, where the sheet does not give the room [%] [P]. */
const USUAL_DOSE_RISE = 8;

/** The compression gauge, two percent and its valve [Pa] [P]. */
const GAUGE: Accuracy = { percent: 2, floor: 2 * 6894.757 };

/** Doses, and how they spread in the bore, differ by so much [%] [M]. */
const DOSE_SPREAD = 2;
/**
 * What the reading gains beyond the oil's own room, where the house calls it rings from `limit` on [%] [M]: nothing where air goes past a seat or a
 * gasket, anything up to twice where it goes past rings. A little under the limit no verdict is given, and yet it speaks for rings.
 */
const whatOilDoes = (limit: number) => [
  { outcome: 'same', from: -Infinity, to: 0.4 * limit, widthOf: 0.8 * limit },
  { outcome: 'rises', from: 0.4 * limit, to: Infinity, widthOf: 80 },
];

export const sealWet = defineCheck({
  id: 'seal.wet',
  code: 'wt',
  title: 'Wet compression',
  system: 'sealing',
  scope: 'cylinder',
  states: ['cranking'],
  minutes: 3,
  access: ['plug[c]'],
  needs: ['compression gauge', 'syringe'],
  hazards: ['open-plug-hole', 'stops-dead', 'secondary-voltage'],
  outcomes: outcomes({ same: 'Stays', rises: 'Rises' }),
  combine: { kind: 'ordered' },
  fields: {
    value: numberField('Wet', 'pressure', [0, 2.5e6], ['kPa', 'psi'], { required: true }),
    dry: numberField('Dry', 'pressure', [1000, 2.5e6], ['kPa', 'psi']),
  },
  accuracy: GAUGE,
  assess: (reading, { rules, figures }) => {
    const { value, dry } = reading.fields;
    const limits = [limitOf('rises from', rules, 'wetRisePercent')];
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    if (typeof dry !== 'number')
      return {
        ...EMPTY_ASSESSMENT,
        limits,
        missing: [{ name: 'wetRisePercent', reason: 'The dry figure is not given.' }],
      };
    const { boreMm, strokeMm, compressionRatio } = figures;
    const given = boreMm != null && strokeMm != null && compressionRatio != null;
    const room = given ? clearanceMl({ boreMm, strokeMm }, compressionRatio) : 0;
    const known = given && room > WET_DOSE_ML;
    const byOil = known ? wetDoseRisePercent(room, compressionRatio, WET_DOSE_ML) : USUAL_DOSE_RISE;
    const rise = 100 * (value / dry - 1) - byOil;
    // One gauge read twice: a good part of what it is off by is common to both.
    const error =
      100 * 0.7 * Math.hypot(errorOf(reading, GAUGE, value) / dry, (value * errorOf(reading, GAUGE, dry)) / dry ** 2);
    const quantities: Record<string, ComputedQuantity> = {
      wetRisePercent: { value: rise, unit: '%', plusMinus: error },
    };
    const limit = rules.wetRisePercent.value;
    const judged = judge({
      value: rise,
      error,
      bands: [
        { outcome: 'same', from: -Infinity, to: limit },
        { outcome: 'rises', from: limit, to: Infinity },
      ],
      sound: [-Infinity, limit],
      worst: [-Infinity, 5 * limit],
      quantities,
      missing: known
        ? []
        : [
            {
              name: 'doseRisePercent',
              reason: given
                ? 'By the engine sheet there is no more room than the oil takes: 8 % taken off for it.'
                : 'The engine sheet has no bore, stroke or ratio: 8 % taken off for the oil.',
            },
          ],
      limits,
      points: ['rings or bore'],
    });
    return { ...judged, weights: { '': bandWeights(whatOilDoes(limit), rise, Math.hypot(error, DOSE_SPREAD)) } };
  },
});
