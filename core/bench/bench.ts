import type { CaseHead, CloseKind, JobEvent, RepairStep } from '../casefile/index.ts';
import {
  accessChain,
  accessKeysFor,
  type CheckDefinition,
  checkOf,
  liesBehind,
  type Reading,
} from '../checks/index.ts';
import {
  NOT_CRANKING,
  NOT_RUNNING,
  STANDING,
  SYMPTOM_IDS,
  type Symptom,
  UNMENTIONED_COUNTS,
} from '../complaint/symptoms.ts';
import { cylindersOf, RUNNING, RUNNING_STATES } from '../engine/index.ts';
import { CONDITIONS, findFault, sameRepair } from '../faults/index.ts';
import { type HousePractice, practiceOf } from '../house/house.ts';
import { instanceKey } from '../machine/key.ts';
import type { Barred } from '../reason/barred.ts';
import { type Belief, initialBelief, withComplaint, withGroup, withGroups } from '../reason/belief.ts';
import { catalogueFor } from '../reason/catalogue/catalogueFor.ts';
import { pointedKey } from '../reason/catalogue/impliedVariables.ts';
import {
  type Catalogue,
  COMPLAINT,
  IMPLIED_CRANKS,
  IMPLIED_RUNS,
  IMPLIED_TROUBLE,
} from '../reason/catalogue/instances.ts';
import { AS_COMPLAINED } from '../reason/catalogue/symptomVariable.ts';
import type { Evidence } from '../reason/evidence.ts';
import { askedTriples } from '../reason/grow.ts';
import { compileNetwork, type Network } from '../reason/network.ts';
import { type Planner, plannerFor } from '../reason/planner.ts';
import { applyRepair, type RepairOperator } from '../reason/repair.ts';
import { warmReports } from '../reason/reports.ts';
import { type StandingReading, withoutOutrankedMisses } from '../reason/settle.ts';
import { assessingContext } from './assessing.ts';

/** A repair that was made, numbered as in the record. */
export interface MadeRepair {
  readonly event: number;
  /** `spark.coil-open[2]`. */
  readonly key: string;
  readonly step: RepairStep;
}

/**
 * One job as far as its record goes: what is believed, what stands, what is open. A pure value; `advance` makes the next one.
 * Events are numbered from 1; 0 is the complaint.
 */
export interface Bench {
  readonly head: CaseHead;
  readonly practice: HousePractice;
  readonly catalogue: Catalogue;
  /** Worked out when the first plan is asked for: the ridge of a job just opened does not wait for it. */
  readonly planner: () => Planner;
  readonly network: Network;
  /** The network without sets of three, from which a replay begins. */
  readonly base: Network;
  readonly belief: Belief;
  readonly triples: readonly (readonly [number, number, number])[];
  /** The record as it stands: a struck event is null, a corrected one is its replacement. */
  readonly standing: readonly (JobEvent | null)[];
  /** Every event as it was printed. */
  readonly printed: readonly JobEvent[];
  readonly readings: readonly StandingReading[];
  readonly repairs: readonly MadeRepair[];
  /** Checks that could not be made, with the repairs made before. */
  readonly unmade: readonly Barred[];
  readonly open: ReadonlySet<string>;
  readonly hot: boolean;
  readonly hasRun: boolean;
  readonly lastCylinder: number | null;
  readonly closed: { readonly event: number; readonly kind: CloseKind; readonly note: string | null } | null;
}

export interface BenchOptions {
  /** The shop's own weights, by fault id. */
  readonly weights?: Readonly<Record<string, number>>;
}

/** The bench as it is with nothing but the complaint. */
export function openBench(head: CaseHead, options: BenchOptions = {}): Bench {
  const catalogue = catalogueFor(head.engine, head.history, options.weights);
  const base = compileNetwork(catalogue.network);
  const practice = practiceOf(head.house);
  let planner: Planner | null = null;
  const fixed: Fixed = {
    head,
    practice,
    catalogue,
    planner: () => {
      planner ??= plannerFor(catalogue, base, head.complaint, (check) => houseMakes(head, practice, check));
      return planner;
    },
    base,
  };
  return blank(fixed, base, []);
}

