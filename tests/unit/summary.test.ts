import { describe, expect, it } from 'vitest';
import { todoOf } from '@/core/checks/todo.ts';
import {
  ACTION_WORDS,
  type Bench,
  blockerSentence,
  CAUTIONS,
  CHECKS,
  checkLabel,
  explainSuspect,
  FAULTS,
  faultCards,
  faultLabel,
  fittedBypasses,
  inWords,
  notShown,
  PARTS,
  placeLabel,
  quantityLine,
  REMARK_WORDS,
  readingText,
  STATE_WORDS,
  splitKey,
  summarise,
  whySentence,
} from '@/core/index.ts';
import { TOGETHER } from './endings.ts';
import { complaintOf, withEvents } from './jobs.ts';

const job = (complaint: readonly string[], ...events: object[]): Bench => withEvents(complaintOf(complaint), ...events);
const mark = (bench: Bench, part: string, side = 0) =>
  summarise(bench).ridge.find((r) => r.part === part)!.sides[side]!.mark;
const height = (bench: Bench, part: string, side = 0) =>
  summarise(bench).ridge.find((r) => r.part === part)!.sides[side]!.p;
const gap = (mm: number) => ({
  check: 'spark.air-gap',
  cylinder: 1,
  fields: { gapA: { value: mm, unit: 'mm' }, gapB: { value: mm, unit: 'mm' } },
});

describe('bolt marks', () => {
  it('hollow until looked at, filled when its settling check reads sound, only on the side that was read', () => {
    expect(mark(job(['low-power']), 'air-gap')).toBe('hollow');
    const read = job(['low-power'], gap(0.25));
    expect(mark(read, 'air-gap', 0)).toBe('filled');
    expect(mark(read, 'air-gap', 1)).toBe('hollow');
  });

  it('half where a check clears only as far as it can', () => {
    expect(
      mark(
        job(['low-power'], { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'strong' }),
        'coil',
        0,
      ),
    ).toBe('half');
  });

  it('cracked when suspected, striped when proven, and neither after the repair and its re-test', () => {
    const worn = { check: 'power.tester', outcome: 'worn' };
    expect(mark(job(['cranks-slow']), 'battery')).toBe('cracked');
    expect(mark(job(['cranks-slow'], worn), 'battery')).toBe('striped');
    const mended = job(
      ['cranks-slow'],
      worn,
      { repair: 'power.battery-worn', action: 'replaced' },
      { check: 'look.crank', outcome: 'normal' },
    );
    expect(['hollow', 'half', 'filled']).toContain(mark(mended, 'battery'));
  });

  it('a shared part stands equally on both sides, a cylinder’s own part does not', () => {
    const bench = job(['one-cylinder'], { check: 'balance.heat', readings: { '1': 'cold', '2': 'hot' } });
    expect(height(bench, 'battery', 0)).toBe(height(bench, 'battery', 1));
    expect(height(bench, 'kill-harness', 0)).toBeGreaterThan(5 * height(bench, 'kill-harness', 1));
  });

  it('a part that cannot be at fault on this engine stands flat and hollow', () => {
    const bare = job(['low-power']);
    expect(height(bare, 'release')).toBe(0);
    expect(mark(bare, 'release')).toBe('hollow');
  });
});

