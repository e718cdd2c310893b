import { accessKeysFor, accessOf, checkOf, findCheck } from '../checks/index.ts';
import { cylindersOf, type RunningState, type Temperature } from '../engine/index.ts';
import { CONDITIONS, findFault, isCondition } from '../faults/index.ts';
import { PARTS, type PartId } from '../parts.ts';
import { barredBy } from '../reason/barred.ts';
import {
  likeliestSets,
  marginals,
  massOfSets,
  noneMass,
  slipChances,
  slippedOf,
  stateMarginals,
  surprise,
} from '../reason/belief.ts';
import { isBarred, type Situation } from '../reason/candidates.ts';
import { weightsOfEvidence } from '../reason/explain.ts';
import { IMPLIED_CRANKS, instanceKey } from '../reason/fromCatalogue.ts';
import { type NextCheck, type Plan, planNext } from '../reason/plan.ts';
import { type Settled, type StandingReading, settledFaults } from '../reason/settle.ts';
import { membersOf } from '../reason/space.ts';
import { COMES_WITH_HEAT, NOT_CRANKING, SHOWN_GONE_BY } from '../symptoms.ts';
import { type Bench, epochOf, houseMakes, type MadeRepair, toldAlready } from './bench.ts';

export interface Suspect {
  readonly key: string;
  readonly fault: string;
  readonly cylinder: number | null;
  readonly part: PartId;
  /** Marginal; marginals may sum over 1. */
  readonly p: number;
}

/** hollow: not looked at; half: cleared as far as that check can; filled: cleared; cracked: suspected; striped: proven. */
export type BoltMark = 'hollow' | 'half' | 'filled' | 'cracked' | 'striped';

export interface RidgePart {
  readonly part: PartId;
  /** Per cylinder 1..n; a shared part stands in all of them alike. */
  readonly sides: readonly { readonly p: number; readonly mark: BoltMark }[];
}

/** A check to take again after a repair: the same, in the same condition. */
export interface RetestDue {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** The reading before the repair it will stand beside, or null. */
  readonly before: number | null;
  /** The repair it proves; null when it shows the complaint gone. */
  readonly repair: number | null;
}

export interface BeforeAfter {
  readonly before: StandingReading;
  readonly after: StandingReading;
}

export type Phase = 'tracing' | 'repair' | 'retest' | 'ready' | 'closed';

export interface Belief {
  readonly suspects: readonly Suspect[];
  /** P(no fault). */
  readonly none: number;
  readonly sets: readonly { readonly keys: readonly string[]; readonly p: number }[];
  readonly conditions: readonly { readonly id: string; readonly p: number }[];
  /** P(some fault sits on that cylinder), by cylinder 1..n. */
  readonly sides: readonly number[];
  readonly surprise: number;
  /** The event that most probably slipped, once surprise reaches 0.5. */
  readonly slipped: number | null;
  readonly settled: readonly Settled[];
  readonly ridge: readonly RidgePart[];
  readonly unsteady: readonly string[];
}

export interface BenchSummary extends Belief {
  readonly phase: Phase;
  readonly retests: readonly RetestDue[];
  readonly pairs: readonly BeforeAfter[];
  /** Reasons the job cannot be closed as cured. */
  /** What is still to be tried before it goes back; a habit, no condition of closing. */
  readonly handingBack: readonly TriedLast[];
  readonly closeBlockers: readonly CloseBlocker[];
}

export type CloseBlocker =
  | { readonly code: 'bypass-fitted'; readonly repair: number; readonly key: string }
  | { readonly code: 'temporary-open'; readonly repair: number; readonly key: string }
  | { readonly code: 'nothing-repaired' }
  | { readonly code: 'only-a-condition'; readonly key: string }
  | { readonly code: 'retest-due'; readonly check: string; readonly cylinder: number | null }
  | { readonly code: 'complaint-not-gone'; readonly check: string };

/** From here on the record asks for a reading again before anything is bought. */
const SURPRISED = 0.5;
const SUSPECTED = 0.15;
const CLEARED = 0.03;
const SETS_SHOWN = 10;
const LEAST_SUSPECT = 0.001;

