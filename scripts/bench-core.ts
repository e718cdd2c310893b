import { readdirSync, readFileSync } from 'node:fs';
import { quantileSorted } from 'simple-statistics';
import { random } from '../core/chance/random.ts';
import { advance, type Bench, nextChecks, openBench, readCase, replayAll, summarise } from '../core/index.ts';
import { injectFaults } from '../core/mower/injectFaults.ts';
import { soundMower } from '../core/mower/machine.ts';
import { turnOver } from '../core/mower/turn.ts';
import { setMass } from '../core/reason/asked.ts';
import { initialBelief } from '../core/reason/belief.ts';
import { bruteForce, groupsOf, setsOf } from '../tests/unit/bruteForce.ts';
import { LONG_EVENTS, longJob } from './long-job.ts';

/**
 * Times of the core over every step of every case file: opening a job, update (one more event and the ridge), one-step ranking; and one
 * update of the same sets by plain enumeration.
 */
const folder = new URL('../tests/cases/', import.meta.url);
const cases = readdirSync(folder).map((file) => {
  const read = readCase(JSON.parse(readFileSync(new URL(file, folder), 'utf8')).case);
  if (!read.ok) throw new Error(file);
  return read.value;
});
const ROUNDS = 4;
const open: number[] = [];
const update: number[] = [];
const ranking: number[] = [];
const timed = <T>(times: number[] | null, work: () => T): T => {
  const start = performance.now();
  const done = work();
  times?.push(performance.now() - start);
  return done;
};
let largest: Bench | null = null;
for (let round = 0; round < ROUNDS; round++) {
  for (const given of cases) {
    // The first round warms the tables, as the page's worker does on opening a job.
    const kept = (times: number[]) => (round > 0 ? times : null);
    let bench = timed(kept(open), () => openBench(given));
    for (const event of given.events) {
      const before = bench;
      const summary = timed(kept(update), () => {
        bench = advance(before, event);
        return summarise(bench);
      });
      timed(kept(ranking), () => nextChecks(bench, summary));
      if (bench.repairs.length === 0 && bench.belief.groups.size > (largest?.belief.groups.size ?? 0)) largest = bench;
    }
  }
}
/** Taking up a long record: belief and ridge after its last event. */
const long: number[] = [];
const longest = readCase(longJob(LONG_EVENTS));
if (!longest.ok) throw new Error(JSON.stringify(longest.issues));
for (let round = 0; round <= 4 * ROUNDS; round++)
  timed(round > 0 ? long : null, () => summarise(replayAll(longest.value, longest.value.events)));
const plain: number[] = [];
const { network, belief } = largest!;
timed(plain, () => bruteForce(network.spec, setsOf(network), [groupsOf(belief)]));
/** Seconds of cranking reckoned in a second, sound twins of many seeds, at the tolerance the convergence test holds. */
const cranked = (() => {
  const machines = Array.from({ length: 60 }, (_, seed) =>
    injectFaults(soundMower({ ...cases[0]!.engine, cylinders: 2, layout: 'v-twin-90' }, random(seed)), []),
  );
  for (const m of machines) turnOver(m);
  const began = performance.now();
  const seconds = machines.reduce((sum, m) => sum + (turnOver(m).run?.seconds ?? 0), 0);
  return (1000 * seconds) / (performance.now() - began);
})();
/** Mass of what has no place: of each set the states that are possible with it and not laid out. */
const leftOut = (() => {
  const { layout, spec, assignments } = network;
  const mass = setMass(initialBelief(network));
  return setsOf(network).reduce((sum, set, i) => {
    const laidOut = new Set([
      0,
      ...layout.furtherAssignment.subarray(layout.furtherFrom[i], layout.furtherFrom[i + 1]),
    ]);
    for (let s = 0; s < assignments; s++) {
      if (laidOut.has(s)) continue;
      let chance = 1;
      spec.states.forEach((state, k) => {
        const there = state.probability((key) => set.includes(key));
        chance *= (s >> k) & 1 ? there : 1 - there;
      });
      sum += mass[i]! * chance;
    }
    return sum;
  }, 0);
})();
const figures = (times: number[]) => {
  const sorted = [...times].sort((a, b) => a - b);
  return { median: quantileSorted(sorted, 0.5), p95: quantileSorted(sorted, 0.95), n: sorted.length };
};
console.log(
  JSON.stringify({
    faults: network.space.faults,
    sets: network.space.count,
    hypotheses: network.layout.places,
    leftOut,
    open: figures(open),
    long: figures(long),
    update: figures(update),
    ranking: figures(ranking),
    cranked,
    plain: { ms: plain[0], groups: belief.groups.size },
  }),
);
