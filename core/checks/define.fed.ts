import type { RunningState } from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';
import { errorOf, VOLTMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, type Limit, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import type { CheckDefinition } from './definition.ts';
import { type ChoiceField, type NumberField, numberField } from './field.ts';
import { judge } from './judge.ts';

/** Below this a wire is not fed at all; between it and the limit it is fed badly [V] [P]. */
const NOTHING_VOLTS = 1;

type Frame = Pick<CheckDefinition, 'code' | 'title' | 'system' | 'access' | 'hazards'> &
  Partial<Pick<CheckDefinition, 'appliesTo'>>;

/** Whether a wire is fed: volts there, or not. */
export function defineFed<const Id extends string, const State extends RunningState, const Tap extends string = never>(
  spec: Frame & {
    readonly id: Id;
    readonly states: readonly State[];
    /** Least volts of a wire that is fed, with the battery's own where they were read [V]. */
    readonly atLeast: (rules: Rules, postVolts: number | null) => Limit;
    /** How far sound feeds scatter about that limit [V]. */
    readonly spread: (postVolts: number | null) => number;
    /** Volts at the battery posts are asked for besides. */
    readonly posts?: NumberField;
    /** Taps along a line: what is read at one is said of that one. */
    readonly taps?: readonly Tap[];
    readonly points: readonly string[];
  },
) {
  const { atLeast, spread, posts, taps = [], points, ...frame } = spec;
  const tap: ChoiceField = { kind: 'choice', label: 'Tap', choices: taps, required: false };
  const places: readonly ('' | Tap)[] = ['', ...taps];
  return defineCheck({
    ...frame,
    scope: 'machine',
    minutes: 2,
    needs: ['multimeter'],
    impliesState: false,
    outcomes: outcomes({ present: 'Volts there', absent: 'No volts' }),
    combine: taps.length > 0 ? { kind: 'parts' } : { kind: 'ordered' },
    partsOf: () => places.map((id) => ({ id, outcomes: ['present', 'absent'] as const })),
    fields: {
      value: numberField('Volts', 'voltage', [0, 20], ['V', 'V'], { required: true }),
      ...(taps.length > 0 ? { tap } : {}),
      ...(posts ? { posts } : {}),
    },
    accuracy: VOLTMETER,
    place: (assessed, reading) => {
      const at = reading.fields.tap;
      const said = assessed.weights[''];
      return at !== undefined && said ? { ...assessed, weights: { [at]: said } } : assessed;
    },
    assess: (reading, { rules }) => {
      const { value, posts: atPosts } = reading.fields;
      if (typeof value !== 'number') return EMPTY_ASSESSMENT;
      const battery = typeof atPosts === 'number' ? atPosts : null;
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