describe('where a job stands', () => {
  const worn = { check: 'power.tester', outcome: 'worn' };
  const replaced = { repair: 'power.battery-worn', action: 'replaced' };

  it.each([
    ['tracing', []],
    ['repair', [worn]],
    ['retest', [worn, replaced]],
    ['tracing', [worn, replaced, { check: 'look.crank', outcome: 'slow' }]],
    ['work', [worn, replaced, { check: 'look.crank', outcome: 'normal' }]],
    ['ready', [worn, replaced, { check: 'look.crank', outcome: 'normal' }, TOGETHER]],
    ['closed', [worn, replaced, { check: 'look.crank', outcome: 'normal' }, { close: 'cured' }]],
  ])('%s', (phase, events) => {
    expect(summarise(job(['cranks-slow'], ...events)).phase).toBe(phase);
  });

  it('a hot complaint is shown gone by a long hot run', () => {
    const { retests } = summarise(job(['overheats'], { repair: 'spark.coil-hot', cylinder: 1, action: 'replaced' }));
    expect(retests).toContainEqual({
      check: 'run.minutes',
      cylinder: null,
      condition: 'loaded',
      temperature: 'hot',
      before: null,
      repair: null,
    });
  });

  it('a re-test is asked for in the state of the worst reading before, and stands beside it', () => {
    const before = { check: 'spark.tester', cylinder: 2, condition: 'full-speed', temperature: 'hot', outcome: 'none' };
    const bench = job(
      ['cuts-out-at-speed'],
      { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'strong' },
      before,
      { repair: 'spark.coil-speed', cylinder: 2, action: 'replaced' },
    );
    expect(summarise(bench).retests[0]).toMatchObject({
      check: 'spark.tester',
      cylinder: 2,
      condition: 'full-speed',
      temperature: 'hot',
      before: 2,
    });
    const shown = withEvents(bench, { ...before, outcome: 'strong', retest: true });
    const [pair] = summarise(shown).pairs;
    expect([pair!.before.event, pair!.after.event]).toEqual([2, 4]);
  });

  it('a finding on one part outlives the repair of another', () => {
    const bench = job(
      ['cranks-slow', 'one-cylinder'],
      { check: 'spark.lead-look', cylinder: 2, outcome: 'ok' },
      { check: 'spark.coil-ohms', cylinder: 2, outcome: 'open' },
      worn,
      replaced,
    );
    expect(summarise(bench).confirmed.map((s) => s.fault)).toContain('spark.coil-open[2]');
    const newCoil = job(
      ['one-cylinder'],
      { check: 'spark.lead-look', cylinder: 2, outcome: 'ok' },
      { check: 'spark.coil-ohms', cylinder: 2, outcome: 'open' },
      { repair: 'spark.coil-open', cylinder: 2, action: 'replaced' },
    );
    expect(summarise(newCoil).confirmed).toEqual([]);
  });

  it('the same fault found again after its repair is proven again', () => {
    const bench = job(['cranks-slow'], worn, replaced, { check: 'look.crank', outcome: 'slow' }, worn);
    expect(summarise(bench).phase === 'repair' || summarise(bench).confirmed.length === 0).toBe(true);
    expect(summarise(bench).suspects.find((s) => s.key === 'power.battery-worn')!.p).toBeGreaterThan(0.1);
  });

  it('a bypass is fitted until other work is recorded on it', () => {
    const bypass = { repair: 'spark.kill-common', action: 'bypassed' };
    expect(fittedBypasses(job(['low-power'], bypass))).toHaveLength(1);
    expect(fittedBypasses(job(['low-power'], bypass, { repair: 'spark.kill-common', action: 'removed' }))).toHaveLength(
      0,
    );
  });

  it('says what the last runs could not show', () => {
    const bench = job(
      ['low-power'],
      { repair: 'spark.plug-fouled', cylinder: 1, action: 'replaced' },
      { check: 'look.run', symptoms: [] },
    );
    expect(notShown(bench).join(' ')).toContain('may sound normal at idle');
  });
});

describe('for and against', () => {
  it('the reading that accuses is first, and what is missing to settle is named', () => {
    const bench = job(['one-cylinder'], { check: 'spark.coil-ohms', cylinder: 2, outcome: 'open' });
    const { weights, missing } = explainSuspect(bench, 'spark.coil-open[2]');
    expect(weights[0]).toMatchObject({ variable: 'spark.coil-ohms[2]', events: [1] });
    expect(inWords(weights[0]!.decibans)).toBe('strongly for');
    expect(missing[0]!.map((m) => m.check)).toEqual(['spark.lead-look']);
    const other = explainSuspect(bench, 'spark.kill-lead[2]').weights.find((w) => w.variable === 'spark.coil-ohms[2]')!;
    expect(inWords(other.decibans)).toMatch(/against/);
    expect(() => explainSuspect(bench, 'spark.nothing')).toThrow(RangeError);
  });

  it.each([
    [0.5, null],
    [2, 'slightly for'],
    [6, 'for'],
    [14, 'strongly for'],
    [-2, 'slightly against'],
    [-6, 'against'],
    [-14, 'strongly against'],
  ] as const)('%d decibans', (decibans, words) => {
    expect(inWords(decibans)).toBe(words);
  });
});

