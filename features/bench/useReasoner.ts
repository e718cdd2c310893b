'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { BenchPlan, Explanation, JobEvent, Money, PartId, RawEvent } from '@/core/index.ts';
import type { Stand } from '@/features/record/printedEvent.ts';
import type { Believed, PreparedCheck } from '@/workers/answers.ts';
import { fetchStand } from './fetchStand.ts';
import { type Health, ReasonerClient } from './reasonerClient.ts';
import { outlineOf, ridgeStore } from './ridgeStore.ts';
import { useAfterRidge } from './useAfterRidge.ts';

export interface Reasoned extends Believed {
  readonly plan: BenchPlan | null;
  /** The plan is of an earlier record; a newer one is being worked out. */
  readonly planStale: boolean;
}

/** A worker; its script and the way to talk to it come beside the page. */
const spawned = async () => (await import('./spawnReasoner.ts')).spawnReasoner();

/** For `npm run bench`: what the worker needed, measured by itself. */
function took(name: string, duration: number | undefined): void {
  if (duration !== undefined) performance.measure(name, { start: performance.now() - duration, duration });
}

/** Belief and plan from the worker, first as the server worked them out. */
export function useReasoner(jobId: string, head: unknown, first: readonly RawEvent[], initial: Stand) {
  const [now, setNow] = useState<Reasoned>({ ...initial, planStale: false });
  const [health, setHealth] = useState<Health>({ state: 'well' });
  const [ridge] = useState(() => ridgeStore(outlineOf(initial.summary)));
  const client = useRef<ReasonerClient | null>(null);
  const isSlow = useCallback(() => client.current!.isSlow, []);
  const { afterRidge, drawn, soon } = useAfterRidge(isSlow);
  client.current ??= new ReasonerClient(head, first, spawned, (events) => fetchStand(jobId, first.length, events), {
    believed: (believed) => {
      took('reasoner-update', believed.tookMs);
      ridge.set(outlineOf(believed.summary));
      afterRidge(() =>
        setNow((old) => ({ ...believed, plan: old.plan, planStale: believed.events !== old.events || old.planStale })),
      );
      drawn();
    },
    planned: (events, plan, tookMs) => {
      took('reasoner-plan', tookMs);
      soon(() => setNow((old) => (old.events === events ? { ...old, plan, planStale: false } : old)));
    },
    health: setHealth,
  });

  useEffect(() => {
    const own = client.current!;
    own.start();
    return () => own.close();
  }, []);

  const open = useCallback((events: readonly RawEvent[]) => client.current!.rewrite(events), []);
  const add = useCallback(
    (event: RawEvent, read?: JobEvent) => {
      client.current!.add(event, read);
      afterRidge(() => setNow((old) => ({ ...old, planStale: true })));
    },
    [afterRidge],
  );
  const explain = useCallback((key: string): Promise<Explanation> => client.current!.explain(key), []);
  const weigh = useCallback((check: PreparedCheck) => client.current!.weigh(check), []);
  const inVain = useCallback((key: string) => client.current!.inVain(key), []);
  const quote = useCallback((money: Money) => client.current!.quote(money), []);
  const checksSeeing = useCallback((part: PartId) => client.current!.checksSeeing(part), []);
  const prepare = useCallback((check: Parameters<ReasonerClient['prepare']>[0]) => client.current!.prepare(check), []);
  const again = useCallback(() => client.current!.again(), []);
  return { now, ridge, health, open, add, explain, weigh, inVain, quote, checksSeeing, prepare, again, afterRidge };
}
