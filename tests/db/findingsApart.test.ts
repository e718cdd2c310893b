import { expect, it } from 'vitest';
import { findingsOf, readCase, replayAll } from '@/core/index.ts';
import type { JobFile } from '@/features/record/server/jobFile.ts';
import { findingsApart } from '@/features/sheet/server/findingsApart.ts';
import { LONG_EVENTS, longJob } from '@/scripts/long-job.ts';

it('what a long record with many repairs was proven by is worked out on a thread: the same, and the server answers meanwhile', async () => {
  const raw = longJob(LONG_EVENTS);
  const { events: readings, ...head } = raw;
  const repair = (id: string) => ({ repair: id, action: 'replaced' as const });
  const events = readings.flatMap((event, i) =>
    i % 10 === 9
      ? [event, repair(['fuel.filter', 'air.filter', 'fuel.line', 'fuel.pump', 'power.fuse', 'fuel.choke'][i % 6]!)]
      : [event],
  );
  const read = readCase({ ...head, events });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  const bench = replayAll(read.value, read.value.events);
  expect(bench.repairs.length).toBeGreaterThan(4);
  const printed = events.map((event, i) => ({
    id: `line-${i}`,
    seq: i + 1,
    kind: 'reading' as const,
    personId: 'ilse',
    at: '2026-11-30T08:00:00.000Z',
    event,
  }));
  const file = { head, events: printed, read: read.value.events, known: bench.known } as unknown as JobFile;
  let ticks = 0;
  const ticking = setInterval(() => ticks++, 5);
  const apart = await findingsApart('job', bench, file);
  clearInterval(ticking);
  expect(ticks).toBeGreaterThan(20);
  const here = findingsOf(bench);
  expect(apart.map((f) => [f.repair, f.proof, f.behind])).toEqual(here.map((f) => [f.repair, f.proof, f.behind]));
  apart.forEach((f, i) => {
    expect(f.p).toBeCloseTo(here[i]!.p, 9);
  });
  // Asked again it is at hand.
  expect(await findingsApart('job', bench, file)).toBe(apart);
}, 60_000);
