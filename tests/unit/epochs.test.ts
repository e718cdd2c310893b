import { readFileSync } from 'node:fs';
import { describe, expect, it, vi } from 'vitest';
import { checkOf } from '@/core/index.ts';
import {
  applyRepair,
  type Belief,
  compileNetwork,
  type Evidence,
  initialBelief,
  marginals,
  type NetworkSpec,
  type RepairOperator,
  type SpecVariable,
  setMass,
  stateMarginals,
  surprise,
  withGroup,
} from '@/core/reason/index.ts';
import { complaintOf, withEvents } from './jobs.ts';

const STATE = { state: 'bench', temperature: null };

function thing(key: string, causes: Readonly<Record<string, number>>, slip: number, comes = 1): SpecVariable {
  return {
    key,
    parts: [{ id: '', outcomes: ['ok', 'bad'] }],
    touches: Object.keys(causes),
    grossErrorChance: slip,
    showsToday: (cause) => (cause === 'b' ? comes : 1),
    distribution: (active) => {
      const ok = active.reduce((quiet, cause) => quiet * (1 - causes[cause]!), 0.97);
      return [[ok, 1 - ok]];
    },
  };
}

const reads = (variable: string, weights: Readonly<Record<string, number>>, event = 1): Evidence => ({
  variable,
  at: STATE,
  weights: { '': weights },
  event,
});

/** Four faults, two states that some of them bring about, three things to see. */
const SPEC: NetworkSpec = {
  faults: ['a', 'b', 'c', 'd'].map((key, i) => ({ key, kind: key === 'd' ? 'c' : key, odds: [0.6, 0.2, 1, 0.3][i]! })),
  states: [
    { key: 's', causes: ['a'], probability: (present) => (present('a') ? 0.7 : 0) },
    { key: 't', causes: ['b', 'c'], probability: (present) => 1 - (present('b') ? 0.5 : 1) * (present('c') ? 0.8 : 1) },
  ],
  variables: [
    thing('x', { a: 0.6, s: 0.9 }, 0.02),
    thing('y', { b: 0.7, c: 0.2, t: 0.4 }, 0.02, 0.6),
    thing('z', { a: 0.3, c: 0.5, d: 0.9, s: 0.5, t: 0.5 }, 0.01),
  ],
  prior: { kind: 'sized', sizes: [0.05, 0.7, 0.2, 0.05], sameKindBoost: 2 },
};

/** The same by plain enumeration: a mass for each list of faults with each list of states, moved and multiplied one by one. */
class Enumerated {
  private mass = new Map<string, number>();

  /** @param threes the sets of three that are held, such as `abd` */
  constructor(private readonly threes: readonly string[] = []) {
    const keys = SPEC.faults.map((f) => f.key);
    const larger = (sets: readonly string[][]) =>
      sets.flatMap((set) => keys.filter((k) => k > (set.at(-1) ?? '')).map((k) => [...set, k]));
    const bySize: string[][][] = [[[]]];
    while (bySize.length < 4) bySize.push(larger(bySize.at(-1)!));
    const weigh = (set: readonly string[]) =>
      set.reduce(
        (w, f) => w * SPEC.faults.find((own) => own.key === f)!.odds,
        set.includes('c') && set.includes('d') ? 2 : 1,
      );
    const held = bySize.flat().filter((set) => set.length < 3 || threes.includes(set.join('')));
    const prior = (set: readonly string[]) =>
      ([0.05, 0.7, 0.2, 0.05][set.length]! * weigh(set)) / bySize[set.length]!.reduce((sum, s) => sum + weigh(s), 0);
    for (const set of held) {
      for (const states of [[], ['s'], ['t'], ['s', 't']]) {
        const chance = SPEC.states.reduce((p, state) => {
          const there = state.probability((key) => set.includes(key));
          return p * (states.includes(state.key) ? there : 1 - there);
        }, 1);
        this.mass.set(`${set.join('')}|${states.join('')}`, prior(set) * chance);
      }
    }
  }

