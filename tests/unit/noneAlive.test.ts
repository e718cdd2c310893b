import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Bench, summarise } from '@/core/index.ts';
import {
  compileNetwork,
  type Evidence,
  initialBelief,
  marginals,
  type NetworkSpec,
  noisyMax,
  type SpecVariable,
  withGroup,
} from '@/core/reason/index.ts';
import { allOut, type Together } from '@/core/reason/spec.ts';
import { bruteForce, groupsOf, setsOf } from './bruteForce.ts';
import { complaintOf, withEvents } from './jobs.ts';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const CAUSES = ['left', 'left too', 'right', 'both'] as const;
const GROUP: Readonly<Record<string, number | undefined>> = { left: 0, 'left too': 0, right: 1 };
const OUTCOMES = ['runs', 'rough', 'dead'] as const;

describe('an engine on which no cylinder pulls', () => {
  it('in belief: any small network with causes of two groups is that of plain enumeration', () => {
    const four = fc.tuple(share, share, share, share);
    fc.assert(
      fc.property(four, four, four, fc.tuple(share, share, share), (odds, rough, out, seen) => {
        const of = (figures: readonly number[], cause: string) => figures[CAUSES.indexOf(cause as 'left')]!;
        const together: Together = {
          groups: 2,
          out: (cause) => [0, 1].map((group) => (GROUP[cause] === group ? of(out, cause) : 0)),
          // All out it is dead nine times in ten.
          cumulative: [[0.1, 0.1, 1]],
        };
        const leak = { rough: 0.05, dead: 0.01 };
        const chances = (cause: string) => ({ rough: of(rough, cause) / 2, dead: of(rough, cause) / 3 });
        const variable: SpecVariable = {
          key: 'x',
          parts: [{ id: '', outcomes: OUTCOMES }],
          touches: CAUSES,
          grossErrorChance: 0.02,
          showsToday: (cause) => (cause === 'right' ? 0.7 : 1),
          // Said once more, in words of its own: dead with nine tenths of the chance that both are out.
          distribution: (active) => {
            const quiet = (group: number) =>
              active.reduce((q, cause) => q * (GROUP[cause] === group ? 1 - of(out, cause) : 1), 1);
            const none = (1 - quiet(0)) * (1 - quiet(1));
            return [noisyMax(OUTCOMES, [leak, ...active.map(chances), { dead: 0.9 * none }])];
          },
          maxima: {
            orders: [[0, 1, 2]],
            pairs: [],
            cumulative: (cause) => {
              const { rough: r, dead } = cause === null ? leak : chances(cause);
              return [[1 - r - dead, 1 - dead, 1]];
            },
            together,
          },
        };
        const spec: NetworkSpec = {
          faults: CAUSES.map((key, k) => ({ key, kind: key, odds: 0.05 + odds[k]! })),
          states: [],
          variables: [variable],
          prior: { kind: 'sized', sizes: [0.1, 0.5, 0.3, 0.1], sameKindBoost: 1 },
        };
        const network = compileNetwork(spec, [[0, 1, 2]]);
        const [runs, partly, dead] = seen;
        const reading: Evidence = {
          variable: 'x',
          at: { state: 'cranking', temperature: null },
          weights: { '': { runs: runs + 0.01, rough: partly, dead } },
          event: 1,
        };
        const belief = withGroup(network, initialBelief(network), 'x', [reading]);
        const expected = bruteForce(spec, setsOf(network), [groupsOf(belief)]);
        marginals(belief).forEach((p, f) => {
          expect(Math.abs(p - expected.get(CAUSES[f]!)!), CAUSES[f]).toBeLessThan(1e-9);
        });
      }),
      { numRuns: 80, seed: 13 },
    );
  });

  it('all are out where each has a cause of its own at work: by hand', () => {
    expect(allOut(2, [])).toBe(0);
    expect(allOut(2, [[0.9, 0]])).toBe(0);
    expect(
      allOut(2, [
        [0.5, 0],
        [0.5, 0],
        [0, 0.8],
      ]),
    ).toBeCloseTo(0.75 * 0.8, 12);
  });

  const chanceOf = (bench: Bench, ...keys: string[]) =>
    summarise(bench).sets.find((s) => s.keys.length === keys.length && keys.every((k) => s.keys.includes(k)))?.p ?? 0;

  it('two plugs bridged, or two coils open, are why a twin does not start', () => {
    // Both sides dead is a dead engine (common practice, no source). It was called two slips of the eye and a fuel solenoid.
    const told = complaintOf(['cranks-no-start']);
    const bridged = [1, 2].map((cylinder) => ({ check: 'spark.plug-look', cylinder, outcome: 'bridged' }));
    expect(chanceOf(withEvents(told, ...bridged), 'spark.plug-fouled[1]', 'spark.plug-fouled[2]')).toBeGreaterThan(0.5);
    const open = [1, 2].map((cylinder) => ({ check: 'spark.coil-ohms', cylinder, outcome: 'open' }));
    expect(chanceOf(withEvents(told, ...open), 'spark.coil-open[1]', 'spark.coil-open[2]')).toBeGreaterThan(0.7);
  });

  it('one that runs has a cylinder that pulls', () => {
    const told = complaintOf(['low-power']);
    const both = [1, 2].map((cylinder) => ({ check: 'spark.coil-ohms', cylinder, outcome: 'open' }));
    const stood = withEvents(told, ...both);
    const ran = withEvents(told, { check: 'balance.rhythm', condition: 'idle', outcome: 'even' }, ...both);
    const pair = ['spark.coil-open[1]', 'spark.coil-open[2]'] as const;
    expect(chanceOf(ran, ...pair)).toBeLessThan(chanceOf(stood, ...pair) / 5);
  });
});