/** What the record says now. The planner is asked apart: the ridge is painted first. */
export function summarise(bench: Bench): BenchSummary {
  const believed = beliefOf(bench);
  const retests = retestsDue(bench);
  const gone = complaintGone(bench);
  const unrepaired = believed.settled.filter(
    ({ fault }) =>
      !bench.repairs.some(
        (r) =>
          r.key === fault &&
          r.event > Math.max(...believed.settled.filter((s) => s.fault === fault).flatMap((s) => s.proof)),
      ),
  );
  const phase: Phase = bench.closed
    ? 'closed'
    : bench.repairs.length > 0 && retests.length > 0
      ? 'retest'
      : unrepaired.length > 0
        ? 'repair'
        : bench.repairs.length > 0 && gone.every((g) => g.gone)
          ? 'ready'
          : 'tracing';
  return {
    ...believed,
    settled: unrepaired,
    phase,
    retests,
    pairs: beforeAfter(bench),
    handingBack: phase === 'ready' ? beforeHandingBack(bench) : [],
    closeBlockers: closeBlockers(bench, retests, gone),
  };
}

function beliefOf(bench: Bench): Belief {
  const { network, belief, catalogue } = bench;
  const p = marginals(belief);
  const suspects: Suspect[] = [];
  for (const [i, { key, id, cylinder, definition }] of catalogue.faults.entries())
    if (p[i]! >= LEAST_SUSPECT) suspects.push({ key, fault: id, cylinder, part: definition.part, p: p[i]! });
  suspects.sort((a, b) => b.p - a.p || (a.key < b.key ? -1 : 1));
  const sets = likeliestSets(belief, SETS_SHOWN).map(({ set, p }) => ({
    keys: membersOf(network.space, set).map((f) => catalogue.faults[f]!.key),
    p,
  }));
  const states = stateMarginals(belief);
  const sides = sideSets(bench).map((own) => massOfSets(belief, own));
  const chance = surprise(belief);
  const slips = chance >= SURPRISED ? [...slipChances(network, belief)].sort((a, b) => b[1] - a[1])[0] : undefined;
  const slipped = slips ? slippedOf(network, belief, slips[0]) : null;
  const doubted = canBeTakenAgain(bench, slipped) ? slipped : null;
  // What rests on a reading that most probably slipped is not proven until that was taken again.
  const settled = settledFaults(catalogue, network, belief, currentReadings(bench), (check, cylinder) =>
    canLook(bench, check, cylinder),
  ).filter(({ proof }) => doubted === null || !proof.includes(doubted));
  return {
    suspects,
    none: noneMass(belief),
    sets,
    conditions: catalogue.conditions.map((c, i) => ({ id: c.id, p: states[i]! })),
    sides,
    surprise: chance,
    slipped,
    settled,
    ridge: ridgeOf(bench, p, settled),
    unsteady: [...belief.groups.values()]
      .filter((g) => g.unsteady && !/^(implied|pointed)\./.test(g.variable))
      .map((g) => g.variable),
  };
}

/** Whether a reading can be taken again and was not yet. */
const canBeTakenAgain = (bench: Bench, event: number | null) => {
  const taken = bench.readings.find((r) => r.event === event);
  return taken !== undefined && !takenAgain(bench, taken) && !cannotBeMade(bench, taken.reading);
};

/** Whether a check can be made as the bench stands. */
const canLook = (bench: Bench, id: string, cylinder: number | null) => {
  const check = checkOf(id);
  return (
    houseMakes(bench.head, bench.practice, check) &&
    !cannotBeMade(bench, { check: id, cylinder, condition: check.states[0]!, temperature: null })
  );
};

/**
 * The cylinder on which something is wrong more surely than not, and at least twice as surely as on any other.
 * @param sides P(some fault sits on that cylinder), by cylinder 1..n
 * @returns its number, or null while the side is unknown; a single has no side to know
 */
export function leadingSide(sides: readonly number[]): number | null {
  if (sides.length < 2) return null;
  const first = Math.max(...sides);
  const second = Math.max(...sides.filter((_, i) => i !== sides.indexOf(first)));
  return first > 0.5 && first > 2 * second ? sides.indexOf(first) + 1 : null;
}