/**
 * Makes the tables a first plan needs, one check at a time: between two of them there is time for a reading that comes in. What is
 * there already costs nothing.
 */
export function* warmingUp({ catalogue, base, planner }: Bench): Generator<void> {
  const size = ({ check }: { readonly check: CheckDefinition }) => (check.hopesFor === null ? 0 : 1);
  // What is never planned needs no table; the look of a run has the largest, and comes last.
  const planned = catalogue.checks.filter(({ check }) => check.proposed).sort((a, b) => size(a) - size(b));
  for (const { key, check } of planned) {
    const { variable } = base.placed(key);
    yield;
    for (const state of check.offeredIn ?? check.states) {
      for (const temperature of check.temperatures.includes('hot') ? (['cold', 'hot', null] as const) : [null]) {
        if (variable.tabulated) variable.table({ state, temperature });
        yield;
      }
    }
  }
  const heard = initialBelief(base);
  for (const { instance, state } of [...planner().candidates].sort((a, b) => size(a.instance) - size(b.instance))) {
    yield;
    for (const temperature of instance.check.temperatures.includes('hot') ? (['cold', 'hot', null] as const) : [null])
      yield* warmReports(base, heard, instance, { state, temperature });
  }
}

/** Whether the house makes that check at all: it owns what the check needs, and does not leave it out. */
export const houseMakes = (
  { house }: Pick<CaseHead, 'house'>,
  { leavesOut }: HousePractice,
  check: Pick<CheckDefinition, 'id' | 'needs'>,
): boolean => !leavesOut.has(check.id) && !check.needs.some((need) => house.lacking.includes(need));

/** What no event changes. */
type Fixed = Pick<Bench, 'head' | 'practice' | 'catalogue' | 'planner' | 'base'>;

function blank(
  { head, practice, catalogue, planner, base }: Fixed,
  network: Network,
  triples: Bench['triples'],
): Bench {
  return {
    head,
    practice,
    catalogue,
    planner,
    base,
    network,
    belief: complained(network, head.complaint),
    triples,
    standing: [],
    printed: [],
    readings: [],
    repairs: [],
    unmade: [],
    open: new Set(),
    hot: false,
    hasRun: false,
    lastCylinder: null,
    closed: null,
  };
}

/** Belief once the complaint is heard; symptoms not reported count weakly, and what runs badly was seen to crank. */
function complained(network: Network, complaint: readonly Symptom[]): Belief {
  let belief = initialBelief(network);
  if (complaint.length > 0) belief = withComplaint(network, belief, COMPLAINT, complaintOf(complaint));
  const implied = impliedByComplaint(complaint);
  if (implied)
    belief = withGroup(network, belief, implied, [
      { variable: implied, at: { state: 'idle', temperature: null }, weights: { '': { yes: 1 } }, event: 0 },
    ]);
  return belief;
}

const complaints = new WeakMap<readonly Symptom[], Evidence>();

/** The complaint as evidence; kept, for a record put to a wider space begins with it again. */
function complaintOf(complaint: readonly Symptom[]): Evidence {
  let found = complaints.get(complaint);
  if (!found) {
    const weights = Object.fromEntries(
      SYMPTOM_IDS.map((id) => [
        id,
        complaint.includes(id) ? { present: 1, absent: 0 } : { absent: 1, present: 1 - UNMENTIONED_COUNTS },
      ]),
    );
    found = { variable: COMPLAINT, at: AS_COMPLAINED, weights, event: 0 };
    complaints.set(complaint, found);
  }
  return found;
}

function impliedByComplaint(complaint: readonly Symptom[]): string | null {
  if (complaint.length === 0 || complaint.some((s) => NOT_CRANKING.includes(s))) return null;
  if (complaint.some((s) => !NOT_RUNNING.includes(s) && !STANDING.includes(s))) return IMPLIED_RUNS;
  return complaint.some((s) => NOT_RUNNING.includes(s) || s === 'cranks-slow') ? IMPLIED_CRANKS : null;
}

