import {
  CHECKS,
  type CheckDefinition,
  type Field,
  type FieldValue,
  findCheck,
  mainFigure,
  type NamedInstrument,
  type NumberField,
  type PlacesField,
  type Reading,
} from '../checks/index.ts';
import { cylindersOf, type EngineKnown, type EngineWords } from '../engine/index.ts';
import { formatQuantity, fromSi, shownUnit, toSi, unitDefinition, unitsOf } from '../units/index.ts';
import { type InputIssue, jsonPath, type Read, refuse } from './issues.ts';
import type { RawCheckEvent } from './schema.ts';

/** What is wrong with the cylinder of an event, or null. */
export function cylinderIssue(
  cylinder: number | undefined,
  rule: 'needed' | 'optional' | 'none',
  path: string,
  engine: EngineWords,
): InputIssue | null {
  const accepted = cylindersOf(engine).map(String);
  if (cylinder === undefined)
    return rule === 'needed' ? { path: `${path}.cylinder`, message: 'say which cylinder', accepted } : null;
  if (rule === 'none')
    return { path: `${path}.cylinder`, message: 'this is not on one cylinder: leave the cylinder out' };
  return accepted.includes(String(cylinder))
    ? null
    : { path: `${path}.cylinder`, message: `this engine has no cylinder ${cylinder}`, accepted };
}

/** What an instrument is called, or null where it was not named. */
export const instrumentName = (instrument: RawCheckEvent['instrument']): string | null =>
  typeof instrument === 'string' ? instrument : (instrument?.name ?? null);

/** How fine the instrument is said to be, in the inside unit of the check's main figure; null where only its name is given. */
function readInstrument(
  { instrument }: RawCheckEvent,
  check: CheckDefinition,
  path: string,
  issues: InputIssue[],
): NamedInstrument | null {
  if (instrument === undefined || typeof instrument === 'string') return null;
  const { classPercent = null, resolution } = instrument;
  if (classPercent === null && resolution === undefined) return null;
  if (!check.accuracy) {
    issues.push({ path: `${path}.instrument`, message: `${check.id} measures nothing: no class to name` });
    return null;
  }
  if (!resolution) return { classPercent, resolution: null };
  const { dimension } = mainFigure(check)!;
  const accepted = unitsOf(dimension);
  if (!accepted.includes(resolution.unit)) {
    issues.push({
      path: `${path}.instrument.resolution.unit`,
      message: `${resolution.unit} does not measure ${dimension}`,
      accepted,
    });
    return null;
  }
  if (!(resolution.value >= 0)) {
    issues.push({ path: `${path}.instrument.resolution.value`, message: 'a resolution is 0 or more' });
    return null;
  }
  // A difference of temperatures has no zero to shift.
  const zero = toSi({ value: 0, unit: resolution.unit }, dimension);
  return { classPercent, resolution: toSi(resolution, dimension) - zero };
}

/** A reading past the door, and as it was given. */
export interface ReadingEvent {
  readonly kind: 'reading';
  readonly reading: Reading;
  readonly raw: RawCheckEvent;
  /** Taken again after more of the engine was known: then by that, and not by what was known at its place in the record. */
  readonly judgedBy?: EngineKnown;
}

/**
 * A reading of the right shape, held against its check: ids known to this engine, a unit that measures the field, a value that
 * can be. `readEvent` looks at the shape first; a form that builds the event itself need not.
 */
