import type { Rules } from '../house/rules.ts';
import { errorOf, VOLTMETER } from './accuracy.ts';
import { type CheckDefinition, defineCheck, EMPTY_ASSESSMENT, type Limit, numberField, outcomes } from './define.ts';
import { judge } from './judge.ts';

/** Below this a wire is not fed at all; between it and the limit it is fed badly [V] [P]. */
const NOTHING_VOLTS = 1;

/** Whether a wire is fed: volts there, or not. */
export function defineFed(
  spec: Pick<
    CheckDefinition,
    | 'id'
    | 'code'
    | 'title'
    | 'todo'
    | 'system'
    | 'states'
    | 'access'
    | 'hazards'
    | 'cannotClear'
    | 'mayOnlyMean'
    | 'leak'
  > & {
    /** Least volts of a wire that is fed, with the battery's own where they were read [V]. */
    readonly atLeast: (rules: Rules, postVolts: number | null) => Limit;
    /** How far sound feeds scatter about that limit [V]. */
    readonly spread: (postVolts: number | null) => number;
    readonly extra?: CheckDefinition['fields'];
    readonly points: readonly string[];
  },
): CheckDefinition {
  const { atLeast, spread, extra, points, ...frame } = spec;
  return defineCheck({
    ...frame,
    scope: 'machine',
    minutes: 2,
    needs: ['multimeter'],
    impliesState: false,
    outcomes: outcomes({ present: 'Volts there', absent: 'No volts' }),
    combine: { kind: 'ordered' },
    fields: { value: numberField('Volts', 'voltage', [0, 20], ['V', 'V'], { required: true }), ...extra },
    accuracy: VOLTMETER,
    assess: (reading, { rules }) => {
      const { value, posts } = reading.fields;
      if (typeof value !== 'number') return EMPTY_ASSESSMENT;
      const battery = typeof posts === 'number' ? posts : null;
      const least = atLeast(rules, battery);
      const limit = least.value;
      return judge({
        value,
        error: errorOf(reading, VOLTMETER, value),
        spread: spread(battery),
        bands: [
          { outcome: 'absent', from: -Infinity, to: limit },
          { outcome: 'present', from: limit, to: Infinity },
        ],
        sound: [limit, Infinity],
        worst: [NOTHING_VOLTS, Infinity],
        quantities: {},
        limits: [least],
        points,
        remarks: value > NOTHING_VOLTS && value < limit ? ['weak_feed'] : [],
      });
    },
  });
}
