import { describe, expect, it } from 'vitest';
import {
  type Bench,
  checkOf,
  nextChecks,
  notListedText,
  openBench,
  partsInVain,
  readCase,
  reportText,
  summarise,
  weighed,
} from '@/core/index.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const HEAT = { check: 'balance.heat', cylinder: null, condition: 'half-speed', temperature: null } as const;
const TESTER = { check: 'spark.tester', cylinder: 1, condition: 'cranking', temperature: null } as const;
const CRANK = { check: 'look.crank', cylinder: null, condition: 'cranking', temperature: null } as const;

const next = (bench: Bench) => nextChecks(bench, summarise(bench)).next;
const asked = (bench: Bench, check: Parameters<typeof weighed>[1]) => {
  const found = weighed(bench, check, next(bench));
  if (!found) throw new Error(`${check.check} is not weighed`);
  return found;
};
const SINGLE = { ...TWIN, cylinders: 1, layout: 'single', fuelFeed: 'gravity', carburettor: 'one-barrel' };
const housed = (
  schools: Record<string, string>,
  complaint: string,
  lacking: string[] = [],
  engine: object = SINGLE,
) => {
  const read = readCase({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine },
    history: {},
    complaint: [complaint],
    events: [],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return openBench({ ...read.value, house: { ...read.value.house, schools, lacking } });
};

describe('what each answer of a check would do', () => {
  // The law of total expectation: what is believed now is what is believed on average afterwards (Kolmogorov 1933).
  it('averages to what is believed, and to the minutes it says', () => {
    const bench = complaintOf(['one-cylinder']);
    const { reports, afterMin } = asked(bench, TESTER);
    const whole = reports.reduce((sum, r) => sum + r.chance, 0);
    expect(whole).toBeGreaterThan(0.97);
    const minutes = reports.reduce((sum, r) => sum + r.chance * r.searchMin, 0) / whole;
    expect(minutes).toBeCloseTo(afterMin, 0);
    const before = new Map(reports.flatMap((r) => r.first.map((f) => [f.fault, f.before])));
    for (const [fault, p] of before)
      expect(p).toBeCloseTo(summarise(bench).suspects.find((s) => s.key === fault)!.p, 6);
  });

  it('is what belief says once that answer was read', () => {
    const bench = complaintOf(['one-cylinder']);
    for (const report of asked(bench, TESTER).reports) {
      const outcome = Object.keys(report.says['']!)[0]!;
      const then = summarise(withEvents(bench, { ...TESTER, temperature: 'cold', outcome }));
      for (const { fault, p } of report.first)
        expect(then.suspects.find((s) => s.key === fault)?.p ?? 0, `${outcome}: ${fault}`).toBeCloseTo(p, 1);
    }
  });

  it('names what an answer would prove', () => {
    const bench = withEvents(
      complaintOf(['no-crank-click']),
      { check: 'power.rest-volts', outcome: 'full' },
      { check: 'power.tester', outcome: 'good' },
    );
    const drop = asked(bench, { check: 'power.drop-relay', cylinder: null, condition: 'cranking', temperature: null });
    const high = drop.reports.find((r) => reportText(checkOf('power.drop-relay'), r.says) === 'Drop too high');
    expect(high?.proves).toBe('power.relay-contacts');
  });
});

describe('why not that check', () => {
  it('what the complaint has answered is not asked again', () => {
    const bench = complaintOf(['cranks-no-start']);
    expect(asked(bench, CRANK).notListed).toBe('answered');
    expect(next(bench).map((n) => n.check)).not.toContain('look.crank');
  });

  it('what is listed is not excused, and what was read is', () => {
    const bench = complaintOf(['one-cylinder']);
    const first = next(bench)[0]!;
    expect(asked(bench, first)).toMatchObject({ notListed: null, instead: null });
    const read = withEvents(bench, {
      check: 'balance.heat',
      condition: 'half-speed',
      readings: { '1': 'hot', '2': 'cold' },
    });
    expect(asked(read, HEAT).notListed).toBe('read');
    expect(asked(read, HEAT).instead).toEqual(next(read)[0]);
  });

  it('what the engine can well do is not called out of reach because no list offers it in that state', () => {
    const bench = complaintOf(['low-power']);
    const idle = { check: 'look.run', cylinder: null, condition: 'idle', temperature: null } as const;
    expect(checkOf('look.run').offeredIn).not.toContain('idle');
    expect(asked(bench, idle).notListed).toMatch(/^(worth-less|parts-nothing|answered)$/);
    expect(asked(complaintOf(['cranks-no-start']), idle).notListed).toBe('not-reached');
  });

  it('a listed run is weighed as the list weighs it, also where the customer has told of what it shows', () => {
    const bench = complaintOf(['dies-after-minutes', 'low-power']);
    const run = next(bench).find((n) => n.check === 'look.run')!;
    const { searchMin, afterMin, minutes } = asked(bench, run);
    const saved = searchMin - afterMin - minutes.handsOn - minutes.state - minutes.access;
    expect(saved).toBeCloseTo(run.minutesSaved, 6);
  });

  it('nothing is cranked while fuel drips', () => {
    const bench = complaintOf(['fuel-drips', 'hard-start-cold']);
    expect(asked(bench, TESTER).notListed).toBe('unsafe');
  });

  it('a check of other engines is not weighed', () => {
    expect(
      weighed(complaintOf(['low-power']), { ...CRANK, check: 'valve.lifter', cylinder: 1, condition: 'bench' }, []),
    ).toBeNull();
  });
});

describe('what the rules of the house cost', () => {
  const prices = (bench: Bench) => nextChecks(bench, summarise(bench)).housePrices;

  it('nothing, where the house has none', () => {
    expect(prices(housed({}, 'cranks-no-start'))).toEqual([]);
  });

  it('an instrument for a run costs nothing on an engine that does not start', () => {
    const heat = checkOf('balance.heat').needs;
    expect(prices(housed({}, 'cranks-no-start', [...heat], TWIN)).map((p) => p.check)).not.toContain('balance.heat');
  });

  it('a check put first costs what another would save more', () => {
    const bench = housed({ 'which-third-first': 'fuel-first' }, 'cranks-no-start');
    const plain = housed({}, 'cranks-no-start');
    const [price] = prices(bench);
    expect(price).toMatchObject({ rule: 'leads', check: next(bench)[0]!.check });
    const best = next(plain)[0]!;
    const led = asked(plain, next(bench)[0]!);
    const saved = led.searchMin - led.afterMin - led.minutes.handsOn - led.minutes.state - led.minutes.access;
    expect(price!.minutes).toBeCloseTo(best.minutesSaved - saved, 6);
  });

  it('an instrument that is not owned costs what its best check would have saved more, and the check says so', () => {
    const best = next(housed({}, 'one-cylinder', [], TWIN))[0]!;
    const { needs } = checkOf(best.check);
    expect(needs.length).toBeGreaterThan(0);
    const bench = housed({}, 'one-cylinder', [...needs], TWIN);
    const [price] = prices(bench);
    expect(price).toMatchObject({ rule: 'lacks', check: best.check });
    const left = Math.max(...next(bench).map((n) => n.minutesSaved));
    expect(price!.minutes).toBeCloseTo(best.minutesSaved - Math.max(0, left), 6);
    const why = asked(bench, best);
    expect(why.notListed).toBe('house-lacks');
    expect(notListedText(why)).toMatch(/costs \d+ min/);
  });
});

describe('a part bought on belief alone', () => {
  const bench = withEvents(complaintOf(['no-crank-click']), { check: 'power.rest-volts', outcome: 'full' });

  it('says what is believed of it, and what a proof takes', () => {
    const vain = partsInVain(bench, summarise(bench), 'power.battery-worn');
    expect(vain?.p).toBeGreaterThan(0.05);
    expect(vain?.partsBand?.[1]).toBeGreaterThan(0);
    expect(vain?.proof?.checks.map((c) => c.check)).toEqual(['power.tester']);
    expect(vain!.proof!.minutes).toBe(next(bench).find((n) => n.check === 'power.tester')!.minutes);
  });

  it('counts what the same new part cures as well', () => {
    const { suspects } = summarise(bench);
    const alone = suspects.find((s) => s.key === 'power.battery-worn')!.p;
    expect(partsInVain(bench, summarise(bench), 'power.battery-worn')!.p).toBeGreaterThan(alone);
  });

  it('says nothing of what is proven', () => {
    const proven = withEvents(bench, { check: 'power.tester', outcome: 'bad' });
    expect(summarise(proven).confirmed[0]?.fault).toBe('power.battery-worn');
    expect(partsInVain(proven, summarise(proven), 'power.battery-worn')).toBeNull();
  });

  it('says that nothing would prove it, once all that would was made in vain', () => {
    const made = [1, 2, 3, 4].map(() => ({ check: 'power.tester', outcome: 'good' }));
    const vain = partsInVain(withEvents(bench, ...made), summarise(withEvents(bench, ...made)), 'power.battery-worn');
    expect(vain?.proof ?? null).toBeNull();
  });
});

describe('10.5 V at rest', () => {
  const FLAT = {
    check: 'power.rest-volts',
    value: { value: 10.5, unit: 'V' },
    fields: { restedMinutes: { value: 600, unit: 'min' } },
  };
  const reading = { check: FLAT.check, fields: { value: FLAT.value, ...FLAT.fields } };

  // Common practice, no source: a dead cell shows on a charged and rested battery; a sound one emptied that far reads the same.
  it('is charged before it is called a dead cell', () => {
    const bench = withEvents(complaintOf(['no-crank-click']), reading);
    expect(summarise(bench).confirmed.map((c) => c.fault)).toEqual(['power.battery-flat']);
  });

  it('once charged, and the same again, is a dead cell', () => {
    const bench = withEvents(
      complaintOf(['no-crank-click']),
      reading,
      { repair: 'power.battery-flat', action: 'repaired' },
      { check: 'look.crank', outcome: 'click-only', retest: true },
      reading,
    );
    expect(summarise(bench).confirmed.map((c) => c.fault)).toContain('power.battery-cell');
  });
});

describe('an engine whose spark is taken on every cylinder', () => {
  // Common practice, no source: of an engine that does not start nobody says that it is weak or runs rough.
  it('by the low-oil switch: primer and connector change nothing, the kill wire is free, and the switch is first', () => {
    const bench = withEvents(
      complaintOf(['cranks-no-start']),
      { check: 'split.primer', condition: 'cranking', outcome: 'nothing' },
      { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'none' },
      { check: 'spark.kill-off-all', condition: 'cranking', outcome: 'same' },
      { check: 'spark.kill-continuity', outcome: 'correct' },
      { check: 'spark.kill-off', cylinder: 1, condition: 'cranking', outcome: 'returns' },
    );
    expect(summarise(bench).suspects[0]!.key).toBe('spark.oil-switch');
  });

  it('by a common kill wire is as likely a complaint as by a solenoid of the same weight', () => {
    const p = (key: string) => summarise(complaintOf(['cranks-no-start'])).suspects.find((s) => s.key === key)!.p;
    expect(p('spark.kill-common') / p('fuel.solenoid-coil')).toBeGreaterThan(0.6);
  });
});

describe('a complaint that the work does not explain', () => {
  const mended = (complaint: string[]) =>
    withEvents(
      complaintOf(complaint),
      { check: 'charge.volts', condition: 'full-speed', value: { value: 12.2, unit: 'V' } },
      { check: 'charge.regulator-drop', condition: 'full-speed', value: { value: 0.02, unit: 'V' } },
      { check: 'charge.stator', condition: 'full-speed', outcome: 'ok' },
      { repair: 'charge.regulator', action: 'replaced' },
      { check: 'charge.volts', condition: 'full-speed', value: { value: 14.3, unit: 'V' }, retest: true },
      { check: 'power.draw', value: { value: 4, unit: 'mA' }, retest: true },
      { check: 'look.run', condition: 'loaded', symptoms: [], retest: true },
    );

  it('is named, with what would bring it about: no regulator makes an engine smoke', () => {
    const { phase, unexplained } = summarise(mended(['battery-goes-flat', 'smoke-blue']));
    expect(phase).toBe('ready');
    expect(unexplained.map((u) => u.symptom)).toEqual(['smoke-blue']);
    expect(unexplained[0]!.look?.fault).toMatch(/^(oil|seal|air|fuel)\./);
  });

  it('is not named where the work explains all of it', () => {
    const { phase, unexplained } = summarise(mended(['battery-goes-flat']));
    expect(phase).toBe('ready');
    expect(unexplained).toEqual([]);
  });
});
