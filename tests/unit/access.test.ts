import { describe, expect, it } from 'vitest';
import { nextChecks, readCase, readEvent, stillToOpen, summarise } from '@/core/index.ts';
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

  it('costs what it costs on this machine, from the reading after somebody said so; struck, it costs what it did', () => {
    const before = complaintOf(['low-power']);
    const minutes = (bench: typeof before, check: string) => stillToOpen(bench, check, 1).minutes;
    // Hood 1 + 1, shroud 12 + 14, by the usual table.
    expect(minutes(before, 'spark.air-gap')).toBe(28);
    const took = withEvents(before, { took: 'blower-housing', openMin: 6 }, { took: 'blower-housing', closeMin: 8 });
    expect(minutes(took, 'spark.air-gap')).toBe(16);
    expect(summarise(took).suspects).toEqual(summarise(before).suspects);
    expect(minutes(withEvents(took, { correct: 1 }), 'spark.air-gap')).toBe(22);
  });

  it('comes off in another order where this machine is built otherwise', () => {
    const bench = complaintOf(['low-power']);
    const opens = (b: typeof bench, check: string) => stillToOpen(b, check, 1).opens;
    expect(opens(bench, 'spark.kill-off')).toEqual(['hood', 'blower-housing', 'kill-leads']);
    expect(opens(withEvents(bench, { took: 'kill-leads', through: ['hood'] }), 'spark.kill-off')).toEqual([
      'hood',
      'kill-leads',
    ]);
    expect(opens(bench, 'fuel.jets')).toEqual(['hood', 'air-box', 'bowl']);
    expect(opens(withEvents(bench, { took: 'bowl', through: ['hood'] }), 'fuel.jets')).toEqual(['hood', 'bowl']);
    const behind = withEvents(bench, { took: 'carburettor', through: ['air-box', 'blower-housing'] });
    expect(opens(behind, 'fuel.jet-seals')).toEqual(['hood', 'air-box', 'blower-housing', 'carburettor']);
    // A head wants shroud, intake and exhaust off; the crank is turned without the shroud (common practice, no source).
    expect(opens(bench, 'seal.fluid-test')).toEqual(
      expect.arrayContaining(['blower-housing', 'carburettor', 'exhaust', 'valve-cover[1]']),
    );
    expect(opens(bench, 'turn.by-hand')).toEqual([]);
  });

  it('is known from the case file, and refused where it cannot be', () => {
    const file = (access: object) =>
      readCase({
        ...{ format: 'ridge-bolt/case', version: 1, complaint: ['low-power'], events: [] },
        machine: { kind: 'other', access, engine: { cylinders: 1 } },
      });
    const read = file({ 'blower-housing': { openMin: 30 }, bowl: { through: ['hood'] } });
    expect(read.ok && read.value.access['blower-housing']).toEqual({ openMin: 30 });
    for (const [access, path] of [
      [{ bonnet: {} }, '$.machine.access.bonnet'],
      [{ bowl: { openMin: -1 } }, '$.machine.access.bowl.openMin'],
      [{ bowl: { through: ['flywheel'] } }, '$.machine.access.bowl.through'],
    ] as const) {
      const refused = file(access);
      expect(refused.ok ? [] : refused.issues.map((i) => i.path)).toContain(path);
    }
    const event = readEvent({ took: 'hood', through: ['belly'] }, '$', TWIN);
    expect(event.ok ? '' : event.issues[0]!.message).toBe('hood is reached in one way only');
    expect(readEvent({ took: 'hood' }, '$', TWIN).ok).toBe(false);
  });
});
