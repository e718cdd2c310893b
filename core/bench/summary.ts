import { checkOf } from '../checks/index.ts';
import type { PartId } from '../machine/parts.ts';
import { grossErrorChances, grossErrorOf, massOfPlaces, noneMass, stateMarginals, surprise } from '../reason/asked.ts';
import { type Confirmed, confirmedFaults } from '../reason/confirm.ts';
import { faultChances, likeliestFaultSets } from '../reason/faultChances.ts';
import { type BeforeAfter, beforeAfter } from './before.ts';
import { type CloseBlocker, closeBlockers } from './closing.ts';
import { type ConditionWork, conditionWork } from './conditionWork.ts';
import { currentReadings } from './currentReadings.ts';
import { endedBy } from './endedBy.ts';
import { beforeHandingBack, type TriedLast } from './handBack.ts';
import { type JudgedOtherwise, judgedOtherwise } from './judgedOtherwise.ts';
import type { ProofRun } from './proof.ts';
import { complaintGone, complaintProofs, proofsFailed, type RetestDue, retestsDue, troubleSeen } from './retest.ts';
import { type RidgePart, ridgeOf } from './ridge.ts';
import { isSettling } from './settling.ts';
import { sidePlaces } from './sides.ts';
import { canBeTakenAgain, canLook } from './situation.ts';
import type { Bench } from './state.ts';
import { type Unexplained, unexplained } from './unexplained.ts';

export interface Suspect {
  readonly key: string;
  readonly fault: string;
  readonly cylinder: number | null;
  readonly part: PartId;
  /** Marginal; marginals may sum over 1. */
  readonly p: number;
}

/** `work`: shown gone, and yet something of a condition is to be done before it leaves. */
export type Phase = 'tracing' | 'repair' | 'retest' | 'work' | 'ready' | 'closed';

export interface Belief {
  readonly suspects: readonly Suspect[];
  /** P(no fault). */
  readonly none: number;
  readonly sets: readonly { readonly keys: readonly string[]; readonly p: number }[];
  readonly conditions: readonly { readonly id: string; readonly p: number }[];
  /** P(some fault sits on that cylinder), by cylinder 1..n. */
  readonly sides: readonly number[];
  readonly surprise: number;
  /** The event that most probably is a gross error, once surprise reaches 0.5. */
  readonly grossError: number | null;
  readonly confirmed: readonly Confirmed[];
  readonly ridge: readonly RidgePart[];
  readonly conflicting: readonly string[];
}

export interface BenchSummary extends Belief {
  readonly phase: Phase;
  readonly retests: readonly RetestDue[];
  readonly pairs: readonly BeforeAfter[];
  /** What shows the complaint gone where that takes time; none before a repair. */
  readonly proofs: readonly ProofRun[];
  /** What was set up and nobody has looked at since: with its event, and how long it stands [min]. */
  readonly standing: readonly { readonly event: number; readonly check: string; readonly minutes: number }[];
  /** The last run showed no more than a flooded engine does at first: to be looked at again at ten minutes. */
  readonly settling: boolean;
  /** What the conditions of the machine ask for before it is cranked, runs or leaves. */
  readonly work: ConditionWork;
  /** What more is known of the engine since would judge these otherwise. */
  readonly judgedOtherwise: readonly JudgedOtherwise[];
  /** What is still to be tried before it goes back; a habit, no condition of closing. */
  readonly handingBack: readonly TriedLast[];
  /** Of the complaint, what the work does not explain, once it is shown gone. */
  readonly unexplained: readonly Unexplained[];
  /** Reasons the job cannot be closed as cured. */
  readonly closeBlockers: readonly CloseBlocker[];
}

/** From here on the record asks for a reading again before anything is bought. */
const SURPRISED = 0.5;
const SETS_SHOWN = 10;
const LEAST_SUSPECT = 0.001;
/** Chances are told apart to one in so many. */
const DISTINCT = 1e12;

