import { bandWeights, byLimits } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, heaviest, outcomes, windowBy } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

/** A feeler brackets to about half a thou; two hands differ by as much again [P]. */
const SIGMA_METRES = 0.015e-3;
/** Gaps that were left wide are found this much apart from one engine to the next [m] [M]. */
const WENT_WIDE_METRES = 0.4e-3;

const FEELER: Accuracy = { percent: 0, floor: 0.006e-3 };

export const sparkAirGap = defineCheck({
  id: 'spark.air-gap',
  code: 'ag',
  title: 'Coil air gap',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 3,
  access: ['blower-housing'],
  needs: ['gap gauge'],
  hazards: ['by-hand'],
  outcomes: outcomes({ ok: 'In limits', wide: 'Wide', tight: 'Tight' }),
  combine: { kind: 'dominance', order: ['ok', 'tight', 'wide'] },
  fields: {
    gapA: numberField('First leg', 'length', [0, 0.005], ['mm', 'thou'], { required: true }),
    gapB: numberField('Second leg', 'length', [0, 0.005], ['mm', 'thou']),
  },
  accuracy: FEELER,
  assess: (reading, { rules, figures }) => {
    const { gapA, gapB } = reading.fields;
    if (typeof gapA !== 'number') return EMPTY_ASSESSMENT;
    const { limits, ...window } = windowBy(
      figures,
      rules,
      ['coilGapLowMm', 'coilGapHighMm'],
      ['airGapLowMm', 'airGapHighMm'],
      'mm',
    );
    const [low, high] = [window.low / 1000, window.high / 1000];
    // The leg further out of limits decides.
    const outside = (gap: number) => Math.max(low - gap, gap - high);
    const worst = typeof gapB !== 'number' || outside(gapA) >= outside(gapB) ? gapA : gapB;
    const bands = [
      // A gap that was set lies in or by its window; one that was not may be anywhere.
      { outcome: 'tight', from: -Infinity, to: low - SIGMA_METRES, widthOf: low },
      { outcome: 'ok', from: low - SIGMA_METRES, to: high + SIGMA_METRES, widthOf: high - low },
      { outcome: 'wide', from: high + SIGMA_METRES, to: Infinity, widthOf: WENT_WIDE_METRES },
    ];
    const weights = bandWeights(bands, worst, SIGMA_METRES);
    return {
      ...EMPTY_ASSESSMENT,
      outcome: heaviest(bandWeights(byLimits(bands), worst, SIGMA_METRES)),
      weights: { '': weights },
      severity: Math.min(1, Math.max(0, outside(worst) / 0.3e-3)),
      tooCloseToCall: [low, high].some((limit) => Math.abs(worst - limit) < errorOf(reading, FEELER, worst)),
      missing: typeof gapB === 'number' ? [] : [{ name: 'gapB', reason: 'One leg only: both legs decide.' }],
      limits,
      points: outside(worst) > SIGMA_METRES ? ['air gap'] : [],
    };
  },
});
