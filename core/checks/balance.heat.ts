import { cylindersOf, type EngineWords } from '../engine/index.ts';
import { bandWeights } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { severityOf } from './judge.ts';

/** Two good exhausts after the same run differ by some 6 % of their rise; the thermometer adds 2 % or 2 K [P]. */
const RATIO_SPREAD = 0.06;
/** Until it ran as long, choke and oil still part the two: a cylinder that caught late is behind for that alone [s] [P]. */
export const SETTLES_S = 3 * 60;
/** By how much two good exhausts may differ before that, times `RATIO_SPREAD` [P]. */
const UNSETTLED = 3;
/** Air a mower is worked on in; used only to bound the ratio when nobody wrote the ambient down [P]. */
const AMBIENT_RANGE_C = [-10, 40] as const;
/** Below this rise nothing has warmed up and the ratio is noise. */
const LEAST_RISE_K = 25;

/** Air is taken within this [K] [M]. */
const LEAST_BELOW_K = 5;
const THERMOMETER: Accuracy = { percent: 1, floor: 2 };

export const balanceHeat = defineCheck({
  id: 'balance.heat',
  code: 'hp',
  title: 'Heat pair',
  system: 'turning',
  scope: 'all-cylinders',
  states: ['half-speed', 'idle', 'full-speed', 'loaded'],
  // What misses only when something is asked of it shows under load.
  offeredIn: ['half-speed', 'full-speed', 'loaded'],
  temperatures: ['cold', 'hot'],
  minutes: 2,
  access: ['hood'],
  needs: ['infrared thermometer'],
  hazards: ['hot-exhaust', 'carbon-monoxide'],
  outcomes: outcomes({ hot: 'Hot', cooler: 'Cooler', cold: 'Cold' }),
  combine: { kind: 'parts' },
  partsOf: (engine: EngineWords) =>
    cylindersOf(engine).map((c) => ({ id: `${c}` as const, outcomes: ['hot', 'cooler', 'cold'] as const })),
  appliesTo: (engine) => engine.cylinders > 1,
  // The same exhaust read twice, a shiny pipe, a shroud in the way: easier to get wrong than a meter [P].
  grossErrorChance: 0.06,
  each: numberField('Exhaust or head', 'temperature', [-40, 900], ['degC', 'degF'], { required: true }),
  fields: {
    ambient: numberField('Ambient', 'temperature', [-40, 60], ['degC', 'degF']),
    minutes: numberField('Since the start', 'time', [0, 24 * 3600], ['min', 'min'], { adds: true }),
  },
  accuracy: THERMOMETER,
  assess: (reading, { rules, engine, ambient }) => {
    const limits = [limitOf('dead under', rules, 'heatDeadRatio'), limitOf('alike from', rules, 'heatAlikeRatio')];
    const plain = Object.entries(reading.perCylinderOutcome);
    if (plain.length > 0) return plainPerCylinder(plain, limits);
    const temperatures = Object.entries(reading.perCylinder).map(([c, t]) => [Number(c), t] as const);
    const cannot = (reason: string) => ({ ...EMPTY_ASSESSMENT, limits, missing: [{ name: 'heatRatio', reason }] });
    if (temperatures.length < engine.cylinders) return cannot('Both cylinders are needed: the pair is compared.');
    // Measured beside the pair, else as it was said for the whole job.
    const given = reading.fields.ambient ?? ambient.temperatureC;
    const ambients = typeof given === 'number' ? [given] : AMBIENT_RANGE_C;
    const hottest = Math.max(...temperatures.map(([, t]) => t));
    if (hottest - Math.max(...ambients) < LEAST_RISE_K)
      return cannot('Nothing is warm yet: run it three minutes and take both again.');
    const ratios = temperatures.map(([cylinder, t]) => {
      const bounds = ambients.map((air) => (t - air) / (hottest - air));
      const rise = hottest - Math.max(...ambients);
      const value = (Math.min(...bounds) + Math.max(...bounds)) / 2;
      return {
        cylinder,
        value,
        error:
          Math.hypot(errorOf(reading, THERMOMETER, t), errorOf(reading, THERMOMETER, hottest)) / rise +
          (Math.max(...bounds) - Math.min(...bounds)) / 2,
      };
    });
    const coldest = Math.min(...temperatures.map(([, t]) => t));
    if (typeof given === 'number' && coldest < given - LEAST_BELOW_K - errorOf(reading, THERMOMETER, coldest))
      return { ...EMPTY_ASSESSMENT, limits, remarks: ['below_air'] };
    const { minutes } = reading.fields;
    const unsettled = typeof minutes === 'number' && minutes < SETTLES_S;
    const spread = RATIO_SPREAD * (unsettled ? UNSETTLED : 1);
    const [dead, alike] = [rules.heatDeadRatio.value, rules.heatAlikeRatio.value];
    const weights = Object.fromEntries(
      ratios.map(({ cylinder, value, error }) => [
        String(cylinder),
        bandWeights(
          [
            { outcome: 'cold', from: -Infinity, to: dead },
            { outcome: 'cooler', from: dead, to: alike },
            { outcome: 'hot', from: alike, to: Infinity },
          ],
          value,
          Math.hypot(spread, error),
        ),
      ]),
    );
    const lowest = ratios.reduce((a, b) => (b.value < a.value ? b : a));
    return {
      ...EMPTY_ASSESSMENT,
      outcome: lowest.value < dead ? 'cold' : lowest.value < alike ? 'cooler' : 'hot',
      weights,
      severity: severityOf(lowest.value, [alike, Infinity], [0.2, Infinity]),
      tooCloseToCall: ratios.some(({ value, error }) => [dead, alike].some((limit) => Math.abs(value - limit) < error)),
      quantities: { heatRatio: { value: lowest.value, unit: '', plusMinus: lowest.error } },
      missing:
        typeof given === 'number'
          ? []
          : [{ name: 'ambient', reason: 'Not given: judged for any air from -10 to 40 °C.' }],
      limits,
      remarks: unsettled ? ['just_started'] : [],
      points: ratios
        .filter(({ cylinder }) => heaviest(weights[String(cylinder)]!) !== 'hot')
        .map(({ cylinder }) => `cylinder ${cylinder}`),
    };
  },
});

const WORST_FIRST = ['cold', 'cooler', 'hot'];

function plainPerCylinder(plain: readonly (readonly [string, string])[], limits: ReturnType<typeof limitOf>[]) {
  const seen = plain.map(([, outcome]) => outcome);
  const outcome = WORST_FIRST.find((o) => seen.includes(o)) ?? null;
  return {
    ...EMPTY_ASSESSMENT,
    outcome,
    weights: Object.fromEntries(plain.map(([cylinder, o]) => [cylinder, { [o]: 1 }])),
    severity: outcome === null ? null : { cold: 1, cooler: 0.5, hot: 0 }[outcome]!,
    limits,
    points: plain.filter(([, o]) => o !== 'hot').map(([cylinder]) => `cylinder ${cylinder}`),
  };
}
