import { describe, expect, it } from 'vitest';
import {
  adviceOn,
  assessInput,
  CHECKS,
  DEFAULT_HOUSE,
  DEFAULT_RULES,
  findFault,
  type House,
  houseRules,
  houseSchema,
  INSTRUMENTS,
  nextChecks,
  openBench,
  QUESTIONS,
  RISING,
  RULE_GROUPS,
  readCase,
  ruleVersionOf,
  summarise,
} from '@/core/index.ts';
import { limitOf, shownLimit } from '@/features/house/limitBoxes.ts';
import { complaintOf, eventOf, TWIN, withEvents } from './jobs.ts';

const houseOf = (change: Partial<House>): House => ({ ...DEFAULT_HOUSE, revision: 1, ...change });
const under = (house: House, complaint: readonly string[]) =>
  openBench({ ...complaintOf(complaint).head, house, rules: houseRules(house) });
const listed = (house: House, complaint: readonly string[]) => {
  const bench = under(house, complaint);
  return nextChecks(bench, summarise(bench)).next.map((n) => n.check);
};
const refusedAt = (raw: unknown) =>
  houseSchema.safeParse(raw).error?.issues.map((i) => i.path.join('.')) ?? ['nothing refused'];

describe('house rules as they are written down', () => {
  it('left out whole they are the defaults', () => {
    expect(houseSchema.parse({})).toEqual(DEFAULT_HOUSE);
    expect(houseRules(DEFAULT_HOUSE)).toEqual(DEFAULT_RULES);
  });

  it.each([
    ['an unknown question', { schools: { horoscope: 'any' } }, 'schools.horoscope'],
    ['an unknown school', { schools: { 'air-gap': 'by-moonlight' } }, 'schools.air-gap'],
    ['an unknown limit', { limits: { luck: 3 } }, 'limits'],
    ['a limit below nothing', { limits: { drawMilliamps: -1 } }, 'limits.drawMilliamps'],
    ['more than a hundred percent', { limits: { coilTwinPercent: 140 } }, 'limits.coilTwinPercent'],
    ['a gap whose ends are crossed', { limits: { airGapLowMm: 0.4 } }, 'limits.airGapHighMm'],
    [
      'a charge that is good above where it is a fault',
      { limits: { chargeGoodHighVolts: 15.2 } },
      'limits.chargeHighVolts',
    ],
    ['an unknown key', { mood: 1 }, ''],
  ])('%s is refused with its path', (_, raw, path) => expect(refusedAt(raw)).toContain(path));

  it('the defaults themselves rise, and every limit has its place and its words on the screen', () => {
    for (const chain of RISING)
      chain.slice(1).forEach((name, i) => {
        expect(DEFAULT_RULES[name].value, name).toBeGreaterThan(DEFAULT_RULES[chain[i]!].value);
      });
    expect(RULE_GROUPS.flatMap((g) => Object.keys(g.rules)).sort()).toEqual(Object.keys(DEFAULT_RULES).sort());
  });

  it('no school speaks of a check or a fault there is none of', () => {
    for (const { id, schools } of QUESTIONS)
      for (const s of schools) {
        const checks = [...(s.leavesOut ?? []), ...Object.entries(s.after ?? {}).flat()];
        for (const check of checks)
          expect(
            CHECKS.some((c) => c.id === check),
            `${id} ${check}`,
          ).toBe(true);
        for (const start of s.leads?.checks ?? [])
          expect(
            CHECKS.some((c) => c.id.startsWith(start)),
            `${id} ${start}`,
          ).toBe(true);
      }
    expect(findFault('spark.coil-open')).toBeDefined();
  });
});

