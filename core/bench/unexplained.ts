import type { Symptom } from '../complaint/symptoms.ts';
import { findCondition } from '../faults/index.ts';
import type { CauseInstance } from '../reason/catalogue/instances.ts';
import { AS_COMPLAINED, symptomChance } from '../reason/catalogue/symptomVariable.ts';
import type { NextCheck } from '../reason/plan.ts';
import { type Proven, partsInVain } from './partsInVain.ts';
import type { Bench } from './state.ts';

/** A complaint that nothing which was mended brings about: that it did not show here says little. */
export interface Unexplained {
  readonly symptom: Symptom;
  /** The likeliest that would bring it about and the first check of its proof; null where nothing is suspected or nothing proves it. */
  readonly look:
    | (Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'> & {
        readonly fault: string;
        readonly p: number;
        /** Of the whole proof [min]. */
        readonly minutes: number;
      })
    | null;
}

/** Told to describe the complaint, and no sign of a fault. */
const NO_SIGN: readonly Symptom[] = ['idles-fine'];
/** A fault that brings a symptom about less often does not explain it. */
const EXPLAINS = 0.05;
/** Nobody is sent looking for less than this. */
const WORTH_NAMING = 0.01;

/** What of the complaint the work does not explain; nothing before a repair. */
export function unexplained(bench: Bench, summary: Proven): Unexplained[] {
  const { catalogue, head } = bench;
  // What a condition brings about is explained by what brought the condition about.
  const mended = bench.repairs.filter((r) => r.step.action !== 'bypassed' && !isUnaccounted(bench, r.step.id));
  const known = (key: string): readonly CauseInstance[] => {
    const fault = catalogue.faults.findIndex((f) => f.key === key);
    return fault < 0
      ? catalogue.conditions.filter((c) => c.key === key)
      : catalogue.causesOf[fault]!.map((cause) => catalogue.causes[cause]!);
  };
  // The carburettor as one job: what that puts right is more than one fault's.
  if (bench.repairs.length === 0 || mended.some((r) => known(r.key).length === 0)) return [];
  const brings = (key: string, symptom: Symptom) =>
    known(key).some((cause) => symptomChance(cause, symptom, AS_COMPLAINED) > EXPLAINS);
  return head.complaint
    .filter((symptom): symptom is Symptom => !NO_SIGN.includes(symptom as Symptom))
    .filter((symptom) => !mended.some((r) => brings(r.key, symptom)))
    .map((symptom) => {
      const suspect = summary.suspects.find(({ key, p }) => p > WORTH_NAMING && brings(key, symptom));
      const proof = suspect ? partsInVain(bench, summary, suspect.key)?.proof : null;
      const first = proof?.checks[0];
      return {
        symptom,
        look: suspect && proof && first ? { ...first, fault: suspect.key, p: suspect.p, minutes: proof.minutes } : null,
      };
    });
}

/** A condition that was worked on, and nothing that causes it was mended, nor said to have let it come about. */
function isUnaccounted({ repairs, letIn }: Bench, id: string): boolean {
  const condition = findCondition(id);
  if (!condition) return false;
  return (
    !repairs.some((r) => condition.causes.some(({ fault }) => fault === r.step.id)) &&
    !letIn.some((l) => l.condition === id)
  );
}
