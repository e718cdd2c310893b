'use client';
import { nanoid } from 'nanoid';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { RawEvent } from '@/core/index.ts';
import type { PrintedEvent } from './jobFile.ts';
import { dropUnsent, keepPrinted, keepUnsent, keptOf, sawJob, type Unsent } from './keptRecord.ts';
import { sendEvent } from './send.ts';

const RETRY_MS = 3000;

/** The record without gaps: what the page came with, and what is known beyond it. */
function joined(first: readonly PrintedEvent[], more: readonly PrintedEvent[]): readonly PrintedEvent[] {
  const out = [...first];
  for (const event of [...more].sort((a, b) => a.seq - b.seq)) if (event.seq === out.length + 1) out.push(event);
  return out;
}

/**
 * The record of a job: what is printed and what is still on its way. Each event carries an id of its own, so that sending it
 * twice writes it once; it stands in the browser's database until it is acknowledged. What the door refuses stays, too, to be
 * put right or left out.
 * @param afterRidge puts off what a new reading does to the screen and the net until its ridge is drawn
 * @param onRewritten the record turned out to be another than was believed (another tab wrote, or an event was refused)
 */
export function useRecord(
  jobId: string,
  first: readonly PrintedEvent[],
  onRewritten: (events: readonly RawEvent[]) => void,
  afterRidge: (work: () => void) => void,
) {
  const [events, setEvents] = useState(first);
  const [unsent, setUnsent] = useState<readonly Unsent[]>([]);
  const [offline, setOffline] = useState(false);
  /** False when this browser keeps nothing: then a closed tab would lose what is unsent. */
  const [keeps, setKeeps] = useState(true);
  const printed = useRef(first);
  const queue = useRef<readonly Unsent[]>([]);
  const lastOrder = useRef(0);
  const sending = useRef(false);
  const retry = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const channel = useRef<BroadcastChannel | null>(null);
  const rewritten = useRef(onRewritten);
  rewritten.current = onRewritten;

  const keeping = useCallback((work: Promise<unknown>) => {
    work.catch((error) => {
      console.error(error);
      setKeeps(false);
    });
  }, []);
  const setQueue = useCallback((next: readonly Unsent[]) => {
    queue.current = next;
    startTransition(() => setUnsent(next));
  }, []);
  const whole = useCallback(
    () => [
      ...printed.current.map((e) => e.event),
      ...queue.current.filter((u) => u.refused === null).map((u) => u.event),
    ],
    [],
  );

  /** Takes over what the database has; true when it is just what was expected. */
  const take = useCallback(
    (fresh: readonly PrintedEvent[], expected: string | null) => {
      const before = printed.current.length;
      printed.current = joined(printed.current, fresh);
      const news = printed.current.slice(before);
      if (news.length === 0) return true;
      keeping(keepPrinted(jobId, news));
      setEvents(printed.current);
      return news.length === 1 && news[0]!.id === expected;
    },
    [jobId, keeping],
  );

  const again = useRef(() => {});
  const outOfReach = useCallback(() => {
    setOffline(true);
    // One try is under way at most, however many readings wait.
    clearTimeout(retry.current);
    retry.current = setTimeout(() => again.current(), RETRY_MS);
  }, []);

  const flush = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (;;) {
        const next = queue.current.find((u) => u.refused === null);
        if (!next) return;
        const sent = await sendEvent(next, printed.current.length);
        if (sent.kind === 'out-of-reach') {
          outOfReach();
          return;
        }
        setOffline(false);
        if (sent.kind === 'written') {
          setQueue(queue.current.filter((u) => u.id !== next.id));
          keeping(dropUnsent(next.id));
          if (!take(sent.events, next.id)) rewritten.current(whole());
          channel.current?.postMessage('written');
        } else {
          const refused = { ...next, refused: { issues: sent.issues, blockers: sent.blockers } };
          setQueue(queue.current.map((u) => (u.id === next.id ? refused : u)));
          keeping(keepUnsent(refused));
          rewritten.current(whole());
        }
      }
    } finally {
      sending.current = false;
    }
  }, [keeping, outOfReach, setQueue, take, whole]);

  const look = useCallback(async () => {
    if (queue.current.some((u) => u.refused === null)) return;
    try {
      const response = await fetch(`/api/jobs/${jobId}/events?after=${printed.current.length}`, { cache: 'no-store' });
      if (response.status >= 500) return outOfReach();
      setOffline(false);
      if (!response.ok) return;
      const { events: fresh } = (await response.json()) as { events: PrintedEvent[] };
      if (fresh.length > 0 && !queue.current.some((u) => u.refused === null)) {
        take(fresh, null);
        rewritten.current(whole());
      }
    } catch {
      outOfReach();
    }
  }, [jobId, outOfReach, take, whole]);
  again.current = () => void flush().then(look);

  useEffect(() => {
    let here = true;
    const restore = async () => {
      await keepPrinted(jobId, printed.current);
      await sawJob(jobId, Date.now());
      const found = await keptOf(jobId);
      if (!here) return;
      const before = printed.current.length;
      printed.current = joined(printed.current, found.printed);
      if (printed.current.length > before) setEvents(printed.current);
      const known = new Set(printed.current.map((e) => e.id));
      for (const { id } of found.unsent) if (known.has(id)) keeping(dropUnsent(id));
      const left = found.unsent.filter((u) => !known.has(u.id) && !queue.current.some((q) => q.id === u.id));
      lastOrder.current = Math.max(lastOrder.current, ...left.map((u) => u.order));
      if (left.length > 0) setQueue([...left, ...queue.current]);
      if (left.length > 0 || printed.current.length > before) rewritten.current(whole());
      await flush();
      // A page brought back by "back", or shown from what the browser kept, may be older than the record.
      await look();
    };
    keeping(restore());
    const own = new BroadcastChannel(`ridge-job-${jobId}`);
    own.onmessage = () => void look();
    channel.current = own;
    const seen = () => document.visibilityState === 'visible' && void look();
    const reachable = () => again.current();
    document.addEventListener('visibilitychange', seen);
    window.addEventListener('online', reachable);
    return () => {
      here = false;
      clearTimeout(retry.current);
      own.close();
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('online', reachable);
    };
  }, [flush, jobId, keeping, look, setQueue, whole]);

  /** Whether that id was used already: a second click on the same entry is the same event. */
  const isKnown = useCallback(
    (id: string) => queue.current.some((u) => u.id === id) || printed.current.some((e) => e.id === id),
    [],
  );

  const record = useCallback(
    (event: RawEvent, personId: string, id: string) => {
      lastOrder.current = Math.max(lastOrder.current + 1, Date.now());
      const fresh: Unsent = {
        id,
        jobId,
        order: lastOrder.current,
        at: new Date().toISOString(),
        personId,
        event,
        refused: null,
      };
      queue.current = [...queue.current, fresh];
      keeping(keepUnsent(fresh));
      afterRidge(() => {
        setUnsent(queue.current);
        setTimeout(flush);
      });
    },
    [afterRidge, flush, jobId, keeping],
  );

  /** Leaves out an event that was refused. */
  const leaveOut = useCallback(
    (id: string) => {
      setQueue(queue.current.filter((u) => u.id !== id));
      keeping(dropUnsent(id));
    },
    [keeping, setQueue],
  );

  return { events, unsent, offline, keeps, isKnown, record, leaveOut };
}

export const newId = () => nanoid();

/** One id for as long as a form stands. */
export function useEntryId(): string {
  return useState(newId)[0];
}
