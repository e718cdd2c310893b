import 'server-only';
import { type Bench, type Finding, findingsOf } from '@/core/index.ts';
import { caseOf, type JobFile, UnreadableRecord } from '@/features/record/server/jobFile.ts';
import { Thread } from '@/features/shop/server/thread.ts';
import type { AskedFindings, ToldFindings } from './findingsThread.ts';

/** What a record with more repairs was proven by is worked out beside: each is held against the record as it was before it. */
const MANY_REPAIRS = 4;
const ANSWERS_WITHIN_MS = 60_000;
const KEPT = 200;

/** One thread per process, whatever the bundler copies. */
const shared = globalThis as typeof globalThis & {
  ridgeBoltFindings?: { thread: Thread<AskedFindings, ToldFindings>; kept: Map<string, Promise<readonly Finding[]>> };
};
shared.ridgeBoltFindings ??= {
  thread: new Thread('features/sheet/server/findingsThread.mjs', ANSWERS_WITHIN_MS, {
    ok: false,
    why: `what it was proven by takes longer than ${ANSWERS_WITHIN_MS / 1000} s to work out`,
  }),
  kept: new Map(),
};
const { thread, kept } = shared.ridgeBoltFindings;

/**
 * What each repair of a job stood on; on a thread of its own where there are many, so that nobody else waits. The answer is kept: a record of that length never
 * changes.
 * @throws UnreadableRecord when it takes too long
 */
export function findingsApart(jobId: string, bench: Bench, file: JobFile): Promise<readonly Finding[]> {
  if (bench.repairs.length <= MANY_REPAIRS) return Promise.resolve(findingsOf(bench));
  const last = file.events.at(-1)!;
  const key = `${jobId}/${last.seq}/${last.id}`;
  let found = kept.get(key);
  if (!found) {
    found = asked(file);
    kept.set(key, found);
    found.catch(() => kept.delete(key));
    for (const old of [...kept.keys()].slice(0, Math.max(0, kept.size - KEPT))) kept.delete(old);
  }
  return found;
}

async function asked(file: JobFile): Promise<readonly Finding[]> {
  const told = await thread.ask({ whole: caseOf(file) });
  if (!told.ok) throw new UnreadableRecord(told.why, file.events.length);
  return told.findings;
}