const sided = new WeakMap<Bench['network']['space'], readonly Int32Array[]>();

/** For each cylinder the sets of which some fault keeps it from pulling. */
function sideSets({ catalogue, head, network: { space } }: Bench): readonly Int32Array[] {
  let found = sided.get(space);
  if (!found) {
    const cylinders = cylindersOf(head.engine);
    found = cylinders.map((c) => {
      const affects = Uint8Array.from(catalogue.faults, ({ cylinder, definition }) => {
        if (cylinder === null) return 0;
        const onOther = definition.failures.some((failure) => failure.on === 'other');
        return Number((cylinder === c) !== onOther);
      });
      return Int32Array.from(
        Array.from({ length: space.count }, (_, i) => i).filter((i) =>
          membersOf(space, i).some((f) => affects[f] === 1),
        ),
      );
    });
    sided.set(space, found);
  }
  return found;
}

/**
 * Readings that still speak of the engine as it is: taken since the last repair that changed what they see. A coil measured
 * before the battery was replaced is still that coil.
 */
function currentReadings(bench: Bench): StandingReading[] {
  return bench.readings.filter((r) => {
    const variable = instanceKey(r.reading.check, r.reading.cylinder);
    if (!bench.network.hasVariable(variable)) return false;
    const { touches } = bench.network.variable(variable);
    return !bench.repairs.some(
      (repair) => repair.event > r.event && repair.step.action !== 'bypassed' && touches.includes(repair.key),
    );
  });
}

/** Which faults stand over each part on each side, and the checks they speak of themselves; as long as the engine is the same. */
interface Skyline {
  readonly part: PartId;
  readonly sides: readonly {
    readonly cylinder: number;
    readonly faults: readonly number[];
    readonly checks: ReadonlySet<string>;
  }[];
}

const skylines = new WeakMap<Bench['catalogue']['faults'], readonly Skyline[]>();

function skylineOf({ faults, engine }: Bench['catalogue']): readonly Skyline[] {
  const kept = skylines.get(faults);
  if (kept) return kept;
  const skyline = PARTS.map((part) => ({
    part: part.id,
    sides: cylindersOf(engine).map((cylinder) => {
      const own = Array.from(faults.keys()).filter((f) => {
        const fault = faults[f]!;
        return fault.definition.part === part.id && (fault.cylinder === null || fault.cylinder === cylinder);
      });
      return {
        cylinder,
        faults: own,
        checks: new Set(own.flatMap((f) => faults[f]!.definition.effects.map((e) => e.check))),
      };
    }),
  }));
  skylines.set(faults, skyline);
  return skyline;
}

function ridgeOf(bench: Bench, p: Float64Array, settled: readonly Settled[]): RidgePart[] {
  const read = currentReadings(bench);
  const proven = new Set(settled.map((s) => s.fault));
  return skylineOf(bench.catalogue).map(({ part, sides }) => ({
    part,
    sides: sides.map((side) => {
      const height = 1 - side.faults.reduce((quiet, f) => quiet * (1 - p[f]!), 1);
      return { p: height, mark: markOf(bench, p, side, height, proven, read) };
    }),
  }));
}

function markOf(
  { catalogue }: Bench,
  p: Float64Array,
  { cylinder, faults, checks }: Skyline['sides'][number],
  height: number,
  proven: ReadonlySet<string>,
  read: readonly StandingReading[],
): BoltMark {
  if (faults.some((f) => proven.has(catalogue.faults[f]!.key))) return 'striped';
  if (height >= SUSPECTED) return 'cracked';
  const lookedAt = read.some(
    ({ reading }) => checks.has(reading.check) && (reading.cylinder === null || reading.cylinder === cylinder),
  );
  if (!lookedAt) return 'hollow';
  return faults.every((f) => p[f]! < CLEARED && clearedBySettlingCheck(catalogue.faults[f]!, read)) ? 'filled' : 'half';
}

