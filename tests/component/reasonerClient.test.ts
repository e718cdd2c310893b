import { expose, wrap } from 'comlink';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { nextChecks, readCase, readEvent, replayAll, summarise } from '@/core/index.ts';
import { type Health, ReasonerClient, SILENT_MS, type SpawnedReasoner } from '@/features/bench/reasonerClient.ts';
import { Reasoning } from '@/workers/reasoning.ts';
import { TWIN } from '../unit/jobs.ts';

const HEAD = {
  format: 'ridge-bolt/case',
  version: 1,
  machine: { kind: 'zero-turn', engine: TWIN },
  complaint: ['one-cylinder'],
};
const HEAT = { check: 'balance.heat', condition: 'half-speed', readings: { '1': 'hot', '2': 'cold' } } as const;
const TESTER = { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'strong' } as const;

type Ask = SpawnedReasoner['ask'];

/** Workers that the test can make fail; each stands on the product's own reasoning. */
function workers(spoil: (nth: number, ask: Ask) => Partial<Ask> = () => ({})) {
  const spawned: { die: (why: string) => void; stopped: boolean }[] = [];
  const spawn = async (): Promise<SpawnedReasoner> => {
    const reasoning = new Reasoning(() => {});
    const later =
      <A extends unknown[], R>(work: (...args: A) => R) =>
      async (...args: A) =>
        work.apply(reasoning, args);
    const ask: Ask = {
      open: later(reasoning.open),
      add: later(reasoning.add),
      addRead: later(reasoning.addRead),
      plan: later(reasoning.plan),
      explain: later(reasoning.explain),
      weigh: later(reasoning.weigh),
      inVain: later(reasoning.inVain),
      quote: later(reasoning.quote),
      checksSeeing: later(reasoning.checksSeeing),
      prepare: later(reasoning.prepare),
    };
    const own = { die: (_: string) => {}, stopped: false };
    spawned.push(own);
    return {
      ask: { ...ask, ...spoil(spawned.length, ask) },
      onDeath: (died) => {
        own.die = (why) => died(new Error(why));
      },
      stop: () => {
        own.stopped = true;
      },
    };
  };
  return { spawn, spawned };
}

function clientOn(
  spawn: () => Promise<SpawnedReasoner>,
  elsewhere: ConstructorParameters<typeof ReasonerClient>[3] = async () => null,
) {
  const health: Health[] = [];
  const said: string[] = [];
  const tell = {
    believed: vi.fn(({ events }: { events: number }) => void said.push(`ridge ${events}`)),
    planned: vi.fn((events: number) => void said.push(`plate ${events}`)),
    health: (h: Health) => void (health.at(-1)?.state === h.state || health.push(h)),
  };
  return { client: new ReasonerClient(HEAD, [], spawn, elsewhere, tell), tell, health, said };
}
const settled = async (said: readonly string[], last: string) =>
  vi.waitFor(() => expect(said).toContain(last), { timeout: 15_000 });

afterEach(() => void vi.useRealTimers());

