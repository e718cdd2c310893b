import type { Bench, MadeRepair } from './state.ts';

/** Bypasses that were not taken off, with no other work on the same part after them. They keep a job open whatever its end. */
export function fittedBypasses(bench: Pick<Bench, 'repairs' | 'works'>): MadeRepair[] {
  return bench.repairs.filter(
    (r, i) =>
      r.step.action === 'bypassed' &&
      !bench.works.some((w) => w.of === r.event) &&
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
