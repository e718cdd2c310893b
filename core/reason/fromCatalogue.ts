import type { History } from '../casefile/index.ts';
import { CHECKS, type CheckDefinition, type CheckPart } from '../checks/index.ts';
import {
  type HistoryFlag,
  SYMPTOM_IDS,
  SYMPTOM_LEAK,
  SYMPTOM_LEAKS,
  type Symptom,
  showsAs,
} from '../complaint/symptoms.ts';
import { cylindersOf, type EngineWords, type RunningState, type Temperature } from '../engine/index.ts';
import {
  CONDITIONS,
  type ConditionDefinition,
  type Effect,
  FAULTS,
  type FaultDefinition,
  holds,
  INTERACTIONS,
  type Interaction,
  isWeighed,
  type On,
} from '../faults/index.ts';
import { type ByFailure, FAILURE_IDS, type FailureId } from '../machine/failures.ts';
import { instanceKey, splitKey } from '../machine/key.ts';
import { cumulativeOf, noisyMax, type OutcomeChances } from './combine.ts';
import type { At, NetworkSpec, SpecVariable } from './spec.ts';

/** A fault or condition of this engine, cylinder named. */
export interface CauseInstance {
  readonly key: string;
  readonly id: string;
  readonly cylinder: number | null;
  readonly definition: FaultDefinition | ConditionDefinition;
}

/** A check of this engine, cylinder named. */
export interface CheckInstance {
  readonly key: string;
  readonly check: CheckDefinition;
  readonly cylinder: number | null;
}

/** The catalogue as it applies to one engine. */
export interface Catalogue {
  readonly engine: EngineWords;
  readonly faults: readonly (CauseInstance & { definition: FaultDefinition })[];
  readonly conditions: readonly (CauseInstance & { definition: ConditionDefinition })[];
  readonly checks: readonly CheckInstance[];
  readonly network: NetworkSpec;
}

export const COMPLAINT = 'complaint';
export const IMPLIED_CRANKS = 'implied.cranks';
export const IMPLIED_RUNS = 'implied.runs';
/** What the customer told was seen on the bench as well: something is wrong. */
export const IMPLIED_TROUBLE = 'implied.trouble';

/** Shares of no fault, one, two and three, given that somebody complained (house value, from memory). */
const SIZE_SHARES = [0.03, 0.8, 0.15, 0.02] as const;
/** The same part on both cylinders has the same hours and the same hands behind it (house value, from memory). */
const SAME_KIND_BOOST = 2;
/** Odds of a fault somebody has already put right without effect, and of what such work leaves behind [M]. */
const TRIED_FACTOR = 0.12;
const LEFT_BEHIND_FACTOR = 3;

/** What of the catalogue depends on the engine alone: worked out once, since tables are costly and engines few. */
interface EngineCatalogue extends Pick<Catalogue, 'engine' | 'faults' | 'conditions' | 'checks'> {
  readonly states: NetworkSpec['states'];
  readonly variables: readonly SpecVariable[];
}

const ENGINES_KEPT = 12;
const kept = new Map<string, EngineCatalogue>();

function engineCatalogue(engine: EngineWords, interactions: readonly Interaction[]): EngineCatalogue {
  if (interactions !== INTERACTIONS) return workedOut(engine, interactions);
  const key = JSON.stringify(Object.entries(engine).sort());
  let found = kept.get(key);
  if (!found) {
    found = workedOut(engine, interactions);
    if (kept.size >= ENGINES_KEPT) kept.delete(kept.keys().next().value!);
    kept.set(key, found);
  }
  return found;
}

