import { describe, expect, it } from 'vitest';
import { believedAgain } from '@/core/bench/believedAgain.ts';
import { benchBefore, benchesBefore } from '@/core/bench/bench.ts';
import { advance, type Bench, openBench, readCase, replayAll, summarise } from '@/core/index.ts';
import { marginals } from '@/core/reason/index.ts';
import { LONG_EVENTS, longJob } from '@/scripts/long-job.ts';

const read = readCase(longJob(LONG_EVENTS));
if (!read.ok) throw new Error(JSON.stringify(read.issues));
const { value: job } = read;

const close = (a: Float64Array, b: Float64Array) => {
  expect(a.length).toBe(b.length);
  a.forEach((p, f) => {
    expect(Math.abs(p - b[f]!)).toBeLessThan(1e-9);
  });
};

describe('a job of sixty events, a repair among them', () => {
  const stepwise: Bench[] = [openBench(job)];
  for (const event of job.events) stepwise.push(advance(stepwise.at(-1)!, event));

  it('taken up again it is believed as it was when it was taken down, over the same hypotheses', () => {
    const last = stepwise.at(-1)!;
    const again = replayAll(job, job.events);
    // Sets of three are asked for on the way, or there is nothing to see here.
    expect(last.triples.length).toBeGreaterThan(100);
    expect(again.triples.map(String).sort()).toEqual(last.triples.map(String).sort());
    close(marginals(again.belief), marginals(last.belief));
    expect(summarise(again).suspects.map((s) => s.key)).toEqual(summarise(last).suspects.map((s) => s.key));
    expect(again.printed).toEqual(last.printed);
    expect([...again.open].sort()).toEqual([...last.open].sort());
  });

  it('put to the same hypotheses group by group it is believed as reading by reading, through the repair', () => {
    const repaired = job.events.findIndex((event) => event.kind === 'repair') + 1;
    for (const events of [repaired - 1, repaired, repaired + 5]) {
      const bench = stepwise[events]!;
      close(marginals(believedAgain(bench, bench.network)), marginals(bench.belief));
    }
  });

  it('taken up before several of its lines, one after the other, it stands as before each by itself', () => {
    const last = stepwise.at(-1)!;
    const lines = [3, 12, 30, 31, 55];
    const before = benchesBefore(last, lines);
    lines.forEach((line, i) => {
      const alone = benchBefore(last, line);
      close(marginals(before[i]!.belief), marginals(alone.belief));
      expect(before[i]!.printed).toEqual(alone.printed);
    });
  });

  it('a line struck and put back leaves it as it was', () => {
    const last = stepwise.at(-1)!;
    const [event] = job.events;
    const struck = readCase({ ...longJob(LONG_EVENTS), events: [...longJob(LONG_EVENTS).events, { correct: 1 }] });
    if (!struck.ok || !event) throw new Error();
    const without = advance(last, struck.value.events.at(-1)!);
    expect(summarise(without).suspects).not.toEqual(summarise(last).suspects);
    close(marginals(replayAll(job, struck.value.events).belief), marginals(without.belief));
  });
});