export function readReading(event: RawCheckEvent, path: string, engine: EngineWords): Read<ReadingEvent> {
  const check = findCheck(event.check);
  if (!check)
    return refuse({
      path: `${path}.check`,
      message: `no check is called "${event.check}"`,
      accepted: CHECKS.map((c) => c.id),
    });
  if (!check.appliesTo(engine))
    return refuse({ path: `${path}.check`, message: `"${event.check}" cannot be made on this engine` });
  const issues: InputIssue[] = [];
  const cylinder = engine.cylinders === 1 && check.scope === 'cylinder' ? (event.cylinder ?? 1) : event.cylinder;
  const side = cylinderIssue(cylinder, check.scope === 'cylinder' ? 'needed' : 'optional', path, engine);
  if (side) issues.push(side);
  const fields = readFields(event, check, path, issues);
  const { perCylinder, perCylinderOutcome } = readPerCylinder(event, check, engine, path, issues);
  let outcome: string | null = null;
  if (event.outcome !== undefined) {
    if (check.outcomes.some((o) => o.id === event.outcome)) {
      if (check.scope === 'all-cylinders' && cylinder !== undefined) perCylinderOutcome[cylinder] = event.outcome;
      else outcome = event.outcome;
    } else
      issues.push({
        path: `${path}.outcome`,
        message: `"${event.outcome}" is not an outcome of ${check.id}`,
        accepted: check.outcomes.map((o) => o.id),
      });
  }
  const places = check.asksWhere ? check.partsOf(engine).map(({ id }) => id) : null;
  if (places && event.where !== undefined && !places.includes(event.where))
    issues.push({
      path: `${path}.where`,
      message: `"${event.where}" is not a place ${check.id} tells apart`,
      accepted: places,
    });
  const instrument = readInstrument(event, check, path, issues);
  if (event.onBooster && !mayBeOnBooster(check)) issues.push(boosterIssue(check, path));
  const symptoms = event.symptoms ?? null;
  const { takesSymptoms } = check;
  if (symptoms !== null && !takesSymptoms)
    issues.push({
      path: `${path}.symptoms`,
      message: `${check.id} does not take symptoms`,
      accepted: takesWhat(check),
    });
  const empty =
    Object.keys(fields).length === 0 &&
    Object.keys(perCylinder).length === 0 &&
    Object.keys(perCylinderOutcome).length === 0;
  if (issues.length === 0 && empty && outcome === null && symptoms === null) {
    issues.push({ path, message: 'a reading says what was read', accepted: takesWhat(check) });
  }
  if (issues.length === 0 && outcome === null && symptoms === null && Object.keys(fields).length > 0)
    requireFields(check, fields, path, issues);
  if (issues.length > 0) return refuse(...issues);
  return {
    ok: true,
    value: {
      kind: 'reading',
      raw: event,
      reading: {
        check: check.id,
        cylinder: check.scope === 'cylinder' ? (cylinder ?? null) : null,
        side: check.asksSide !== null && engine.cylinders > 1 ? (cylinder ?? null) : null,
        condition: event.condition ?? check.states[0]!,
        temperature: event.temperature ?? null,
        outcome,
        fields,
        perCylinder,
        perCylinderOutcome,
        where: event.where ?? null,
        symptoms,
        instrument,
        heard: event.heard === true,
        onBooster: event.onBooster === true,
      },
    },
  };
}

/** A booster stands beside what is read of battery and cranking, and of the spark. */
export const mayBeOnBooster = ({ id, system }: CheckDefinition): boolean => system === 'power' || id === 'spark.tester';

const boosterIssue = ({ id }: CheckDefinition, path: string): InputIssue => ({
  path: `${path}.onBooster`,
  message: `${id} says nothing of what it is cranked from`,
  accepted: CHECKS.filter(mayBeOnBooster).map((c) => c.id),
});

/** What a reading of this check may be given as. */
function takesWhat(check: CheckDefinition): string[] {
  const named = Object.keys(check.fields);
  return [
    ...(named.includes('value') ? ['value'] : []),
    ...(named.length > 0 ? [`fields: ${named.join(', ')}`] : []),
    ...(check.scope === 'all-cylinders' ? ['readings by cylinder'] : []),
    ...(check.outcomes.length > 0 ? [`outcome: ${check.outcomes.map((o) => o.id).join(', ')}`] : ['symptoms']),
  ];
}

function readFields(
  event: RawCheckEvent,
  check: CheckDefinition,
  path: string,
  issues: InputIssue[],
): Record<string, FieldValue> {
  const out: Record<string, FieldValue> = {};
  const given: [string, string, unknown][] = Object.entries(event.fields ?? {}).map(([name, raw]) => [
    name,
    jsonPath(path, ['fields', name]),
    raw,
  ]);
  if (event.value !== undefined) given.push(['value', `${path}.value`, event.value]);
  for (const [name, at, raw] of given) {
    // Every object has a `constructor`, which is no field of a check.
    const field = Object.hasOwn(check.fields, name) ? check.fields[name] : undefined;
    if (!field) {
      issues.push({ path: at, message: `${check.id} has no figure called "${name}"`, accepted: takesWhat(check) });
      continue;
    }
    const read = readFigure(raw, field, at);
    if (read.ok) out[name] = read.value;
    else issues.push(...read.issues);
  }
  return out;
}

