import {
  type CheckDefinition,
  cylindersOf,
  type EngineWords,
  type Field,
  formatQuantity,
  fromSi,
  type InputIssue,
  instrumentName,
  mainFigure,
  type NumberField,
  parseTyped,
  type Quantity,
  type RawCheckEvent,
  type ReadingEvent,
  type RunningState,
  readReading,
  type Temperature,
  toSi,
  type Unit,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';

/** What stands in the boxes of a check, as typed. */
export interface Entry {
  readonly typed: Readonly<Record<string, string>>;
  readonly choices: Readonly<Record<string, string>>;
  readonly flags: Readonly<Record<string, boolean>>;
  readonly outcome: string | null;
  readonly symptoms: readonly string[] | null;
  readonly where: string | null;
  /** The side a finding on the whole machine points to. */
  readonly side: number | null;
  readonly instrument: string;
  /** What the tablet heard, by the box it was put into; it holds as long as that text stands there. */
  readonly heard?: Readonly<Record<string, Heard>>;
  /** How fine it was said to be, in an event that came with it; kept as long as it is the same instrument. */
  readonly finer: Exclude<RawCheckEvent['instrument'], string | undefined> | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  readonly onBooster?: boolean;
}

/** A speed as the tablet heard it. */
export interface Heard {
  readonly text: string;
  readonly plusMinus: number;
}

export const blankEntry = (condition: RunningState, temperature: Temperature | null): Entry => ({
  typed: {},
  choices: {},
  flags: {},
  outcome: null,
  symptoms: null,
  where: null,
  side: null,
  instrument: '',
  finer: null,
  condition,
  temperature,
});

/** One box on the plate; a check of all cylinders has one for each. */
export interface Box {
  readonly name: string;
  readonly label: string;
  readonly field: Field;
  readonly cylinder: number | null;
}

export function boxesOf(check: CheckDefinition, engine: EngineWords): Box[] {
  const each = check.each
    ? cylindersOf(engine).map(
        (c): Box => ({ name: `each-${c}`, label: `Cylinder ${c}`, field: check.each!, cylinder: c }),
      )
    : [];
  return [
    ...each,
    ...Object.entries(check.fields).map(([name, field]): Box => ({ name, label: field.label, field, cylinder: null })),
  ];
}

/** Whether what was picked is something found, not that all is well. */
export const isFinding = (check: CheckDefinition, { outcome }: Pick<Entry, 'outcome'>) =>
  outcome !== null && outcome !== check.outcomes[0]?.id;

/** The name under which the grade of one place stands among the choices. */
export const placeName = (field: string, place: string) => `${field}.${place}`;

/**
 * The figures a check is made for, by box name; empty where what was seen is the answer and a figure only adds to it. Without a
 * required one, several together are what is asked for (an electronic tester shows what it shows).
 */
export function figuresAsked(boxes: readonly Box[]): ReadonlySet<string> {
  const figures = boxes.filter((b) => b.field.kind === 'number' && !b.field.adds);
  const needed = figures.filter((b) => b.cylinder !== null || (b.field.kind === 'number' && b.field.required));
  const asked = needed.length > 0 ? needed : figures.length > 1 ? figures : [];
  return new Set(asked.map((b) => b.name));
}

/** Of what is typed that which can be: nothing is drawn of a figure the box refuses. */
export function figuresPossible(
  check: CheckDefinition,
  engine: EngineWords,
  habit: Habit,
  entry: Pick<Entry, 'typed'>,
): Readonly<Record<string, number | 'OL'>> {
  const fields = new Map(boxesOf(check, engine).map(({ name, field }) => [name, field]));
  return Object.fromEntries(
    Object.entries(figuresTyped(check, engine, habit, entry)).filter(([name, value]) => {
      const field = fields.get(name);
      return value === 'OL' || (field?.kind === 'number' && value >= field.min && value <= field.max);
    }),
  );
}

/** What is typed into the figure boxes, in inside units; a box that is empty or does not read is left out. */
export function figuresTyped(
  check: CheckDefinition,
  engine: EngineWords,
  habit: Habit,
  { typed }: Pick<Entry, 'typed'>,
): Readonly<Record<string, number | 'OL'>> {
  const figures: Record<string, number | 'OL'> = {};
  for (const { name, field } of boxesOf(check, engine)) {
    if (field.kind !== 'number') continue;
    const { dimension, openLoop } = field;
    const read = parseTyped(typed[name] ?? '', {
      dimension,
      habit: habitUnit(field, habit),
      openLoopAllowed: openLoop,
    });
    if (read.ok) figures[name] = read.quantity === 'OL' ? 'OL' : toSi(read.quantity, dimension);
  }
  return figures;
}

export const habitUnit = (field: NumberField, habit: Habit): Unit => field.habit[habit];

export type Drafted =
  | { readonly state: 'empty' }
  /** Issues by box name; '' is the whole entry. */
  | { readonly state: 'refused'; readonly issues: Readonly<Record<string, string>>; readonly waiting: boolean }
  /** As it is printed, and as it was read. */
  | { readonly state: 'sound'; readonly event: RawCheckEvent; readonly read: ReadingEvent };

/**
 * The entry as an event, or what is wrong beside which box. `waiting` means nothing is wrong yet, only not all is typed.
 */
export function draftEvent(
  check: CheckDefinition,
  cylinder: number | null,
  engine: EngineWords,
  habit: Habit,
  entry: Entry,
): Drafted {
  const issues: Record<string, string> = {};
  const fields: Record<string, unknown> = {};
  const readings: Record<string, unknown> = {};
  const typed: Record<string, string> = {};
  for (const box of boxesOf(check, engine)) {
    if (box.field.kind === 'flag') {
      if (entry.flags[box.name]) fields[box.name] = true;
      continue;
    }
    if (box.field.kind === 'choice') {
      const chosen = entry.choices[box.name];
      if (chosen !== undefined) fields[box.name] = chosen;
      continue;
    }
    if (box.field.kind === 'places') {
      const heard = box.field.places.flatMap(({ id }): [string, string][] => {
        const grade = entry.choices[placeName(box.name, id)];
        return grade === undefined ? [] : [[id, grade]];
      });
      if (heard.length > 0) fields[box.name] = Object.fromEntries(heard);
      continue;
    }
    const text = entry.typed[box.name] ?? '';
    if (text.trim() === '') continue;
    const read = parseTyped(text, {
      dimension: box.field.dimension,
      habit: habitUnit(box.field, habit),
      openLoopAllowed: box.field.openLoop,
    });
    if (!read.ok) issues[box.name] = read.message;
    else if (box.cylinder !== null) {
      readings[String(box.cylinder)] = read.quantity;
      typed[String(box.cylinder)] = text;
    } else {
      fields[box.name] = read.quantity;
      typed[box.name] = text;
    }
  }
  if (Object.keys(issues).length > 0) return { state: 'refused', issues, waiting: false };
  const figures = Object.keys(readings).length > 0 || Object.keys(typed).length > 0;
  if (!figures && entry.outcome === null && entry.symptoms === null) return { state: 'empty' };
  const on = cylinder ?? (check.asksSide !== null && isFinding(check, entry) ? entry.side : null);
  const event: RawCheckEvent = {
    check: check.id,
    ...(on === null ? {} : { cylinder: on }),
    condition: entry.condition,
    ...(entry.temperature === null ? {} : { temperature: entry.temperature }),
    ...(entry.onBooster && entry.condition === 'cranking' ? { onBooster: true } : {}),
    ...(Object.keys(fields).length > 0 && (figures || entry.outcome !== null)
      ? { fields: fields as RawCheckEvent['fields'] }
      : {}),
    ...(Object.keys(readings).length > 0 ? { readings: readings as RawCheckEvent['readings'] } : {}),
    ...(entry.outcome === null ? {} : { outcome: entry.outcome }),
    ...(entry.symptoms === null ? {} : { symptoms: entry.symptoms as RawCheckEvent['symptoms'] }),
    ...(entry.where === null ? {} : { where: entry.where }),
    ...instrumentOf(check, entry),
    ...(Object.keys(typed).length > 0 ? { typed } : {}),
  };
  const read = readReading(event, '$', engine);
  if (!read.ok) return refusedByDoor(check, engine, read.issues, entry);
  const missing =
    Object.keys(readings).length > 0 && entry.outcome === null
      ? cylindersOf(engine).find((c) => readings[String(c)] === undefined)
      : undefined;
  if (missing !== undefined)
    return {
      state: 'refused',
      issues: { [`each-${missing}`]: 'both are needed: the pair is compared' },
      waiting: true,
    };
  return { state: 'sound', event, read: read.value };
}

function refusedByDoor(
  check: CheckDefinition,
  engine: EngineWords,
  found: readonly InputIssue[],
  entry: Entry,
): Drafted {
  const issues: Record<string, string> = {};
  let waiting = true;
  for (const issue of found) {
    const match = /^\$\.(?:fields|readings)\.?\[?"?([\w-]+)/.exec(issue.path);
    const name = match ? (issue.path.includes('readings') ? `each-${match[1]}` : match[1]!) : '';
    const box = boxesOf(check, engine).find((b) => b.name === name);
    if (!(box && isBlank(box, entry))) waiting = false;
    issues[name] = issue.message;
  }
  return { state: 'refused', issues, waiting };
}

const isBlank = (box: Box, entry: Entry) =>
  box.field.kind === 'choice' ? entry.choices[box.name] === undefined : (entry.typed[box.name] ?? '').trim() === '';

/** `0.25 mm` for a limit of a field, in the technician's unit. */
export function inHabit(field: NumberField, si: number, habit: Habit): string {
  return formatQuantity(fromSi(si, field.dimension, habitUnit(field, habit)));
}

/** The entry a printed reading came from, with what was typed, so that one digit can be put right. */
export function entryFrom(event: RawCheckEvent, check: CheckDefinition): Entry {
  const typed: Record<string, string> = {};
  const choices: Record<string, string> = {};
  const flags: Record<string, boolean> = {};
  const asTyped = (key: string, given: unknown): string =>
    event.typed?.[key] ??
    (typeof given === 'object' && given !== null && 'value' in given ? formatQuantity(given as Quantity) : 'OL');
  for (const [cylinder, given] of Object.entries(event.readings ?? {}))
    if (typeof given === 'object' || given === 'OL') typed[`each-${cylinder}`] = asTyped(cylinder, given);
  if (event.value !== undefined) typed.value = asTyped('value', event.value);
  for (const [name, given] of Object.entries(event.fields ?? {})) {
    const kind = check.fields[name]?.kind;
    if (kind === 'flag') flags[name] = given === true;
    else if (kind === 'choice') choices[name] = String(given);
    else if (kind === 'places')
      for (const [place, grade] of Object.entries(given as Record<string, string>))
        choices[placeName(name, place)] = grade;
    else if (kind === 'number') typed[name] = asTyped(name, given);
  }
  return {
    typed,
    choices,
    flags,
    outcome: event.outcome ?? null,
    symptoms: event.symptoms ?? null,
    where: event.where ?? null,
    side: check.asksSide === null ? null : (event.cylinder ?? null),
    ...asHeard(event, check, typed),
    condition: event.condition ?? check.states[0]!,
    temperature: event.temperature ?? null,
    onBooster: event.onBooster === true,
  };
}

/** What a heard figure is read on, in words. */
const BY_EAR = 'heard by the tablet';

/** What a printed reading was read on, or heard by. */
function asHeard(
  { heard, instrument }: RawCheckEvent,
  { fields }: CheckDefinition,
  typed: Entry['typed'],
): Pick<Entry, 'instrument' | 'finer' | 'heard'> {
  const name = instrumentName(instrument) ?? '';
  const finer = typeof instrument === 'object' ? instrument : null;
  if (!heard) return { instrument: name, finer };
  const plusMinus = finer?.resolution?.value ?? 0;
  const speeds = Object.entries(typed).filter(([box]) => isSpeed(fields[box]));
  return {
    instrument: name === BY_EAR ? '' : name,
    finer: null,
    heard: Object.fromEntries(speeds.map(([box, text]) => [box, { text, plusMinus }])),
  };
}

/** A speed of the engine is what the tablet can hear. */
export const isSpeed = (field: Field | undefined | null): boolean =>
  field?.kind === 'number' && field.dimension === 'speed';

/** How far off what was heard may be; null where nothing that stands in the boxes was heard. */
function heardIn({ heard = {}, typed }: Entry): number | null {
  const standing = Object.entries(heard).filter(([name, { text }]) => typed[name] === text);
  return standing.length === 0 ? null : Math.max(...standing.map(([, { plusMinus }]) => plusMinus));
}

function instrumentOf(check: CheckDefinition, entry: Entry): Pick<RawCheckEvent, 'instrument' | 'heard'> {
  const name = entry.instrument.trim();
  const { finer } = entry;
  const plusMinus = heardIn(entry);
  if (plusMinus !== null) {
    const named = name === '' ? BY_EAR : name;
    // How fine it is, where the speed is what the check is made for.
    const isMain = check.accuracy !== null && isSpeed(mainFigure(check));
    const resolution = { value: plusMinus, unit: 'rpm' as const };
    return { heard: true, instrument: isMain ? { name: named, classPercent: 0, resolution } : named };
  }
  if (finer && (finer.name ?? '') === name) return { instrument: finer };
  return name === '' ? {} : { instrument: name };
}
