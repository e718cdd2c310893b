import { describe, expect, it } from 'vitest';
import { nextChecks, readEvent, summarise } from '@/core/index.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const open = (...events: object[]) => [...withEvents(complaintOf(['low-power']), ...events).open].sort();

describe('what stands open on the machine', () => {
  it('comes from the checks made, and can be put right by hand', () => {
    expect(open({ check: 'spark.tester', cylinder: 2, outcome: 'strong' })).toContain('lead[2]');
    expect(
      open({ check: 'spark.tester', cylinder: 2, outcome: 'strong' }, { access: 'lead', cylinder: 2, now: 'closed' }),
    ).not.toContain('lead[2]');
  });

  it('brings with it what has to be open before it, and takes away what lies behind it', () => {
    expect(open({ access: 'plug', cylinder: 1, now: 'open' })).toEqual(['hood', 'lead[1]', 'plug[1]']);
    expect(open({ access: 'plug', cylinder: 1, now: 'open' }, { access: 'lead', cylinder: 1, now: 'closed' })).toEqual([
      'hood',
    ]);
    // The other side keeps its own.
    expect(
      open(
        { access: 'plug', cylinder: 1, now: 'open' },
        { access: 'plug', cylinder: 2, now: 'open' },
        { access: 'lead', cylinder: 1, now: 'closed' },
      ),
    ).toEqual(['hood', 'lead[2]', 'plug[2]']);
  });

  it('makes what lies behind it cheaper by its minutes, and moves no suspicion', () => {
    const before = complaintOf(['low-power']);
    const after = withEvents(before, { access: 'hood', now: 'open' });
    expect(summarise(after).suspects).toEqual(summarise(before).suspects);
    const minutes = (bench: typeof before) =>
      nextChecks(bench, summarise(bench)).next.find((n) => n.check === 'balance.heat')!.minutes;
    // A minute to lift it and one to put it down.
    expect(minutes(before) - minutes(after)).toBeCloseTo(2, 9);
  });

  it('is refused for what no engine has, for a missing side and for a side it has not', () => {
    const refused = (raw: object) => {
      const read = readEvent(raw, '$.event', TWIN);
      return read.ok ? [] : read.issues.map((i) => `${i.path}: ${i.message}`);
    };
    expect(refused({ access: 'glove-box', now: 'open' })[0]).toContain('$.event.access: nothing to open is called');
    expect(refused({ access: 'plug', now: 'open' })[0]).toContain('$.event.cylinder: say which cylinder');
    expect(refused({ access: 'plug', cylinder: 3, now: 'open' })[0]).toContain('no cylinder 3');
    expect(refused({ access: 'hood', cylinder: 1, now: 'open' })[0]).toContain('not on one cylinder');
    expect(refused({ access: 'hood', now: 'ajar' })[0]).toContain('$.event.now');
    expect(refused({ access: 'hood', now: 'open', colour: 'red' })[0]).toContain('unknown key "colour"');
  });
});
