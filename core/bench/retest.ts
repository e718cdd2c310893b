import { CHECKS, type CheckId, checkOf, findCheck } from '../checks/index.ts';
import { COMES_WITH_HEAT, type Symptom } from '../complaint/symptoms.ts';
import { cylindersOf, type RunningState, type Temperature } from '../engine/index.ts';
import { findRepairable, WORKED } from '../faults/index.ts';
import type { StandingReading } from '../reason/standing.ts';
import { readingRepeated } from './before.ts';
import { isWaived } from './conditionWork.ts';
import { type ComplaintCheck, couldShow, lastsEnough, type ProofRun, proofRuns, soundOf } from './proof.ts';
import { RUN, RUN_HOT, SHOWN_GONE, type ShownGone } from './shownGone.ts';
import { type Bench, houseMakes, type MadeRepair } from './state.ts';

const TOP_SPEED: CheckId = 'run.top-speed';

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

/** The last repair of each fault, and what has to be shown after it. */
export function retestsDue(bench: Bench): RetestDue[] {
  const due: RetestDue[] = [];
  for (const repair of latestRepairs(bench)) {
    const definition = findRepairable(repair.step.id);
    const check = definition && findCheck(definition.repair.retest);
    if (!check?.appliesTo(bench.head.engine)) continue;
    const cylinder = check.scope === 'cylinder' ? (repair.step.cylinder ?? bench.lastCylinder ?? 1) : null;
    if (takenAfter(bench, repair.event, check.id, cylinder)) continue;
    const asked = { check: check.id, cylinder, ...stateToRepeat(bench, repair, check.id, cylinder) };
    const before = readingRepeated(bench.readings, repair.event, asked)?.event ?? null;
    due.push({ ...asked, before, repair: repair.event });
  }
  due.push(
    ...proofsDue(bench).filter((d) => !due.some((other) => other.check === d.check && other.cylinder === d.cylinder)),
  );
  const since = changedAt(bench);
  if (since === 0) return due;
  for (const complaint of complaintChecks(bench)) {
    const { check, condition, temperature } = complaint;
    const made = bench.readings.some((r) => r.event > since && decides(bench, complaint, r));
    if (made || due.some((d) => d.check === check)) continue;
    const asked = { check, cylinder: null, condition, temperature };
    due.push({ ...asked, before: readingRepeated(bench.readings, since, asked)?.event ?? null, repair: null });
  }
  // An engine that turned too fast is not loaded before its speed was read again.
  return due.sort((a, b) => Number(b.check === TOP_SPEED) - Number(a.check === TOP_SPEED));
}

const latestRepairs = ({ repairs }: Bench): MadeRepair[] =>
  repairs.filter((r, i) => !repairs.some((later, j) => j > i && later.key === r.key));

/** When the machine was changed last: repaired, a bypass fitted, or one taken off again; 0 where it never was. */
const changedAt = ({ repairs, works }: Bench): number =>
  Math.max(
    0,
    ...repairs.map((r) => r.event),
    ...works
      .filter(({ of }) => repairs.some((r) => r.event === of && r.step.action === 'bypassed'))
      .map((w) => w.event),
  );

/** It could have shown the complaint, or showed something. */
const decides = (bench: Bench, complaint: ComplaintCheck, r: StandingReading): boolean =>
  r.reading.check === complaint.check &&
  (r.assessment.tooCloseToCall ||
    r.assessment.outcome !== soundOf(checkOf(complaint.check)) ||
    couldShow(bench, complaint, r));

interface Made {
  readonly check: string;
  readonly cylinder: number | null;
}

/** What was taken again after the work and found wanting still: the spark is weak on a new coil, it drips, a piston does not travel. */
export const proofsFailed = (bench: Bench): Made[] => {
  const ofWork = workProofsFailed(bench);
  return [
    ...ofWork,
    ...retestsFailed(bench).filter((r) => !ofWork.some((o) => o.check === r.check && o.cylinder === r.cylinder)),
  ];
};

/** For comparing: a worn engine leaks whatever was mended on it. */
const COMPARES: CheckId = 'seal.leak-down';

const retestsFailed = (bench: Bench): Made[] =>
  latestRepairs(bench).flatMap((repair): Made[] => {
    const check = findCheck(findRepairable(repair.step.id)?.repair.retest ?? '');
    // What the whole machine is looked at by speaks for itself.
    if (!check || check.id === COMPARES || repair.step.action === 'bypassed' || OF_THE_WHOLE.includes(check)) return [];
    const last = bench.readings.findLast(
      (r) =>
        r.event > repair.event &&
        r.reading.check === check.id &&
        (check.scope === 'machine' || r.reading.cylinder === (repair.step.cylinder ?? r.reading.cylinder)),
    );
    if (!last || last.assessment.tooCloseToCall) return [];
    const { outcome } = last.assessment;
    return outcome === null || outcome === soundOf(check) ? [] : [{ check: check.id, cylinder: last.reading.cylinder }];
  });

const workProofsFailed = (bench: Bench): Made[] =>
  WORKED.flatMap((condition) => {
    const repair = bench.repairs.findLast((r) => r.key === condition.id && r.step.action !== 'bypassed');
    if (!repair || isWaived(bench, condition)) return [];
    // A worn engine leaks without a bent rod: its leak-down is for comparing.
    return condition.proofs
      .filter((id) => id !== COMPARES)
      .flatMap((id) => {
        const made = bench.readings.filter((r) => r.event > repair.event && r.reading.check === id);
        const last = made.filter(
          (r) => !made.some((o) => o.event > r.event && o.reading.cylinder === r.reading.cylinder),
        );
        return last
          .filter((r) => r.assessment.outcome !== null && r.assessment.outcome !== checkOf(id).outcomes[0]?.id)
          .map((r) => ({ check: id, cylinder: r.reading.cylinder }));
      });
  });