function clearedBySettlingCheck(
  fault: Bench['catalogue']['faults'][number],
  read: readonly StandingReading[],
): boolean {
  return fault.definition.settledBy.some(
    (rule) =>
      rule.length === 1 &&
      read.some(
        (r) =>
          r.reading.check === rule[0]!.check &&
          (r.reading.cylinder === null || r.reading.cylinder === fault.cylinder) &&
          r.assessment.outcome === checkOf(r.reading.check).outcomes[0]?.id &&
          !r.assessment.tooCloseToCall,
      ),
  );
}

/** The last repair of each fault, and what has to be shown after it. */
function retestsDue(bench: Bench): RetestDue[] {
  const due: RetestDue[] = [];
  const latest = bench.repairs.filter((r, i) => !bench.repairs.some((later, j) => j > i && later.key === r.key));
  for (const repair of latest) {
    const definition = findFault(repair.step.id) ?? CONDITIONS.find((c) => c.id === repair.step.id);
    const check = definition && findCheck(definition.repair.retest);
    if (!check?.appliesTo(bench.head.engine)) continue;
    const cylinder = check.scope === 'cylinder' ? (repair.step.cylinder ?? bench.lastCylinder ?? 1) : null;
    if (takenAfter(bench, repair.event, check.id, cylinder)) continue;
    due.push({ check: check.id, cylinder, ...stateBefore(bench, repair, check.id, cylinder), repair: repair.event });
  }
  const last = bench.repairs.at(-1);
  if (!last) return due;
  for (const { check, condition, temperature } of complaintChecks(bench)) {
    if (takenAfter(bench, last.event, check, null) || due.some((d) => d.check === check)) continue;
    due.push({
      check,
      cylinder: null,
      condition,
      temperature,
      before: lastBefore(bench, last.event, check, null)?.event ?? null,
      repair: null,
    });
  }
  return due;
}

const takenAfter = (bench: Bench, event: number, check: string, cylinder: number | null) =>
  bench.readings.some((r) => r.event > event && r.reading.check === check && r.reading.cylinder === cylinder);

const lastBefore = (bench: Bench, event: number, check: string, cylinder: number | null) =>
  bench.readings.findLast((r) => r.event < event && r.reading.check === check && r.reading.cylinder === cylinder);

/** The worst reading before the repair gives the state to repeat it in. */
function stateBefore(bench: Bench, repair: MadeRepair, check: string, cylinder: number | null) {
  const earlier = bench.readings.filter(
    (r) => r.event < repair.event && r.reading.check === check && r.reading.cylinder === cylinder,
  );
  const worst = earlier.reduce<StandingReading | undefined>(
    (a, b) => ((b.assessment.severity ?? 0) >= (a?.assessment.severity ?? -1) ? b : a),
    undefined,
  );
  return {
    condition: worst?.reading.condition ?? checkOf(check).states[0]!,
    temperature: worst?.reading.temperature ?? null,
    before: worst?.event ?? null,
  };
}

/** Checks that show the complaint gone, in the state it is complained of. */
function complaintChecks(bench: Bench): { check: string; condition: RunningState; temperature: Temperature | null }[] {
  const { complaint, history } = bench.head;
  const withHeat = complaint.some((s) => COMES_WITH_HEAT.includes(s)) || history.flags.includes('only-hot');
  const checks = new Set(complaint.map((s) => SHOWN_GONE_BY[s] ?? (withHeat ? 'run.minutes' : 'look.run')));
  return [...checks].map((check) => ({
    check,
    condition: checkOf(check).states[0]!,
    temperature: check === 'run.minutes' ? 'hot' : null,
  }));
}

const CLEAN: Readonly<Record<string, string>> = {
  'look.run': 'runs-clean',
  'run.minutes': 'clean',
  'look.crank': 'normal',
  'run.shut-off': 'all-stop',
};

function complaintGone(bench: Bench): { check: string; gone: boolean }[] {
  const since = bench.repairs.at(-1)?.event ?? 0;
  return complaintChecks(bench).map(({ check }) => {
    const last = bench.readings.findLast((r) => r.event > since && r.reading.check === check);
    return { check, gone: last?.assessment.outcome === CLEAN[check] };
  });
}