describe('a house’s own limit', () => {
  const wide = { check: 'spark.air-gap', cylinder: 1, fields: { gapA: { value: 0.32, unit: 'mm' } } };

  it('moves the verdict of its jobs, says it is the house’s, and comes before the school', () => {
    const house = houseOf({ schools: { 'air-gap': 'ten-to-thirteen' }, limits: { airGapHighMm: 0.31 } });
    const judged = (h: House) => withEvents(under(h, ['low-power']), wide).readings[0]!.assessment;
    expect(judged(DEFAULT_HOUSE).outcome).toBe('wide');
    expect(judged(houseOf({ schools: { 'air-gap': 'ten-to-thirteen' } })).outcome).toBe('ok');
    const own = judged(house);
    expect(own.limits.find((l) => l.value === 0.31)?.source).toMatch(/^house rule/);
  });

  it('gives way to the engine sheet', () => {
    const house = houseOf({ limits: { airGapHighMm: 0.25 } });
    const head = { ...complaintOf(['low-power']).head, house, rules: houseRules(house) };
    const bench = openBench({ ...head, figures: { coilGapLowMm: 0.3, coilGapHighMm: 0.36 } });
    expect(withEvents(bench, wide).readings[0]!.assessment.outcome).toBe('ok');
  });

  it('stands in the case file, is refused there by its path, and names the version it was judged by', () => {
    const file = {
      format: 'ridge-bolt/case',
      version: 1,
      machine: { kind: 'other', engine: TWIN },
      complaint: ['low-power'],
      house: { revision: 3, limits: { airGapHighMm: 0.31 } },
      events: [wide],
    };
    const read = readCase(file);
    expect(read.ok && read.value.house.limits).toEqual({ airGapHighMm: 0.31 });
    const wrong = readCase({ ...file, house: { limits: { airGapHighMm: 0.1 } } });
    expect(wrong.ok ? [] : wrong.issues.map((i) => i.path)).toEqual(['$.house.limits.airGapHighMm']);
    expect(ruleVersionOf('v', houseOf({ revision: 3 }))).toBe('v+3');
    expect(ruleVersionOf('v', DEFAULT_HOUSE)).toBe('v');
  });

  it('is what `assess` judges by when it is given', () => {
    const assessed = assessInput('power.draw', {
      value: { value: 20, unit: 'mA' },
      house: { limits: { drawMilliamps: 10 } },
    });
    expect(assessed.ok && (assessed.value as { outcome: string }).outcome).toBe('high');
  });

  it('of height brings a gauge to sea level (ISO 2533: 1500 m is 84.556 kPa)', () => {
    const reading = eventOf({ check: 'seal.compression', cylinder: 1, fields: { value: { value: 95, unit: 'psi' } } });
    if (reading.kind !== 'reading') throw new Error();
    const high = withEvents(under(houseOf({ limits: { shopAltitudeM: 1500 } }), ['low-power']), reading.raw)
      .readings[0]!;
    // (g + pa) x 101.325 / pa - 101.325, in psi.
    expect(high.assessment.quantities.seaLevelPsi!.value).toBeCloseTo(
      (((95 * 6.894757 + 84.556) * 101.325) / 84.556 - 101.325) / 6.894757,
      1,
    );
  });
});

