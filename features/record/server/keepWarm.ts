import 'server-only';
import { Reasoning } from '@/workers/reasoning.ts';
import type { CaseHeadFile } from '../printedEvent.ts';

/** Between two slices whoever asks for a page is served [ms]. */
const PAUSE_MS = 15;
const warmed = new Set<string>();

/**
 * The first job on an engine makes that engine's tables and runs the reasoner in, in slices beside everything else, so that a page
 * whose own reasoner is still waking up is answered at once.
 */
export function keepWarm({ machine, ...head }: CaseHeadFile): void {
  const { sheet: _sheet, ...words } = machine.engine;
  const engine = JSON.stringify(words);
  if (warmed.has(engine)) return;
  warmed.add(engine);
  const later = (work: () => void) => void setTimeout(work, PAUSE_MS).unref();
  later(() => new Reasoning(later).open({ ...head, machine }, []));
}
