import { parentPort } from 'node:worker_threads';
import type { RawEvent } from '../../../core/index.ts';
import { KeptBenches } from '../../record/keptBenches.ts';
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

const benches = new KeptBenches(40, 4);
let of = '';

/** Works out how jobs stand, on a thread of its own: whoever asks for a page meanwhile does not wait. */
function told({ jobId, epoch, head, events }: AskedState): ToldState {
  if (of !== epoch) benches.clear();
  of = epoch;
  try {
    const bench = benchAfter(head, events, benches.get(jobId));
    benches.keep(jobId, bench);
    return { ok: true, state: floorStateOf(bench, events) };
  } catch (error) {
    benches.drop(jobId);
    return { ok: false, why: error instanceof Error ? error.message : String(error) };
  }
}

parentPort!.on('message', (asked: AskedState) => parentPort!.postMessage(told(asked)));
