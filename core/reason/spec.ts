/** How and when a reading was made, as far as it changes what may be seen. */
export interface At {
  readonly state: string;
  readonly temperature: string | null;
  /** After the battery was charged: what had emptied it is there, and does not show in how it cranks. */
  readonly charged?: true;
  /** After what it measures was set: then it is hardly off by itself. */
  readonly adjusted?: true;
  /** Faults that a bypass goes round, by key, sorted: they are there, and do nothing while the engine cranks or runs. */
  readonly bypassed?: readonly string[];
}

/** What tells one way of being read from another. */
export const atKey = ({ state, temperature, charged, adjusted, bypassed }: At): string =>
  `${state}|${temperature}${charged ? '|charged' : ''}${adjusted ? '|adjusted' : ''}${bypassed ? `|past ${bypassed}` : ''}`;

/** A fault that may be in the set. */
export interface SpecFault {
  readonly key: string;
  /** Relative odds within a size; for an independent prior, p / (1 - p). */
  readonly odds: number;
  /** Instances that share this id share a cause: the same part on both cylinders. */
  readonly kind: string;
  /** Entries that share this are levels of one fault, and no set holds two of them (a sized prior only); left out, it is one by itself. */
  readonly fault?: string;
}

/** A state (condition) with causes of its own; follows from the set, is not a member of it. */
export interface SpecState {
  readonly key: string;
  readonly causes: readonly string[];
  readonly probability: (present: (key: string) => boolean) => number;
  /** Where `probability` is a noisy-OR: chance with no cause at all, and of each cause. */
  readonly noisyOr?: { readonly leak: number; readonly chances: ReadonlyMap<string, number> };
}

/** Something that can be observed. One variable may have several parts, independent given the causes. */
export interface SpecVariable {
  readonly key: string;
  readonly parts: readonly { readonly id: string; readonly outcomes: readonly string[] }[];
  /** Every fault or state that can change it. */
  readonly touches: readonly string[];
  /** Chance that a reading says nothing. */
  readonly grossErrorChance: number;
  /** Of such readings, the share that say all is normal, the first outcome; left out, every outcome is as good as any other. */
  readonly errorReadsNormal?: number;
  /** P(outcome) of each part with exactly these of its touching causes present. */
  readonly distribution: (active: readonly string[], at: At) => readonly (readonly number[])[];
  /** Chance that the fault shows itself today; shared by all readings of this variable. 1 = always. */
  readonly showsToday: (cause: string) => number;
  /** Where causes combine as a noisy-MAX: `distribution` in factors, so that rows are products and not calls. */
  readonly maxima?: Maxima;
}

export interface Maxima {
  /** For each part, its outcomes by rank: the one that hides least first. */
  readonly orders: readonly (readonly number[])[];
  /** For each part, P(this cause alone shows at most rank k); null is the leak. */
  readonly cumulative: (cause: string | null, at: At) => readonly (readonly number[])[];
  /** Faults that together are no product: where both are, `distribution` is asked. */
  readonly pairs: readonly (readonly [string, string])[];
  /** What is the case besides where every group has a cause of its own at work: no cylinder of a twin pulls. */
  readonly together?: Together;
}

/** Causes that are each of a group, and what follows once all groups are out. */
export interface Together {
  readonly groups: number;
  /** Chance that this cause alone puts each group out. */
  readonly out: (cause: string, at: At) => readonly number[];
  /** For each part, P(shown at most rank k) with all groups out. */
  readonly cumulative: readonly (readonly number[])[];
}

/**
 * Chance that all groups are out.
 * @param causes for each cause at work, the chance that it puts each group out
 */
export function allOut(groups: number, causes: readonly (readonly number[])[]): number {
  let all = 1;
  for (let group = 0; group < groups; group++) all *= 1 - causes.reduce((quiet, own) => quiet * (1 - own[group]!), 1);
  return all;
}

export type PriorSpec =
  | { readonly kind: 'independent' }
  | {
      readonly kind: 'sized';
      readonly sizes: readonly [number, number, number, number];
      readonly sameKindBoost: number;
    };

export interface NetworkSpec {
  readonly faults: readonly SpecFault[];
  readonly states: readonly SpecState[];
  readonly variables: readonly SpecVariable[];
  readonly prior: PriorSpec;
}