/** What the record says now. The planner is asked apart: the ridge is painted first. */
export function summarise(bench: Bench): BenchSummary {
  const believed = beliefOf(bench);
  const retests = retestsDue(bench);
  const work = conditionWork(bench, believed.conditions);
  const gone = complaintGone(bench);
  const proofs = complaintProofs(bench);
  const unrepaired = believed.confirmed.filter(
    ({ fault }) =>
      !bench.repairs.some(
        (r) =>
          endedBy(r, fault) &&
          r.event > Math.max(...believed.confirmed.filter((s) => s.fault === fault).flatMap((s) => s.proof)),
      ),
  );
  const phase: Phase = bench.closed
    ? 'closed'
    : bench.repairs.length > 0 && retests.length > 0
      ? 'retest'
      : unrepaired.length > 0
        ? 'repair'
        : bench.repairs.length > 0 &&
            gone.every((g) => g.gone) &&
            proofsFailed(bench).length + troubleSeen(bench).length === 0
          ? work.due.length + work.causes.length > 0
            ? 'work'
            : 'ready'
          : 'tracing';
  return {
    ...believed,
    confirmed: unrepaired,
    phase,
    retests,
    pairs: beforeAfter(bench),
    work,
    proofs,
    standing: standingNow(bench),
    settling: isSettling(bench),
    judgedOtherwise: judgedOtherwise(bench),
    handingBack: phase === 'ready' ? beforeHandingBack(bench) : [],
    unexplained: phase === 'ready' ? unexplained(bench, { confirmed: unrepaired, suspects: believed.suspects }) : [],
    closeBlockers: closeBlockers(bench, retests, gone, work, proofs),
  };
}

const standingNow = ({ setUps, readings, closed }: Bench): BenchSummary['standing'] =>
  closed
    ? []
    : setUps
        .filter(
          ({ event, check }) =>
            !readings.some((r) => r.event > event && r.reading.check === check) &&
            !setUps.some((later) => later.event > event && later.check === check),
        )
        .map(({ event, check }) => ({ event, check, minutes: checkOf(check).unattendedMinutes }));

function beliefOf(bench: Bench): Belief {
  const { network, belief, catalogue } = bench;
  const p = faultChances(catalogue, belief);
  const suspects: Suspect[] = [];
  for (let f = 0; f < p.length; f++) {
    if (p[f]! < LEAST_SUSPECT) continue;
    const { key, id, cylinder, definition } = catalogue.faults[f]!;
    suspects.push({ key, fault: id, cylinder, part: definition.part, p: p[f]! });
  }
  // Two sides alike are equally likely but for the last places: these do not say which stands first.
  suspects.sort((a, b) => Math.round(b.p * DISTINCT) - Math.round(a.p * DISTINCT) || (a.key < b.key ? -1 : 1));
  const sets = likeliestFaultSets(catalogue, belief, SETS_SHOWN).map(({ faults, p }) => ({
    keys: faults.map((f) => catalogue.faults[f]!.key),
    p,
  }));
  const states = stateMarginals(belief);
  const sides = sidePlaces(bench).map((own) => massOfPlaces(belief, own));
  const chance = surprise(belief);
  const wrong =
    chance >= SURPRISED ? [...grossErrorChances(network, belief)].sort((a, b) => b[1] - a[1])[0] : undefined;
  const grossError = wrong ? grossErrorOf(network, belief, wrong[0]) : null;
  const doubted = canBeTakenAgain(bench, grossError) ? grossError : null;
  // What rests on a reading that most probably is a gross error is not confirmed until that was taken again.
  const canMake = (check: string, cylinder: number | null) => canLook(bench, check, cylinder);
  const readings = currentReadings(bench);
  const confirmed = confirmedFaults(catalogue, network, belief, readings, canMake, bench.access).filter(
    ({ proof }) => doubted === null || !proof.includes(doubted),
  );
  return {
    suspects,
    none: noneMass(belief),
    sets,
    conditions: catalogue.conditions.map((c, i) => ({ id: c.id, p: states[i]! })),
    sides,
    surprise: chance,
    grossError,
    confirmed,
    ridge: ridgeOf(bench, p, confirmed),
    conflicting: [...belief.groups.values()]
      .filter((g) => g.inConflict && !/^(implied|pointed)\./.test(g.variable))
      .map((g) => g.variable),
  };
}
