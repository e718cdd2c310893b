import {
  DEFAULT_HOUSE,
  type EngineWords,
  findCheck,
  type House,
  instrumentName,
  type JobEvent,
  type RawCase,
  type RawCheckEvent,
  RULES_VERSION,
  ruleVersionOf,
} from '../core/index.ts';
import type { EventKind, Figure, NewEvent } from './jobs.ts';

const KIND: Record<JobEvent['kind'], EventKind> = {
  reading: 'reading',
  repair: 'repair',
  note: 'note',
  engine: 'engine',
  work: 'work',
  letIn: 'let-in',
  waived: 'waived',
  setUp: 'set-up',
  took: 'took',
  part: 'part',
  heeded: 'heeded',
  seen: 'seen',
  asked: 'asked',
  off: 'off',
  on: 'on',
  photo: 'photo',
  need: 'need',
  supply: 'supply',
  approval: 'approval',
  booked: 'booked',
  sent: 'sent',
  back: 'back',
  later: 'later',
  correct: 'correction',
  access: 'access',
  unmade: 'unmade',
  close: 'close',
};

/** An event past the door, as a row: what the record can be searched by, and the event whole. */
export function newEvent(
  event: JobEvent,
  payload: unknown,
  who: {
    readonly id: string;
    readonly personId: string;
    readonly at: Date;
    readonly sheetVersion: number;
    readonly engine: EngineWords;
    /** House rules of the job. */
    readonly house: House;
  },
): NewEvent {
  const inner = event.kind === 'correct' ? event.replacement : event;
  const raw = inner?.kind === 'reading' ? inner.raw : null;
  const reading = inner?.kind === 'reading' ? inner.reading : null;
  const made = inner?.kind === 'unmade' ? inner.unmade : reading;
  return {
    id: who.id,
    kind: event.kind === 'reading' && raw?.retest ? 're-test' : KIND[event.kind],
    checkId: made?.check ?? null,
    cylinder: made?.cylinder ?? (inner?.kind === 'repair' ? inner.repair.cylinder : null),
    runningState: made?.condition ?? null,
    temperature: made?.temperature ?? null,
    instrument: instrumentName(raw?.instrument),
    personId: who.personId,
    at: who.at,
    ruleVersion: ruleVersionOf(RULES_VERSION, who.house),
    sheetVersion: who.sheetVersion,
    payload,
    figures: raw && reading ? figuresOfReading(raw, reading.fields, reading.perCylinder) : [],
  };
}

function figuresOfReading(
  raw: RawCheckEvent,
  fields: Readonly<Record<string, unknown>>,
  perCylinder: Readonly<Record<number, number>>,
): Figure[] {
  const check = findCheck(raw.check)!;
  const unitOf = (given: unknown) =>
    typeof given === 'object' && given !== null && 'unit' in given ? String(given.unit) : null;
  const figure = (field: string, typedAs: string, given: unknown, si: unknown): Figure => ({
    field,
    typed: raw.typed?.[typedAs] ?? null,
    unit: unitOf(given),
    valueSi: typeof si === 'number' ? si : null,
    openLoop: si === 'OL',
  });
  return [
    ...Object.entries(fields)
      .filter(([name]) => check.fields[name]?.kind === 'number')
      .map(([name, si]) => figure(name, name, raw.fields?.[name] ?? (name === 'value' ? raw.value : undefined), si)),
    ...Object.entries(perCylinder).map(([cylinder, si]) =>
      figure(`cylinder ${cylinder}`, cylinder, raw.readings?.[cylinder], si),
    ),
  ];
}

/** Event 0 of a job: its complaint, which is the head of its case file. */
export function complaintEvent(
  head: Omit<RawCase, 'events'>,
  who: { readonly id: string; readonly personId: string; readonly at: Date; readonly sheetVersion: number },
): NewEvent {
  return {
    ...who,
    kind: 'complaint',
    checkId: null,
    cylinder: null,
    runningState: null,
    temperature: null,
    instrument: null,
    ruleVersion: ruleVersionOf(RULES_VERSION, { ...DEFAULT_HOUSE, ...head.house }),
    payload: head,
    figures: [],
  };
}