function closeBlockers(
  bench: Bench,
  retests: readonly RetestDue[],
  gone: readonly { check: string; gone: boolean }[],
): CloseBlocker[] {
  const out: CloseBlocker[] = fittedBypasses(bench).map((r) => ({
    code: 'bypass-fitted',
    repair: r.event,
    key: r.key,
  }));
  out.push(
    ...openTemporaries(bench).map((r): CloseBlocker => ({ code: 'temporary-open', repair: r.event, key: r.key })),
  );
  const mended = bench.repairs.filter((r) => r.step.action !== 'bypassed');
  if (mended.length === 0) out.push({ code: 'nothing-repaired' });
  else if (mended.every((r) => isCondition(r.step.id))) out.push({ code: 'only-a-condition', key: mended[0]!.key });
  out.push(...retests.map((r): CloseBlocker => ({ code: 'retest-due', check: r.check, cylinder: r.cylinder })));
  for (const { check, gone: isGone } of gone)
    if (!isGone && !retests.some((r) => r.check === check)) out.push({ code: 'complaint-not-gone', check });
  return out;
}

/** Bypasses with no other work on the same part after them. They keep a job open whatever its end. */
export function fittedBypasses(bench: Pick<Bench, 'repairs'>): MadeRepair[] {
  return bench.repairs.filter(
    (r, i) =>
      r.step.action === 'bypassed' &&
      !bench.repairs.some((later, j) => j > i && later.key === r.key && later.step.action !== 'bypassed'),
  );
}

/** Temporary repairs nobody has made good yet. */
export function openTemporaries(bench: Pick<Bench, 'repairs'>): MadeRepair[] {
  return bench.repairs.filter(
    (r, i) =>
      r.step.temporary &&
      !bench.repairs.some(
        (later, j) => j > i && later.key === r.key && !later.step.temporary && later.step.action !== 'bypassed',
      ),
  );
}

/** A check of the whole machine, in the state it is made in. */
export type TriedLast = Pick<NextCheck, 'check' | 'condition' | 'temperature'>;

/** What a machine is tried for before it goes back, whatever was wrong with it [P]: the order of the work, heat last. */
export const HANDING_BACK: readonly TriedLast[] = [
  { check: 'look.run', condition: 'loaded', temperature: null },
  { check: 'charge.volts', condition: 'full-speed', temperature: null },
  { check: 'run.leak-watch', condition: 'key-off', temperature: null },
  { check: 'run.shut-off', condition: 'idle', temperature: null },
  { check: 'run.minutes', condition: 'loaded', temperature: 'hot' },
  { check: 'run.restart-hot', condition: 'cranking', temperature: 'hot' },
];

/** And where the battery was empty or worn: what emptied it. */
const EMPTIES: TriedLast = { check: 'power.draw', condition: 'key-off', temperature: null };

/** Of those, what was not looked at since the last repair and can be made; none before a repair. */
export function beforeHandingBack(bench: Bench): readonly TriedLast[] {
  const last = bench.repairs.findLast((r) => r.step.action !== 'bypassed');
  if (!last) return [];
  const empty = bench.repairs.some((r) => r.step.id.startsWith('power.battery-'));
  return [...HANDING_BACK, ...(empty ? [EMPTIES] : [])].filter(
    ({ check, condition, temperature }) =>
      checkOf(check).appliesTo(bench.head.engine) &&
      houseMakes(bench.head, bench.practice, checkOf(check)) &&
      !cannotBeMade(bench, { check, cylinder: null, condition, temperature }) &&
      !bench.readings.some(
        (r) => r.event > last.event && r.reading.check === check && r.reading.condition === condition,
      ),
  );
}

/** Readings taken again after a repair beside the last one before it. */
function beforeAfter(bench: Bench): BeforeAfter[] {
  const pairs: BeforeAfter[] = [];
  for (const after of bench.readings) {
    const repair = bench.repairs.findLast((r) => r.event < after.event);
    if (!repair) continue;
    const same = bench.readings.filter(
      (r) =>
        r.event < repair.event &&
        r.reading.check === after.reading.check &&
        r.reading.cylinder === after.reading.cylinder,
    );
    const before =
      same.findLast(
        (r) => r.reading.condition === after.reading.condition && r.reading.temperature === after.reading.temperature,
      ) ?? same.at(-1);
    if (before) pairs.push({ before, after });
  }
  return pairs;
}

