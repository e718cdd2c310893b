import type { Rules } from '../rules.ts';
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
    /** Least volts of a wire that is fed. */
    readonly atLeast: (rules: Rules) => Limit;
    readonly extra?: CheckDefinition['fields'];
    readonly points: readonly string[];
  },
): CheckDefinition {
  const { atLeast, extra, points, ...frame } = spec;
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
      const { value } = reading.fields;
      if (typeof value !== 'number') return EMPTY_ASSESSMENT;
      const least = atLeast(rules);
      const limit = least.value;
      return judge({
        value,
        error: errorOf(reading, VOLTMETER, value),
        spread: 0.15,
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