describe('asking the worker', () => {
  it('the ridge comes before the plate, and both are what the core says of that record', async () => {
    const { spawn } = workers();
    const { client, tell, said } = clientOn(spawn);
    client.start();
    client.add(HEAT);
    client.add(TESTER);
    await settled(said, 'plate 2');
    expect(said.indexOf('ridge 2')).toBeLessThan(said.indexOf('plate 2'));
    const read = readCase({ ...HEAD, events: [HEAT, TESTER] });
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const bench = replayAll(read.value, read.value.events);
    const [believed] = tell.believed.mock.calls.at(-1) as unknown as [{ summary: ReturnType<typeof summarise> }];
    expect(believed.summary.suspects).toEqual(summarise(bench).suspects);
    const [, plan] = tell.planned.mock.calls.at(-1) as unknown as [number, ReturnType<typeof nextChecks>];
    expect(plan.next.map((n) => n.check)).toEqual(nextChecks(bench, summarise(bench)).next.map((n) => n.check));
  });

  it('goes through a real channel as well, and an error comes back as one', async () => {
    const { port1, port2 } = new MessageChannel();
    expose(new Reasoning(() => {}), port1);
    const remote = wrap<Reasoning>(port2);
    expect((await remote.open(HEAD, [HEAT])).events).toBe(1);
    await expect(remote.explain('no.such-fault')).rejects.toThrow('no fault');
    port1.close();
    port2.close();
  });

  it('a reading that the page has read is believed as the reading itself, through a real channel, and so is one put right', async () => {
    const { port1, port2 } = new MessageChannel();
    expose(new Reasoning(() => {}), port1);
    const remote = wrap<Reasoning>(port2);
    const given = readCase({ ...HEAD, events: [] });
    if (!given.ok) throw new Error(JSON.stringify(given.issues));
    const correction = { correct: 1, ...TESTER, outcome: 'none' };
    for (const raw of [HEAT, TESTER, correction]) {
      await remote.open(HEAD, [HEAT]);
      const plain = await remote.add(raw);
      await remote.open(HEAD, [HEAT]);
      const read = readEvent(raw, '$', given.value.engine);
      if (!read.ok) throw new Error(JSON.stringify(read.issues));
      const asRead = await remote.addRead(read.value);
      expect(asRead.summary).toEqual(plain.summary);
      expect(asRead.events).toBe(2);
    }
    port1.close();
    port2.close();
  });

  /** A worker that is still waking up until the test says so. */
  const sleeping = () => {
    const { spawn } = workers();
    let wake = () => {};
    const awake = new Promise<void>((resolve) => {
      wake = resolve;
    });
    return { spawn: () => awake.then(spawn), wake };
  };

  it('what the server tells is shown until the worker is awake, and is not told twice', async () => {
    const read = readCase({ ...HEAD, events: [HEAT] });
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const bench = replayAll(read.value, read.value.events);
    const summary = summarise(bench);
    const { readings, repairs } = bench;
    const stand = { events: 1, summary, plan: nextChecks(bench, summary), readings, repairs, open: [] };
    const { spawn, wake } = sleeping();
    const elsewhere = vi.fn(async () => stand);
    const { client, said } = clientOn(spawn, elsewhere);
    client.add(HEAT);
    await settled(said, 'plate 1');
    expect(elsewhere.mock.calls).toEqual([[[HEAT]]]);
    expect(said).toEqual(['ridge 1', 'plate 1']);
    wake();
    // The worker comes later with the same belief; its plan was told already.
    await vi.waitFor(() => expect(said.filter((s) => s === 'ridge 1')).toHaveLength(2), { timeout: 15_000 });
    expect(said.filter((s) => s === 'plate 1')).toHaveLength(1);
  });

  it('what the server tells of an older record is not shown, and a server that fails is passed over', async () => {
    const { spawn, wake } = sleeping();
    let answer = (_: unknown) => {};
    const first = new Promise<unknown>((resolve) => {
      answer = resolve;
    });
    const elsewhere = vi.fn((record: readonly unknown[]) =>
      record.length === 1 ? (first as Promise<null>) : Promise.reject(new Error('out of reach')),
    );
    const { client, said, health } = clientOn(spawn, elsewhere);
    client.add(HEAT);
    await vi.waitFor(() => expect(elsewhere).toHaveBeenCalledTimes(1));
    client.add(TESTER);
    answer({ events: 1, plan: {} });
    await vi.waitFor(() => expect(elsewhere).toHaveBeenCalledTimes(2));
    wake();
    await settled(said, 'plate 2');
    expect(said).toEqual(['ridge 2', 'plate 2']);
    expect(health.every((h) => h.state === 'well')).toBe(true);
  });

  it('on a page just opened the server answers alone, and the worker wakes after it; one that says nothing is not waited for long', async () => {
    const { spawn, spawned } = workers();
    let answer = (_: null) => {};
    const elsewhere = () =>
      new Promise<null>((resolve) => {
        answer = resolve;
      });
    const { client, said } = clientOn(spawn, elsewhere);
    client.start();
    client.add(HEAT);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(spawned).toHaveLength(0);
    answer(null);
    await settled(said, 'plate 1');
    client.close();

    const silent = workers();
    const alone = clientOn(silent.spawn, () => new Promise(() => {}));
    alone.client.start();
    alone.client.add(HEAT);
    await settled(alone.said, 'plate 1');
    alone.client.close();
  });

  it('a question wakes it at once, and what came onto the plate while it slept is made ready', async () => {
    const prepare = vi.fn(async () => {});
    const { spawn } = workers(() => ({ prepare }));
    const { client, said } = clientOn(spawn);
    client.start();
    const check = { check: 'spark.tester', cylinder: 2, condition: 'cranking', temperature: null } as const;
    client.prepare(check);
    await expect(client.explain('spark.kill-lead[2]')).resolves.toMatchObject({ key: 'spark.kill-lead[2]' });
    await settled(said, 'ridge 0');
    expect(prepare).toHaveBeenCalledWith(check);
    client.close();
  });

  it('nothing wakes behind a page that was left', async () => {
    vi.useFakeTimers();
    const { spawn, spawned } = workers();
    const { client } = clientOn(spawn);
    client.start();
    client.close();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(spawned).toHaveLength(0);
  });

  it('a worker that is awake has told its ridge before anybody else is asked', async () => {
    const { spawn } = workers();
    const asked = vi.fn(async () => null);
    const { client, said } = clientOn(spawn, asked);
    client.start();
    client.add(HEAT);
    await settled(said, 'plate 1');
    asked.mockClear();
    client.add(TESTER);
    await settled(said, 'ridge 2');
    expect(asked).not.toHaveBeenCalled();
    client.close();
  });

  it('two readings at once are asked about together', async () => {
    const { spawn } = workers();
    const elsewhere = vi.fn(async () => null);
    const { client, said } = clientOn(spawn, elsewhere);
    client.add(HEAT);
    client.add(TESTER);
    await settled(said, 'plate 2');
    expect(elsewhere.mock.calls).toEqual([[[HEAT, TESTER]]]);
  });
});

