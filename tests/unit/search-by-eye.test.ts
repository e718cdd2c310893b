import { describe, expect, it } from 'vitest';
import { CHECKS, checkOf, summarise } from '@/core/index.ts';
import { setMass } from '@/core/reason/asked.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

describe('what is seen', () => {
  const bench = complaintOf(['no-crank-silent', 'low-power'], { engine: { fuelFeed: 'pulse-pump' } });
  const weighed = CHECKS.filter(
    (c) =>
      c.appliesTo({ ...TWIN, fuelFeed: 'pulse-pump' }) &&
      c.outcomes.length > 0 &&
      bench.network.hasVariable(c.scope === 'cylinder' ? `${c.id}[1]` : c.id),
  );

  it.each(weighed.map((c) => c.id))('moves belief, whatever is found: %s', (id) => {
    const check = checkOf(id);
    const all = check.scope === 'all-cylinders';
    for (const { id: outcome } of check.outcomes.slice(1)) {
      const after = withEvents(bench, {
        check: id,
        condition: check.states[0],
        ...(all || check.scope === 'cylinder' ? { cylinder: 1 } : {}),
        outcome,
      });
      const [before, now] = [setMass(bench.belief), setMass(after.belief)];
      const moved = before.reduce((sum, mass, i) => sum + Math.abs(mass - now[i]!), 0) / 2;
      // That a part is not there takes away no more than what could be wrong with it.
      expect(moved, outcome).toBeGreaterThan(outcome === 'none-fitted' ? 0.0001 : 0.001);
    }
  });

  it('found at the second look outranks not found at the first, and proves what it shows', () => {
    const look = (outcome: string) => ({
      check: 'look.wiring',
      condition: 'key-off',
      outcome,
      ...(outcome === 'ok' ? {} : { where: 'elsewhere' }),
    });
    const once = summarise(withEvents(bench, look('gnawed')));
    const after = summarise(withEvents(bench, look('ok'), look('gnawed')));
    expect(after.conflicting).toEqual([]);
    expect(after.confirmed.map((s) => s.fault)).toEqual(['power.wiring']);
    expect(after.suspects[0]!.key).toBe(once.suspects[0]!.key);
    expect(after.suspects[0]!.p).toBeCloseTo(once.suspects[0]!.p, 12);
    // The other way round is a contradiction as ever.
    expect(summarise(withEvents(bench, look('gnawed'), look('ok'))).conflicting).toEqual(['look.wiring']);
  });
});

describe('what one new part cures', () => {
  const single = { cylinders: 1, layout: 'single', carburettor: 'one-barrel' } as const;
  const found = [
    { check: 'spark.tester', cylinder: 1, condition: 'full-speed', outcome: 'weak' },
    { check: 'spark.kill-off', cylinder: 1, condition: 'idle', outcome: 'same' },
    { check: 'spark.air-gap', cylinder: 1, condition: 'bench', outcome: 'ok' },
    { check: 'spark.lead-look', cylinder: 1, condition: 'bench', outcome: 'ok' },
    { check: 'spark.coil-ohms', cylinder: 1, condition: 'bench', outcome: 'in-range' },
    { check: 'spark.magnet', outcome: 'strong' },
  ];

  it('is proven together: a coil is replaced whether it is weak or fails hot', () => {
    const { suspects, confirmed } = summarise(
      withEvents(complaintOf(['low-power', 'misfire-intermittent'], { engine: single }), ...found),
    );
    const coils = suspects.filter((s) => s.fault.startsWith('spark.coil-'));
    expect(coils[0]!.p).toBeLessThan(0.5);
    expect(coils.reduce((sum, s) => sum + s.p, 0)).toBeGreaterThan(0.3);
    expect(confirmed.map((s) => s.fault)).toEqual([coils[0]!.key]);
  });

  it('is not proven by what another part explains as well', () => {
    const flat = summarise(
      withEvents(complaintOf(['cranks-slow']), { check: 'power.tester', condition: 'key-off', outcome: 'bad' }),
    );
    expect(flat.confirmed).toEqual([]);
  });
});

describe('before a part is bought', () => {
  const mm = (value: number) => ({ value, unit: 'mm' });
  const found = [
    {
      check: 'balance.heat',
      readings: { 1: { value: 212, unit: 'degC' }, 2: { value: 150, unit: 'degC' } },
      fields: { ambient: { value: 18, unit: 'degC' } },
    },
    { check: 'spark.tester', cylinder: 2, condition: 'idle', outcome: 'weak' },
    { check: 'spark.kill-off', cylinder: 2, condition: 'idle', outcome: 'same' },
    { check: 'spark.air-gap', cylinder: 2, fields: { gapA: mm(0.25), gapB: mm(0.27) } },
  ];
  const proven = withEvents(complaintOf(['low-power']), ...found);
  const coil = (bench: typeof proven) => summarise(bench).confirmed.find((s) => s.fault === 'spark.coil-weak[2]');

  it('a look that opens nothing more is named with the proof, and holds it up in nothing', () => {
    expect(coil(proven)).toMatchObject({
      by: 4,
      ruleOut: { rival: 'spark.plug-lead[2]', check: 'spark.lead-look', cylinder: 2 },
    });
  });

  it('it is named until it was taken, and not where nobody can take it', () => {
    const magnet = { rival: 'spark.magnet', check: 'spark.magnet', cylinder: null };
    // One after the other, the likelier rival first: the magnet lies behind the shroud the gap was measured behind.
    const looked = withEvents(proven, { check: 'spark.lead-look', cylinder: 2, outcome: 'ok' });
    expect(coil(looked)?.ruleOut).toEqual(magnet);
    expect(coil(withEvents(looked, { check: 'spark.magnet', outcome: 'strong' }))?.ruleOut).toBeNull();
    const cannot = withEvents(proven, { unmade: 'spark.lead-look', cylinder: 2, because: 'out-of-reach' });
    expect(coil(cannot)).toMatchObject({ by: 4, ruleOut: magnet });
    const neither = withEvents(cannot, { unmade: 'spark.magnet', because: 'out-of-reach' });
    expect(coil(neither)).toMatchObject({ by: 4, ruleOut: null });
  });

  it('what buys nothing needs none', () => {
    const gap = { check: 'spark.air-gap', cylinder: 2, fields: { gapA: mm(0.6), gapB: mm(0.6) } };
    const wide = withEvents(complaintOf(['low-power']), ...found.slice(0, 3), gap);
    expect(summarise(wide).confirmed).toMatchObject([{ fault: 'spark.gap-wide[2]', ruleOut: null }]);
  });
});
