import { cylindersOf } from '../engine/index.ts';
import { bandWeights } from '../measure/index.ts';
import {
  type ComputedQuantity,
  defineCheck,
  EMPTY_ASSESSMENT,
  heaviest,
  limitOf,
  numberField,
  outcomes,
} from './define.ts';

/** Two good exhausts after the same run differ by some 6 % of their rise; the thermometer adds 2 % or 2 K [P]. */
const RATIO_SPREAD = 0.06;

export const balanceHeat = defineCheck({
  id: 'balance.heat',
  title: 'Heat pair',
  todo: 'Run three minutes from cold at half speed, then the infrared thermometer on the same spot of each exhaust or head.',
  system: 'turning',
  scope: 'all-cylinders',
  states: ['half-speed', 'idle', 'full-speed', 'loaded'],
  minutes: 2,
  access: ['hood'],
  needs: ['infrared thermometer'],
  hazards: ['hot-exhaust', 'carbon-monoxide'],
  cannotClear: ['a cylinder that drops out hot or above some speed', 'why the cold one is cold'],
  outcomes: outcomes({ hot: 'Hot', cooler: 'Cooler', cold: 'Cold' }),
  combine: { kind: 'parts' },
  partsOf: (engine) => cylindersOf(engine).map((c) => ({ id: String(c), outcomes: ['hot', 'cooler', 'cold'] })),
  appliesTo: (engine) => engine.cylinders > 1,
  leak: { cooler: 0.04, cold: 0.004 },
  via: { pull: { dead: { cold: 0.92, cooler: 0.06 }, weak: { cooler: 0.7, cold: 0.08 } } },
  fields: { ambient: numberField('Ambient', 'temperature', [-40, 60], ['degC', 'degF']) },
  assess: (reading, { rules, engine }) => {
    const temperatures = Object.entries(reading.perCylinder).map(([c, t]) => [Number(c), t] as const);
    if (temperatures.length < engine.cylinders) {
      return {
        ...EMPTY_ASSESSMENT,
        missing: [{ name: 'heatRatio', reason: 'Both cylinders are needed: the pair is compared.' }],
      };
    }
    const ambient = reading.fields.ambient;
    const limits = [limitOf('dead under', rules, 'heatDeadRatio'), limitOf('alike from', rules, 'heatAlikeRatio')];
    if (typeof ambient !== 'number') {
      return {
        ...EMPTY_ASSESSMENT,
        limits,
        missing: [{ name: 'heatRatio', reason: 'Ambient temperature is needed: rises are compared, not readings.' }],
      };
    }
    const hottest = Math.max(...temperatures.map(([, t]) => t));
    const rise = hottest - ambient;
    if (rise < 25) {
      return {
        ...EMPTY_ASSESSMENT,
        limits,
        missing: [{ name: 'heatRatio', reason: 'Nothing is warm yet: run it three minutes and take both again.' }],
      };
    }
    const weights: Record<string, Record<string, number>> = {};
    const quantities: Record<string, ComputedQuantity> = {};
    const points: string[] = [];
    let lowest = 1;
    let close = false;
    for (const [cylinder, t] of temperatures) {
      const ratio = (t - ambient) / rise;
      const error = Math.hypot(Math.max(2, 0.02 * t), Math.max(2, 0.02 * hottest)) / rise;
      const w = bandWeights(
        [
          { outcome: 'cold', from: -Infinity, to: rules.heatDeadRatio.value },
          { outcome: 'cooler', from: rules.heatDeadRatio.value, to: rules.heatAlikeRatio.value },
          { outcome: 'hot', from: rules.heatAlikeRatio.value, to: Infinity },
        ],
        ratio,
        Math.hypot(RATIO_SPREAD, error),
      );
      weights[String(cylinder)] = w;
      if (ratio < lowest) lowest = ratio;
      if (heaviest(w) !== 'hot') points.push(`cylinder ${cylinder}`);
      close ||= [rules.heatDeadRatio.value, rules.heatAlikeRatio.value].some(
        (limit) => Math.abs(ratio - limit) < error,
      );
    }
    const coldest = temperatures.reduce((a, b) => (b[1] < a[1] ? b : a));
    quantities.heatRatio = {
      value: lowest,
      unit: '',
      plusMinus: Math.hypot(Math.max(2, 0.02 * coldest[1]), Math.max(2, 0.02 * hottest)) / rise,
    };
    return {
      ...EMPTY_ASSESSMENT,
      outcome: lowest < rules.heatDeadRatio.value ? 'cold' : lowest < rules.heatAlikeRatio.value ? 'cooler' : 'hot',
      weights,
      severity: Math.min(1, Math.max(0, (1 - lowest) / 0.8)),
      tooCloseToCall: close,
      quantities,
      limits,
      points,
    };
  },
});