function workedOut(engine: EngineWords, interactions: readonly Interaction[]): EngineCatalogue {
  const cylinders = cylindersOf(engine);
  const single = engine.cylinders === 1;
  const faults = FAULTS.filter((f) => f.appliesTo(engine))
    .map((f) => (single ? onSingle(f) : f))
    .flatMap((definition) =>
      (definition.perCylinder ? cylinders : [null]).map((cylinder) => ({
        key: instanceKey(definition.id, cylinder),
        id: definition.id,
        cylinder,
        definition,
      })),
    );
  const conditions = CONDITIONS.filter((c) => c.appliesTo(engine)).map((definition) => ({
    key: definition.id,
    id: definition.id,
    cylinder: null,
    definition,
  }));
  // A check nothing is known of tells nothing: its readings are recorded, not weighed.
  const checks = CHECKS.filter((c) => c.appliesTo(engine) && isWeighed(c))
    .map((c) => (single && c.viaOnSingle ? { ...c, via: c.viaOnSingle } : c))
    .flatMap((check) =>
      (check.scope === 'cylinder' ? cylinders : [null]).map((cylinder) => ({
        key: instanceKey(check.id, cylinder),
        check,
        cylinder,
      })),
    );
  const causes: CauseInstance[] = [...faults, ...conditions];
  const byKey = new Map(causes.map((c) => [c.key, c]));
  const seen = checks.map((instance) => checkVariable(instance, causes, byKey, engine, interactions));
  const noCrank = { click: 1, silent: 1, stops: 1, free: 1 };
  return {
    engine,
    faults,
    conditions,
    checks,
    states: conditions.map((c) => {
      const chances = c.definition.causes.flatMap(({ fault, chance }) =>
        faults.filter((f) => f.id === fault).map((f) => ({ key: f.key, chance })),
      );
      return {
        key: c.key,
        causes: chances.map((x) => x.key),
        probability: (present) =>
          1 - chances.reduce((quiet, x) => (present(x.key) ? quiet * (1 - x.chance) : quiet), 1 - c.definition.leak),
        noisyOr: { leak: c.definition.leak, chances: new Map(chances.map((x) => [x.key, x.chance])) },
      };
    }),
    variables: [
      ...seen,
      ...(single
        ? []
        : checks.filter((c) => c.check.asksSide !== null).map((c) => pointedVariable(c, seen, byKey, cylinders))),
      symptomVariable(COMPLAINT, causes, byKey, interactions),
      troubleVariable(causes),
      impliedVariable(IMPLIED_CRANKS, causes, byKey, ['crank'], noCrank),
      impliedVariable(IMPLIED_RUNS, causes, byKey, ['crank', 'run'], { ...noCrank, nostart: 1 }),
    ],
  };
}

/** On a single the cylinder that does not pull is the engine that does not run [P]. */
const DEAD_STOPS_SINGLE = 0.9;
const WEAK_STOPS_SINGLE = 0.15;

function onSingle(fault: FaultDefinition): FaultDefinition {
  const definition = fault.settledOnSingle ? { ...fault, settledBy: fault.settledOnSingle } : fault;
  const stops = definition.failures
    .filter(({ failure }) => failure === 'pull')
    .map(({ levels, when }): FaultDefinition['failures'][number] => ({
      failure: 'run',
      levels: {
        nostart: DEAD_STOPS_SINGLE * (levels.dead ?? 0),
        dies: WEAK_STOPS_SINGLE * (levels.weak ?? 0),
      },
      ...(when ? { when } : {}),
    }));
  if (stops.length === 0 || definition.failures.some(({ failure }) => failure === 'run')) return definition;
  return { ...definition, failures: [...definition.failures, ...stops] };
}

/** The catalogue, applied to one engine with its history; `weights` are a shop's own, by fault id. */
export function catalogueFor(
  engine: EngineWords,
  history: History,
  weights: Readonly<Record<string, number>> = {},
  interactions: readonly Interaction[] = INTERACTIONS,
): Catalogue {
  const { faults, conditions, checks, states, variables } = engineCatalogue(engine, interactions);
  return {
    engine,
    faults,
    conditions,
    checks,
    network: {
      faults: faults.map((f) => ({
        key: f.key,
        kind: f.id,
        odds: priorOdds(f, history, weights) * f.definition.engineFactor(engine),
      })),
      states,
      variables,
      prior: { kind: 'sized', sizes: SIZE_SHARES, sameKindBoost: SAME_KIND_BOOST },
    },
  };
}

