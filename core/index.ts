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
export * from './checks/index.ts';
export * from './complaint/history.ts';
export * from './complaint/symptoms.ts';
export * from './engine/index.ts';
export * from './faults/cards.ts';
export * from './faults/index.ts';
export * from './house/house.ts';
export * from './house/houseSchema.ts';
export * from './house/ruleGroups.ts';
export * from './house/rules.ts';
export { QUESTIONS, type Question, rulesOf, type School } from './house/schools.ts';
export * from './machine/key.ts';
export * from './machine/parts.ts';
export {
  type Confirmed,
  inWords,
  type NextCheck,
  type Plan,
  type RuleOut,
  SEARCH_CAP_MIN,
  type StandingReading,
  type Why,
} from './reason/index.ts';
export * from './safety/cautions.ts';
export * from './safety/heeded.ts';
export * from './trace/index.ts';
export * from './units/index.ts';
export { GRADE_WORDS, SEEN_WORDS, seenName, seenText } from './wording/alsoSeenText.ts';
export * from './wording/besideText.ts';
export { blockerSentence, hoursOf, workWords } from './wording/blockers.ts';
export { carburettorText, DEPTH_WORDS, STEP_WORDS } from './wording/carburettor.ts';
export { FIT_WORDS, ORIGIN_WORDS, partCardText } from './wording/partCard.ts';
export { PLAIN_WORDS } from './wording/plainWords.ts';
export { QUANTITY_WORDS, quantityLine } from './wording/quantities.ts';
export { REMARK_WORDS } from './wording/remarks.ts';
export { housePriceText, notListedText, reportText } from './wording/weighedText.ts';
export * from './wording/wording.ts';