/** One figure against its field: right kind, right unit, a value that can be. */
export function readFigure(raw: unknown, field: Field, path: string): Read<FieldValue> {
  if (field.kind === 'flag')
    return typeof raw === 'boolean'
      ? { ok: true, value: raw }
      : refuse({ path, message: `${field.label}: yes or no`, accepted: ['true', 'false'] });
  if (field.kind === 'choice') {
    return typeof raw === 'string' && field.choices.includes(raw)
      ? { ok: true, value: raw }
      : refuse({ path, message: `${field.label}: not one of the choices`, accepted: field.choices });
  }
  if (field.kind === 'places') return readPlaces(raw, field, path);
  if (raw === 'OL')
    return field.openLoop
      ? { ok: true, value: 'OL' }
      : refuse({ path, message: `${field.label}: OL is not a reading here` });
  if (typeof raw !== 'object' || raw === null || !('value' in raw) || !('unit' in raw)) {
    return refuse({
      path,
      message: `${field.label}: a figure carries its unit`,
      accepted: unitsOf(field.dimension).map((unit) => `{ "value": number, "unit": "${unit}" }`),
    });
  }
  const { value, unit } = raw as { value: unknown; unit: string };
  if (typeof value !== 'number' || !Number.isFinite(value))
    return refuse({ path: `${path}.value`, message: `${field.label}: a figure is a number` });
  if (!unitDefinition(field.dimension, unit))
    return refuse({
      path: `${path}.unit`,
      message: `${field.label}: "${unit}" does not measure this`,
      accepted: unitsOf(field.dimension),
    });
  const si = toSi({ value, unit: unit as never }, field.dimension);
  // A hair of rounding between units is no error.
  const slack = 1e-9 * Math.max(Math.abs(field.min), Math.abs(field.max));
  if (!(si >= field.min - slack && si <= field.max + slack))
    return refuse({ path: `${path}.value`, message: impossible(field, value, unit) });
  return { ok: true, value: si };
}

function readPlaces(raw: unknown, field: PlacesField, path: string): Read<FieldValue> {
  const places = field.places.map((p) => p.id);
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return refuse({ path, message: `${field.label}: how much at which place`, accepted: places });
  const issues = Object.entries(raw).flatMap(([place, grade]): InputIssue[] => {
    const at = jsonPath(path, [place]);
    if (!places.includes(place)) return [{ path: at, message: `${field.label}: no such place`, accepted: places }];
    return typeof grade === 'string' && field.grades.includes(grade)
      ? []
      : [{ path: at, message: `${field.label}: not one of the grades`, accepted: field.grades }];
  });
  return issues.length > 0 ? refuse(...issues) : { ok: true, value: raw as Record<string, string> };
}

function impossible(field: NumberField, value: number, unit: string): string {
  const limit = (si: number) => formatQuantity(fromSi(si, field.dimension, unit as never));
  return `${field.label}: ${value} ${shownUnit(unit)} cannot be; from ${limit(field.min)} to ${limit(field.max)}`;
}

function requireFields(
  check: CheckDefinition,
  fields: Record<string, FieldValue>,
  path: string,
  issues: InputIssue[],
): void {
  for (const [name, field] of Object.entries(check.fields)) {
    if ('required' in field && field.required && fields[name] === undefined) {
      issues.push({
        path: jsonPath(path, ['fields', name]),
        message: `${field.label} is missing`,
        accepted: takesWhat(check),
      });
    }
  }
}

function readPerCylinder(
  event: RawCheckEvent,
  check: CheckDefinition,
  engine: EngineWords,
  path: string,
  issues: InputIssue[],
) {
  const perCylinder: Record<number, number> = {};
  const perCylinderOutcome: Record<number, string> = {};
  for (const [key, raw] of Object.entries(event.readings ?? {})) {
    const at = jsonPath(path, ['readings', key]);
    if (check.scope !== 'all-cylinders' || !check.each) {
      issues.push({ path: at, message: `${check.id} does not take readings by cylinder`, accepted: takesWhat(check) });
      continue;
    }
    if (!cylindersOf(engine).map(String).includes(key)) {
      issues.push({
        path: at,
        message: `this engine has no cylinder ${key}`,
        accepted: cylindersOf(engine).map(String),
      });
      continue;
    }
    if (typeof raw === 'string' && raw !== 'OL') {
      if (check.outcomes.some((o) => o.id === raw)) perCylinderOutcome[Number(key)] = raw;
      else
        issues.push({
          path: at,
          message: `"${raw}" is not an outcome of ${check.id}`,
          accepted: check.outcomes.map((o) => o.id),
        });
      continue;
    }
    const read = readFigure(raw, check.each, at);
    if (read.ok) perCylinder[Number(key)] = read.value as number;
    else issues.push(...read.issues);
  }
  return { perCylinder, perCylinderOutcome };
}
