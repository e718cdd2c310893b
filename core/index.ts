/**
 * The menu, by question.
 *
 * What may a person type, and what does it mean?     units
 * What is this engine?                               engine
 * What can be checked, and what does a reading say?  checks, measure, rules, schools, house
 * What can be wrong, and what does it do?            faults, symptoms, parts
 * What is believed, and what to check next?          reason
 * Where does this job stand?                         bench
 * How is a job written down?                         casefile
 * What does the reasoner say of a whole case?        trace
 * How is it said?                                    wording, cautions
 */
export * from './bench/index.ts';
export * from './casefile/index.ts';
export * from './cautions.ts';
export * from './checks/index.ts';
export * from './engine/index.ts';
export * from './faults/index.ts';
export * from './house.ts';
export * from './parts.ts';
export {
  type Glance,
  instanceKey,
  inWords,
  type NextCheck,
  type Plan,
  SEARCH_CAP_MIN,
  type Settled,
  type StandingReading,
  type Why,
} from './reason/index.ts';
export * from './ruleGroups.ts';
export * from './rules.ts';
export { QUESTIONS, type Question, rulesOf, type School } from './schools.ts';
export * from './symptoms.ts';
export * from './trace/index.ts';
export * from './units/index.ts';
export * from './wording.ts';