describe('wording', () => {
  it('labels name the cylinder, or the side as the shop calls it', () => {
    expect(faultLabel('spark.coil-open[2]', faultCards())).toBe('Coil open, cylinder 2');
    expect(faultLabel('spark.coil-open[2]', faultCards(), ['left', 'right'])).toBe('Coil open, right');
    expect(faultLabel('oil.fuel-diluted', faultCards())).toBe('Oil thinned with fuel');
    expect(checkLabel('spark.tester', 1)).toBe('Spark tester, cylinder 1');
    expect(splitKey('power.fuse')).toEqual({ id: 'power.fuse', cylinder: null });
    expect(placeLabel('kill-lead-2')).toBe('kill lead, cylinder 2');
  });

  it('a quantity is printed with its error and as many digits as mean something', () => {
    expect(quantityLine('healthPercent', { value: 50, unit: '%', plusMinus: 4 })).toBe('Of rated: 50.0 ± 4.0 %');
    expect(quantityLine('dropRpm', { value: 817.3, unit: 'rpm' })).toBe('Speed drop: 817 rpm');
    expect(quantityLine('heatRatio', { value: 0.2062, unit: '', plusMinus: 0.024 })).toBe(
      'Rise against the twin: 0.21 ± 0.02',
    );
  });

  it('a reading is printed as it was read', () => {
    expect(
      readingText({
        check: 'balance.heat',
        readings: { '1': { value: 212, unit: 'degC' }, '2': 'cold' },
        fields: { ambient: { value: 18, unit: 'degC' } },
      }),
    ).toBe('1: 212 °C · 2: Cold · Ambient 18 °C');
    expect(
      readingText({
        check: 'spark.kill-diode',
        cylinder: 1,
        fields: { forward: { value: 0.58, unit: 'V' }, reverse: 'OL', coilsPlugged: true },
      }),
    ).toBe('Red on the leg 0.58 V · Red on the common OL · Coils still plugged in');
    expect(readingText({ check: 'look.run', symptoms: [] })).toBe('Runs clean');
    expect(readingText({ check: 'look.wiring', outcome: 'chafed', where: 'kill-lead-2' })).toBe(
      'Chafed · kill lead, cylinder 2',
    );
  });

  it('every code the core hands out has words', () => {
    const remarks = [
      'not_rested',
      'charge_first',
      'governor_hides',
      'throttle_unknown',
      'coils_plugged',
      'not_a_diode_drop',
    ];
    for (const remark of remarks) expect(REMARK_WORDS[remark]).toBeTruthy();
    for (const why of [
      { code: 'side' },
      { code: 'again' },
      { code: 'makes-safe' },
      { code: 'before-turning' },
      { code: 'retest', repair: null },
    ] as const)
      expect(whySentence(why, faultCards()).length).toBeGreaterThan(8);
    for (const blocker of [
      { code: 'nothing-repaired' },
      { code: 'only-a-condition', key: 'oil.fuel-diluted' },
      { code: 'complaint-not-gone', check: 'look.run', proof: null },
      { code: 'retest-due', check: 'look.crank', cylinder: null, proof: null },
      { code: 'bypass-fitted', repair: 1, key: 'spark.kill-common' },
    ] as const) {
      expect(blockerSentence(blocker, faultCards())).toMatch(/[.?]$/);
    }
    for (const words of [...Object.values(STATE_WORDS), ...Object.values(ACTION_WORDS), ...Object.values(CAUTIONS)])
      expect(words.length).toBeGreaterThan(3);
  });

  it('titles are the shop’s words: no id, no software, no shouting', () => {
    for (const text of [
      ...CHECKS.flatMap((c) => [c.title, todoOf(c.id)!, ...c.outcomes.map((o) => o.label)]),
      ...FAULTS.map((f) => f.title),
      ...PARTS.map((p) => p.name),
    ]) {
      expect(text).not.toMatch(/[_{}<>]|undefined|null|error code/i);
      expect(text).toBe(text.trim());
    }
  });
});
