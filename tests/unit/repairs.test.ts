import { describe, expect, it } from 'vitest';
import { readEvent, summarise } from '@/core/index.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const codes = (...events: object[]) =>
  summarise(withEvents(complaintOf(['low-power']), ...events)).closeBlockers.map((b) => b.code);
const plug = { repair: 'spark.plug-lead', cylinder: 1 };

describe('a repair for the time being', () => {
  it('keeps the job from being called cured until it is made good', () => {
    expect(codes({ ...plug, action: 'repaired', temporary: true })).toContain('temporary-open');
    expect(codes({ ...plug, action: 'repaired', temporary: true }, { ...plug, action: 'replaced' })).not.toContain(
      'temporary-open',
    );
  });

  it('is not made good by another one, by a bypass, or by work on the other side', () => {
    const first = { ...plug, action: 'repaired', temporary: true };
    for (const second of [
      { ...plug, action: 'cleaned', temporary: true },
      { ...plug, action: 'bypassed' },
      { ...plug, cylinder: 2, action: 'replaced' },
    ])
      expect(codes(first, second), JSON.stringify(second)).toContain('temporary-open');
  });

  it('a lasting repair leaves nothing open', () => {
    expect(codes({ ...plug, action: 'replaced' })).not.toContain('temporary-open');
  });
});

describe('any other work', () => {
  it('an interlock bypassed for a test keeps the job open, whatever its end, until it is off', () => {
    const interlock = { repair: 'power.interlock' };
    expect(codes({ ...interlock, action: 'bypassed' })).toContain('bypass-fitted');
    expect(codes({ ...interlock, action: 'bypassed' }, { ...interlock, action: 'removed' })).not.toContain(
      'bypass-fitted',
    );
  });

  it('an unproven repair is re-tested by the complaint, begins a new record and breaks nothing', () => {
    const bench = withEvents(
      complaintOf(['low-power']),
      { check: 'spark.tester', cylinder: 2, outcome: 'none' },
      { repair: 'air.filter', action: 'replaced' },
    );
    const summary = summarise(bench);
    expect(summary.phase).toBe('retest');
    expect(summary.retests.map((r) => r.check)).toContain('look.run');
    const whole = summary.sets.reduce((sum, s) => sum + s.p, 0);
    expect(whole).toBeLessThanOrEqual(1 + 1e-9);
    expect(summary.none).toBeGreaterThanOrEqual(0);
  });

  it('water that locked it is no end by itself, and a side is asked for where there is one', () => {
    expect(codes({ repair: 'turn.hydrolock-water', action: 'removed' })).toContain('only-a-condition');
    const refused = readEvent({ repair: 'valve.exhaust-leak', action: 'repaired' }, '$.event', TWIN);
    expect(refused.ok ? '' : refused.issues[0]!.path).toBe('$.event.cylinder');
    const unknown = readEvent({ repair: 'valve.gremlin', action: 'repaired' }, '$.event', TWIN);
    expect(unknown.ok ? '' : unknown.issues[0]!.message).toContain('no fault is called');
  });
});
