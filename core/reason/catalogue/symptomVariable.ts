import { NOT_ON_A_RUN } from '../../checks/look.run.ts';
import { SYMPTOM_IDS, type Symptom } from '../../complaint/symptoms.ts';
import { SEEN_LEAKS, SYMPTOM_LEAK, SYMPTOM_LEAKS, showsAs } from '../../complaint/told.ts';
import type { FailureEffect, Interaction } from '../../faults/index.ts';
import { FAILURE_IDS, type FailureId } from '../../machine/failures.ts';
import { type At, atKey, type SpecVariable } from '../spec.ts';
import { failureLevels, isGoneRound, showsToday } from './acting.ts';
import { type CauseInstance, COMPLAINT } from './instances.ts';
import { chanceOfNone, noneAlive } from './noneAlive.ts';

/** A run that would show it shows it with this chance. */
export const SHOWS_AGAIN = 0.9;
const ON_A_RUN = SYMPTOM_IDS.filter((s) => !NOT_ON_A_RUN.includes(s));

/** Chance that this cause brings any symptom that a run would show. */
export function complaintChance(cause: CauseInstance, at: At): number {
  let quiet = 1;
  for (const symptom of ON_A_RUN) quiet *= 1 - symptomChance(cause, symptom, at);
  return 1 - quiet;
}

/** Chance that this cause brings the symptom. */
export function symptomChance(cause: CauseInstance, symptom: Symptom, at: At): number {
  if (isGoneRound(cause, at)) return 0;
  const own = cause.definition.symptoms[symptom];
  if (own !== undefined) return own;
  let quiet = 1;
  for (const failure of FAILURE_IDS) {
    const levels = failureLevels(cause, failure, null, at);
    if (!levels) continue;
    let chance = 0;
    for (const [level, share] of Object.entries(levels))
      if (!stopsEngine(failure, level, cause)) chance += share * (showsAs(failure, level)[symptom] ?? 0);
    quiet *= 1 - Math.min(1, chance);
  }
  return 1 - quiet;
}

/** No cylinder pulls: that the engine does not start is a failure of its own, and of one that does not start nobody says that it is weak or rough. */
const stopsEngine = (failure: FailureId, level: string, { cylinder, definition }: CauseInstance): boolean =>
  failure === 'pull' && level === 'dead' && (cylinder === null || definition.failures.some(isOnlyCylinder));

const isOnlyCylinder = ({ failure, on }: FailureEffect) => failure === 'pull' && on === 'every';

/** A complaint speaks of the machine as it is used: loaded and hot. */
export const AS_COMPLAINED: At = { state: 'loaded', temperature: 'hot' };

export function symptomVariable(
  key: string,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  interactions: readonly Interaction[],
  cylinders: readonly number[],
): SpecVariable {
  const notStarting = showsAs('run', 'nostart');
  const dead = noneAlive(
    byKey,
    cylinders,
    SYMPTOM_IDS.map((symptom) => [1 - (notStarting[symptom] ?? 0), 1]),
  );
  const both = interactions.flatMap(({ faults: [one, other], symptoms }) =>
    symptoms
      ? causes
          .filter((c) => c.id === one)
          .flatMap((a) =>
            causes.filter((c) => c.id === other).map((b) => ({ pair: [a.key, b.key] as const, symptoms })),
          )
      : [],
  );
  // Rows are many and causes few: each cause's share is worked out once per state.
  const known = new Map<string, Float64Array>();
  const quietOf = (cause: string, at: At) => {
    const id = `${cause}|${atKey(at)}`;
    let own = known.get(id);
    if (!own) {
      own = Float64Array.from(SYMPTOM_IDS, (symptom) => 1 - symptomChance(byKey.get(cause)!, symptom, at));
      known.set(id, own);
    }
    return own;
  };
  const leaks = key === COMPLAINT ? SYMPTOM_LEAKS : SEEN_LEAKS;
  const leakOf = (symptom: Symptom) => leaks[symptom] ?? SYMPTOM_LEAK;
  return {
    key,
    parts: SYMPTOM_IDS.map((id) => ({ id, outcomes: ['absent', 'present'] })),
    touches: causes
      .filter(
        ({ key: cause, definition }) =>
          definition.failures.length > 0 ||
          Object.keys(definition.symptoms).length > 0 ||
          both.some(({ pair }) => pair.includes(cause)),
      )
      .map((c) => c.key),
    grossErrorChance: 0,
    // What was complained of did show; a run is made today.
    showsToday: (cause) => (key === COMPLAINT ? 1 : showsToday(byKey.get(cause)!)),
    maxima: {
      orders: SYMPTOM_IDS.map(() => [0, 1]),
      cumulative: (cause, at) => {
        if (cause === null) return SYMPTOM_IDS.map((s) => [1 - leakOf(s), 1]);
        return Array.from(quietOf(cause, at), (q) => [q, 1]);
      },
      pairs: both.map(({ pair }) => pair),
      ...(dead ? { together: dead } : {}),
    },
    distribution: (active, at) => {
      const quiet = Float64Array.from(SYMPTOM_IDS, (symptom) => 1 - leakOf(symptom));
      for (const cause of active) {
        const own = quietOf(cause, at);
        for (let k = 0; k < quiet.length; k++) quiet[k]! *= own[k]!;
      }
      for (const { pair, symptoms } of both)
        if (pair.every((key) => active.includes(key)))
          SYMPTOM_IDS.forEach((symptom, k) => {
            quiet[k]! *= 1 - (symptoms[symptom] ?? 0);
          });
      if (dead) {
        const none = chanceOfNone(dead, active, at);
        SYMPTOM_IDS.forEach((_, k) => {
          quiet[k]! *= 1 - none * (1 - dead.cumulative[k]![0]!);
        });
      }
      return Array.from(quiet, (q) => [q, 1 - q]);
    },
  };
}