/** The bench after one more event. A correction replays the record from its first event, as if the struck line had never been. */
export function advance(bench: Bench, event: JobEvent): Bench {
  const printed = [...bench.printed, event];
  if (event.kind !== 'correct') return { ...stepped(bench, event), printed };
  const standing = [...bench.standing, null];
  // A correction of a correction strikes the line that was printed last in its place.
  standing[originOf(bench.printed, event.event) - 1] = event.replacement;
  return { ...standing.reduce(stepped, blank(bench, bench.base, [])), printed };
}

/** One standing event put to the bench; sets of three that it asks for are grown, and the record put to the wider space. */
function stepped(bench: Bench, event: JobEvent | null): Bench {
  const next = applied(bench, event);
  const asked = askedTriples(next.network, next.belief);
  if (asked.length === 0) return next;
  const triples = [...bench.triples, ...asked];
  return next.standing.reduce(applied, blank(bench, compileNetwork(bench.catalogue.network, triples), triples));
}

/** The number of the event that a chain of corrections began with. */
export function originOf(printed: readonly JobEvent[], number: number): number {
  const event = printed[number - 1];
  return event?.kind === 'correct' ? originOf(printed, event.event) : number;
}

/** The bench after a whole record. */
export function replayAll(head: CaseHead, events: readonly JobEvent[], options: BenchOptions = {}): Bench {
  return events.reduce(advance, openBench(head, options));
}

/** One standing event put to the bench, without growing the space. */
function applied(bench: Bench, event: JobEvent | null): Bench {
  const number = bench.standing.length + 1;
  const standing = [...bench.standing, event];
  switch (event?.kind) {
    case 'reading':
      return { ...withReadingTaken(bench, event.reading, number, event.raw.retest === true), standing };
    case 'repair':
      return { ...withRepairMade(bench, event.repair, number), standing };
    case 'access':
      return { ...bench, standing, open: openAfter(bench.open, event.key, event.open) };
    case 'unmade':
      return {
        ...bench,
        standing,
        unmade: [...bench.unmade, { ...event.unmade, event: number, epoch: epochOf(bench) }],
      };
    case 'close':
      return { ...bench, standing, closed: { event: number, kind: event.close, note: event.note } };
    default:
      return { ...bench, standing };
  }
}

/** Repairs so far: each begins a new record of readings. A bypass proves the point, repairs nothing and begins none. */
export function epochOf({ repairs }: Pick<Bench, 'repairs'>): number {
  return repairs.filter((r) => r.step.action !== 'bypassed').length;
}

const sameWeights = (a: Evidence['weights'], b: Evidence['weights']) => JSON.stringify(a) === JSON.stringify(b);

const YES: Evidence['weights'] = { '': { yes: 1 } };