/** Odds of one fault within its size: weight, history, what was already tried. */
export function priorOdds(
  fault: { readonly id: string; readonly cylinder?: number | null; readonly definition: FaultDefinition },
  history: History,
  weights: Readonly<Record<string, number>> = {},
): number {
  const { definition } = fault;
  let odds = weights[fault.id] ?? definition.weight;
  for (const flag of history.flags) odds *= definition.history[flag as HistoryFlag] ?? 1;
  if ((history.storedMonths ?? 0) >= 3) odds *= definition.stored;
  if (history.hours !== null && history.hours > 100)
    odds *= definition.perHundredHours ** ((history.hours - 100) / 100);
  for (const flag of history.flags) {
    if (!flag.startsWith('tried:')) continue;
    // Without a cylinder it was done on all of them.
    const { id: tried, cylinder: on } = splitKey(flag.slice('tried:'.length));
    const there = (side: On) => on === null || fault.cylinder == null || acts(side, on, fault.cylinder);
    if (tried === fault.id && there('same')) odds *= TRIED_FACTOR;
    const left = FAULTS.find((f) => f.id === tried)?.repair.leaves ?? [];
    if (left.some((l) => l.fault === fault.id && there(l.on ?? 'same'))) odds *= LEFT_BEHIND_FACTOR;
  }
  return odds;
}

/** Whether a cause acts on that cylinder. */
function acts(on: On, cause: number | null, target: number | null): boolean {
  if (cause === null || target === null || on === 'every') return true;
  return on === 'same' ? cause === target : cause !== target;
}

function runningAt(at: At): { state: RunningState; temperature: Temperature | null } {
  return { state: at.state as RunningState, temperature: at.temperature as Temperature | null };
}

/** Levels of a failure this cause leads to on that cylinder (null: on any). First entry that holds counts. */
export function failureLevels(
  cause: CauseInstance,
  failure: FailureId,
  cylinder: number | null,
  at: At,
): Readonly<Record<string, number>> | null {
  const { state, temperature } = runningAt(at);
  const entry = cause.definition.failures.find(
    (f) => f.failure === failure && holds(f.when, state, temperature) && acts(f.on ?? 'same', cause.cylinder, cylinder),
  );
  return entry?.levels ?? null;
}

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

/** A run that would show it shows it with this chance. */
const SHOWS_AGAIN = 0.9;
/** Told of, or seen elsewhere, and not on a run. */
const NOT_ON_A_RUN: readonly Symptom[] = [
  'idles-fine',
  'battery-goes-flat',
  'oil-level-rises',
  'fuel-drips',
  'will-not-turn',
];
const ON_A_RUN = SYMPTOM_IDS.filter((s) => !NOT_ON_A_RUN.includes(s));

/** Chance that this cause brings any symptom that a run would show. */
function complaintChance(cause: CauseInstance, at: At): number {
  let quiet = 1;
  for (const symptom of ON_A_RUN) quiet *= 1 - symptomChance(cause, symptom, at);
  return 1 - quiet;
}

/** What one cause does to one part of a check: its own statement if it makes one, else through its failures. */
function chancesOf(
  cause: CauseInstance,
  check: CheckDefinition,
  cylinder: number | null,
  part: string,
  at: At,
): OutcomeChances | null {
  const stated = statedOn(cause.definition, check.id);
  if (!stated)
    return check.viaComplaint === null
      ? chancesVia(cause, check.via, cylinder, at)
      : { [check.viaComplaint]: SHOWS_AGAIN * complaintChance(cause, at) };
  const { state, temperature } = runningAt(at);
  const found = stated.find(
    (e) =>
      placeOf(e.part, cause.cylinder) === (check.scope === 'all-cylinders' ? '' : part) &&
      acts(e.on ?? 'same', cause.cylinder, cylinder) &&
      holds(e.when, state, temperature),
  );
  return found?.outcomes ?? null;
}

const placeOf = (part: string | undefined, cylinder: number | null) => (part ?? '').replace('[c]', String(cylinder));

