import type { NotPerformed, RawCheckEvent } from '../casefile/index.ts';
import { accessLabel, type CheckDefinition, findCheck, type Reading } from '../checks/index.ts';
import { SYMPTOMS } from '../complaint/symptoms.ts';
import type { RepairAction, RunningState, Temperature } from '../engine/index.ts';
import { splitKey } from '../machine/key.ts';
import type { NextCheck } from '../reason/plan.ts';
import type { Why } from '../reason/why.ts';
import { formatQuantity, type Quantity } from '../units/index.ts';

/** Sentences stand here and nowhere else; the core hands out codes and figures. */

export const STATE_WORDS: Record<RunningState, string> = {
  'key-off': 'key off',
  'key-on': 'key on',
  cranking: 'cranking',
  idle: 'at idle',
  'half-speed': 'at half speed',
  'full-speed': 'at full speed',
  loaded: 'under load',
  bench: 'on the bench',
};
/** That an engine does not come to a state that asks something of it. */
export const NOT_REACHED_WORDS: Partial<Record<RunningState, string>> = {
  cranking: 'It does not crank',
  idle: 'It does not idle',
  'half-speed': 'It does not hold half speed',
  'full-speed': 'It does not hold full speed',
  loaded: 'It does not carry a load',
};
export const OUT_OF_REACH_WORDS = 'Cannot get at it, or no tool for it';
/** Why a check could not be made. */
export const notPerformedWords = ({
  condition,
  temperature,
  because,
}: Pick<NotPerformed, 'condition' | 'temperature' | 'because'>): string =>
  because === 'out-of-reach'
    ? OUT_OF_REACH_WORDS
    : `${NOT_REACHED_WORDS[condition]}${temperature === 'hot' ? ' hot' : ''}`;
export const TEMPERATURE_WORDS: Record<Temperature, string> = { cold: 'cold', warm: 'warm', hot: 'hot' };
export const ACTION_WORDS: Record<RepairAction, string> = {
  replaced: 'Replaced',
  adjusted: 'Adjusted',
  cleaned: 'Cleaned',
  repaired: 'Repaired',
  bypassed: 'Bypassed (proves only)',
  removed: 'Removed',
};
export const CLOSE_WORDS = {
  cured: 'Cured and shown',
  'customer-stops': 'Customer stops',
  'decided-against': 'Not worth the repair',
  'no-fault-found': 'No fault found',
} as const;

/** What is called how, by fault id; of a condition also what to ask. */
export type FaultTitles = Readonly<Record<string, { readonly title: string; readonly behind: string | null }>>;

/** `spark.coil-open[2]` as "Coil open, cylinder 2"; an id nobody knows is printed as it is. */
export function faultLabel(key: string, cards: FaultTitles, sides?: readonly string[]): string {
  const { id, cylinder } = splitKey(key);
  const title = cards[id]?.title ?? id;
  return cylinder === null ? title : `${title}, ${sideWord(cylinder, sides)}`;
}

export const sideWord = (cylinder: number, sides?: readonly string[]) =>
  sides?.[cylinder - 1] ?? `cylinder ${cylinder}`;

/** `spark.tester[2]` as "Spark tester, cylinder 2". */
export function checkLabel(check: string, cylinder: number | null, sides?: readonly string[]): string {
  const title = findCheck(check)?.title ?? check;
  return cylinder === null ? title : `${title}, ${sideWord(cylinder, sides)}`;
}

export function outcomeLabel(check: CheckDefinition | undefined, outcome: string | null): string {
  if (outcome === null) return 'Cannot tell';
  if (outcome === 'runs-clean') return 'Runs clean';
  if (outcome === 'symptoms') return 'Fault shows';
  return check?.outcomes.find((o) => o.id === outcome)?.label ?? outcome;
}

