import { COMPLAINT } from '@/core/reason/catalogue/instances.ts';
import type { Belief, Evidence, Network, NetworkSpec, SpecVariable } from '@/core/reason/index.ts';

/**
 * The reasoner against plain enumeration, written apart from it: no rows, no masks, no compiled tables. Each hypothesis is a
 * list of faults; each reading is asked of the specification itself.
 */
export function bruteForce(
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
  const faults = new Map(spec.faults.map((f) => [f.key, f.fault ?? f.key]));
  // No set holds a fault at two of its levels.
  const weight = (set: readonly string[]) =>
    Number(new Set(set.map((f) => faults.get(f))).size === set.length) *
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
  return (1 - variable.grossErrorChance) * shared + variable.grossErrorChance * blank;
}

function readingChance(variable: SpecVariable, active: readonly string[], reading: Evidence): number {
  const figures = variable.distribution(active, reading.at);
  return variable.parts.reduce((p, part, i) => {
    const weights = reading.weights[part.id];
    return weights ? p * part.outcomes.reduce((sum, o, k) => sum + (weights[o] ?? 0) * figures[i]![k]!, 0) : p;
  }, 1);
}

/** Half the gross errors part by part, half all parts together; the first outcome, normal, has its own share where one is stated. */
function blankChance(variable: SpecVariable, reading: Evidence): number {
  const read = variable.parts.filter((part) => reading.weights[part.id]);
  if (read.length === 0) return 1;
  const n = read[0]!.outcomes.length;
  const shareOf = (k: number, outcomes: number) => {
    const normal = variable.errorReadsNormal ?? 1 / outcomes;
    return k === 0 ? normal : (1 - normal) / (outcomes - 1);
  };
  const apart = read.reduce(
    (p, { id, outcomes }) =>
      p * outcomes.reduce((sum, o, k) => sum + (reading.weights[id]![o] ?? 0) * shareOf(k, outcomes.length), 0),
    1,
  );
  let together = 0;
  for (let k = 0; k < n; k++)
    together += read.reduce((p, part) => p * (reading.weights[part.id]![part.outcomes[k]!] ?? 0), 1) * shareOf(k, n);
  return (apart + together) / 2;
}

export const setsOf = (network: Network) =>
  Array.from({ length: network.space.count }, (_, i) =>
    Array.from(network.space.members.slice(3 * i, 3 * i + 3))
      .filter((f) => f >= 0)
      .map((f) => network.spec.faults[f]!.key),
  );
export const groupsOf = (belief: Belief) => new Map([...belief.groups].map(([key, group]) => [key, group.readings]));