describe('a worker that fails', () => {
  it('dies in the middle: said, started anew once by itself on the whole record', async () => {
    const { spawn, spawned } = workers((nth) => (nth === 1 ? { add: () => new Promise(() => {}) } : {}));
    const { client, health, said, tell } = clientOn(spawn);
    client.start();
    await settled(said, 'ridge 0');
    client.add(HEAT);
    await vi.waitFor(() => expect(spawned).toHaveLength(1));
    spawned[0]!.die('out of memory');
    await settled(said, 'plate 1');
    expect(spawned).toHaveLength(2);
    expect(spawned[0]!.stopped).toBe(true);
    expect(health.map((h) => h.state)).toEqual(['well', 'restarting', 'well']);
    expect(tell.believed.mock.calls.at(-1)![0].events).toBe(1);
  });

  it('throws at every turn: two tries, then it says why and waits to be asked', async () => {
    let broken = true;
    const { spawn, spawned } = workers((_, ask) => ({
      plan: (events) => (broken ? Promise.reject(new Error('a table is missing')) : ask.plan(events)),
    }));
    const { client, health, said } = clientOn(spawn);
    client.start();
    client.add(HEAT);
    await vi.waitFor(() => expect(health.at(-1)).toEqual({ state: 'stopped', why: 'a table is missing' }), {
      timeout: 15_000,
    });
    expect(spawned).toHaveLength(2);
    broken = false;
    client.again();
    await settled(said, 'plate 1');
    expect(health.at(-1)).toEqual({ state: 'well' });
  });

  it('falls silent: a pending question ends in an answer of a new one', async () => {
    vi.useFakeTimers();
    const { spawn } = workers((nth) => (nth === 1 ? { explain: () => new Promise(() => {}) } : {}));
    const { client } = clientOn(spawn);
    client.start();
    await vi.advanceTimersByTimeAsync(1);
    const asked = client.explain('spark.kill-lead[2]');
    await vi.advanceTimersByTimeAsync(SILENT_MS + 1);
    await expect(asked).resolves.toMatchObject({ key: 'spark.kill-lead[2]' });
  });

  it('falls silent again: the question ends in an error', async () => {
    vi.useFakeTimers();
    const { spawn } = workers(() => ({ explain: () => new Promise(() => {}) }));
    const { client } = clientOn(spawn);
    client.start();
    await vi.advanceTimersByTimeAsync(1);
    const asked = client.explain('spark.kill-lead[2]').catch((error: Error) => error.message);
    await vi.advanceTimersByTimeAsync(SILENT_MS + 1);
    await vi.advanceTimersByTimeAsync(SILENT_MS + 1);
    expect(await asked).toBe('it does not answer');
  });

  it('a question it cannot answer is an error at once and no reason to start anew', async () => {
    const { spawn, spawned } = workers();
    const { client, said } = clientOn(spawn);
    client.start();
    await settled(said, 'ridge 0');
    await expect(client.explain('no.such-fault')).rejects.toThrow('no fault');
    expect(spawned).toHaveLength(1);
  });
});