/** The ranked next checks, one step ahead; after a repair its re-tests come first. */
export function nextChecks(bench: Bench, summary: Pick<BenchSummary, 'slipped' | 'retests'>): Plan {
  const slipped = summary.slipped === null ? undefined : bench.readings.find((r) => r.event === summary.slipped);
  const again =
    slipped && !takenAgain(bench, slipped) ? instanceKey(slipped.reading.check, slipped.reading.cylinder) : null;
  const plan = planNext(bench.catalogue, bench.network, bench.belief, bench.planner(), situationOf(bench), again);
  const retests = summary.retests.map((due) => retestAsNext(bench, due));
  const same = (a: NextCheck, b: NextCheck) => a.check === b.check && a.cylinder === b.cylinder;
  const listed = plan.next.filter((n) => !retests.some((r) => same(n, r)));
  return { ...plan, next: [...retests, ...ledByHouse(bench, listed)] };
}

/** What was taken again and said its part is not asked a third time. */
const takenAgain = (bench: Pick<Bench, 'readings'>, taken: StandingReading) =>
  bench.readings.some((r) => r !== taken && r.epoch === taken.epoch && sameReading(r, taken));

/** Whether the reading that most probably slipped was taken again since the last repair. */
export const slippedWasTakenAgain = (bench: Pick<Bench, 'readings'>, { slipped }: Pick<BenchSummary, 'slipped'>) => {
  const taken = bench.readings.find((r) => r.event === slipped);
  return taken !== undefined && takenAgain(bench, taken);
};

const sameReading = ({ reading: a }: StandingReading, { reading: b }: StandingReading) =>
  a.check === b.check &&
  a.cylinder === b.cylinder &&
  a.condition === b.condition &&
  (a.temperature === 'hot') === (b.temperature === 'hot');

/** What makes it safe and what is to be taken again stay first; then what the house's school leads with, until it was looked at. */
function ledByHouse(bench: Bench, listed: readonly NextCheck[]): readonly NextCheck[] {
  const { practice, head, catalogue, hot } = bench;
  const epoch = epochOf(bench);
  const lead = practice.leads.find(({ with: told }) => told.some((symptom) => head.complaint.includes(symptom)));
  if (!lead || bench.readings.some((r) => r.epoch === epoch && lead.checks.includes(r.reading.check))) return listed;
  const instance = catalogue.checks.find((c) => lead.checks.includes(c.check.id));
  if (!instance || !bench.planner().candidates.some((c) => c.instance.check.id === instance.check.id)) return listed;
  const { check, cylinder } = instance;
  const condition =
    head.complaint.includes('cranks-no-start') && check.states.includes('cranking') ? 'cranking' : check.states[0]!;
  const temperature = hot && check.temperatures.includes('hot') ? 'hot' : null;
  const found = listed.find((n) => lead.checks.includes(n.check));
  if (!found && isBarred(situationOf(bench), instance, condition, temperature)) return listed;
  const first: NextCheck = found ?? {
    ...asNext(bench, { check: check.id, cylinder, condition, temperature }),
    why: { code: 'house' },
  };
  const fixed = listed.filter((n) => n.why.code === 'makes-safe' || n.why.code === 'again');
  // Nothing that cranks comes before what makes cranking safe.
  if (fixed.length > 0 && condition === 'cranking') return listed;
  return [...fixed, first, ...listed.filter((n) => !fixed.includes(n) && n !== first)];
}

/** Whether the record says that a check cannot be made as things stand. */
export const cannotBeMade = (
  bench: Bench,
  { check, cylinder, condition, temperature }: Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>,
): boolean => isBarred(situationOf(bench), { check: checkOf(check), cylinder }, condition, temperature);