  read({ variable: key, weights }: Evidence): this {
    const variable = SPEC.variables.find((v) => v.key === key)!;
    const likelihood = (active: readonly string[]) =>
      variable
        .distribution(active, STATE)[0]!
        .reduce((sum, p, k) => sum + p * (weights['']![variable.parts[0]!.outcomes[k]!] ?? 0), 0);
    const blank = ((weights['']!.ok ?? 0) + (weights['']!.bad ?? 0)) / 2;
    for (const [at, mass] of this.mass) {
      const active = [...at].filter((c) => variable.touches.includes(c));
      const without = likelihood(active.filter((c) => variable.showsToday(c) === 1));
      const comes = active.reduce((p, c) => p * variable.showsToday(c), 1);
      const seen = comes * likelihood(active) + (1 - comes) * without;
      this.mass.set(at, mass * ((1 - variable.grossErrorChance) * seen + variable.grossErrorChance * blank));
    }
    return this;
  }

  repair(fault: string, fails: number, puts: string, chance: number): this {
    const after = new Map<string, number>();
    const put = (faults: readonly string[], states: string, mass: number) => {
      const at = `${[...faults].sort().join('')}|${states}`;
      after.set(at, (after.get(at) ?? 0) + mass);
    };
    for (const [at, mass] of this.mass) {
      const [set, states] = at.split('|').map((part) => [...part]) as [string[], string[]];
      const left = set.includes(fault)
        ? [
            { faults: set.filter((f) => f !== fault), share: 1 - fails },
            { faults: set, share: fails },
          ]
        : [{ faults: set, share: 1 }];
      for (const { faults, share } of left) {
        // What would become a set that is not held keeps its mass.
        const grown = [...faults, puts].sort();
        const grows = !faults.includes(puts) && (grown.length < 3 || this.threes.includes(grown.join('')));
        put(faults, states.join(''), mass * share * (grows ? 1 - chance : 1));
        if (grows) put([...faults, puts], states.join(''), mass * share * chance);
      }
    }
    this.mass = after;
    return this;
  }

  of(cause: string): number {
    let whole = 0;
    let own = 0;
    for (const [at, mass] of this.mass) {
      whole += mass;
      if (at.includes(cause)) own += mass;
    }
    return own / whole;
  }
}

describe.each([
  ['sets of one and two', []],
  ['and some of three', ['abd', 'bcd']],
] as const)('belief through repairs, against plain enumeration: %s', (_, threes) => {
  const index = (set: string) => [...set].map((k) => 'abcd'.indexOf(k)) as [number, number, number];
  // Beside a network of the same variables without them, as a job that grows them is.
  const plain = compileNetwork(SPEC);
  for (const v of SPEC.variables) plain.placed(v.key);
  const network = compileNetwork(SPEC, threes.map(index));
  const operator: RepairOperator = { faults: [0], state: null, fails: 0.05, puts: [{ fault: 3, chance: 0.02 }] };
  const expectSame = (belief: Belief, enumerated: Enumerated) => {
    marginals(belief).forEach((p, f) => {
      expect(p, SPEC.faults[f]!.key).toBeCloseTo(enumerated.of(SPEC.faults[f]!.key), 12);
    });
    stateMarginals(belief).forEach((p, k) => {
      expect(p, SPEC.states[k]!.key).toBeCloseTo(enumerated.of(SPEC.states[k]!.key), 12);
    });
    expect(setMass(belief).reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 12);
  };

  it('before it, with states and a fault that comes and goes', () => {
    const readings = [reads('x', { bad: 1 }), reads('y', { ok: 0.3, bad: 0.7 }), reads('z', { bad: 0.9, ok: 0.1 })];
    const belief = readings.reduce((b, r) => withGroup(network, b, r.variable, [r]), initialBelief(network));
    expectSame(
      belief,
      readings.reduce((e, r) => e.read(r), new Enumerated(threes)),
    );
  });

  it('after it: a state outlives its cause, and is seen by what is read next', () => {
    const first = [reads('x', { bad: 1 }), reads('z', { bad: 1 })];
    const before = first.reduce((b, r) => withGroup(network, b, r.variable, [r]), initialBelief(network));
    const enumerated = first.reduce((e, r) => e.read(r), new Enumerated(threes));
    const repaired = applyRepair(network, before, operator);
    enumerated.repair('a', 0.05, 'd', 0.02);
    expectSame(repaired, enumerated);
    expect(marginals(repaired)[0]).toBeLessThan(0.05);
    expect(stateMarginals(repaired)[0]).toBeGreaterThan(0.3);
    const later = [reads('x', { bad: 1 }), reads('y', { ok: 1 }), reads('z', { ok: 0.8, bad: 0.2 })];
    let belief = repaired;
    for (const r of later) {
      belief = withGroup(network, belief, r.variable, [r]);
      enumerated.read(r);
      expectSame(belief, enumerated);
    }
    // What was read is replaced: belief is multiplied by new over old.
    expectSame(
      withGroup(network, withGroup(network, belief, 'x', [reads('x', { ok: 1 })]), 'x', [reads('x', { bad: 1 })]),
      enumerated,
    );
    // And through a second one.
    const again: RepairOperator = { faults: [2], state: null, fails: 0.15, puts: [{ fault: 1, chance: 0.1 }] };
    expectSame(applyRepair(network, belief, again), enumerated.repair('c', 0.15, 'b', 0.1));
  });
});

