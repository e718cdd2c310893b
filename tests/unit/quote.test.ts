import { describe, expect, it } from 'vitest';
import { type Agreed, billOf, checkOf, faultCards, quoteOf, type RawEvent } from '@/core/index.ts';
import { quoteBands } from '@/core/measure/quote.ts';
import { likeliestFaultSets } from '@/core/reason/faultChances.ts';
import { overTheCap } from '@/features/bench/overTheCap.ts';
import { complaintOf, withEvents } from './jobs.ts';
import { random } from './random.ts';

/** Quantile of figures that were drawn: the one of which that share lies below. */
const quantile = (drawn: readonly number[], q: number) =>
  [...drawn].sort((a, b) => a - b)[Math.floor(q * drawn.length)]!;

describe('what a job may come to', () => {
  it('of one outcome is its minutes, its part and the tax on both', () => {
    // By hand: half an hour at 60 is 30; a part of 20 to 40 is 30 on average; 20 % on the 60 is 72.
    const { expected, low, middle, high } = quoteBands([{ p: 1, minutes: 30, parts: [[20, 40]] }], 60, 20);
    expect(expected).toBeCloseTo(72, 9);
    expect(middle).toBeCloseTo(72, 6);
    expect(low).toBeCloseTo(1.2 * (30 + 22), 6);
    expect(high).toBeCloseTo(1.2 * (30 + 38), 6);
  });

  it('two parts alike add up as a triangle does', () => {
    // P(U1 + U2 <= s) = s^2 / 2 for s <= 1: a tenth lies under the root of 0.2.
    const { low, middle } = quoteBands(
      [
        {
          p: 0.4,
          minutes: 0,
          parts: [
            [0, 1],
            [0, 1],
          ],
        },
      ],
      0,
      0,
    );
    expect(low).toBeCloseTo(Math.sqrt(0.2), 6);
    expect(middle).toBeCloseTo(1, 6);
  });

  it('is what a Monte-Carlo of the same belief and prices comes to, within 1 %', () => {
    const bench = withEvents(complaintOf(['low-power', 'runs-rough']), {
      check: 'spark.tester',
      cylinder: 1,
      condition: 'cranking',
      outcome: 'weak',
    });
    const money = { ratePerHour: 62, taxPercent: 21 };
    const { bands, likeliest } = quoteOf(bench, money);
    if (!bands) throw new Error('nothing is believed to be wrong');
    const { catalogue, access, open, belief } = bench;
    const sets = likeliestFaultSets(catalogue, belief, 120).filter(({ p }) => p > 1e-4);
    const all = sets.reduce((sum, { p }) => sum + p, 0);
    const draw = random(20261201);
    const drawn: number[] = [];
    for (let i = 0; i < 400_000; i++) {
      let at = draw.next() * all;
      const set =
        sets.find(({ p }) => {
          at -= p;
          return at < 0;
        }) ?? sets[0]!;
      const repairs = set.faults.map((f) => catalogue.faults[f]!);
      const keys = new Set(
        repairs.flatMap(({ cylinder, definition: { repair } }) =>
          access.keysFor(
            { access: repair.access, scope: cylinder === null ? 'machine' : 'cylinder' },
            cylinder,
            [1, 2],
          ),
        ),
      );
      let minutes = 0;
      for (const key of keys) minutes += open.has(key) ? access.of(key).closeMin : access.minutesOf(key);
      let parts = 0;
      for (const { definition } of repairs) {
        minutes += definition.repair.minutes + checkOf(definition.repair.retest).minutes;
        const band = definition.repair.partsBand;
        if (band) parts += band[0] + draw.next() * (band[1] - band[0]);
      }
      drawn.push(1.21 * (parts + (minutes / 60) * 62));
    }
    const mean = drawn.reduce((a, b) => a + b, 0) / drawn.length;
    expect(Math.abs(bands.expected / mean - 1)).toBeLessThan(0.01);
    for (const [q, band] of [
      [0.1, bands.low],
      [0.5, bands.middle],
      [0.9, bands.high],
    ] as const)
      expect(Math.abs(band / quantile(drawn, q) - 1)).toBeLessThan(0.01);
    expect(likeliest[0]!.p).toBeGreaterThan(likeliest[1]!.p);
  });

  it('comes down once the repair has cured it, for then most likely nothing is left to be done', () => {
    const tester = (outcome: string) => ({ check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome });
    const traced = withEvents(complaintOf(['one-cylinder']), tester('none'));
    const cured = withEvents(traced, { repair: 'spark.coil-open', cylinder: 2, action: 'replaced' }, tester('strong'), {
      check: 'look.run',
      condition: 'loaded',
      symptoms: [],
    });
    const money = { ratePerHour: 62, taxPercent: 21 };
    expect(quoteOf(traced, money).bands!.middle).toBeGreaterThan(50);
    expect(quoteOf(cured, money).bands?.middle ?? 0).toBe(0);
  });

  it('refuses what cannot be', () => {
    expect(() => quoteBands([], 60, 0)).toThrow(RangeError);
    expect(() => quoteBands([{ p: 1, minutes: 5, parts: [[4, 3]] }], 60, 0)).toThrow(RangeError);
    expect(() => quoteBands([{ p: 1, minutes: 5, parts: [] }], -1, 0)).toThrow(RangeError);
  });
});

