import { describe, expect, it } from 'vitest';
import { type Bench, summarise } from '@/core/index.ts';
import { TOGETHER } from './endings.ts';
import { complaintOf, withEvents } from './jobs.ts';

const psi = (value: number) => ({ value, unit: 'psi' });
const confirmed = (bench: Bench) => summarise(bench).confirmed.map((s) => s.fault);

// Common practice, no source.
describe('after the work', () => {
  const repaired = withEvents(
    complaintOf(['one-cylinder', 'low-power']),
    { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
    { repair: 'spark.coil-open', cylinder: 2, action: 'replaced' },
  );
  const run = { check: 'look.run', condition: 'loaded', symptoms: [] };
  const tester = (outcome: string) => ({ check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome });

  it('a re-test that finds it still is a proof that failed, though the run was clean', () => {
    const weak = summarise(withEvents(repaired, tester('weak'), run));
    expect(weak.phase).toBe('tracing');
    expect(weak.closeBlockers).toContainEqual({ code: 'proof-failed', check: 'spark.tester', cylinder: 2 });
    const strong = summarise(withEvents(repaired, tester('strong'), run, TOGETHER));
    expect(strong.phase).toBe('ready');
    expect(strong.closeBlockers.map((b) => b.code)).not.toContain('proof-failed');
    const later = summarise(withEvents(repaired, tester('weak'), run, tester('strong'), TOGETHER));
    expect(later.phase).toBe('ready');
  });

  it('a new coil comes with its lead, and a coil that was only cleaned does not', () => {
    const traced = withEvents(complaintOf(['one-cylinder']), tester('none'));
    const lead = (bench: Bench) => summarise(bench).suspects.find((s) => s.key === 'spark.plug-lead[2]')?.p ?? 0;
    const coil = (action: string) => withEvents(traced, { repair: 'spark.coil-open', cylinder: 2, action });
    expect(lead(traced)).toBeGreaterThan(0.05);
    expect(lead(coil('replaced'))).toBeLessThan(0.05 * lead(traced));
    expect(lead(coil('cleaned'))).toBeGreaterThan(0.9 * lead(traced));
  });

  it('it is seen how it turns before it goes back: slow is trouble, whatever it was brought in for', () => {
    const back = withEvents(repaired, tester('strong'), run, TOGETHER);
    expect(summarise(back).handingBack.map((h) => h.check)).toContain('look.crank');
    const slow = summarise(withEvents(back, { check: 'look.crank', condition: 'cranking', outcome: 'slow' }));
    expect(slow.phase).toBe('tracing');
    expect(slow.closeBlockers).toContainEqual({ code: 'trouble-seen', check: 'look.crank' });
    const battery = (s: typeof slow) => s.suspects.find((x) => x.key === 'power.battery-worn')?.p ?? 0;
    expect(battery(slow)).toBeGreaterThan(20 * battery(summarise(back)));
  });
});

describe('a little air at the oil fill', () => {
  const leak = (held: number, heard: object) =>
    withEvents(complaintOf(['smoke-blue']), {
      check: 'seal.leak-down',
      cylinder: 1,
      fields: { supply: psi(80), held: psi(held), orifice: { value: 1.016, unit: 'mm' }, heard },
    });
  const passes = (bench: Bench) =>
    ['seal.rings[1]', 'seal.head-gasket-gallery[1]', 'seal.bore-scored[1]'].reduce(
      (sum, key) => sum + (summarise(bench).suspects.find((s) => s.key === key)?.p ?? 0),
      0,
    );

  // Brief of the trade: every sound cylinder lets a little past its rings.
  it('says nothing while the cylinder holds', () => {
    expect(passes(leak(76, { 'oil-fill': 'faint' }))).toBeCloseTo(passes(leak(76, { intake: 'faint' })), 1);
    expect(passes(leak(76, { 'oil-fill': 'faint' }))).toBeLessThan(passes(complaintOf(['smoke-blue'])));
  });

  it('tells where it goes once more is lost than a sound one loses', () => {
    expect(passes(leak(60, { 'oil-fill': 'faint' }))).toBeGreaterThan(0.85);
  });
});

describe('a release that is lost', () => {
  const engine = { compressionRelease: 'automatic' } as const;
  const stops = (exhaustMm: number) =>
    withEvents(
      complaintOf(['crank-stops'], { engine }),
      { check: 'look.oil', outcome: 'ok' },
      { check: 'turn.plugs-out', outcome: 'spins-free' },
      {
        check: 'power.rest-volts',
        fields: { value: { value: 12.7, unit: 'V' }, restedMinutes: { value: 600, unit: 'min' } },
      },
      { check: 'power.tester', outcome: 'good' },
      { check: 'turn.by-hand', outcome: 'firm-at-compression' },
      ...[1, 2].map((cylinder) => ({
        check: 'valve.lash',
        cylinder,
        fields: { intake: { value: 0.1, unit: 'mm' }, exhaust: { value: exhaustMm, unit: 'mm' } },
      })),
    );

  // Trade fact, no source: lash beyond the bump of the cam takes the release away; a blade over its limit leaves it.
  it('is proven past lash at its limit, and not past lash far over it', () => {
    expect(confirmed(stops(0.15))).toEqual(['valve.release-off']);
    expect(confirmed(stops(0.4))).not.toContain('valve.release-off');
  });
});