describe('long records', () => {
  const many = Array.from({ length: 300 }, (_, k) => thing(`v${k}`, { a: 0.98 }, 0.02));
  const network = compileNetwork({
    faults: SPEC.faults.slice(0, 3),
    states: [],
    variables: many,
    prior: { kind: 'independent' },
  });
  const all = (outcome: 'ok' | 'bad') =>
    many.reduce((b, v) => withGroup(network, b, v.key, [reads(v.key, { [outcome]: 1 })]), initialBelief(network));

  it.each([
    ['bad', 1, 1 - 0.97 * 0.02],
    ['ok', 0, 0.97],
  ] as const)('three hundred readings that all say %s neither overflow nor underflow', (outcome, sure, seen) => {
    const belief = all(outcome);
    expect(marginals(belief)[0]).toBeCloseTo(sure, 9);
    expect([...marginals(belief)].every((p) => p >= 0 && p <= 1)).toBe(true);
    // Each slipped or not by itself, given what is wrong.
    const clean = (0.98 * seen) / (0.98 * seen + 0.02 * 0.5);
    expect(1 - surprise(belief)).toBeCloseTo(clean ** 300, 9);
    // Of what they say nothing of, belief stays as it was.
    const before = marginals(initialBelief(network));
    for (const f of [1, 2]) expect(marginals(belief)[f]).toBeCloseTo(before[f]!, 12);
  });
});

describe('what a check could say next', () => {
  it.each(['fuel.filter', 'power.fuse', 'spark.plug-look', 'fuel.float'])(
    '%s: the chances of all of it make one',
    (id) => {
      const bench = withEvents(complaintOf(['one-cylinder']), {
        check: 'power.rest-volts',
        fields: { value: { value: 12.6, unit: 'V' }, restedMinutes: { value: 120, unit: 'min' } },
      });
      const cylinder = checkOf(id).scope === 'cylinder' ? { cylinder: 1 } : {};
      const chances = checkOf(id).outcomes.map(
        (o) => withEvents(bench, { check: id, outcome: o.id, ...cylinder }).belief.now.chance,
      );
      expect(chances.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
      expect(Math.min(...chances)).toBeGreaterThan(0);
    },
  );
});

describe('jobs on one engine', () => {
  const caseOf = (name: string) =>
    JSON.parse(readFileSync(new URL(`../cases/${name}.json`, import.meta.url), 'utf8')).case;

  /** Figures of the last job, in a core nobody used before. */
  async function lastOf(...names: string[]): Promise<unknown> {
    vi.resetModules();
    const core = await import('@/core/index.ts');
    let steps: unknown[] = [];
    for (const name of names) {
      const read = core.readCase(caseOf(name));
      if (!read.ok) throw new Error('case refused');
      steps = [];
      let bench = core.openBench(read.value);
      for (const event of read.value.events) {
        bench = core.advance(bench, event);
        const summary = core.summarise(bench);
        const { next, expectedSearchMin } = core.nextChecks(bench, summary);
        steps.push({
          suspects: summary.suspects,
          sides: summary.sides,
          surprise: summary.surprise,
          next,
          expectedSearchMin,
        });
      }
    }
    return steps;
  }

  it('say the same whatever was opened before: what sets of three and repairs added is theirs alone', async () => {
    const job = 'coil-that-quits-hot';
    const alone = await lastOf(job);
    expect(await lastOf('worn-battery-and-open-coil', 'chafed-kill-lead', job)).toEqual(alone);
  });
});
