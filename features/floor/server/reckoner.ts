import { parentPort } from 'node:worker_threads';
import type { Bench, RawEvent } from '../../../core/index.ts';
import { benchAfter, type FloorState, floorStateOf } from '../floorState.ts';

/** What is asked of the thread: a job's record. */
export interface AskedState {
  readonly jobId: string;
  /** Which database the record is of. */
  readonly epoch: string;
  readonly head: object;
  readonly events: readonly { readonly seq: number; readonly at: string; readonly event: RawEvent }[];
}

export type ToldState =
  | { readonly ok: true; readonly state: FloorState }
  | { readonly ok: false; readonly why: string };

const KEPT_BENCHES = 40;
const benches = new Map<string, Bench>();
let of = '';

/** Works out how jobs stand, on a thread of its own: whoever asks for a page meanwhile does not wait. */
function told({ jobId, epoch, head, events }: AskedState): ToldState {
  if (of !== epoch) benches.clear();
  of = epoch;
  try {
    const bench = benchAfter(head, events, benches.get(jobId));
    benches.delete(jobId);
    benches.set(jobId, bench);
    if (benches.size > KEPT_BENCHES) benches.delete(benches.keys().next().value!);
    return { ok: true, state: floorStateOf(bench, events) };
  } catch (error) {
    benches.delete(jobId);
    return { ok: false, why: error instanceof Error ? error.message : String(error) };
  }
}

parentPort!.on('message', (asked: AskedState) => parentPort!.postMessage(told(asked)));
