import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { advance, openBench, readCase } from '@/core/index.ts';
import {
  type Belief,
  compileNetwork,
  type Evidence,
  initialBelief,
  marginals,
  type Network,
  type NetworkSpec,
  noisyMax,
  type SpecVariable,
  surprise,
  withGroup,
} from '@/core/reason/index.ts';
import { bruteForce, groupsOf, setsOf } from './bruteForce.ts';

function expectSame(network: Network, belief: Belief): void {
  const expected = bruteForce(network.spec, setsOf(network), [groupsOf(belief)]);
  marginals(belief).forEach((p, f) => {
    expect(Math.abs(p - expected.get(network.spec.faults[f]!.key)!), network.spec.faults[f]!.key).toBeLessThan(1e-9);
  });
}

describe('belief is exact over its hypothesis space', () => {
  it.each(['chafed-kill-lead', 'worn-battery-and-open-coil', 'coil-that-quits-hot', 'partners-shorted-diode'])(
    '%s: every marginal to 1e-9 up to the first repair',
    (name) => {
      const read = readCase(JSON.parse(readFileSync(new URL(`../cases/${name}.json`, import.meta.url), 'utf8')).case);
      if (!read.ok) throw new Error('case refused');
      let bench = openBench(read.value);
      expectSame(bench.network, bench.belief);
      for (const event of read.value.events) {
        if (event.kind === 'repair') break;
        bench = advance(bench, event);
      }
      expectSame(bench.network, bench.belief);
    },
  );

  it('all eight subsets of three faults, with a state, a fault that comes and goes and soft readings', () => {
    const spec: NetworkSpec = {
      faults: [
        { key: 'a', kind: 'a', odds: 0.2 },
        { key: 'b', kind: 'b', odds: 0.05 },
        { key: 'c', kind: 'c', odds: 0.4 },
      ],
      states: [
        {
          key: 's',
          causes: ['a', 'b'],
          probability: (present) => 1 - (present('a') ? 0.3 : 1) * (present('b') ? 0.6 : 1) * 0.98,
        },
      ],
      variables: [
        {
          key: 'x',
          parts: [{ id: '', outcomes: ['ok', 'low', 'bad'] }],
          touches: ['a', 'c', 's'],
          grossErrorChance: 0.02,
          showsToday: (cause) => (cause === 'c' ? 0.7 : 1),
          distribution: (active, at) => [
            noisyMax(
              ['ok', 'low', 'bad'],
              [
                { low: 0.05 },
                ...(active.includes('a') ? [{ low: 0.3, bad: 0.5 }] : []),
                ...(active.includes('c') ? [{ low: at.temperature === 'hot' ? 0.8 : 0.1 }] : []),
                ...(active.includes('s') ? [{ bad: 0.6 }] : []),
              ],
            ),
          ],
        },
      ],
      prior: { kind: 'independent' },
    };
    const network = compileNetwork(spec);
    expect(network.space.count).toBe(8);
    const readings: Evidence[] = [
      { variable: 'x', at: { state: 'idle', temperature: 'cold' }, weights: { '': { ok: 0.9, low: 0.1 } }, event: 1 },
      { variable: 'x', at: { state: 'idle', temperature: 'hot' }, weights: { '': { low: 0.6, bad: 0.4 } }, event: 2 },
    ];
    const belief = withGroup(network, initialBelief(network), 'x', readings);
    expectSame(network, belief);
    expect(surprise(belief)).toBeGreaterThan(0);
  });

  it('the burglary network: P(burglary | both neighbours call) = 0.284, the alarm being a condition', () => {
    // Russell & Norvig, Artificial Intelligence: A Modern Approach, 3rd ed., sect. 14.4; figures fig. 14.2.
    const alarm = (b: boolean, e: boolean) => (b ? (e ? 0.95 : 0.94) : e ? 0.29 : 0.001);
    const caller = (key: string, ifAlarm: number, ifNot: number): SpecVariable => ({
      key,
      parts: [{ id: '', outcomes: ['silent', 'calls'] }],
      touches: ['alarm'],
      grossErrorChance: 0,
      showsToday: () => 1,
      distribution: (active) => {
        const p = active.includes('alarm') ? ifAlarm : ifNot;
        return [[1 - p, p]];
      },
    });
    const network = compileNetwork({
      faults: [
        { key: 'burglary', kind: 'burglary', odds: 0.001 / 0.999 },
        { key: 'earthquake', kind: 'earthquake', odds: 0.002 / 0.998 },
      ],
      states: [
        {
          key: 'alarm',
          causes: ['burglary', 'earthquake'],
          probability: (present) => alarm(present('burglary'), present('earthquake')),
        },
      ],
      variables: [caller('john', 0.9, 0.05), caller('mary', 0.7, 0.01)],
      prior: { kind: 'independent' },
    });
    const calls = (variable: string): Evidence => ({
      variable,
      at: { state: 'bench', temperature: null },
      weights: { '': { calls: 1 } },
      event: 0,
    });
    const belief = ['john', 'mary'].reduce((b, v) => withGroup(network, b, v, [calls(v)]), initialBelief(network));
    expect(marginals(belief)[0]).toBeCloseTo(0.284171835, 8);
  });
});
