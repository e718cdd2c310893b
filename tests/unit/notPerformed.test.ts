import { describe, expect, it } from 'vitest';
import { type Bench, findCheck, nextChecks, readEvent, summarise } from '@/core/index.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const listed = (bench: Bench) => nextChecks(bench, summarise(bench)).next;
const running = (bench: Bench) =>
  new Set(listed(bench).flatMap(({ condition }) => (/idle|speed|loaded/.test(condition) ? [condition] : [])));

describe('a check that cannot be made', () => {
  const bench = complaintOf(['low-power', 'one-cylinder', 'runs-rough']);
  const notReached = (condition: string, more = {}) => ({
    unmade: 'look.run',
    condition,
    because: 'not-reached',
    ...more,
  });

  it('changes no belief, only what is offered', () => {
    const after = withEvents(bench, notReached('idle'));
    expect(summarise(after).suspects).toEqual(summarise(bench).suspects);
    expect(running(bench).size).toBeGreaterThan(0);
    expect(running(after).size).toBe(0);
    expect(listed(after).length).toBeGreaterThan(0);
    expect(listed(after).every(({ temperature }) => temperature !== 'hot')).toBe(true);
  });

  it('leaves what asks less of the engine, and takes what asks more', () => {
    const after = withEvents(bench, notReached('half-speed'));
    // With a tester on, the attempt itself shows what is asked: it needs only that the engine starts.
    for (const { check, condition } of listed(after).filter(({ check }) => !findCheck(check)!.needsOnlyStart))
      expect(['half-speed', 'full-speed', 'loaded'], check).not.toContain(condition);
    expect(listed(after).some(({ condition }) => condition === 'idle')).toBe(true);
  });

  it('is offered again after a repair, once the engine was seen to reach that state, and once the line is struck', () => {
    const barred = withEvents(bench, notReached('idle'));
    const repaired = withEvents(barred, { repair: 'air.filter', action: 'replaced' });
    expect(listed(repaired).some(({ condition }) => condition !== 'bench' && condition !== 'key-off')).toBe(true);
    const ran = withEvents(barred, {
      check: 'balance.cut-out',
      cylinder: 1,
      condition: 'half-speed',
      outcome: 'pulls',
    });
    expect(running(ran).size).toBeGreaterThan(0);
    expect(listed(withEvents(barred, { correct: 1 }))).toEqual(listed(bench));
  });

  it('that nobody gets at is out on that side alone, and is no way to settle anything there', () => {
    const dead = withEvents(bench, { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' });
    const first = listed(dead)[0]!;
    expect(first.cylinder).toBe(2);
    const after = withEvents(dead, {
      unmade: first.check,
      cylinder: 2,
      condition: first.condition,
      because: 'out-of-reach',
    });
    expect(listed(after).filter((n) => n.check === first.check && n.cylinder === 2)).toEqual([]);
  });

  it.each([
    [{ unmade: 'balance.warmth', because: 'not-reached' }, '$.unmade'],
    [{ unmade: 'spark.coil-ohms', cylinder: 3, because: 'out-of-reach' }, '$.cylinder'],
    [{ unmade: 'look.oil', cylinder: 1, because: 'out-of-reach' }, '$.cylinder'],
    [{ unmade: 'look.oil', condition: 'loaded', because: 'not-reached' }, '$.condition'],
    [{ unmade: 'look.oil', because: 'not-reached' }, '$.because'],
    [{ unmade: 'look.oil', because: 'tired' }, '$.because'],
  ])('is refused by name of what is wrong: %j', (raw, path) => {
    const read = readEvent(raw, '$', TWIN);
    expect(read.ok ? null : read.issues.map((i) => i.path)).toEqual([path]);
  });
});