/** In which states and temperatures a check may be made; a cause touches it if it acts in any of them. */
const waysOf = (states: readonly RunningState[]): readonly At[] =>
  states.flatMap((state) => (['cold', 'hot', null] as const).map((temperature) => ({ state, temperature })));

const ALL_STATES = ['key-off', 'key-on', 'cranking', 'idle', 'half-speed', 'full-speed', 'loaded', 'bench'] as const;

function touching(
  causes: readonly CauseInstance[],
  ways: readonly At[],
  acting: (cause: CauseInstance, at: At) => boolean,
): string[] {
  return causes.filter((cause) => ways.some((at) => acting(cause, at))).map((cause) => cause.key);
}

function checkVariable(
  { key, check, cylinder }: CheckInstance,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  engine: EngineWords,
  interactions: readonly Interaction[],
): SpecVariable {
  if (check.takesSymptoms) return symptomVariable(key, causes, byKey, interactions);
  const parts = check.partsOf(engine);
  // A condition named in a case may be one the check is not usually made in.
  const ways = waysOf(check.states);
  const cylinderOfPart = (part: string) => (check.scope === 'all-cylinders' ? Number(part) : cylinder);
  const shared = {
    key,
    parts,
    slip: check.slip,
    showsToday: (cause: string) => showsToday(byKey.get(cause)!) * seenBy(check.id, byKey.get(cause)!),
  };
  if (check.combine.kind === 'cure') {
    // That it does not crank or run is one failure of the machine, not one of each cylinder.
    const { failure } = check.combine;
    const targets = failure === 'pull' || failure === 'seal' ? cylindersOf(engine) : [1];
    // Rows are many and causes few: what each does is worked out once per state.
    const known = new Map<string, Float64Array>();
    const shareOf = (at: At) => (key: string) => {
      const id = `${key}|${at.state}|${at.temperature}`;
      let own = known.get(id);
      if (!own) {
        own = cureShare(byKey.get(key)!, check, cylinder, targets, at);
        known.set(id, own);
      }
      return own;
    };
    return {
      ...shared,
      touches: touching(causes, ways, (cause, at) => targets.some((t) => failing(cause, check, t, at) > 0)),
      distribution: (active, at) => [cureDistribution(active, check, cylinder, targets, shareOf(at))],
    };
  }
  const pairs = interactions.filter((i) => i.check === check.id);
  const isTable = check.combine.kind === 'table';
  const orderOf = (part: CheckPart) => (check.combine.kind === 'dominance' ? check.combine.order : part.outcomes);
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
                    ? check.leak
                    : (chancesOf(byKey.get(cause)!, check, cylinderOfPart(part.id), part.id, at) ?? {}),
                ),
              ),
            pairs: pairs.flatMap(({ faults: [one, other] }) =>
              causes
                .filter((c) => c.id === one)
                .flatMap((a) => causes.filter((c) => c.id === other).map((b) => [a.key, b.key] as const)),
            ),
          },
        }),
    touches: touching(causes, ways, (cause, at) =>
      parts.some((p) => chancesOf(cause, check, cylinderOfPart(p.id), p.id, at) !== null),
    ).concat(
      pairs.flatMap((i) =>
        causes
          .filter(
            (c) =>
              (i.faults as readonly string[]).includes(c.id) && !touchesAnyway(c, check, parts, cylinderOfPart, ways),
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
          .map((c) => chancesOf(c, check, cylinderOfPart(part.id), part.id, at))
          .filter((c) => c !== null);
        if (check.combine.kind === 'table') return ownTable(check, present, part, at);
        const order = orderOf(part);
        const figures = noisyMax(order, [check.leak, ...joined.map((i) => i.outcomes), ...chances]);
        return part.outcomes.map((o) => figures[order.indexOf(o)] ?? 0);
      }),
  };
}

