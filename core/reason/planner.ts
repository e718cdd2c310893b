import { type AccessPlan, accessPlan, type CheckDefinition, closedToRun, USUAL_ACCESS } from '../checks/index.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import { RUNNING, type RunningState } from '../engine/index.ts';
import type { Need } from '../faults/index.ts';
import { instanceKey } from '../machine/key.ts';
import type { Catalogue, CheckInstance } from './catalogue/instances.ts';
import { AS_COMPLAINED, symptomChance } from './catalogue/symptomVariable.ts';
import { neededOn } from './needs.ts';
import type { Network } from './network.ts';

/** Minutes to bring the engine into a state [P]. */
export const STATE_MIN: Partial<Record<RunningState, number>> = {
  idle: 1,
  'half-speed': 1,
  'full-speed': 1,
  loaded: 3,
};

/** Minutes to get it hot once; kept for about twenty [P]. */
export const HOT_MIN = 17;

export interface Probe {
  readonly instance: CheckInstance;
  readonly state: RunningState;
  readonly hot: boolean;
  readonly minutes: number;
  readonly mask: number;
}

interface RouteNeed {
  readonly probe: number;
  readonly need: Need;
  readonly target: number | null;
}

export interface Route {
  readonly fault: number;
  readonly faultCylinder: number | null;
  readonly needs: readonly RouteNeed[];
  /** P(every finding is as needed | the fault alone): a confirming check can lie. */
  readonly efficacy: number;
  /** Its fault comes and goes. */
  readonly comesAndGoes: boolean;
}

/** What does not change between readings: probes, routes, access bits. */
export interface Planner {
  readonly probes: readonly Probe[];
  readonly routes: readonly Route[];
  readonly accessKeys: readonly string[];
  /** Open and close minutes of each access key. */
  readonly accessMin: readonly number[];
  /** Of the access, by bit: what is put back before the engine runs. */
  readonly closedMask: number;
  readonly candidates: readonly {
    readonly instance: CheckInstance;
    readonly state: RunningState;
    readonly mask: number;
  }[];
  readonly explains: Uint8Array;
  /** Routes that ask for a check, by its key. */
  readonly routesOf: ReadonlyMap<string, readonly number[]>;
  /** For each route, the routes of other faults that share a probe with it. */
  readonly sharing: readonly (readonly number[])[];
}

/** Minutes to open and close again what `mask` names. */
export function maskCost({ accessMin }: Pick<Planner, 'accessMin'>, mask: number): number {
  let sum = 0;
  for (let bit = 0; mask >> bit; bit++) if ((mask >> bit) & 1) sum += accessMin[bit]!;
  return sum;
}

/** What is still open once a check was made in that state: whoever runs the engine puts back what it does not run without. */
export const openAfter = ({ closedMask }: Pick<Planner, 'closedMask'>, mask: number, runs: boolean): number =>
  runs ? mask & ~closedMask : mask;

/** Whether the engine runs for it, or has to be run hot. */
export const runsFor = (state: RunningState, heats: boolean): boolean => heats || RUNNING.includes(state);

/** Access by bit, and each check in the states some rule asks for, numbered as they are met. */
class ProbeBook {
  readonly accessKeys: string[] = [];
  readonly probes: Probe[] = [];
  private readonly indexOf = new Map<string, number>();
  private readonly instances: ReadonlyMap<string, CheckInstance>;

  constructor(
    instances: readonly CheckInstance[],
    private readonly cylinders: readonly number[],
    private readonly access: AccessPlan,
  ) {
    this.instances = new Map(instances.map((c) => [c.key, c]));
  }

  maskOf({ check, cylinder }: CheckInstance): number {
    return this.access.keysFor(check, cylinder, this.cylinders).reduce((mask, key) => mask | this.bitOf(key), 0);
  }

  /** The number of the probe that meets a need on that cylinder; null where the check is not made. */
  probeFor(need: Need, target: number | null): number | null {
    const instance = this.instances.get(instanceKey(need.check, target));
    if (!instance) return null;
    const state = need.when?.states?.[0] ?? instance.check.states[0]!;
    const hot = need.when?.temperatures?.includes('hot') ?? false;
    const key = `${instance.key}|${state}|${hot}`;
    let at = this.indexOf.get(key);
    if (at === undefined) {
      at = this.probes.length;
      this.indexOf.set(key, at);
      const minutes = instance.check.minutes + (STATE_MIN[state] ?? 0);
      this.probes.push({ instance, state, hot, minutes, mask: this.maskOf(instance) });
    }
    return at;
  }