function withReadingTaken(bench: Bench, reading: Reading, event: number, retest: boolean): Bench {
  const { network } = bench;
  const epoch = epochOf(bench);
  const twins = bench.readings.filter(
    (r) => r.epoch === epoch && r.reading.check === reading.check && r.reading.cylinder !== reading.cylinder,
  );
  const assess = (own: Reading, twin: Reading | undefined) =>
    checkOf(own.check).assess(own, assessingContext(bench.head, twin));
  const taken: StandingReading = { event, reading, assessment: assess(reading, twins.at(-1)?.reading), epoch, retest };
  // The twin is judged again beside the new one, so that the order in which the pair was read does not matter.
  const judgedAgain = new Map(twins.map((r) => [r, assess(r.reading, reading)]));
  const moved = twins.filter((r) => !sameWeights(r.assessment.weights, judgedAgain.get(r)!.weights));
  const readings = [
    ...bench.readings.map((r) => (judgedAgain.has(r) ? { ...r, assessment: judgedAgain.get(r)! } : r)),
    taken,
  ];
  const evidence = new Map<string, readonly Evidence[]>();
  const counted = withoutOutrankedMisses(readings);
  for (const variable of new Set([taken, ...moved].map((r) => instanceKey(r.reading.check, r.reading.cylinder)))) {
    if (!network.hasVariable(variable)) continue;
    evidence.set(
      variable,
      counted
        .filter(
          (r) =>
            r.epoch === epoch &&
            instanceKey(r.reading.check, r.reading.cylinder) === variable &&
            Object.keys(r.assessment.weights).length > 0,
        )
        .map((r): Evidence => {
          const weights = reading.symptoms === null ? r.assessment.weights : withoutToldAgain(bench, readings, r);
          return { variable, at: atOf(r.reading), weights, event: r.event };
        }),
    );
  }
  for (const variable of impliedBy(reading, taken)) {
    const earlier = bench.belief.groups.get(variable)?.readings ?? [];
    const at = atOf(reading);
    // That it ran at that state and heat was known already.
    if (earlier.some((e) => e.at.state === at.state && e.at.temperature === at.temperature)) continue;
    evidence.set(variable, [...earlier, { variable, at, weights: YES, event }]);
  }
  if (reading.side !== null && (taken.assessment.outcome ?? '') !== checkOf(reading.check).outcomes[0]?.id) {
    const variable = pointedKey(reading.check);
    const weights = { '': { [String(reading.side)]: 1 } };
    evidence.set(variable, [
      ...(bench.belief.groups.get(variable)?.readings ?? []),
      { variable, at: atOf(reading), weights, event },
    ]);
  }
  const told = toldAlready(bench);
  if (reading.symptoms?.some((symptom) => told.has(symptom))) {
    const at = { state: 'bench', temperature: null };
    evidence.set(IMPLIED_TROUBLE, [{ variable: IMPLIED_TROUBLE, at, weights: YES, event }]);
  }
  const belief = withGroups(network, bench.belief, evidence);
  return { ...bench, belief, readings, ...bodily(bench, reading) };
}

/** Symptoms the customer told, or a run showed, before any repair; after one, that they are there still is news. */
export const toldAlready = (bench: Bench): ReadonlySet<string> =>
  epochOf(bench) > 0
    ? new Set()
    : new Set([...bench.head.complaint, ...bench.readings.flatMap((r) => r.reading.symptoms ?? [])]);

/** How much a run asks of the engine: of two that show the same, the one that asks more is the witness. */
const asked = ({ reading, event }: StandingReading) => [
  RUNNING_STATES.indexOf(reading.condition),
  reading.temperature === 'hot' ? 1 : 0,
  -event,
];

/**
 * What a run says, without what was told already or another run shows that asks more: it is one and the same trouble, and no second witness of
 * which fault it is. So it does not matter which was made first.
 */
function withoutToldAgain(
  bench: Bench,
  readings: readonly StandingReading[],
  run: StandingReading,
): Evidence['weights'] {
  if (run.epoch > 0) return run.assessment.weights;
  const outranks = (other: StandingReading) => {
    const [a, b] = [asked(other), asked(run)];
    const differing = a.findIndex((rank, k) => rank !== b[k]);
    return differing >= 0 && a[differing]! > b[differing]!;
  };
  const elsewhere = new Set<string>([
    ...bench.head.complaint,
    ...readings.filter((r) => r.epoch === 0 && r !== run && outranks(r)).flatMap((r) => r.reading.symptoms ?? []),
  ]);
  const ticked = run.reading.symptoms ?? [];
  return Object.fromEntries(
    Object.entries(run.assessment.weights).filter(
      ([symptom]) => !(elsewhere.has(symptom) && (ticked as readonly string[]).includes(symptom)),
    ),
  );
}

/** What stands open once one thing was opened or put back: the way to it comes with it, and what lies behind goes with it. */
function openAfter(open: ReadonlySet<string>, key: string, opened: boolean): ReadonlySet<string> {
  const cylinder = Number(/\[(\d)\]/.exec(key)?.[1] ?? 0) || null;
  if (opened) return new Set([...open, ...accessChain([key.replace(/\[\d\]/, '[c]')], cylinder)]);
  return new Set([...open].filter((other) => other !== key && !liesBehind(other, key)));
}