function touchesAnyway(
  cause: CauseInstance,
  check: CheckDefinition,
  parts: readonly { id: string }[],
  cylinderOfPart: (part: string) => number | null,
  ways: readonly At[],
): boolean {
  return ways.some((at) => parts.some((p) => chancesOf(cause, check, cylinderOfPart(p.id), p.id, at) !== null));
}

const seenBy = (check: string, { definition }: CauseInstance) =>
  definition.effects.find((e) => e.check === check && e.seen !== undefined)?.seen ?? 1;
const showsToday = (cause: CauseInstance) => ('showsToday' in cause.definition ? cause.definition.showsToday : 1);

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

/** Chance that this cause makes that cylinder (or, for machine failures, the machine) fail. */
function failing(cause: CauseInstance, check: CheckDefinition, target: number, at: At): number {
  if (check.combine.kind !== 'cure') return 0;
  const levels = failureLevels(cause, check.combine.failure, target, at);
  return levels ? Object.values(levels).reduce((sum, chance) => sum + chance, 0) : 0;
}

/** For each target: chance that this cause is quiet if the check leaves it in, and if it takes it out. */
function cureShare(
  cause: CauseInstance,
  check: CheckDefinition,
  cylinder: number | null,
  targets: readonly number[],
  at: At,
): Float64Array {
  const out = new Float64Array(2 * targets.length).fill(1);
  targets.forEach((target, t) => {
    const removed = takesOut(cause, check.id, cylinder, target);
    out[2 * t + (removed ? 1 : 0)] = 1 - Math.min(1, failing(cause, check, target, at));
  });
  return out;
}

/**
 * A failure goes away when some cause that was taken out was at work and no other is: a jump does not cure a worn battery behind a
 * blown fuse.
 */
function cureDistribution(
  active: readonly string[],
  check: CheckDefinition,
  cylinder: number | null,
  cylinders: readonly number[],
  shareOf: (key: string) => Float64Array,
): number[] {
  const { combine } = check;
  if (combine.kind !== 'cure') return [];
  const shares = active.map(shareOf);
  const curedAt = (t: number) => {
    let othersQuiet = 1;
    let removedQuiet = 1;
    for (const share of shares) {
      othersQuiet *= share[2 * t]!;
      removedQuiet *= share[2 * t + 1]!;
    }
    return othersQuiet * (1 - removedQuiet);
  };
  const chances: Record<string, number> = {};
  let left = 1;
  for (const { outcome, of } of combine.cures) {
    let quiet = 1;
    cylinders.forEach((target, t) => {
      const counts = of === 'any' || (of === 'same' ? target === (cylinder ?? 1) : target !== cylinder);
      if (counts) quiet *= 1 - curedAt(t);
    });
    const cured = 1 - quiet;
    const seen = combine.reliability * cured + (check.leak[outcome] ?? 0) * (1 - cured);
    chances[outcome] = left * seen;
    left *= 1 - seen;
  }
  chances[combine.same] = left;
  return check.outcomes.map((o) => chances[o.id] ?? 0);
}

/** Whether making this check on that cylinder takes the cause out, as far as `target` is concerned. */
function takesOut(cause: CauseInstance, check: string, cylinder: number | null, target: number): boolean {
  if (!('curedBy' in cause.definition)) return false;
  return cause.definition.curedBy.some((entry) => {
    if (entry.check !== check) return false;
    if (cylinder === null || entry.on === 'every') return true;
    const on = entry.on ?? 'same';
    // A fault of no cylinder is taken out only for the cylinder whose lead is off.
    if (cause.cylinder === null) return on === 'same' ? target === cylinder : target !== cylinder;
    return acts(on, cause.cylinder, cylinder);
  });
}

/** Chance that this cause brings the symptom. */
export function symptomChance(cause: CauseInstance, symptom: Symptom, at: At): number {
  const own = cause.definition.symptoms[symptom];
  if (own !== undefined) return own;
  let quiet = 1;
  for (const failure of FAILURE_IDS) {
    const levels = failureLevels(cause, failure, null, at);
    if (!levels) continue;
    let chance = 0;
    for (const [level, share] of Object.entries(levels)) chance += share * (showsAs(failure, level)[symptom] ?? 0);
    quiet *= 1 - Math.min(1, chance);
  }
  return 1 - quiet;
}

