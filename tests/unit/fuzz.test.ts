import { describe, expect, it } from 'vitest';
import {
  type Bench,
  CHECKS,
  type CheckDefinition,
  explainSuspect,
  findingsOf,
  nextChecks,
  type RawEvent,
  readCase,
  replayAll,
  SYMPTOM_IDS,
  summarise,
} from '@/core/index.ts';
import { setMass } from '@/core/reason/asked.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';
import { random } from './random.ts';

/** Random jobs of plain outcomes: whatever a technician records, in whatever order, the bench must hold together. */
const SEEDS = [1, 2, 3, 5, 8, 13, 21, 34];

interface RandomJob {
  readonly complaint: readonly string[];
  readonly events: readonly RawEvent[];
}

function randomJob(seed: number, length: number): RandomJob {
  const { next } = random(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const reading = (check: CheckDefinition): RawEvent => {
    const condition = pick(check.states);
    const temperature =
      check.temperatures.length > 0 && next() < 0.5 ? { temperature: pick(['cold', 'hot'] as const) } : {};
    if (check.outcomes.length === 0)
      return { check: check.id, condition, symptoms: next() < 0.5 ? [] : [pick(SYMPTOM_IDS)] };
    const cylinder = check.scope === 'machine' ? {} : { cylinder: 1 + Math.floor(2 * next()) };
    return { check: check.id, condition, ...temperature, ...cylinder, outcome: pick(check.outcomes).id };
  };
  const events: RawEvent[] = [];
  for (let i = 0; i < length; i++) {
    const roll = next();
    const earlier = events.map((e, k) => ({ e, k })).filter(({ e }) => 'check' in e && !('correct' in e));
    if (roll < 0.08 && earlier.length > 0) events.push({ correct: pick(earlier).k + 1 });
    else if (roll < 0.16)
      events.push(
        next() < 0.5
          ? { repair: 'spark.coil-open', cylinder: 1 + Math.floor(2 * next()), action: 'replaced' }
          : { repair: 'power.battery-worn', action: 'replaced' },
      );
    else events.push(reading(pick(CHECKS.filter((c) => c.appliesTo(TWIN)))));
  }
  return { complaint: [pick(SYMPTOM_IDS)], events };
}

const run = (job: RandomJob): Bench => withEvents(complaintOf(job.complaint), ...job.events);
const belief = (bench: Bench) => new Map(summarise(bench).suspects.map((s) => [s.key, s.p]));

const swapKey = (key: string) => key.replace(/\[(\d)\]/, (_, c) => `[${3 - Number(c)}]`);
const swapped = (job: RandomJob): RandomJob => ({
  ...job,
  events: job.events.map((e) => ('cylinder' in e && e.cylinder !== undefined ? { ...e, cylinder: 3 - e.cylinder } : e)),
});

describe.each(SEEDS)('a random job, seed %i', (seed) => {
  const job = randomJob(seed, 14);

  it('keeps every probability a probability and every figure finite, after every event', () => {
    let bench = complaintOf(job.complaint);
    for (const raw of job.events) {
      bench = withEvents(bench, raw);
      const summary = summarise(bench);
      for (const { p } of summary.suspects) expect(p >= 0 && p <= 1 + 1e-9).toBe(true);
      for (const p of [summary.none, summary.surprise, ...summary.sides, ...summary.conditions.map((c) => c.p)])
        expect(p >= -1e-12 && p <= 1 + 1e-9).toBe(true);
      expect(setMass(bench.belief).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
      for (const part of summary.ridge) for (const side of part.sides) expect(Number.isFinite(side.p)).toBe(true);
    }
    const summary = summarise(bench);
    for (const n of nextChecks(bench, summary).next)
      expect(Number.isFinite(n.minutesSaved) && n.minutes > 0).toBe(true);
    expect(() => findingsOf(bench)).not.toThrow();
    const top = summary.suspects[0];
    if (top) for (const w of explainSuspect(bench, top.key).weights) expect(Number.isFinite(w.decibans)).toBe(true);
  });

  it('seen in a mirror, says the same of the other side', () => {
    const [here, there] = [belief(run(job)), belief(run(swapped(job)))];
    for (const [key, p] of here) if (p > 0.002) expect(there.get(swapKey(key)) ?? 0, key).toBeCloseTo(p, 6);
  });

  it('struck readings leave no trace in belief', () => {
    // Everything after the last repair struck one by one: belief is that of the record without them.
    const struck = job.events.flatMap((e, i) => ('check' in e && !('correct' in e) ? [{ correct: i + 1 }] : []));
    const without = job.events.map((e): RawEvent => ('check' in e || 'correct' in e ? { note: 'nothing' } : e));
    const [a, b] = [
      belief(run({ ...job, events: [...job.events, ...struck] })),
      belief(run({ ...job, events: without })),
    ];
    for (const [key, p] of b) if (p > 0.002) expect(a.get(key) ?? 0, key).toBeCloseTo(p, 5);
  });

  it('read back from its own case file, is the same job', () => {
    const file = {
      format: 'ridge-bolt/case',
      version: 1,
      machine: { kind: 'zero-turn', engine: TWIN },
      complaint: job.complaint,
      events: job.events,
    };
    const read = readCase(JSON.parse(JSON.stringify(file)));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const again = belief(replayAll(read.value, read.value.events));
    for (const [key, p] of belief(run(job))) expect(again.get(key)).toBe(p);
  });
});
