import type { CheckDefinition, CheckPart } from '../../checks/index.ts';
import type { Tells } from '../../checks/tells/index.ts';
import { cylindersOf, type EngineWords } from '../../engine/index.ts';
import { type Effect, holds, type Interaction } from '../../faults/index.ts';
import { type ByFailure, FAILURE_IDS } from '../../machine/failures.ts';
import { cumulativeOf, noisyMax, type OutcomeChances } from '../combine.ts';
import type { At, SpecVariable } from '../spec.ts';
import {
  acts,
  failureLevels,
  isGoneRound,
  isOverBy,
  placeOf,
  runningAt,
  seenBy,
  showsToday,
  touching,
  waysOf,
} from './acting.ts';
import { cureVariable } from './cureVariable.ts';
import type { CauseInstance, CheckInstance } from './instances.ts';
import { chanceOfNone, noneAlive } from './noneAlive.ts';
import { complaintChance, SHOWS_AGAIN, symptomVariable } from './symptomVariable.ts';

/** Chances through failures: each level of each failure, as the check shows it. */
function chancesVia(
  cause: CauseInstance,
  via: ByFailure<Readonly<Record<string, number>>>,
  cylinder: number | null,
  at: At,
): OutcomeChances | null {
  const out: Record<string, number> = {};
  let any = false;
  for (const failure of FAILURE_IDS) {
    const shown: Readonly<Record<string, Readonly<Record<string, number>>>> | undefined = via[failure];
    const levels = shown && failureLevels(cause, failure, cylinder, at);
    if (!levels) continue;
    for (const [level, chance] of Object.entries(levels)) {
      for (const [outcome, share] of Object.entries(shown[level] ?? {})) {
        out[outcome] = (out[outcome] ?? 0) + chance * share;
        any = true;
      }
    }
  }
  return any ? out : null;
}

/** Effects of a fault or condition by check; null where it states none. */
const byCheck = new WeakMap<CauseInstance['definition'], ReadonlyMap<string, readonly Effect[]>>();

function statedOn(definition: CauseInstance['definition'], check: string): readonly Effect[] | undefined {
  let kept = byCheck.get(definition);
  if (!kept) {
    const found = new Map<string, Effect[]>();
    for (const effect of definition.effects) found.set(effect.check, [...(found.get(effect.check) ?? []), effect]);
    kept = found;
    byCheck.set(definition, kept);
  }
  return kept.get(check);
}

/** What one cause does to one part of a check: its own statement if it makes one, else through its failures. */
function chancesOf(
  cause: CauseInstance,
  { check, tells }: Pick<CheckInstance, 'check' | 'tells'>,
  cylinder: number | null,
  part: string,
  at: At,
): OutcomeChances | null {
  if (isGoneRound(cause, at)) return null;
  const stated = statedOn(cause.definition, check.id);
  // What a fault says of the places of a run leaves open how surely the run fails.
  if (!stated || (check.viaComplaint !== null && part === '' && stated.every((e) => e.part !== undefined)))
    return check.viaComplaint === null
      ? chancesVia(cause, tells.via, cylinder, at)
      : { [check.viaComplaint]: SHOWS_AGAIN * complaintChance(cause, at) };
  const { state, temperature } = runningAt(at);
  const found = stated.find(
    (e) =>
      placeOf(e.part, cause.cylinder) === (check.scope === 'all-cylinders' ? '' : part) &&
      acts(e.on ?? 'same', cause.cylinder, cylinder) &&
      holds(e.when, state, temperature),
  );
  return found && isOverBy(found.when, at) ? {} : (found?.outcomes ?? null);
}

/** What shows with nothing of the catalogue behind it. */
const leakOf = ({ leak, leakOnceAdjusted }: Tells, { adjusted }: At): OutcomeChances =>
  (adjusted && leakOnceAdjusted) || leak;

/** The causes of two faults, each with each. */
const pairsOf = (causes: readonly CauseInstance[], [one, other]: Interaction['faults']) =>
  causes
    .filter((c) => c.id === one)
    .flatMap((a) => causes.filter((c) => c.id === other).map((b) => [a.key, b.key] as const));

/** No cylinder of a twin pulls: it shows as on an engine that does not start. */
const shownOfNoneAlive = ({ via, viaOnSingle }: Tells): OutcomeChances =>
  via.run?.nostart ?? viaOnSingle?.pull?.dead ?? {};