/** A complaint speaks of the machine as it is used: loaded and hot. */
export const AS_COMPLAINED: At = { state: 'loaded', temperature: 'hot' };

function symptomVariable(
  key: string,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  interactions: readonly Interaction[],
): SpecVariable {
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
    const id = `${cause}|${at.state}|${at.temperature}`;
    let own = known.get(id);
    if (!own) {
      own = Float64Array.from(SYMPTOM_IDS, (symptom) => 1 - symptomChance(byKey.get(cause)!, symptom, at));
      known.set(id, own);
    }
    return own;
  };
  return {
    key,
    parts: SYMPTOM_IDS.map((id) => ({ id, outcomes: ['absent', 'present'] })),
    touches: causes
      .filter(({ definition }) => definition.failures.length > 0 || Object.keys(definition.symptoms).length > 0)
      .map((c) => c.key),
    slip: 0,
    showsToday: () => 1,
    maxima: {
      orders: SYMPTOM_IDS.map(() => [0, 1]),
      cumulative: (cause, at) => {
        if (cause === null) return SYMPTOM_IDS.map((s) => [1 - (SYMPTOM_LEAKS[s] ?? SYMPTOM_LEAK), 1]);
        return Array.from(quietOf(cause, at), (q) => [q, 1]);
      },
      pairs: both.map(({ pair }) => pair),
    },
    distribution: (active, at) => {
      const quiet = Float64Array.from(SYMPTOM_IDS, (symptom) => 1 - (SYMPTOM_LEAKS[symptom] ?? SYMPTOM_LEAK));
      for (const cause of active) {
        const own = quietOf(cause, at);
        for (let k = 0; k < quiet.length; k++) quiet[k]! *= own[k]!;
      }
      for (const { pair, symptoms } of both)
        if (pair.every((key) => active.includes(key)))
          SYMPTOM_IDS.forEach((symptom, k) => {
            quiet[k]! *= 1 - (symptoms[symptom] ?? 0);
          });
      return Array.from(quiet, (q) => [q, 1 - q]);
    },
  };
}

/** A state of affairs that a check implies by having been made at all: it cranks, it runs. */
/** What a finding on the whole machine points to. */
export const pointedKey = (check: string) => `pointed.${check}`;

/** Chance that a side is named wrongly [M]. */
const WRONG_SIDE = 0.03;

/** The side a finding is seen on: that of the faults which show there; either where they are on both or on none. */
function pointedVariable(
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
    slip: 0,
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
function troubleVariable(causes: readonly CauseInstance[]): SpecVariable {
  return {
    key: IMPLIED_TROUBLE,
    parts: [{ id: '', outcomes: ['yes', 'no'] }],
    touches: causes.map((c) => c.key),
    slip: 0,
    showsToday: () => 1,
    maxima: { orders: [[1, 0]], pairs: [], cumulative: (cause) => [[cause === null ? 1 - IMAGINED : 0, 1]] },
    distribution: (active) => [active.length > 0 ? [1, 0] : [IMAGINED, 1 - IMAGINED]],
  };
}

function impliedVariable(
  key: string,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  failures: readonly FailureId[],
  barring: Readonly<Record<string, number>>,
): SpecVariable {
  const barred = (cause: CauseInstance, at: At) => {
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
    touches: touching(causes, waysOf(ALL_STATES), (cause, at) => barred(cause, at) > 0),
    slip: 0.01,
    showsToday: (cause) => showsToday(byKey.get(cause)!),
    maxima: {
      orders: [[0, 1]],
      pairs: [],
      cumulative: (cause, at) => [[cause === null ? 0.995 : 1 - barred(byKey.get(cause)!, at), 1]],
    },
    distribution: (active, at) => {
      const able = active.reduce((q, k) => q * (1 - barred(byKey.get(k)!, at)), 0.995);
      return [[able, 1 - able]];
    },
  };
}