/** What must still be opened for a check as the bench stands, and the minutes of opening and closing it [min]. */
export function stillToOpen(
  bench: Bench,
  check: string,
  cylinder: number | null,
): { readonly opens: readonly string[]; readonly minutes: number } {
  const opens = accessKeysFor(checkOf(check), cylinder, cylindersOf(bench.head.engine)).filter(
    (key) => !bench.open.has(key),
  );
  return { opens, minutes: opens.reduce((sum, key) => sum + accessOf(key).openMin + accessOf(key).closeMin, 0) };
}

/** A check put on the list apart from its worth. */
function asNext(
  bench: Bench,
  { check, cylinder, condition, temperature }: Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>,
): Omit<NextCheck, 'why'> {
  const { opens, minutes } = stillToOpen(bench, check, cylinder);
  return { check, cylinder, condition, temperature, minutes: checkOf(check).minutes + minutes, minutesSaved: 0, opens };
}

function retestAsNext(bench: Bench, { repair, ...due }: RetestDue): NextCheck {
  return {
    ...asNext(bench, due),
    why: {
      code: 'retest',
      repair: repair === null ? null : (bench.repairs.find((r) => r.event === repair)?.key ?? null),
    },
  };
}

/** The complaint is that it does not run at all; a start that dies at once is a start. */
const saidNotToRun = ({ head }: Bench) =>
  head.complaint.some((s) => s === 'cranks-no-start' || NOT_CRANKING.includes(s)) &&
  !head.complaint.some((s) => s === 'starts-then-dies' || s === 'runs-rough' || s === 'low-power');

function situationOf(bench: Bench): Situation {
  const deadStop = lastEventOf(bench, (r) => r.reading.check === 'look.crank' && r.assessment.outcome === 'stops-dead');
  const plugsOut = lastEventOf(
    bench,
    (r) => r.reading.check === 'turn.plugs-out' && r.assessment.outcome !== 'still-locked',
  );
  const stopped =
    deadStop ??
    (bench.head.complaint.includes('crank-stops') || bench.head.complaint.includes('will-not-turn') ? 0 : null);
  return {
    open: bench.open,
    hot: bench.hot,
    hasRun: bench.hasRun,
    repaired: epochOf(bench) > 0,
    crankingUnsafe: stopped !== null && (plugsOut ?? -1) < stopped,
    lastCylinder: bench.lastCylinder,
    doesNotRun: saidNotToRun(bench) && !bench.hasRun && epochOf(bench) === 0,
    after: bench.practice.after,
    readings: currentReadings(bench),
    told: toldAlready(bench),
    epoch: epochOf(bench),
    barred: barredBy(bench.unmade, bench.readings, epochOf(bench)),
  };
}

const lastEventOf = (bench: Bench, wanted: (r: StandingReading) => boolean) =>
  bench.readings.findLast(wanted)?.event ?? null;

export interface Explanation {
  readonly key: string;
  readonly weights: readonly {
    readonly variable: string;
    readonly events: readonly number[];
    readonly decibans: number;
  }[];
  /** Ways to settle it, each with what is still missing. */
  readonly missing: readonly (readonly {
    readonly check: string;
    readonly outcomes: readonly string[];
    readonly cylinder: number | null;
  }[])[];
}

/** What speaks for and against a suspect, and what would settle it. @throws RangeError for a key not on this engine */
export function explainSuspect(bench: Bench, key: string): Explanation {
  const index = bench.network.faultIndex.get(key);
  if (index === undefined) throw new RangeError(`explainSuspect: no fault ${key} on this engine`);
  const read = currentReadings(bench);
  const routes = bench.planner().routes.filter((route) => route.fault === index);
  return {
    key,
    weights: weightsOfEvidence(bench.network, bench.belief, index).filter((w) => w.variable !== IMPLIED_CRANKS),
    missing: routes.map((route) =>
      route.needs
        .filter(
          ({ need, target }) =>
            !read.some(
              (r) =>
                r.reading.check === need.check &&
                r.reading.cylinder === target &&
                need.outcomes.includes(r.assessment.outcome ?? ''),
            ),
        )
        .map(({ need, target }) => ({ check: need.check, outcomes: need.outcomes, cylinder: target })),
    ),
  };
}
