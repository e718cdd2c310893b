import type { History } from '../../casefile/index.ts';
import { CHECKS } from '../../checks/index.ts';
import { tellsOf } from '../../checks/tells/index.ts';
import { cylindersOf, type EngineWords } from '../../engine/index.ts';
import {
  CONDITIONS,
  FAULTS,
  type FaultDefinition,
  INTERACTIONS,
  type Interaction,
  isWeighed,
} from '../../faults/index.ts';
import { instanceKey } from '../../machine/key.ts';
import type { NetworkSpec, SpecVariable } from '../spec.ts';
import { checkVariable } from './checkVariable.ts';
import { impliedVariable, pointedVariable, troubleVariable } from './impliedVariables.ts';
import {
  type Catalogue,
  type CauseInstance,
  COMPLAINT,
  type FaultCause,
  IMPLIED_CRANKS,
  IMPLIED_RUNS,
} from './instances.ts';
import { levelsOf } from './levels.ts';
import { priorOdds } from './prior.ts';
import { symptomVariable } from './symptomVariable.ts';

/** Shares of no fault, one, two and three, given that somebody complained (house value, from memory). */
const SIZE_SHARES = [0.03, 0.8, 0.15, 0.02] as const;
/** The same part on both cylinders has the same hours and the same hands behind it (house value, from memory). */
const SAME_KIND_BOOST = 2;

/** What of the catalogue depends on the engine alone: worked out once, since tables are costly and engines few. */
interface EngineCatalogue
  extends Pick<Catalogue, 'engine' | 'faults' | 'causes' | 'causesOf' | 'conditions' | 'checks'> {
  readonly states: NetworkSpec['states'];
  readonly variables: readonly SpecVariable[];
}

/** Tables of so many engines are kept, some fifty megabytes each: the ones asked for last. */
let enginesKept = 12;
export const kept = new Map<string, EngineCatalogue>();

/** Whoever goes through many engines with memory to spare keeps the tables of more of them. */
export function keepEngines(count: number): void {
  enginesKept = count;
}

function engineCatalogue(engine: EngineWords, interactions: readonly Interaction[]): EngineCatalogue {
  if (interactions !== INTERACTIONS) return workedOut(engine, interactions);
  // A word left out and one not known are the same.
  const key = JSON.stringify(
    Object.entries(engine)
      .filter(([, word]) => word !== undefined && word !== 'unknown')
      .sort(),
  );
  const found = kept.get(key) ?? workedOut(engine, interactions);
  // Asked for last, it stands last.
  kept.delete(key);
  if (kept.size >= enginesKept) kept.delete(kept.keys().next().value!);
  kept.set(key, found);
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
  const byFault = faults.map(atLevels);
  const faultCauses = byFault.flat();
  const conditions = CONDITIONS.filter((c) => c.appliesTo(engine)).map((definition) => ({
    key: definition.id,
    id: definition.id,
    cylinder: null,
    definition,
  }));
  // A check nothing is known of tells nothing: its readings are recorded, not weighed.
  const checks = CHECKS.filter((c) => c.appliesTo(engine) && isWeighed(c)).flatMap((check) => {
    const tells = tellsOf(check.id);
    return (check.scope === 'cylinder' ? cylinders : [null]).map((cylinder) => ({
      key: instanceKey(check.id, cylinder),
      check,
      tells: single && tells.viaOnSingle ? { ...tells, via: tells.viaOnSingle } : tells,
      cylinder,
    }));
  });
  const causes: CauseInstance[] = [...faultCauses, ...conditions];
  const byKey = new Map(causes.map((c) => [c.key, c]));
  const seen = checks.map((instance) => checkVariable(instance, causes, byKey, engine, interactions));
  const noCrank = { click: 1, silent: 1, stops: 1, free: 1 };
  return {
    engine,
    faults,
    causes: faultCauses,
    causesOf: numbered(byFault),
    conditions,
    checks,
    states: conditions.map((c) => {
      const chances = c.definition.causes.flatMap(({ fault, chance }) =>
        faultCauses.filter((f) => f.id === fault).map((f) => ({ key: f.key, chance })),
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
      symptomVariable(COMPLAINT, causes, byKey, interactions, cylinders),
      troubleVariable(causes),
      impliedVariable(IMPLIED_CRANKS, causes, byKey, ['crank'], noCrank, cylinders),
      impliedVariable(IMPLIED_RUNS, causes, byKey, ['crank', 'run'], { ...noCrank, nostart: 1 }, cylinders),
    ],
  };
}

/** A fault at each of its levels, or as it is. */
function atLevels(fault: Catalogue['faults'][number], number: number): FaultCause[] {
  const levels = levelsOf(fault.definition);
  if (levels.length === 0) return [{ ...fault, fault: number, share: 1 }];
  return levels.map(({ level, share, definition }) => ({
    ...fault,
    key: `${fault.key} ${level}`,
    definition,
    fault: number,
    share,
  }));
}

/** The entries of all groups, numbered one after the other. */
function numbered(groups: readonly (readonly unknown[])[]): number[][] {
  let next = 0;
  return groups.map((group) => group.map(() => next++));
}

/** On a single the cylinder that does not pull is the engine that does not run [P]. */
const DEAD_STOPS_SINGLE = 0.9;
const WEAK_STOPS_SINGLE = 0.15;

function onSingle(fault: FaultDefinition): FaultDefinition {
  const definition = fault.confirmedOnSingle ? { ...fault, confirmedBy: fault.confirmedOnSingle } : fault;
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
  if (stops.length === 0) return definition;
  const failures = definition.failures.map((f) => (f.failure === 'pull' ? { ...f, on: 'every' as const } : f));
  const saysItself = failures.some(({ failure }) => failure === 'run');
  return { ...definition, failures: saysItself ? failures : [...failures, ...stops] };
}

/** The catalogue, applied to one engine with its history; `weights` are a shop's own, by fault id. */
export function catalogueFor(
  engine: EngineWords,
  history: History,
  weights: Readonly<Record<string, number>> = {},
  interactions: readonly Interaction[] = INTERACTIONS,
): Catalogue {
  const { faults, causes, causesOf, conditions, checks, states, variables } = engineCatalogue(engine, interactions);
  const odds = faults.map((f) => priorOdds(f, history, weights) * f.definition.engineFactor(engine));
  return {
    engine,
    faults,
    causes,
    causesOf,
    conditions,
    checks,
    network: {
      faults: causes.map(({ key, id, fault, share }) => ({
        key,
        kind: id,
        fault: faults[fault]!.key,
        odds: odds[fault]! * share,
      })),
      states,
      variables,
      prior: { kind: 'sized', sizes: SIZE_SHARES, sameKindBoost: SAME_KIND_BOOST },
    },
  };
}
