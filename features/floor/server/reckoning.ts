import 'server-only';
import { keepState } from '@/db/jobStates.ts';
import type { Shop } from '@/db/shop.ts';
import { UnreadableRecord } from '@/features/record/server/jobFile.ts';
import { recordOf } from '@/features/record/server/records.ts';
import { KNOWLEDGE } from '@/features/shop/server/knowledge.ts';
import { reported } from '@/features/shop/server/log.ts';
import { Thread } from '@/features/shop/server/thread.ts';
import type { RowState } from '../floorState.ts';
import type { AskedState, ToldState } from './reckoner.ts';

/** A job that takes longer than this is not worked out by this version [ms]. */
const ANSWERS_WITHIN_MS = 30_000;

/** Between two readings whoever takes them does not look at the floor [ms]. */
const QUIET_MS = 2500;
/** Every so many jobs one that is only shown comes before those somebody works on. */
const TURNS = 4;

/** Works out how jobs stand, one after another, on a thread beside the server's, and keeps it in the database. */
class Reckoning {
  constructor(private readonly failed: (error: unknown) => void) {}

  private readonly first = new Map<string, Shop>();
  private readonly waiting = new Map<string, Shop>();
  private readonly quiet = new Map<string, NodeJS.Timeout>();
  private readonly thread = new Thread<AskedState, ToldState>('features/floor/server/reckoner.mjs', ANSWERS_WITHIN_MS, {
    ok: false,
    why: `it takes longer than ${ANSWERS_WITHIN_MS / 1000} s to work out`,
  });
  private going = false;
  private turn = 0;

  /** @param isFirst somebody works on it: it goes before those that are only shown */
  later(shop: Shop, jobId: string, isFirst: boolean): void {
    if (isFirst) this.waiting.delete(jobId);
    if (!this.first.has(jobId)) (isFirst ? this.first : this.waiting).set(jobId, shop);
    if (!this.going) void this.go();
  }

  /** Its record has moved on: worked out once nobody has written to it for a moment, for whoever works on it does not look at the floor. */
  onceQuiet(shop: Shop, jobId: string): void {
    clearTimeout(this.quiet.get(jobId));
    const timer = setTimeout(() => {
      this.quiet.delete(jobId);
      this.later(shop, jobId, true);
    }, QUIET_MS);
    this.quiet.set(jobId, timer.unref());
  }

  private async go(): Promise<void> {
    this.going = true;
    try {
      for (let next = this.next(); next; next = this.next()) await this.reckon(...next).catch(this.failed);
    } finally {
      this.going = false;
    }
  }

  private next(): readonly [string, Shop] | undefined {
    // However much is written, whoever only looks is served now and then.
    const isTheirs = ++this.turn % TURNS === 0;
    for (const queue of isTheirs ? [this.waiting, this.first] : [this.first, this.waiting]) {
      const next = queue.entries().next().value;
      if (next) queue.delete(next[0]);
      if (next) return next;
    }
    return undefined;
  }

  private async reckon(jobId: string, shop: Shop): Promise<void> {
    const found = await this.read(jobId, shop);
    if (!found) return;
    const { eventCount, payload } = found;
    await keepState(shop, jobId, { eventCount, knowledge: KNOWLEDGE, payload });
  }

  private async read(
    jobId: string,
    shop: Shop,
  ): Promise<{ readonly eventCount: number; readonly payload: RowState } | null> {
    try {
      const record = await recordOf(shop, jobId);
      if (!record) return null;
      const { head, events } = record.file;
      const told = await this.thread.ask({ jobId, epoch: await shop.epoch(), head, events });
      return {
        eventCount: events.length,
        payload: told.ok ? told.state : { phase: 'unread', why: told.why },
      };
    } catch (error) {
      if (!(error instanceof UnreadableRecord)) throw error;
      return { eventCount: error.eventCount, payload: { phase: 'unread', why: error.message } };
    }
  }
}

/** One thread per process, whatever the bundler copies. */
const shared = globalThis as typeof globalThis & { ridgeBoltReckoning?: Reckoning };
shared.ridgeBoltReckoning ??= new Reckoning((err) => reported(err, 'how a job stands was not worked out'));
const reckoning = shared.ridgeBoltReckoning;

/** How that job stands is worked out as soon as those before it are. */
export const reckonLater = (shop: Shop, jobId: string): void => reckoning.later(shop, jobId, false);

/** How that job stands is worked out next. */
export const reckonNext = (shop: Shop, jobId: string): void => reckoning.later(shop, jobId, true);

/** How that job stands is worked out once nobody has written to it for a moment. */
export const reckonOnceQuiet = (shop: Shop, jobId: string): void => reckoning.onceQuiet(shop, jobId);
