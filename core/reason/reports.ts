import type { RunningState, Temperature } from '../engine/index.ts';
import type { Belief } from './belief.ts';
import type { CheckInstance } from './catalogue/instances.ts';
import { type Evidence, type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import type { CompiledVariable, Network } from './network.ts';
import type { Weights } from './shape.ts';
import { type At, atKey, type SpecVariable } from './spec.ts';

/** All a check could report, as weights for evidence. */
function reportsOf(instance: CheckInstance, network: Network): Weights[] {
  const all = network.variable(instance.key).parts;
  // A part for who did not say where is not read beside those that say it.
  const { combine, hopesFor } = instance.check;
  const said = combine.kind === 'parts' && all.length > 1 ? all.filter((p) => p.id !== '') : all;
  const parts = hopesFor === null ? said : said.filter((p) => hopesFor.includes(p.id));
  if (parts.length === 1) return parts[0]!.outcomes.map((o) => ({ [parts[0]!.id]: { [o]: 1 } }));
  if (parts.length === 2)
    return parts[0]!.outcomes.flatMap((a) =>
      parts[1]!.outcomes.map((b) => ({ [parts[0]!.id]: { [a]: 1 }, [parts[1]!.id]: { [b]: 1 } })),
    );
  // Many places: nothing anywhere, or something in one place.
  return [
    Object.fromEntries(parts.map((part) => [part.id, { [part.outcomes[0]!]: 1 }])),
    ...parts.map((part) => ({ [part.id]: Object.fromEntries(part.outcomes.slice(1).map((o) => [o, 1])) })),
  ];
}

export type Reports = Candidate['reports'];

/** Reports of a check depend on its table and on what it has said already: worked out once for each state and heat. */
const unread = new WeakMap<CompiledVariable, Map<string, Reports>>();

const readBefore = new WeakMap<GroupLikelihood, Map<string, Reports>>();

function keptIn<K extends object>(all: WeakMap<K, Map<string, Reports>>, of: K): Map<string, Reports> {
  let kept = all.get(of);
  if (!kept) {
    kept = new Map();
    all.set(of, kept);
  }
  return kept;
}

const reportable = new WeakMap<SpecVariable, Map<string, readonly Evidence[]>>();

/** The same, as evidence at one state; kept, so that each is weighed once. */
function couldReport({ instance, at }: Omit<Candidate, 'reports'>, network: Network): readonly Evidence[] {
  const variable = network.variable(instance.key);
  const kept = reportable.get(variable) ?? new Map<string, readonly Evidence[]>();
  reportable.set(variable, kept);
  const state = atKey(at);
  let reports = kept.get(state);
  if (!reports) {
    reports = reportsOf(instance, network).map((weights) => ({ variable: instance.key, at, weights, event: -1 }));
    kept.set(state, reports);
  }
  return reports;
}

/** A run may show any of a dozen things; what it is worth is told by the likeliest of them. */
export const MOST_REPORTS = 9;

/** Works out what a check not read yet could report, and keeps it: what a first plan would otherwise do all at once. */
export function* warmReports(network: Network, belief: Belief, instance: CheckInstance, at: At): Generator<void> {
  const { state, temperature } = at as { state: RunningState; temperature: Temperature | null };
  const candidate = { instance, at, state, temperature, mask: 0, minutes: 0 };
  // One by one where there are many: each is kept, and the list is made of what was kept.
  const { variable } = network.placed(instance.key, belief.now.layout);
  const reports = couldReport(candidate, network);
  if (reports.length > MOST_REPORTS)
    for (const report of reports.slice(1)) {
      groupLikelihood(variable, withReading(undefined, report));
      yield;
    }
  withReports(network, belief, candidate);
}

/** The likelihood of each report, row by row, in the light of what that check has said already. */
export function withReports(network: Network, belief: Belief, candidate: Omit<Candidate, 'reports'>): Candidate {
  const { key } = candidate.instance;
  const heard = belief.likelihoods.get(key);
  const { variable } = network.placed(key, belief.now.layout);
  const kept = heard ? keptIn(readBefore, heard) : keptIn(unread, variable);
  const state = atKey(candidate.at);
  let reports = kept.get(state);
  if (!reports) {
    const group = belief.groups.get(key);
    reports = couldReport(candidate, network).map((evidence) => {
      const { total } = groupLikelihood(variable, withReading(group, evidence));
      return { weights: evidence.weights, ratio: heard ? overBefore(total, heard.total) : total };
    });
    kept.set(state, reports);
  }
  return { ...candidate, reports };
}

export interface Candidate {
  readonly instance: CheckInstance;
  readonly at: At;
  readonly state: RunningState;
  readonly temperature: Temperature | null;
  readonly mask: number;
  readonly minutes: number;
  readonly reports: readonly {
    readonly weights: Weights;
    readonly ratio: Float64Array;
  }[];
}

export const overBefore = (after: Float64Array, before: Float64Array) =>
  after.map((l, row) => (before[row]! > 0 ? l / before[row]! : 0));
