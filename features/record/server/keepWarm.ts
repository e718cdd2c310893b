import 'server-only';
import { Reasoning } from '@/workers/reasoning.ts';
import type { CaseHeadFile } from '../printedEvent.ts';

/** Between two slices whoever asks for a page is served [ms]. */
const PAUSE_MS = 15;
const warmed = new Set<string>();
/** Slices still to come of the engine that is being warmed for. */
let coming = 0;

function later(work: () => void): void {
  coming++;
  setTimeout(() => {
    coming--;
    work();
  }, PAUSE_MS).unref();
}

/**
 * The first job on an engine makes that engine's tables and runs the reasoner in, in slices beside everything else, so that a page
 * whose own reasoner is still waking up is answered at once. One engine at a time: the tables of each take some 50 MB.
 */
export function keepWarm({ machine, ...head }: CaseHeadFile): void {
  const { sheet: _sheet, ...words } = machine.engine;
  const engine = JSON.stringify(words);
  if (warmed.has(engine) || coming > 0) return;
  warmed.add(engine);
  later(() => new Reasoning(later).open({ ...head, machine }, []));
}