const atOf = (reading: Reading) => ({ state: reading.condition, temperature: reading.temperature });

/** A check made at idle means that it cranks and starts. */
function impliedBy(reading: Reading, { assessment }: StandingReading): string[] {
  const check = checkOf(reading.check);
  if (!check.impliesState || Object.keys(assessment.weights).length === 0) return [];
  if (reading.symptoms?.some((s) => NOT_RUNNING.includes(s as Symptom))) return [];
  if (RUNNING.includes(reading.condition)) return [IMPLIED_RUNS];
  return reading.condition === 'cranking' ? [IMPLIED_CRANKS] : [];
}

/** What a reading leaves open, hot and run in. */
function bodily(bench: Bench, reading: Reading): Pick<Bench, 'open' | 'hot' | 'hasRun' | 'lastCylinder'> {
  const check = checkOf(reading.check);
  const running = RUNNING.includes(reading.condition);
  const keys = accessKeysFor(check, reading.cylinder, cylindersOf(bench.head.engine));
  const open = new Set(bench.open);
  for (const key of keys) open.add(key);
  // It does not run with a plug out or the carburettor on the bench.
  if (running) for (const key of open) if (/^(plug|head|carburettor|bowl|fuel-line)/.test(key)) open.delete(key);
  const warmed = check.warmsUp && running;
  return {
    open,
    hot: reading.temperature === null ? bench.hot || warmed : reading.temperature === 'hot',
    hasRun: bench.hasRun || running,
    lastCylinder: reading.cylinder ?? bench.lastCylinder,
  };
}

function withRepairMade(bench: Bench, step: RepairStep, event: number): Bench {
  const key = instanceKey(step.id, step.cylinder);
  const operator = operatorOf(bench, step, key);
  const access = (findFault(step.id) ?? CONDITIONS.find((c) => c.id === step.id))?.repair.access ?? [];
  const keys = accessKeysFor(
    { access, scope: step.cylinder === null ? 'machine' : 'cylinder' },
    step.cylinder,
    cylindersOf(bench.head.engine),
  );
  return {
    ...bench,
    belief: operator ? applyRepair(bench.network, bench.belief, operator) : bench.belief,
    repairs: [...bench.repairs, { event, key, step }],
    open: new Set([...bench.open, ...keys]),
    hot: false,
  };
}

/** Chance that work of that kind did not take [from memory, adjustable]. */
const FAILS: Record<RepairStep['action'], number | null> = {
  replaced: 0.02,
  adjusted: 0.03,
  repaired: 0.05,
  cleaned: 0.15,
  removed: 0.03,
  bypassed: null,
};

/** What a repair does to belief: takes out its fault and what the same work cures besides, and puts in what such work puts in. */
function operatorOf(bench: Bench, step: RepairStep, key: string): RepairOperator | null {
  const fails = FAILS[step.action];
  // A bypass proves the point and repairs nothing.
  if (fails === null) return null;
  const { faultIndex, spec } = bench.network;
  const puts = (findFault(step.id)?.repair.leaves ?? []).flatMap(({ fault, on, chance }) => {
    const cylinders =
      on === 'other' ? cylindersOf(bench.head.engine).filter((c) => c !== step.cylinder) : [step.cylinder];
    return cylinders.flatMap((c) => {
      const index = faultIndex.get(instanceKey(fault, findFault(fault)?.perCylinder ? c : null));
      return index === undefined ? [] : [{ fault: index, chance }];
    });
  });
  const state = spec.states.findIndex((s) => s.key === key);
  const made = findFault(step.id);
  const faults = bench.catalogue.faults
    .filter(
      (f) => f.key === key || (f.cylinder === step.cylinder && made !== undefined && sameRepair(f.definition, made)),
    )
    .map((f) => faultIndex.get(f.key)!);
  return { faults, state: state < 0 ? null : state, fails, puts };
}