export function checkVariable(
  instance: CheckInstance,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  engine: EngineWords,
  interactions: readonly Interaction[],
): SpecVariable {
  const { key, check, tells, cylinder } = instance;
  if (check.takesSymptoms) return symptomVariable(key, causes, byKey, interactions, cylindersOf(engine));
  const parts = check.partsOf(engine);
  // A condition named in a case may be one the check is not usually made in.
  const ways = waysOf(check.states);
  const cylinderOfPart = (part: string) => (check.scope === 'all-cylinders' ? Number(part) : cylinder);
  const shared = {
    key,
    parts,
    grossErrorChance: check.grossErrorChance,
    errorReadsNormal: check.errorReadsNormal,
    showsToday: (cause: string) => showsToday(byKey.get(cause)!) * seenBy(check.id, byKey.get(cause)!),
  };
  if (check.combine.kind === 'cure') return { ...shared, ...cureVariable(instance, causes, byKey, engine) };
  const pairs = interactions.filter((i) => i.check === check.id);
  const isTable = check.combine.kind === 'table';
  const orderOf = (part: CheckPart) => (check.combine.kind === 'dominance' ? check.combine.order : part.outcomes);
  const shownDead = shownOfNoneAlive(tells);
  const dead = noneAlive(
    byKey,
    cylindersOf(engine),
    parts.map((part) => cumulativeOf(orderOf(part), shownDead)),
  );
  return {
    ...shared,
    ...(isTable
      ? {}
      : {
          maxima: {
            orders: parts.map((part) => orderOf(part).map((o) => part.outcomes.indexOf(o))),
            cumulative: (cause: string | null, at: At) =>
              parts.map((part) =>
                cumulativeOf(
                  orderOf(part),
                  cause === null
                    ? leakOf(tells, at)
                    : (chancesOf(byKey.get(cause)!, instance, cylinderOfPart(part.id), part.id, at) ?? {}),
                ),
              ),
            pairs: pairs.flatMap(({ faults }) => pairsOf(causes, faults)),
            ...(dead && Object.keys(shownDead).length > 0 ? { together: dead } : {}),
          },
        }),
    touches: touching(causes, ways, (cause, at) =>
      parts.some((p) => chancesOf(cause, instance, cylinderOfPart(p.id), p.id, at) !== null),
    ).concat(
      pairs.flatMap((i) =>
        causes
          .filter(
            (c) =>
              (i.faults as readonly string[]).includes(c.id) &&
              !touchesAnyway(c, instance, parts, cylinderOfPart, ways),
          )
          .map((c) => c.key),
      ),
    ),
    distribution: (active, at) =>
      parts.map((part) => {
        const present = active.map((k) => byKey.get(k)!);
        const joined = pairs.filter((i) => i.faults.every((id) => present.some((c) => c.id === id)));
        const alone = present.filter((c) => !joined.some((i) => (i.faults as readonly string[]).includes(c.id)));
        const chances = alone
          .map((c) => chancesOf(c, instance, cylinderOfPart(part.id), part.id, at))
          .filter((c) => c !== null);
        if (check.combine.kind === 'table') return ownTable(check, present, part, at);
        const order = orderOf(part);
        const none = chanceOfNone(dead, active, at);
        const together = Object.fromEntries(Object.entries(shownDead).map(([o, chance]) => [o, none * chance]));
        const figures = noisyMax(order, [leakOf(tells, at), ...joined.map((i) => i.outcomes), ...chances, together]);
        return part.outcomes.map((o) => figures[order.indexOf(o)] ?? 0);
      }),
  };
}

function touchesAnyway(
  cause: CauseInstance,
  instance: CheckInstance,
  parts: readonly { id: string }[],
  cylinderOfPart: (part: string) => number | null,
  ways: readonly At[],
): boolean {
  return ways.some((at) => parts.some((p) => chancesOf(cause, instance, cylinderOfPart(p.id), p.id, at) !== null));
}

/** A check with a table of its own: the rest is the normal outcome. */
function ownTable(
  check: CheckDefinition,
  present: readonly CauseInstance[],
  part: { readonly id: string; readonly outcomes: readonly string[] },
  at: At,
): number[] {
  if (check.combine.kind !== 'table') return [];
  const { state, temperature } = runningAt(at);
  const chances = check.combine.chances(
    present.map((c) => ({ id: c.id, cylinder: c.cylinder })),
    part.id,
    state,
    temperature,
  );
  const abnormal = part.outcomes.slice(1).map((o) => chances[o] ?? 0);
  return [1 - abnormal.reduce((sum, c) => sum + c, 0), ...abnormal];
}
