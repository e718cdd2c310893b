import { NOT_CRANKING, NOT_RUNNING, STANDING, SYMPTOM_IDS, type Symptom } from '../complaint/symptoms.ts';
import { HEARD_WITH, ONE_OF, UNMENTIONED_COUNTS } from '../complaint/told.ts';
import { type Belief, initialBelief, withComplaint, withGroup } from '../reason/belief.ts';
import { COMPLAINT, IMPLIED_CRANKS, IMPLIED_RUNS } from '../reason/catalogue/instances.ts';
import { AS_COMPLAINED } from '../reason/catalogue/symptomVariable.ts';
import type { Evidence } from '../reason/evidence.ts';
import type { Network } from '../reason/network.ts';

/** Belief once the complaint is heard; symptoms not reported count weakly, and what runs badly was seen to crank. */
export function complained(network: Network, complaint: readonly Symptom[]): Belief {
  let belief = initialBelief(network);
  if (complaint.length > 0) belief = withComplaint(network, belief, COMPLAINT, complaintOf(complaint));
  const implied = impliedByComplaint(complaint);
  if (implied)
    belief = withGroup(network, belief, implied, [
      { variable: implied, at: { state: 'idle', temperature: null }, weights: { '': { yes: 1 } }, event: 0 },
    ]);
  return belief;
}

/** Told that it clicks, whether it is silent is answered. */
const isAnswered = (symptom: Symptom, complaint: readonly Symptom[]) =>
  ONE_OF.some((one) => one.includes(symptom) && one.some((told) => complaint.includes(told)));

function untoldCounts(symptom: Symptom, complaint: readonly Symptom[]): number {
  const heard = HEARD_WITH[symptom];
  return heard && complaint.includes(heard.told) ? heard.counts : UNMENTIONED_COUNTS;
}

const complaints = new WeakMap<readonly Symptom[], Evidence>();

/** The complaint as evidence; kept, for a record put to a wider space begins with it again. */
function complaintOf(complaint: readonly Symptom[]): Evidence {
  let found = complaints.get(complaint);
  if (!found) {
    const weights = Object.fromEntries(
      SYMPTOM_IDS.filter((id) => complaint.includes(id) || !isAnswered(id, complaint)).map((id) => [
        id,
        complaint.includes(id) ? { present: 1, absent: 0 } : { absent: 1, present: 1 - untoldCounts(id, complaint) },
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
