import type { Symptom } from '../complaint/symptoms.ts';
import type { RuleName, Rules } from './rules.ts';
import { rulesOf, type School, schoolsOf } from './schools.ts';

/** What a house has chosen over the defaults. A job keeps the house rules it was opened under, so that one job is judged by one measure. */
export interface House {
  /** Counts the changes of this house; 0 is the defaults. */
  readonly revision: number;
  /** School by question; what is left out follows the default. */
  readonly schools: Readonly<Record<string, string>>;
  /** Limits set by the house itself, in each rule's own unit. */
  readonly limits: Readonly<Partial<Record<RuleName, number>>>;
  /** Instruments the house does not own: checks that need one are left out. */
  readonly lacking: readonly string[];
  /** What the shop asks for an hour and what the law adds; left out where nobody set it. */
  readonly money?: { readonly ratePerHour: number; readonly taxPercent: number } | undefined;
}

export const DEFAULT_HOUSE: House = { revision: 0, schools: {}, limits: {}, lacking: [] };

/** The limits of a house. */
export const houseRules = ({ schools, limits }: House): Rules => rulesOf(schools, limits);

/** What the limits of a house are stored and printed under: version of the defaults, then the house's own count. */
export const ruleVersionOf = (version: string, { revision }: House): string =>
  revision === 0 ? version : `${version}+${revision}`;

/** How a house goes about it, apart from limits. */
export interface HousePractice {
  readonly leavesOut: ReadonlySet<string>;
  /** A check made only once another was made on that side. */
  readonly after: ReadonlyMap<string, string>;
  readonly leads: readonly { readonly with: readonly Symptom[]; readonly checks: readonly string[] }[];
}

export function practiceOf({ schools }: House): HousePractice {
  const followed = schoolsOf(schools);
  return {
    leavesOut: new Set(followed.flatMap((s) => s.leavesOut ?? [])),
    after: new Map(followed.flatMap((s) => Object.entries(s.after ?? {}))),
    leads: followed.flatMap((s) => (s.leads ? [s.leads] : [])),
  };
}

/** What the house says where that fault is repaired. */
export const adviceOn = ({ schools }: House, fault: string): readonly string[] =>
  schoolsOf(schools).flatMap(({ advice }: School) =>
    advice && (advice.faults as readonly string[]).includes(fault) ? [advice.says] : [],
  );
