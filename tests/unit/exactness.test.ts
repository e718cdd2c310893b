import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { advance, openBench, readCase } from '@/core/index.ts';
import { COMPLAINT } from '@/core/reason/fromCatalogue.ts';
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

/**
 * The reasoner against plain enumeration, written apart from it: no rows, no masks, no compiled tables. Each hypothesis is a
 * list of faults; each reading is asked of the specification itself.
 */
function bruteForce(
  spec: NetworkSpec,
  sets: readonly (readonly string[])[],
  epochs: readonly ReadonlyMap<string, readonly Evidence[]>[],
): Map<string, number> {
  const prior = priorOf(spec, sets);
  const joint = new Map<string, number>();
  let total = 0;
  // The complaint says nothing against "nothing wrong": what is complained of is told of it as of the average fault.
  const told = epochs[0]!.get(COMPLAINT);
  const hearing = (set: readonly string[], states: readonly string[]) =>
    groupChance(spec.variables.find((v) => v.key === COMPLAINT)!, [...set, ...states], set, told!);
  let average = 1;
  if (told) {
    average = 0;
    let whole = 0;
    sets.forEach((set, i) => {
      if (set.length === 0) return;
      for (let s = 0; s < 2 ** spec.states.length; s++) {
        const states = spec.states.filter((_, k) => (s >> k) & 1).map((state) => state.key);
        let mass = prior[i]!;
        spec.states.forEach((state, k) => {
          const chance = state.probability((key) => set.includes(key));
          mass *= (s >> k) & 1 ? chance : 1 - chance;
        });
        whole += mass;
        if (mass > 0) average += mass * hearing(set, states);
      }
    });
    average /= whole * hearing([], []);
  }
  sets.forEach((set, i) => {
    for (let s = 0; s < 2 ** spec.states.length; s++) {
      const states = spec.states.filter((_, k) => (s >> k) & 1).map((state) => state.key);
      let mass = prior[i]! * (set.length === 0 ? average : 1);
      spec.states.forEach((state, k) => {
        const chance = state.probability((key) => set.includes(key));
        mass *= (s >> k) & 1 ? chance : 1 - chance;
      });
      if (mass === 0) continue;
      for (const groups of epochs)
        for (const [key, readings] of groups)
          mass *= groupChance(spec.variables.find((v) => v.key === key)!, [...set, ...states], set, readings);
      joint.set(`${set.join('+')}|${states.join('+')}`, mass);
      total += mass;
    }
  });
  const out = new Map<string, number>();
  for (const fault of spec.faults) out.set(fault.key, 0);
  for (const [key, mass] of joint)
    for (const fault of key.split('|')[0]!.split('+')) if (fault !== '') out.set(fault, out.get(fault)! + mass / total);
  return out;
}

function priorOf(spec: NetworkSpec, sets: readonly (readonly string[])[]): number[] {
  const odds = new Map(spec.faults.map((f) => [f.key, f.odds]));
  const kinds = new Map(spec.faults.map((f) => [f.key, f.kind]));
  const { prior } = spec;
  if (prior.kind === 'independent') return sets.map((set) => set.reduce((p, f) => p * odds.get(f)!, 1));
  const weight = (set: readonly string[]) =>
    set.reduce(
      (w, f) => w * odds.get(f)!,
      new Set(set.map((f) => kinds.get(f))).size < set.length ? prior.sameKindBoost : 1,
    );
  const all = subsets(spec.faults.map((f) => f.key));
  const totals = [0, 1, 2, 3].map((size) =>
    all.filter((s) => s.length === size).reduce((sum, s) => sum + weight(s), 0),
  );
  return sets.map((set) => (prior.sizes[set.length as 0] * weight(set)) / totals[set.length]!);
}

function subsets(keys: readonly string[]): string[][] {
  const out: string[][] = [[]];
  for (let a = 0; a < keys.length; a++) {
    out.push([keys[a]!]);
    for (let b = a + 1; b < keys.length; b++) {
      out.push([keys[a]!, keys[b]!]);
      for (let c = b + 1; c < keys.length; c++) out.push([keys[a]!, keys[b]!, keys[c]!]);
    }
  }
  return out;
}

function groupChance(
  variable: SpecVariable,
  causes: readonly string[],
  faults: readonly string[],
  readings: readonly Evidence[],
): number {
  const touching = causes.filter((c) => variable.touches.includes(c));
  const coming = touching.filter((c) => faults.includes(c) && variable.showsToday(c) < 1);
  let shared = 0;
  for (let today = 0; today < 2 ** coming.length; today++) {
    let chance = 1;
    coming.forEach((c, k) => {
      chance *= (today >> k) & 1 ? variable.showsToday(c) : 1 - variable.showsToday(c);
    });
    const active = touching.filter((c) => !coming.includes(c) || (today >> coming.indexOf(c)) & 1);
    for (const reading of readings) chance *= readingChance(variable, active, reading);
    shared += chance;
  }
  const blank = readings.reduce((p, reading) => p * blankChance(variable, reading), 1);
  return (1 - variable.slip) * shared + variable.slip * blank;
}

function readingChance(variable: SpecVariable, active: readonly string[], reading: Evidence): number {
  const figures = variable.distribution(active, reading.at);
  return variable.parts.reduce((p, part, i) => {
    const weights = reading.weights[part.id];
    return weights ? p * part.outcomes.reduce((sum, o, k) => sum + (weights[o] ?? 0) * figures[i]![k]!, 0) : p;
  }, 1);
}

/** Half the slips part by part, half all parts together. */
function blankChance(variable: SpecVariable, reading: Evidence): number {
  const read = variable.parts.filter((part) => reading.weights[part.id]);
  if (read.length === 0) return 1;
  const n = read[0]!.outcomes.length;
  const apart = read.reduce(
    (p, part) =>
      p * (part.outcomes.reduce((sum, o) => sum + (reading.weights[part.id]![o] ?? 0), 0) / part.outcomes.length),
    1,
  );
  let together = 0;
  for (let k = 0; k < n; k++)
    together += read.reduce((p, part) => p * (reading.weights[part.id]![part.outcomes[k]!] ?? 0), 1) / n;
  return (apart + together) / 2;
}

const setsOf = (network: Network) =>
  Array.from({ length: network.space.count }, (_, i) =>
    Array.from(network.space.members.slice(3 * i, 3 * i + 3))
      .filter((f) => f >= 0)
      .map((f) => network.spec.faults[f]!.key),
  );
const groupsOf = (belief: Belief) => new Map([...belief.groups].map(([key, group]) => [key, group.readings]));

function expectSame(network: Network, belief: Belief): void {
  const expected = bruteForce(network.spec, setsOf(network), [groupsOf(belief)]);
  marginals(network, belief).forEach((p, f) => {
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
          slip: 0.02,
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
    expect(surprise(network, belief)).toBeGreaterThan(0);
  });

  it('the burglary network: P(burglary | both neighbours call) = 0.284, the alarm being a condition', () => {
    // Russell & Norvig, Artificial Intelligence: A Modern Approach, 3rd ed., sect. 14.4; figures fig. 14.2.
    const alarm = (b: boolean, e: boolean) => (b ? (e ? 0.95 : 0.94) : e ? 0.29 : 0.001);
    const caller = (key: string, ifAlarm: number, ifNot: number): SpecVariable => ({
      key,
      parts: [{ id: '', outcomes: ['silent', 'calls'] }],
      touches: ['alarm'],
      slip: 0,
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
    expect(marginals(network, belief)[0]).toBeCloseTo(0.284171835, 8);
  });
});
