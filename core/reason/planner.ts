import { accessKeysFor, accessOf, type CheckDefinition } from '../checks/index.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { RunningState } from '../engine/index.ts';
import type { Need } from '../faults/index.ts';
import { instanceKey } from '../machine/key.ts';
import type { Catalogue, CheckInstance } from './catalogue/instances.ts';
import { AS_COMPLAINED, symptomChance } from './catalogue/symptomVariable.ts';
import type { Network } from './network.ts';
import { neededOn } from './settle.ts';

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
  /** P(every finding is as needed | the fault alone): a settling check can lie. */
  readonly efficacy: number;
}

/** What does not change between readings: probes, routes, access bits. */
export interface Planner {
  readonly probes: readonly Probe[];
  readonly routes: readonly Route[];
  readonly accessKeys: readonly string[];
  /** Open and close minutes of each access key. */
  readonly accessMin: readonly number[];
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

/**
 * Prepares the plan for one engine; `complaint` decides which faults would explain it.
 * @param makes whether the house makes that check at all: it owns the instrument and does not leave the check out
 */
export function plannerFor(
  catalogue: Catalogue,
  network: Network,
  complaint: readonly Symptom[],
  makes: (check: CheckDefinition) => boolean = () => true,
): Planner {
  const cylinders = Array.from({ length: catalogue.engine.cylinders }, (_, i) => i + 1);
  const accessKeys: string[] = [];
  const bitOf = (key: string) => {
    if (!accessKeys.includes(key)) accessKeys.push(key);
    return 1 << accessKeys.indexOf(key);
  };
  const maskOf = (instance: CheckInstance) =>
    accessKeysFor(instance.check, instance.cylinder, cylinders).reduce((mask, key) => mask | bitOf(key), 0);
  const instances = new Map(catalogue.checks.filter((c) => makes(c.check)).map((c) => [c.key, c]));
  const probes: Probe[] = [];
  const probeIndex = new Map<string, number>();
  const probeFor = (need: Need, target: number | null): number | null => {
    const instance = instances.get(instanceKey(need.check, target));
    if (!instance) return null;
    const state = need.when?.states?.[0] ?? instance.check.states[0]!;
    const hot = need.when?.temperatures?.includes('hot') ?? false;
    const key = `${instance.key}|${state}|${hot}`;
    let at = probeIndex.get(key);
    if (at === undefined) {
      at = probes.length;
      probeIndex.set(key, at);
      probes.push({
        instance,
        state,
        hot,
        minutes: instance.check.minutes + (STATE_MIN[state] ?? 0),
        mask: maskOf(instance),
      });
    }
    return at;
  };
  const routes: Route[] = [];
  catalogue.faults.forEach((fault, f) => {
    for (const rule of fault.definition.settledBy) {
      const needs: RouteNeed[] = [];
      let possible = true;
      for (const need of rule) {
        const scope = catalogue.checks.find((c) => c.check.id === need.check)?.check.scope;
        if (scope === undefined) possible = false;
        else {
          // A fault of no cylinder is settled on any one of them.
          const targets = neededOn(need, scope === 'cylinder', fault.cylinder, cylinders);
          for (const target of fault.cylinder === null ? targets.slice(0, 1) : targets) {
            const probe = probeFor(need, target);
            if (probe === null) possible = false;
            else needs.push({ probe, need, target });
          }
        }
      }
      if (possible)
        routes.push({
          fault: f,
          faultCylinder: fault.cylinder,
          needs,
          efficacy: efficacyOf(network, probes, needs, f, fault.cylinder),
        });
    }
  });
  const candidates = catalogue.checks
    .filter((c) => c.check.proposed && makes(c.check))
    .flatMap((instance) =>
      (instance.check.offeredIn ?? instance.check.states).map((state) => ({ instance, state, mask: maskOf(instance) })),
    );
  const explains = Uint8Array.from(catalogue.faults, (fault) =>
    Number(complaint.some((s) => symptomChance(fault, s, AS_COMPLAINED) > 0.05)),
  );
  const accessMin = accessKeys.map((key) => accessOf(key).openMin + accessOf(key).closeMin);
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
  return { probes, routes, routesOf, accessKeys, accessMin, candidates, explains, sharing };
}

function efficacyOf(
  network: Network,
  probes: readonly Probe[],
  needs: readonly RouteNeed[],
  fault: number,
  cylinder: number | null,
): number {
  return needs.reduce((product, { probe, need }) => {
    const { instance, state, hot } = probes[probe]!;
    const variable = network.variable(instance.key);
    const partId = (need.part ?? '').replace('[c]', String(cylinder));
    const part = variable.parts.findIndex((x) => x.id === partId);
    if (part < 0) return 0;
    const { key } = network.spec.faults[fault]!;
    const active = variable.touches.includes(key) ? [key] : [];
    const figures = variable.distribution(active, { state, temperature: hot ? 'hot' : null })[part]!;
    const chance = variable.parts[part]!.outcomes.reduce(
      (sum, o, k) => (need.outcomes.includes(o) ? sum + figures[k]! : sum),
      0,
    );
    return product * chance;
  }, 1);
}