  private bitOf(key: string): number {
    if (!this.accessKeys.includes(key)) this.accessKeys.push(key);
    return 1 << this.accessKeys.indexOf(key);
  }
}

/** What a confirming rule asks for on this engine; null where some of it cannot be had. */
function needsOf(
  rule: readonly Need[],
  faultCylinder: number | null,
  { checks }: Catalogue,
  book: ProbeBook,
  cylinders: number[],
): RouteNeed[] | null {
  const needs: RouteNeed[] = [];
  for (const need of rule) {
    const scope = checks.find((c) => c.check.id === need.check)?.check.scope;
    if (scope === undefined) return null;
    // A fault of no cylinder is confirmed on any one of them.
    const targets = neededOn(need, scope === 'cylinder', faultCylinder, cylinders);
    for (const target of faultCylinder === null ? targets.slice(0, 1) : targets) {
      const probe = book.probeFor(need, target);
      if (probe === null) return null;
      needs.push({ probe, need, target });
    }
  }
  return needs;
}

/**
 * Prepares the plan for one engine; `complaint` decides which faults would explain it.
 * @param makes whether the house makes that check at all: it owns the instrument and does not leave the check out
 */
export function plannerFor(
  catalogue: Catalogue,
  network: Network,
  complaint: readonly Symptom[],
  access: AccessPlan = accessPlan(USUAL_ACCESS),
  makes: (check: CheckDefinition) => boolean = () => true,
): Planner {
  const cylinders = Array.from({ length: catalogue.engine.cylinders }, (_, i) => i + 1);
  const made = catalogue.checks.filter((c) => makes(c.check));
  const book = new ProbeBook(made, cylinders, access);
  const { probes, accessKeys } = book;
  const routes = catalogue.faults.flatMap(({ definition, cylinder }, fault) =>
    definition.confirmedBy.flatMap((rule): Route[] => {
      const needs = needsOf(rule, cylinder, catalogue, book, cylinders);
      if (!needs) return [];
      const efficacy = catalogue.causesOf[fault]!.reduce((sum, cause) => {
        const { key, share } = catalogue.causes[cause]!;
        return sum + share * efficacyOf(network, probes, needs, key, cylinder);
      }, 0);
      return [{ fault, faultCylinder: cylinder, needs, efficacy, comesAndGoes: definition.showsToday < 1 }];
    }),
  );
  const candidates = made
    .filter((c) => c.check.proposed)
    .flatMap((instance) =>
      (instance.check.offeredIn ?? instance.check.states).map((state) => ({
        instance,
        state,
        mask: book.maskOf(instance),
      })),
    );
  const explains = Uint8Array.from(catalogue.faults, (fault) =>
    Number(complaint.some((s) => symptomChance(fault, s, AS_COMPLAINED) > 0.05)),
  );
  const accessMin = accessKeys.map((key) => access.minutesOf(key));
  const closedMask = accessKeys.reduce((mask, key, bit) => (closedToRun(key) ? mask | (1 << bit) : mask), 0);
  const sharing = routes.map((route, r) =>
    Array.from(routes.keys()).filter(
      (other) =>
        other !== r &&
        routes[other]!.fault !== route.fault &&
        routes[other]!.needs.some(({ probe }) => route.needs.some((own) => own.probe === probe)),
    ),
  );
  const routesOf = new Map<string, number[]>();
  routes.forEach(({ needs }, r) => {
    for (const key of new Set(needs.map(({ probe }) => probes[probe]!.instance.key)))
      routesOf.set(key, [...(routesOf.get(key) ?? []), r]);
  });
  return { probes, routes, routesOf, accessKeys, accessMin, closedMask, candidates, explains, sharing };
}

function efficacyOf(
  network: Network,
  probes: readonly Probe[],
  needs: readonly RouteNeed[],
  cause: string,
  cylinder: number | null,
): number {
  return needs.reduce((product, { probe, need }) => {
    const { instance, state, hot } = probes[probe]!;
    const variable = network.variable(instance.key);
    const partId = (need.part ?? '').replace('[c]', String(cylinder));
    const part = variable.parts.findIndex((x) => x.id === partId);
    if (part < 0) return 0;
    const active = variable.touches.includes(cause) ? [cause] : [];
    const figures = variable.distribution(active, { state, temperature: hot ? 'hot' : null })[part]!;
    const chance = variable.parts[part]!.outcomes.reduce(
      (sum, o, k) => (need.outcomes.includes(o) ? sum + figures[k]! : sum),
      0,
    );
    return product * chance;
  }, 1);
}