/** What follows the work of a condition, on each cylinder where it is made on one. */
const proofsDue = (bench: Bench): RetestDue[] =>
  WORKED.flatMap((condition) => {
    const repair = bench.repairs.findLast((r) => r.key === condition.id && r.step.action !== 'bypassed');
    if (!repair || isWaived(bench, condition)) return [];
    return condition.proofs.flatMap((id) => {
      const check = checkOf(id);
      if (!check.appliesTo(bench.head.engine)) return [];
      const sides = check.scope === 'cylinder' ? cylindersOf(bench.head.engine) : [null];
      return sides.flatMap((cylinder): RetestDue[] => {
        if (provenAfter(bench, repair.event, id, cylinder)) return [];
        const asked = { check: id, cylinder, condition: check.states[0]!, temperature: null };
        const before = readingRepeated(bench.readings, repair.event, asked)?.event ?? null;
        return [{ ...asked, before, repair: repair.event }];
      });
    });
  });

const takenAfter = (bench: Bench, event: number, check: string, cylinder: number | null) =>
  bench.readings.some((r) => r.event > event && r.reading.check === check && r.reading.cylinder === cylinder);

/** The same, and where it is clean it lasted long enough to say so; where it is not, it was so since the last repair, which may have cured it. */
const provenAfter = (bench: Bench, event: number, id: string, cylinder: number | null) =>
  bench.readings.some(
    (r) =>
      r.event > event &&
      r.reading.check === id &&
      r.reading.cylinder === cylinder &&
      (r.assessment.outcome === soundOf(checkOf(id))
        ? lastsEnough(bench, checkOf(id), r)
        : r.event > Math.max(...bench.repairs.map((repair) => repair.event))),
  );

/** The worst reading before the repair gives the state to repeat it in. */
function stateToRepeat(bench: Bench, repair: MadeRepair, check: string, cylinder: number | null) {
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
  };
}

/** What shows that complaint gone on this machine: what the house cannot make leaves a run. Where one thing comes with heat, all is run hot. */
function shownGone({ head, practice }: Bench, symptom: Symptom, withHeat: boolean): readonly ShownGone[] {
  const here = SHOWN_GONE[symptom].filter(({ check: id }) => {
    const check = checkOf(id);
    return check.appliesTo(head.engine) && houseMakes(head, practice, check);
  });
  const asked = here.length > 0 ? here : RUN;
  return withHeat ? asked.flatMap((one) => (RUN.includes(one) ? RUN_HOT : [one])) : asked;
}

const complaintChecksOf = new WeakMap<Bench['head'], readonly ComplaintCheck[]>();

/** Checks that show the complaint gone; the same as long as the job lasts. */
export function complaintChecks(bench: Bench): readonly ComplaintCheck[] {
  const { head } = bench;
  let found = complaintChecksOf.get(head);
  if (!found) {
    const { complaint, history } = head;
    const withHeat = complaint.some((s) => COMES_WITH_HEAT.includes(s)) || history.flags.includes('only-hot');
    const all = complaint.map((symptom) => ({ symptom, by: shownGone(bench, symptom, withHeat) }));
    found = [...new Map(all.flatMap(({ by }) => by.map((one) => [one.check, one] as const))).values()].map((one) => ({
      ...one,
      symptoms: all.filter(({ by }) => by.some((own) => own.check === one.check)).map(({ symptom }) => symptom),
    }));
    complaintChecksOf.set(head, found);
  }
  return found;
}

/** Of each check that shows the complaint gone whether it did: made so that it could have shown it, and nothing seen in it since. */
export function complaintGone(bench: Bench): { check: string; gone: boolean }[] {
  const since = changedAt(bench);
  return complaintChecks(bench).map((asked) => {
    const { check } = asked;
    const sound = soundOf(checkOf(check));
    const made = bench.readings.filter((r) => r.event > since && r.reading.check === check);
    // Too close to call shows nothing gone.
    const shown = made.findLast(
      (r) => r.assessment.outcome === sound && !r.assessment.tooCloseToCall && couldShow(bench, asked, r),
    );
    const seenSince = made.some((r) => r.event > (shown?.event ?? 0) && r.assessment.outcome !== sound);
    return { check, gone: shown !== undefined && !seenSince };
  });
}

/** How far what shows the complaint gone has got, where that takes time, once something was repaired. */
export function complaintProofs(bench: Bench): readonly ProofRun[] {
  const since = changedAt(bench);
  return since > 0 ? proofRuns(bench, complaintChecks(bench), since) : [];
}

/** What the whole machine is looked at by: how it cranks and runs, and what is tried before it goes back. */
const OF_THE_WHOLE = CHECKS.filter((check) => check.handsBack !== null || check.seenInstead !== null);

/** Of these, what was found wanting since the machine was changed last and was not seen sound after that: whatever it was brought in for. */
export function troubleSeen(bench: Bench): readonly { readonly check: string }[] {
  const since = changedAt(bench);
  if (since === 0) return [];
  const asked = complaintChecks(bench);
  return OF_THE_WHOLE.filter((check) => {
    const last = bench.readings.findLast((r) => r.event > since && r.reading.check === check.id);
    const outcome = last?.assessment.outcome ?? null;
    return outcome !== null && outcome !== soundOf(check) && !asked.some((one) => one.check === check.id);
  }).map(({ id }) => ({ check: id }));
}
