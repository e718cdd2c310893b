import type { FailureId } from '../../machine/failures.ts';
import type { At, SpecVariable } from '../spec.ts';
import { ALL_STATES, failureLevels, showsToday, touching, waysOf } from './acting.ts';
import { type CauseInstance, type CheckInstance, IMPLIED_TROUBLE } from './instances.ts';
import { chanceOfNone, noneAlive } from './noneAlive.ts';

/** A state of affairs that a check implies by having been made at all: it cranks, it runs. */
/** What a finding on the whole machine points to. */
export const pointedKey = (check: string) => `pointed.${check}`;

/** Chance that a side is named wrongly [M]. */
const WRONG_SIDE = 0.03;

/** The side a finding is seen on: that of the faults which show there; either where they are on both or on none. */
export function pointedVariable(
  { key, check }: CheckInstance,
  seen: readonly SpecVariable[],
  byKey: ReadonlyMap<string, CauseInstance>,
  cylinders: readonly number[],
): SpecVariable {
  const touching = seen.find((v) => v.key === key)!.touches.filter((cause) => byKey.get(cause)!.cylinder !== null);
  const sideOf = (cause: string) => {
    const { cylinder, definition } = byKey.get(cause)!;
    const onOther = definition.failures.some((failure) => failure.on === 'other');
    return onOther ? cylinders.find((c) => c !== cylinder)! : cylinder!;
  };
  return {
    key: pointedKey(check.id),
    parts: [{ id: '', outcomes: cylinders.map(String) }],
    touches: touching,
    grossErrorChance: 0,
    showsToday: () => 1,
    distribution: (active) => {
      const sides = new Set(active.map(sideOf));
      const alike = sides.size !== 1;
      return [
        cylinders.map((c) =>
          alike ? 1 / cylinders.length : sides.has(c) ? 1 - WRONG_SIDE : WRONG_SIDE / (cylinders.length - 1),
        ),
      ];
    },
  };
}

/** Chance that what is complained of shows on the bench, with nothing wrong at all [M]. */
const IMAGINED = 0.02;

/** Yes where anything at all is wrong: which fault shows the complaint, the complaint has said already. */
export function troubleVariable(causes: readonly CauseInstance[]): SpecVariable {
  return {
    key: IMPLIED_TROUBLE,
    parts: [{ id: '', outcomes: ['yes', 'no'] }],
    touches: causes.map((c) => c.key),
    grossErrorChance: 0,
    showsToday: () => 1,
    maxima: { orders: [[1, 0]], pairs: [], cumulative: (cause) => [[cause === null ? 1 - IMAGINED : 0, 1]] },
    distribution: (active) => [active.length > 0 ? [1, 0] : [IMAGINED, 1 - IMAGINED]],
  };
}

export function impliedVariable(
  key: string,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  failures: readonly FailureId[],
  barring: Readonly<Record<string, number>>,
  cylinders: readonly number[],
): SpecVariable {
  // It cranks on dead cylinders as on others.
  const dead = failures.includes('run') ? noneAlive(byKey, cylinders, [[0, 1]]) : null;
  const leavesOut = (cause: string, at: At) => dead?.out(cause, at) ?? [];
  const prevents = (cause: CauseInstance, at: At) => {
    let chance = 0;
    for (const failure of failures) {
      for (const [level, share] of Object.entries(failureLevels(cause, failure, null, at) ?? {}))
        chance += share * (barring[level] ?? 0);
    }
    return Math.min(1, chance);
  };
  return {
    key,
    parts: [{ id: '', outcomes: ['yes', 'no'] }],
    touches: touching(
      causes,
      waysOf(ALL_STATES),
      (cause, at) => prevents(cause, at) > 0 || leavesOut(cause.key, at).some((chance) => chance > 0),
    ),
    grossErrorChance: 0.01,
    showsToday: (cause) => showsToday(byKey.get(cause)!),
    maxima: {
      orders: [[0, 1]],
      pairs: [],
      cumulative: (cause, at) => [[cause === null ? 0.995 : 1 - prevents(byKey.get(cause)!, at), 1]],
      ...(dead ? { together: dead } : {}),
    },
    distribution: (active, at) => {
      const none = chanceOfNone(dead, active, at);
      const able = active.reduce((q, k) => q * (1 - prevents(byKey.get(k)!, at)), 0.995 * (1 - none));
      return [[able, 1 - able]];
    },
  };
}
