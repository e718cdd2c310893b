import type { RunningState } from '../engine/index.ts';
import type { RuleName } from '../house/rules.ts';
import type { Unit } from '../units/index.ts';
import { type Accuracy, errorOf, VOLTMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import type { CheckDefinition } from './definition.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Shop multimeter on small currents [P]. */
const AMMETER: Accuracy = { percent: 1, floor: 0.0005 };

type Frame = Pick<CheckDefinition, 'code' | 'title' | 'system' | 'minutes' | 'access' | 'hazards'> &
  Partial<Pick<CheckDefinition, 'impliesState' | 'unattendedMinutes' | 'handsBack'>>;

/** One figure that is sound up to a limit: drops, draws. The figure is judged in the inside unit of its dimension. */
export function defineAtMost<const Id extends string, const State extends RunningState>(
  spec: Frame & {
    readonly id: Id;
    readonly states: readonly State[];
    readonly needs: readonly string[];
    readonly dimension: 'voltage' | 'current';
    readonly max: number;
    readonly unit: Unit;
    readonly rule: RuleName;
    /** The rule's unit in inside units: 0.001 for a rule in milliamps. */
    readonly ruleScale?: number;
    readonly quantity: string;
    readonly spread: number;
    readonly labels: readonly [string, string];
    readonly points: readonly string[];
  },
) {
  const { dimension, max, unit, rule, ruleScale = 1, quantity, spread, labels, points, ...frame } = spec;
  const accuracy = dimension === 'voltage' ? VOLTMETER : AMMETER;
  return defineCheck({
    ...frame,
    scope: 'machine',
    outcomes: outcomes({ ok: labels[0], high: labels[1] }),
    combine: { kind: 'ordered' },
    fields: {
      value: numberField(dimension === 'voltage' ? 'Volts' : 'Current', dimension, [0, max], [unit, unit], {
        required: true,
      }),
    },
    accuracy,
    assess: (reading, { rules }) => {
      const { value } = reading.fields;
      if (typeof value !== 'number') return EMPTY_ASSESSMENT;
      const limit = rules[rule].value * ruleScale;
      const error = errorOf(reading, accuracy, value);
      return judge({
        value,
        error,
        spread,
        bands: [
          { outcome: 'ok', from: -Infinity, to: limit },
          { outcome: 'high', from: limit, to: Infinity },
        ],
        sound: [-Infinity, limit],
        worst: [-Infinity, 4 * limit],
        quantities: {
          [quantity]: { value: value / ruleScale, unit: rules[rule].unit, plusMinus: error / ruleScale },
        },
        limits: [limitOf('at most', rules, rule)],
        points,
      });
    },
  });
}
