'use client';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { Explanation, Plan, RawEvent, RidgePart } from '@/core/index.ts';
import type { Believed, FromReasoner, ToReasoner } from '@/workers/messages.ts';

export interface Reasoned extends Believed {
  readonly plan: Plan | null;
  /** The plan is of an earlier record; a newer one is being worked out. */
  readonly planStale: boolean;
}

type Sent = ToReasoner extends infer M ? (M extends { ticket: number } ? Omit<M, 'ticket'> : never) : never;

/** The ridge apart from the rest: it is drawn at once, and everything else after it. */
export interface RidgeStore {
  readonly get: () => readonly RidgePart[];
  readonly set: (ridge: readonly RidgePart[]) => void;
  readonly subscribe: (listener: () => void) => () => void;
}

function ridgeStore(first: readonly RidgePart[]): RidgeStore {
  let current = first;
  const listeners = new Set<() => void>();
  return {
    get: () => current,
    set: (ridge) => {
      current = ridge;
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

/** Belief and plan from the worker, first as the server worked them out. */
export function useReasoner(head: unknown, first: readonly RawEvent[], initial: Believed & { readonly plan: Plan }) {
  const [now, setNow] = useState<Reasoned>({ ...initial, planStale: false });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [ridge] = useState(() => ridgeStore(initial.summary.ridge));
  const worker = useRef<Worker | null>(null);
  const ticket = useRef(0);
  const waiting = useRef(new Map<number, (explanation: Explanation) => void>());
  const start = useRef({ head, first });

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
        ridge.set(data.summary.ridge);
        startTransition(() =>
          setNow((old) =>
            data.events < old.events && data.ticket < ticket.current
              ? old
              : { ...data, plan: old.plan, planStale: data.events !== old.events || old.planStale },
          ),
        );
      } else if (data.kind === 'planned')
        setNow((old) => (old.events === data.events ? { ...old, plan: data.plan, planStale: false } : old));
      else if (data.kind === 'explained') {
        waiting.current.get(data.ticket)?.(data.explanation);
        waiting.current.delete(data.ticket);
      } else setTrouble(data.message);
    };
    send({ kind: 'open', head: start.current.head, events: start.current.first });
    return () => own.terminate();
  }, [ridge, send]);

  const open = useCallback(
    (events: readonly RawEvent[]) => void send({ kind: 'open', head: start.current.head, events }),
    [send],
  );
  const add = useCallback(
    (event: RawEvent) => {
      send({ kind: 'add', event });
      startTransition(() => setNow((old) => ({ ...old, planStale: true })));
    },
    [send],
  );
  const explain = useCallback(
    (key: string) =>
      new Promise<Explanation>((resolve) => waiting.current.set(send({ kind: 'explain', key }), resolve)),
    [send],
  );
  return { now, ridge, trouble, open, add, explain };
}