describe('what a job has come to', () => {
  const money = { ratePerHour: 60, taxPercent: 20 };

  it('is its minutes by the bench order, what was opened once, parts that came and the tax', () => {
    const bench = withEvents(
      complaintOf(['low-power']),
      { check: 'look.air-filter', outcome: 'blocked' },
      { check: 'look.air-filter', outcome: 'blocked' },
      { repair: 'air.filter', action: 'replaced' },
      { need: 'Air filter', price: 18 },
      { need: 'Belt', price: 40 },
      { need: 'Clip' },
      { supply: 4, now: 'fitted' },
      { supply: 6, now: 'here' },
    );
    const bill = billOf(bench, money);
    // Two looks of 2 min, hood 1 + 1, repair 3 min, air box 4 + 5.
    expect(bill.counted).toBe(2 + 2 + 2 + 3 + 9);
    expect(bill.parts).toEqual([{ name: 'Air filter', price: 18 }]);
    expect(bill.unpriced).toEqual(['Clip']);
    expect(bill.total).toBeCloseTo(1.2 * (18 + 18), 9);
    expect(billOf(withEvents(bench, { booked: 30 }), money)).toMatchObject({ counted: 18, minutes: 30, labour: 30 });
    expect(billOf(withEvents(bench, { booked: 30 }, { correct: 9 }), money).minutes).toBe(18);
  });

  it('what was done elsewhere is in it once it is back', () => {
    const sent = withEvents(complaintOf(['low-power']), { sent: 'Head', to: 't', must: ['flat'], price: 90 });
    expect(billOf(sent, money).total).toBe(0);
    const back = withEvents(sent, { back: 1, read: [{ read: 'r', passes: true }], price: 110 });
    expect(billOf(back, money).parts).toEqual([{ name: 'Head', price: 110 }]);
  });
});

describe('parts against what was agreed', () => {
  const cards = faultCards();
  const line = (seq: number, event: object) => ({ seq, event: event as RawEvent });
  const battery = line(1, { repair: 'power.battery-worn', action: 'replaced' });
  const over = (agreed: Agreed, ...lines: ReturnType<typeof line>[]) =>
    overTheCap(agreed, lines, cards, 'power.starter-weak');

  it('adds up what was bought before, struck and bypassed work left out, and goes by what was agreed last', () => {
    const most = (id: string) => cards[id]!.repair.partsBand![1];
    const both = most('power.battery-worn') + most('power.starter-weak');
    expect(over({})).toBeNull();
    expect(over({ spendAtMost: both }, battery)).toBeNull();
    expect(over({ spendAtMost: both - 1 }, battery)).toEqual({ parts: both, upTo: both - 1 });
    expect(over({ spendAtMost: both - 1 }, battery, line(2, { correct: 1 }))).toBeNull();
    const said = line(2, { approval: both + 50, answer: 'agreed', who: 'w', how: 'phone' });
    expect(over({ spendAtMost: 1 }, battery, said)).toBeNull();
    const no = line(3, { approval: both + 90, answer: 'declined', who: 'w', how: 'phone' });
    expect(over({ spendAtMost: 1 }, battery, said, no)).toBeNull();
    expect(over({ spendAtMost: 1 }, battery, line(2, { ...said.event, answer: 'declined' }))).not.toBeNull();
  });
});
