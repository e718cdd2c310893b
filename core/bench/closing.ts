import { isCondition } from '../faults/index.ts';
import type { ConditionWork } from './conditionWork.ts';
import { fittedBypasses, openTemporaries } from './fitted.ts';
import type { ProofRun } from './proof.ts';
import { proofsFailed, type RetestDue, troubleSeen } from './retest.ts';
import type { Bench } from './state.ts';
import type { CheckDue, WorkDue } from './workDue.ts';

export type CloseBlocker =
  | { readonly code: 'bypass-fitted'; readonly repair: number; readonly key: string }
  | { readonly code: 'temporary-open'; readonly repair: number; readonly key: string }
  | { readonly code: 'nothing-repaired' }
  | { readonly code: 'only-a-condition'; readonly key: string }
  | ({ readonly code: 'work-due'; readonly steps: readonly string[] } & Pick<
      WorkDue,
      'condition' | 'title' | 'checks' | 'repair'
    >)
  | { readonly code: 'cause-open'; readonly condition: string }
  /** Found wanting since the work, and no part of the complaint. */
  | { readonly code: 'trouble-seen'; readonly check: string }
  | { readonly code: 'proof-failed'; readonly check: string; readonly cylinder: number | null }
  | {
      readonly code: 'retest-due';
      readonly check: string;
      readonly cylinder: number | null;
      /** How far it has got, where it takes time. */
      readonly proof: ProofRun | null;
    }
  | { readonly code: 'complaint-not-gone'; readonly check: string; readonly proof: ProofRun | null };

export function closeBlockers(
  bench: Bench,
  retests: readonly RetestDue[],
  gone: readonly { check: string; gone: boolean }[],
  work: ConditionWork,
  proofs: readonly ProofRun[],
): CloseBlocker[] {
  const proofOf = (check: string) => proofs.find((p) => p.check === check) ?? null;
  const out: CloseBlocker[] = fittedBypasses(bench).map((r) => ({
    code: 'bypass-fitted',
    repair: r.event,
    key: r.key,
  }));
  out.push(
    ...openTemporaries(bench).map((r): CloseBlocker => ({ code: 'temporary-open', repair: r.event, key: r.key })),
  );
  for (const condition of new Set(work.due.filter((d) => d.of === null).map((d) => d.condition))) {
    const own = work.due.filter((d) => d.condition === condition);
    const off = own.flatMap((d) =>
      (d.off ?? []).map(({ item }) => `${condition === 'sent-out' ? 'not taken back' : 'still off'}: ${item}`),
    );
    const steps = [...off, ...own.flatMap((d) => d.steps.map((s) => s.label))];
    const checks = own.flatMap((d) => d.checks).filter((c) => !retests.some((r) => isSame(r, c)));
    const repair = own.find((d) => d.repair)?.repair ?? null;
    if (steps.length + checks.length > 0 || repair)
      out.push({ code: 'work-due', condition, title: own[0]!.title, steps, checks, repair });
  }
  const mended = bench.repairs.filter((r) => r.step.action !== 'bypassed');
  if (mended.length === 0) out.push({ code: 'nothing-repaired' });
  else if (mended.every((r) => isCondition(r.step.id)) && work.causes.length > 0)
    out.push({ code: 'only-a-condition', key: mended[0]!.key });
  else out.push(...work.causes.map(({ condition }): CloseBlocker => ({ code: 'cause-open', condition })));
  const failed = proofsFailed(bench);
  out.push(...failed.map((one): CloseBlocker => ({ code: 'proof-failed', ...one })));
  for (const { check } of troubleSeen(bench))
    if (!failed.some((one) => one.check === check)) out.push({ code: 'trouble-seen', check });
  out.push(
    ...retests.map(
      ({ check, cylinder }): CloseBlocker => ({ code: 'retest-due', check, cylinder, proof: proofOf(check) }),
    ),
  );
  for (const { check, gone: isGone } of gone)
    if (!isGone && !retests.some((r) => r.check === check))
      out.push({ code: 'complaint-not-gone', check, proof: proofOf(check) });
  return out;
}

const isSame = (a: Pick<CheckDue, 'check' | 'cylinder'>, b: Pick<CheckDue, 'check' | 'cylinder'>) =>
  a.check === b.check && a.cylinder === b.cylinder;
