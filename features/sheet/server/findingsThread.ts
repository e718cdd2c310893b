import { parentPort } from 'node:worker_threads';
import { type Case, type Finding, findingsOf, replayAll } from '../../../core/index.ts';

/** What is asked of the thread: a whole record, read. */
export interface AskedFindings {
  readonly whole: Case;
}

export type ToldFindings =
  | { readonly ok: true; readonly findings: readonly Finding[] }
  | { readonly ok: false; readonly why: string };

function told({ whole }: AskedFindings): ToldFindings {
  try {
    return { ok: true, findings: findingsOf(replayAll(whole, whole.events)) };
  } catch (error) {
    return { ok: false, why: error instanceof Error ? error.message : String(error) };
  }
}

parentPort!.on('message', (asked: AskedFindings) => parentPort!.postMessage(told(asked)));
