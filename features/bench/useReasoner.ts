'use client';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { BenchSummary, Explanation, Plan, RawEvent } from '@/core/index.ts';
import type { Believed, FromReasoner, PreparedCheck, ToReasoner } from '@/workers/messages.ts';
import type { Outline } from './Ridge.tsx';

export interface Reasoned extends Believed {
  readonly plan: Plan | null;
  /** The plan is of an earlier record; a newer one is being worked out. */
  readonly planStale: boolean;
}

type Sent = ToReasoner extends infer M ? (M extends { ticket: number } ? Omit<M, 'ticket'> : never) : never;

/** The ridge apart from the rest: it is drawn at once, and everything else after it. */
export interface RidgeStore {
  readonly get: () => Outline;
  readonly set: (outline: Outline) => void;
  readonly subscribe: (listener: () => void) => () => void;
}

const outlineOf = ({ ridge, sides }: BenchSummary): Outline => ({ parts: ridge, sides });

function ridgeStore(first: Outline): RidgeStore {
  let current = first;
  const listeners = new Set<() => void>();
  return {
    get: () => current,
    set: (outline) => {
      current = outline;
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

/** For `npm run bench`: what the worker needed, measured by itself. */
function took(name: string, duration: number | undefined): void {
  if (duration !== undefined) performance.measure(name, { start: performance.now() - duration, duration });
}

/** The longest anything waits for the ridge. */
const RIDGE_FIRST_MS = 90;

/**
 * Work that waits until the ridge is drawn: what a reading does to the rest of the screen must not hold up what it does to the
 * ridge. All of it is then rendered together.
 */
function useAfterRidge() {
  const waiting = useRef<(() => void)[]>([]);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const run = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = undefined;
    const all = waiting.current.splice(0);
    if (all.length > 0)
      startTransition(() => {
        for (const work of all) work();
      });
  }, []);
  const afterRidge = useCallback(
    (work: () => void) => {
      waiting.current.push(work);
      timer.current ??= setTimeout(run, RIDGE_FIRST_MS);
    },
    [run],
  );
  /** The ridge is about to be drawn; what waits follows it. */
  const drawn = useCallback(() => {
    if (waiting.current.length > 0) requestAnimationFrame(() => setTimeout(run));
  }, [run]);
  /** With whatever waits; at once when nothing does. */
  const soon = useCallback((work: () => void) => {
    if (waiting.current.length > 0) waiting.current.push(work);
    else startTransition(work);
  }, []);
  return { afterRidge, drawn, soon };
}

/** Belief and plan from the worker, first as the server worked them out. */
export function useReasoner(head: unknown, first: readonly RawEvent[], initial: Believed & { readonly plan: Plan }) {
  const [now, setNow] = useState<Reasoned>({ ...initial, planStale: false });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [ridge] = useState(() => ridgeStore(outlineOf(initial.summary)));
  const worker = useRef<Worker | null>(null);
  const ticket = useRef(0);
  const waiting = useRef(new Map<number, (explanation: Explanation) => void>());
  const start = useRef({ head, first });
  const { afterRidge, drawn, soon } = useAfterRidge();

  const send = useCallback((message: Sent): number => {
    const number = ++ticket.current;
    worker.current?.postMessage({ ...message, ticket: number });
    return number;
  }, []);

  useEffect(() => {
    const own = new Worker(new URL('../../workers/reasoner.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    own.onmessage = ({ data }: MessageEvent<FromReasoner>) => {
      if (data.kind === 'believed') {
        took('reasoner-update', data.tookMs);
        ridge.set(outlineOf(data.summary));
        afterRidge(() =>
          setNow((old) =>
            data.events < old.events && data.ticket < ticket.current
              ? old
              : { ...data, plan: old.plan, planStale: data.events !== old.events || old.planStale },
          ),
        );
        drawn();
      } else if (data.kind === 'planned') {
        took('reasoner-plan', data.tookMs);
        soon(() => setNow((old) => (old.events === data.events ? { ...old, plan: data.plan, planStale: false } : old)));
      } else if (data.kind === 'explained') {
        waiting.current.get(data.ticket)?.(data.explanation);
        waiting.current.delete(data.ticket);
      } else setTrouble(data.message);
    };
    send({ kind: 'open', head: start.current.head, events: start.current.first });
    return () => own.terminate();
  }, [ridge, send, afterRidge, drawn, soon]);

  const open = useCallback(
    (events: readonly RawEvent[]) => void send({ kind: 'open', head: start.current.head, events }),
    [send],
  );
  const add = useCallback(
    (event: RawEvent) => {
      send({ kind: 'add', event });
      afterRidge(() => setNow((old) => ({ ...old, planStale: true })));
    },
    [send, afterRidge],
  );
  const explain = useCallback(
    (key: string) =>
      new Promise<Explanation>((resolve) => waiting.current.set(send({ kind: 'explain', key }), resolve)),
    [send],
  );
  // It asks nothing, so it takes no ticket: an answer on its way is not made old by it.
  const prepare = useCallback(
    (check: PreparedCheck) => worker.current?.postMessage({ kind: 'prepare', ticket: ticket.current, check }),
    [],
  );
  return { now, ridge, trouble, open, add, explain, prepare, afterRidge };
}