/** "at idle, hot". */
export function stateLabel(reading: Pick<Reading, 'condition' | 'temperature'>): string {
  return reading.temperature === null
    ? STATE_WORDS[reading.condition]
    : `${STATE_WORDS[reading.condition]}, ${TEMPERATURE_WORDS[reading.temperature]}`;
}

const parts = (pA: number, pB: number) => {
  const sum = Math.max(pA + pB, 1e-9);
  return `${Math.round((100 * pA) / sum)}:${Math.round((100 * pB) / sum)}`;
};

/** Why a check is worth its minutes. */
export function whySentence(why: Why, cards: FaultTitles, sides?: readonly string[]): string {
  switch (why.code) {
    case 'side':
      return 'Tells which cylinder';
    case 'splits':
      return `Splits "${faultLabel(why.a, cards, sides)}" from "${faultLabel(why.b, cards, sides)}" (${parts(why.pA, why.pB)})`;
    case 'confirms':
      return `Would settle "${faultLabel(why.fault, cards, sides)}"`;
    case 'clears':
      return `Speaks for or against "${faultLabel(why.fault, cards, sides)}"`;
    case 'retest':
      return why.repair === null
        ? 'Shows whether the complaint is gone'
        : `Proves the repair of "${faultLabel(why.repair, cards, sides)}": same check, same condition`;
    case 'house':
      return 'This house looks here first';
    case 'say-how':
      return 'It did not come through that run: tick what it did';
    case 'makes-safe':
      return 'Makes cranking safe again; until then nothing is cranked';
    case 'before-turning':
      return 'First: by the complaint the engine may not be safe to turn';
    case 'again':
      return 'This reading does not fit the others: take it again before anything is bought';
  }
}

/** Why, minutes, what it opens: one line. */
export function whyLine(next: NextCheck, cards: FaultTitles, sides?: readonly string[]): string {
  const opens = next.opens.filter((key) => !/^lead/.test(key));
  const opening = opens.length === 0 ? 'nothing more to open' : `opens ${opens.map(accessLabel).join(', ')}`;
  return `${whySentence(next.why, cards, sides)}; ${Math.round(next.minutes * 2) / 2} min; ${opening}`;
}

/** `kill-lead-2` as "kill lead, cylinder 2". */
export function placeLabel(place: string): string {
  const match = /^(.*)-(\d)$/.exec(place);
  return match ? `${match[1]!.replaceAll('-', ' ')}, cylinder ${match[2]}` : place.replaceAll('-', ' ');
}

const figureText = (given: unknown): string =>
  typeof given === 'object' && given !== null && 'value' in given
    ? formatQuantity(given as Quantity)
    : typeof given === 'object' && given !== null
      ? Object.entries(given)
          .map(([place, grade]) => `${placeLabel(place)} ${grade}`)
          .join(', ')
      : given === true
        ? 'yes'
        : String(given);

/** What was read, as the tape and the job sheet print it. */
export function readingText(raw: RawCheckEvent): string {
  const check = findCheck(raw.check);
  const parts: string[] = [];
  for (const [cylinder, given] of Object.entries(raw.readings ?? {}))
    parts.push(
      `${cylinder}: ${typeof given === 'string' && given !== 'OL' ? outcomeLabel(check, given) : figureText(given)}`,
    );
  if (raw.value !== undefined) parts.push(figureText(raw.value));
  for (const [name, given] of Object.entries(raw.fields ?? {})) {
    if (given === false) continue;
    const label = check?.fields[name]?.label ?? name;
    parts.push(given === true ? label : name === 'value' ? figureText(given) : `${label} ${figureText(given)}`);
  }
  if (raw.outcome !== undefined) parts.push(outcomeLabel(check, raw.outcome));
  if (raw.where !== undefined) parts.push(placeLabel(raw.where));
  if (raw.symptoms !== undefined)
    parts.push(raw.symptoms.length === 0 ? 'Runs clean' : raw.symptoms.map((s) => SYMPTOMS[s]).join(', '));
  return parts.join(' · ');
}
