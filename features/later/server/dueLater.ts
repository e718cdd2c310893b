import 'server-only';
import { CONDITION_WORK } from '@/core/faults/workWords.ts';
import type { RawLaterEvent, RawWorkEvent } from '@/core/index.ts';
import { type PutOff, putOff } from '@/db/later.ts';
import type { Shop } from '@/db/shop.ts';
import { type DueLater, soonestFirst } from '../dueLater.ts';

/** What a line puts off, in words. */
function saidBy(payload: unknown): Pick<DueLater, 'what' | 'dueOn' | 'atHours'> {
  const event = payload as RawLaterEvent | RawWorkEvent;
  if ('later' in event) return { what: event.later, dueOn: event.dueOn ?? null, atHours: event.atHours ?? null };
  const words = CONDITION_WORK[event.work];
  const steps = event.steps.map((id) => words?.steps[id] ?? id);
  return { what: steps.at(-1) ?? words?.title ?? event.work, dueOn: event.followUpOn ?? null, atHours: null };
}

const dueOf = ({ eventId, jobId, number, machine, payload, at, ended }: PutOff): DueLater => ({
  ...saidBy(payload),
  eventId,
  job: { id: jobId, number },
  machine: { tag: machine.tag, name: machine.name, owner: machine.owner },
  hoursThen: machine.hours,
  saidAt: at.toISOString(),
  ended: ended && { ended: ended.ended, note: ended.note, at: ended.at.toISOString() },
});

/** What was put off in any job, the soonest first; what is done or dropped comes with it. */
export async function dueLater(shop: Shop): Promise<readonly DueLater[]> {
  return soonestFirst((await putOff(shop)).map(dueOf));
}