describe('a house’s way of working', () => {
  it('a house without a spark tester is not sent to fetch one', () => {
    expect(INSTRUMENTS).toContain('spark tester');
    expect(listed(DEFAULT_HOUSE, ['one-cylinder'])).toContain('spark.tester');
    expect(listed(houseOf({ lacking: ['spark tester'] }), ['one-cylinder'])).not.toContain('spark.tester');
  });

  it('a check a school leaves out is no candidate and settles nothing; one it makes later waits for the first', () => {
    const has = (house: House, check: string) =>
      under(house, ['low-power'])
        .planner()
        .candidates.some((c) => c.instance.check.id === check);
    const only = houseOf({ schools: { 'compression-or-leak-down': 'leak-down', 'starting-fluid': 'never' } });
    for (const check of ['seal.compression', 'split.primer']) {
      expect(has(DEFAULT_HOUSE, check)).toBe(true);
      expect(has(only, check)).toBe(false);
    }
    const mm = (value: number) => ({ value, unit: 'mm' });
    const gauge = houseOf({ schools: { 'compression-or-leak-down': 'gauge' } });
    const asked = (house: House, ...events: object[]) => {
      const bench = withEvents(
        under(house, ['pops-exhaust', 'runs-rough', 'low-power']),
        { check: 'balance.heat', readings: { '1': { value: 205, unit: 'degC' }, '2': { value: 150, unit: 'degC' } } },
        { check: 'valve.lash', cylinder: 2, fields: { intake: mm(0.1), exhaust: mm(0.15) } },
        { check: 'spark.tester', cylinder: 2, outcome: 'strong' },
        ...events,
      );
      return nextChecks(bench, summarise(bench)).next.map((n) => `${n.check}${n.cylinder}`);
    };
    expect(asked(DEFAULT_HOUSE)).toContain('seal.leak-down2');
    expect(asked(gauge)).not.toContain('seal.leak-down2');
    expect(asked(gauge, { check: 'seal.compression', cylinder: 2, outcome: 'low' })).toContain('seal.leak-down2');
  });

  it('a house that tries spark first has a spark check at the top, one that leaves it to the minutes keeps its list', () => {
    const first = (school: string) =>
      listed(houseOf({ schools: { 'which-third-first': school } }), ['cranks-no-start'])[0]!;
    expect(first('spark-first')).toBe('spark.tester');
    expect(first('primer-first')).toBe('split.primer');
    // Until it was looked at.
    const primed = withEvents(
      under(houseOf({ schools: { 'which-third-first': 'primer-first' } }), ['cranks-no-start']),
      { check: 'split.primer', outcome: 'runs-on-primer' },
    );
    expect(nextChecks(primed, summarise(primed)).next[0]!.check).not.toBe('split.primer');
    expect(listed(houseOf({ schools: { 'which-third-first': 'by-minutes' } }), ['cranks-no-start'])).toEqual(
      listed(DEFAULT_HOUSE, ['cranks-no-start']),
    );
  });

  it('says its own where the part is repaired, and nothing elsewhere', () => {
    expect(adviceOn(DEFAULT_HOUSE, 'spark.coil-open').join()).toContain('Replace the failed coil');
    expect(adviceOn(houseOf({ schools: { coils: 'both' } }), 'spark.coil-open').join()).toContain('both coils');
    expect(adviceOn(DEFAULT_HOUSE, 'power.fuse')).toEqual([]);
  });
});

describe('a limit as it is typed', () => {
  it('follows the habit of the shop and says what it cannot be', () => {
    expect(limitOf('airGapHighMm', '0.31', 'metric')).toBeCloseTo(0.31, 9);
    expect(limitOf('airGapHighMm', '12', 'imperial')).toBeCloseTo(0.3048, 6);
    expect(limitOf('airGapHighMm', '.012', 'imperial')).toBeCloseTo(0.3048, 6);
    expect(limitOf('shopAltitudeM', '1000 ft', 'metric')).toBeCloseTo(304.8, 6);
    expect(limitOf('heatDeadRatio', '0,6', 'metric')).toBe(0.6);
    expect(limitOf('coilOhmsHigh', '12 k', 'metric')).toBe(12_000);
    expect(limitOf('airGapHighMm', '', 'metric')).toBeNull();
    expect(limitOf('airGapHighMm', 'wide', 'metric')).toHaveProperty('wrong');
    expect(limitOf('coilTwinPercent', '140', 'metric')).toHaveProperty('wrong');
    expect(limitOf('cutOutDeadRpm', '60 psi', 'metric')).toHaveProperty('wrong');
  });

  it('what is shown reads back as what it was, for every limit in both habits', () => {
    for (const group of RULE_GROUPS)
      for (const name of Object.keys(group.rules) as (keyof typeof DEFAULT_RULES)[])
        for (const habit of ['metric', 'imperial'] as const) {
          const { value } = DEFAULT_RULES[name];
          const back = limitOf(name, shownLimit(name, value, habit), habit);
          expect(typeof back, `${name}: ${shownLimit(name, value, habit)}`).toBe('number');
          // A tenth of a thou is as fine as a blade goes.
          expect(Math.abs((back as number) - value), name).toBeLessThanOrEqual(
            Math.max(0.0013, 1e-3 * Math.abs(value)),
          );
        }
  });
});
