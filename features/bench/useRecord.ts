'use client';
import { nanoid } from 'nanoid';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { CloseBlocker, InputIssue, RawEvent } from '@/core/index.ts';
import type { PrintedEvent } from './jobFile.ts';

/** An event on its way; kept in the browser until the shop's database has it. */
export interface Unsent {
  readonly id: string;
  readonly at: string;
  readonly personId: string;
  readonly event: RawEvent;
}

interface Answer {
  readonly ok?: boolean;
  readonly events?: readonly PrintedEvent[];
  readonly issues?: readonly InputIssue[];
  readonly blockers?: readonly CloseBlocker[];
}

export interface Refusal {
  readonly event: RawEvent;
  readonly issues: readonly InputIssue[];
  readonly blockers: readonly CloseBlocker[];
}

const RETRY_MS = 3000;
const PREFIX = 'ridge-unsent/';
/** One key to an event: a second tab on the same job never writes over the first one's. */
const keyOf = (jobId: string, id: string) => `${PREFIX}${jobId}/${id}`;

function storedUnsent(jobId: string): Unsent[] {
  const keys = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)!).filter((key) =>
    key.startsWith(keyOf(jobId, '')),
  );
  return keys.map((key) => JSON.parse(localStorage.getItem(key)!) as Unsent).sort((a, b) => a.at.localeCompare(b.at));
}

/**
 * The record of a job: what is printed and what is still on its way. Each event carries an id of its own, so that sending it
 * twice writes it once; it stands in the browser's storage until it is acknowledged.
 * @param onRewritten the record turned out to be another than was believed (another tab wrote, or an event was refused)
 */
export function useRecord(
  jobId: string,
  first: readonly PrintedEvent[],
  onRewritten: (events: readonly RawEvent[]) => void,
) {
  const [events, setEvents] = useState(first);
  const [unsent, setUnsent] = useState<readonly Unsent[]>([]);
  const [offline, setOffline] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const printed = useRef(first);
  const queue = useRef<readonly Unsent[]>([]);
  const sending = useRef(false);
  const retry = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const channel = useRef<BroadcastChannel | null>(null);
  const rewritten = useRef(onRewritten);
  rewritten.current = onRewritten;

  const keepQueue = useCallback(
    (next: readonly Unsent[]) => {
      for (const gone of queue.current) if (!next.includes(gone)) localStorage.removeItem(keyOf(jobId, gone.id));
      for (const fresh of next)
        if (!queue.current.includes(fresh)) localStorage.setItem(keyOf(jobId, fresh.id), JSON.stringify(fresh));
      queue.current = next;
      startTransition(() => setUnsent(next));
    },
    [jobId],
  );

  /** Takes over what the database has; true when it is just what was expected. */
  const take = useCallback((fresh: readonly PrintedEvent[], expected: string | null) => {
    const last = printed.current.length;
    const news = fresh.filter((e) => e.seq > last);
    if (news.length === 0) return true;
    printed.current = [...printed.current, ...news];
    setEvents(printed.current);
    return news.length === 1 && news[0]!.id === expected;
  }, []);

  const flush = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      while (queue.current.length > 0) {
        const [next, ...rest] = queue.current as [Unsent, ...Unsent[]];
        const response = await post(jobId, next, printed.current.length);
        if (response === null) {
          setOffline(true);
          // One try is under way at most, however many readings wait.
          clearTimeout(retry.current);
          retry.current = setTimeout(() => void flush(), RETRY_MS);
          return;
        }
        setOffline(false);
        const { status, answer } = response;
        keepQueue(rest);
        if (status === 200) {
          const asExpected = take(answer.events ?? [], next.id);
          if (!asExpected) rewritten.current([...printed.current.map((e) => e.event), ...rest.map((u) => u.event)]);
          channel.current?.postMessage('written');
        } else {
          setRefusal({ event: next.event, issues: answer.issues ?? [], blockers: answer.blockers ?? [] });
          rewritten.current([...printed.current.map((e) => e.event), ...rest.map((u) => u.event)]);
        }
      }
    } finally {
      sending.current = false;
    }
  }, [jobId, keepQueue, take]);

  const look = useCallback(async () => {
    if (queue.current.length > 0) return;
    try {
      const response = await fetch(`/api/jobs/${jobId}/events?after=${printed.current.length}`, { cache: 'no-store' });
      if (!response.ok) return;
      const { events: fresh } = (await response.json()) as { events: PrintedEvent[] };
      if (fresh.length > 0 && queue.current.length === 0) {
        take(fresh, null);
        rewritten.current(printed.current.map((e) => e.event));
      }
    } catch {
      // Out of reach: the next send will say so.
    }
  }, [jobId, take]);

  useEffect(() => {
    const known = new Set(printed.current.map((e) => e.id));
    const kept = storedUnsent(jobId);
    for (const { id } of kept) if (known.has(id)) localStorage.removeItem(keyOf(jobId, id));
    const left = kept.filter((u) => !known.has(u.id) && !queue.current.some((q) => q.id === u.id));
    if (left.length > 0) {
      keepQueue([...queue.current, ...left]);
      rewritten.current([...printed.current.map((e) => e.event), ...queue.current.map((u) => u.event)]);
      void flush();
    }
    const own = new BroadcastChannel(`ridge-job-${jobId}`);
    own.onmessage = () => void look();
    channel.current = own;
    const seen = () => document.visibilityState === 'visible' && void look();
    document.addEventListener('visibilitychange', seen);
    window.addEventListener('online', flush);
    // A page brought back by "back" may be older than the record.
    void look();
    return () => {
      clearTimeout(retry.current);
      own.close();
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('online', flush);
    };
  }, [flush, jobId, keepQueue, look]);

  /** Whether that id was used already: a second click on the same entry is the same event. */
  const isKnown = useCallback(
    (id: string) => queue.current.some((u) => u.id === id) || printed.current.some((e) => e.id === id),
    [],
  );

  const record = useCallback(
    (event: RawEvent, personId: string, id: string) => {
      setRefusal(null);
      keepQueue([...queue.current, { id, at: new Date().toISOString(), personId, event }]);
      void flush();
    },
    [flush, keepQueue],
  );

  return { events, unsent, offline, refusal, clearRefusal: useCallback(() => setRefusal(null), []), isKnown, record };
}

export const newId = () => nanoid();

/** One id for as long as a form stands. */
export function useEntryId(): string {
  return useState(newId)[0];
}

/** Sends one event. Null when nobody answered or the database could not take it: it is kept and sent again. */
async function post(
  jobId: string,
  { id, at, personId, event }: Unsent,
  known: number,
): Promise<{ status: number; answer: Answer } | null> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, at, personId, known, event }),
    });
    if (response.status >= 500) return null;
    return { status: response.status, answer: (await response.json()) as Answer };
  } catch {
    return null;
  }
}
