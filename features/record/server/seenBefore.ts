import 'server-only';
import type { RawEvent } from '@/core/index.ts';
import { linesOfMachine } from '@/db/jobs.ts';
import type { Shop } from '@/db/shop.ts';
import { besidesOf } from '@/features/bench/besides.ts';
import type { SeenBefore } from '@/features/bench/tapeLines.ts';

/** So many visits back; what nobody saw again since is told of no longer. */
const VISITS = 3;

/** What was seen besides at the last visit at which something was, and not agreed to; null where there is nothing. */
export async function seenBefore(shop: Shop, machineId: string): Promise<SeenBefore | null> {
  for (const { job, events } of await linesOfMachine(shop, machineId, ['seen', 'asked', 'correction'], VISITS)) {
    const { seen } = besidesOf(events.map(({ seq, payload }) => ({ seq, event: payload as RawEvent })));
    const open = seen.filter(({ answer }) => answer !== 'agreed');
    if (seen.length > 0) return open.length > 0 ? { job: job.number, seen: open } : null;
  }
  return null;
}
