import type { z } from 'zod';
import { ACCESS, ACCESS_WAYS, type AccessId, type AccessOnMachine, CHECKS, findCheck } from '../checks/index.ts';
import {
  carburetted,
  DEMANDING,
  type EngineFigures,
  type EngineKnown,
  type EngineWords,
  type FigureSource,
  learnt,
  type RepairAction,
  type WhatIsLearnt,
} from '../engine/index.ts';
import { sheetIssues } from '../engine/sheetParts.ts';
import { CARBURETTOR_JOB, type CarburettorWork } from '../faults/carburettor.ts';
import { DUTIES } from '../faults/duties.ts';
import { type ConditionDefinition, FAULTS, findCondition, findFault, WORKED } from '../faults/index.ts';
import type { CautionId } from '../safety/cautions.ts';
import { type InputIssue, issuesOf, jsonPath, type Read, refuse } from './issues.ts';
import type { CloseKind } from './kinds.ts';
import type { NotPerformed } from './notPerformed.ts';
import type { PartCard } from './partCard.ts';
import { BESIDE_KEYS, type BesideEvent, readBeside } from './readBeside.ts';
import { readPart } from './readPart.ts';
import { cylinderIssue, type ReadingEvent, readReading } from './readReading.ts';
import {
  accessEventSchema,
  checkEventSchema,
  closeEventSchema,
  correctEventSchema,
  engineEventSchema,
  heededEventSchema,
  letInEventSchema,
  noteEventSchema,
  partEventSchema,
  repairEventSchema,
  setUpEventSchema,
  tookEventSchema,
  unmadeEventSchema,
  waivedEventSchema,
  workEventSchema,
} from './schema.ts';

export interface RepairStep {
  readonly id: string;
  readonly cylinder: number | null;
  readonly action: RepairAction;
  /** To be made good. */
  readonly temporary: boolean;
  readonly note: string | null;
  /** Of a carburettor as one job. */
  readonly did?: CarburettorWork;
  /** The event of the part that was fitted. */
  readonly fitted?: number;
}

/** An event past the door: ids known to this engine, figures in inside units. */
export type JobEvent =
  | ReadingEvent
  | { readonly kind: 'repair'; readonly repair: RepairStep }
  | { readonly kind: 'note'; readonly note: string }
  | {
      readonly kind: 'correct';
      readonly event: number;
      readonly reason: string | null;
      readonly replacement: Extract<JobEvent, { kind: 'reading' | 'repair' }> | null;
    }
  | { readonly kind: 'unmade'; readonly unmade: NotPerformed }
  | { readonly kind: 'engine'; readonly learnt: WhatIsLearnt; readonly source: FigureSource | null }
  | {
      readonly kind: 'work';
      readonly condition: string;
      /** Of a bypass, the event that fitted it. */
      readonly of: number | null;
      readonly steps: readonly string[];
      readonly followUpOn: string | null;
    }
  | BesideEvent
  | { readonly kind: 'letIn'; readonly condition: string; readonly through: string }
  | { readonly kind: 'waived'; readonly condition: string; readonly because: string }
  | { readonly kind: 'setUp'; readonly check: string }
  | { readonly kind: 'part'; readonly card: PartCard }
  | { readonly kind: 'heeded'; readonly cautions: readonly CautionId[] }
  /** How the machine is opened: what of it was found to be otherwise. */
  | { readonly kind: 'took'; readonly access: AccessId; readonly change: NonNullable<AccessOnMachine[AccessId]> }
  | { readonly kind: 'access'; readonly key: string; readonly open: boolean }
  | { readonly kind: 'close'; readonly close: CloseKind; readonly note: string | null };

/**
 * One event of a job, checked whole: a closed vocabulary, a unit that measures the field, a value that can be.
 * @param raw parsed JSON, anything
 * @param path where it stands, for the message
 * @param figures the engine's sheet by then: what is learnt of it must fit what is known
 * @returns the event, or every reason it is refused; nothing is half-read
 */
export function readEvent(
  raw: unknown,
  path: string,
  engine: EngineWords,
  figures: EngineFigures = {},
): Read<JobEvent> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return refuse({ path, message: 'an event is a JSON object' });
  if ('correct' in raw) return readCorrection(raw, path, engine);
  if ('check' in raw) return parsed(checkEventSchema, raw, path, (event) => readReading(event, path, engine));
  if ('repair' in raw) return parsed(repairEventSchema, raw, path, (event) => readRepair(event, path, engine));
  if ('close' in raw) {
    return parsed(closeEventSchema, raw, path, (event) => ({
      ok: true,
      value: { kind: 'close', close: event.close, note: event.note ?? null },
    }));
  }
  if ('access' in raw) return parsed(accessEventSchema, raw, path, (event) => readAccess(event, path, engine));
  if ('unmade' in raw) return parsed(unmadeEventSchema, raw, path, (event) => readUnmade(event, path, engine));
  if ('engine' in raw)
    return parsed(engineEventSchema, raw, path, (event) => readLearnt(event, path, { engine, figures }));
  if ('work' in raw) return parsed(workEventSchema, raw, path, (event) => readWork(event, path, engine));
  if ('letIn' in raw) return parsed(letInEventSchema, raw, path, (event) => readLetIn(event, path, engine));
  if ('waived' in raw)
    return parsed(waivedEventSchema, raw, path, (event) => {
      const value = { kind: 'waived', condition: event.waived, because: event.because } as const;
      if (isPassable(event.waived)) return { ok: true, value };
      const found = conditionOn(engine, event.waived, `${path}.waived`);
      return found.ok ? { ok: true, value } : found;
    });
  if ('took' in raw) return parsed(tookEventSchema, raw, path, (event) => readTook(event, path));
  if ('part' in raw) return parsed(partEventSchema, raw, path, (event) => readPart(event, path, engine));
  if ('setUp' in raw) return parsed(setUpEventSchema, raw, path, (event) => readSetUp(event.setUp, path, engine));
  if ('heeded' in raw)
    return parsed(heededEventSchema, raw, path, ({ heeded }) => ({
      ok: true,
      value: { kind: 'heeded', cautions: [...new Set(heeded)] },
    }));
  const beside = readBeside(raw, path);
  if (beside) return beside;
  if ('note' in raw)
    return parsed(noteEventSchema, raw, path, (event) => ({ ok: true, value: { kind: 'note', note: event.note } }));
  return refuse({
    path,
    message: 'an event says what it is by one of these keys',
    accepted: [
      'check',
      'repair',
      'correct',
      'access',
      'unmade',
      'engine',
      'work',
      'letIn',
      'waived',
      'setUp',
      'part',
      'took',
      'heeded',
      ...BESIDE_KEYS,
      'note',
      'close',
    ],
  });
}

function parsed<T>(
  schema: z.ZodType<T>,
  raw: unknown,
  path: string,
  then: (event: T) => Read<JobEvent>,
): Read<JobEvent> {
  const result = schema.safeParse(raw);
  return result.success ? then(result.data) : refuse(...issuesOf(result.error, path));
}

function readCorrection(raw: object, path: string, engine: EngineWords): Read<JobEvent> {
  const result = correctEventSchema.safeParse(raw);
  if (!result.success) return refuse(...issuesOf(result.error, path));
  const { correct, reason, id: _id, at: _at, by: _by, ...rest } = result.data;
  if (rest.check === undefined && rest.repair === undefined) {
    const stray = Object.keys(rest);
    if (stray.length > 0)
      return refuse(
        ...stray.map((key) => ({
          path: jsonPath(path, [key]),
          message: 'a correction that gives a new reading names its check',
        })),
      );
    return { ok: true, value: { kind: 'correct', event: correct, reason: reason ?? null, replacement: null } };
  }
  const inner = readEvent(rest, path, engine);
  if (!inner.ok) return inner;
  if (inner.value.kind !== 'reading' && inner.value.kind !== 'repair')
    return refuse({ path, message: 'only a reading or a repair can stand in the place of one' });
  return { ok: true, value: { kind: 'correct', event: correct, reason: reason ?? null, replacement: inner.value } };
}

function readRepair(event: z.infer<typeof repairEventSchema>, path: string, engine: EngineWords): Read<JobEvent> {
  if (event.repair === CARBURETTOR_JOB.id) return readCarburettor(event, path, engine);
  if (event.did)
    return refuse({ path: `${path}.did`, message: `only "${CARBURETTOR_JOB.id}" says what was done to it` });
  const fault = findFault(event.repair);
  const condition = findCondition(event.repair);
  if (!fault && !condition)
    return refuse({
      path: `${path}.repair`,
      message: `no fault is called "${event.repair}"`,
      accepted: [...FAULTS, ...WORKED, CARBURETTOR_JOB].map((f) => f.id),
    });
  if (!(fault ?? condition)!.appliesTo(engine))
    return refuse({ path: `${path}.repair`, message: `"${event.repair}" cannot be on this engine` });
  const cylinder = cylinderIssue(event.cylinder, fault?.perCylinder ? 'needed' : 'none', path, engine);
  if (cylinder) return refuse(cylinder);
  return {
    ok: true,
    value: {
      kind: 'repair',
      repair: {
        id: event.repair,
        cylinder: event.cylinder ?? null,
        action: event.action,
        temporary: event.temporary === true,
        note: event.note ?? null,
        ...(event.fitted === undefined ? {} : { fitted: event.fitted }),
      },
    },
  };
}

function readCarburettor(
  { repair, cylinder, action, temporary, note, did }: z.infer<typeof repairEventSchema>,
  path: string,
  engine: EngineWords,
): Read<JobEvent> {
  if (!carburetted(engine)) return refuse({ path: `${path}.repair`, message: 'this engine has no carburettor' });
  const side = cylinderIssue(cylinder, 'none', path, engine);
  if (side) return refuse(side);
  if (!did) return refuse({ path: `${path}.did`, message: 'say how deep it went and what was done' });
  const both = did.done.includes('screen-cleaned') && did.done.includes('screen-left-out');
  if (both) return refuse({ path: `${path}.did.done`, message: 'the screen is either cleaned or left out' });
  const step = { id: repair, cylinder: null, action, temporary: temporary === true, note: note ?? null, did };
  return { ok: true, value: { kind: 'repair', repair: step } };
}

function readAccess(event: z.infer<typeof accessEventSchema>, path: string, engine: EngineWords): Read<JobEvent> {
  const each = Object.hasOwn(ACCESS, `${event.access}[c]`);
  if (!(each || Object.hasOwn(ACCESS, event.access)))
    return refuse({
      path: `${path}.access`,
      message: `nothing to open is called "${event.access}"`,
      accepted: Object.keys(ACCESS).map((id) => id.replace('[c]', '')),
    });
  const side = cylinderIssue(event.cylinder, each ? 'needed' : 'none', path, engine);
  if (side) return refuse(side);
  return {
    ok: true,
    value: {
      kind: 'access',
      key: each ? `${event.access}[${event.cylinder}]` : event.access,
      open: event.now === 'open',
    },
  };
}

function readUnmade(event: z.infer<typeof unmadeEventSchema>, path: string, engine: EngineWords): Read<JobEvent> {
  const check = findCheck(event.unmade);
  if (!check?.appliesTo(engine))
    return refuse({
      path: `${path}.unmade`,
      message: check ? `"${event.unmade}" cannot be made on this engine` : `no check is called "${event.unmade}"`,
    });
  // A pair is left undone as a pair: a side may be named, and need not.
  const side = cylinderIssue(event.cylinder, check.scope === 'cylinder' ? 'optional' : 'none', path, engine);
  if (side) return refuse(side);
  const condition = event.condition ?? check.states[0]!;
  if (!check.states.includes(condition))
    return refuse({
      path: `${path}.condition`,
      message: `${check.id} is not made in that state`,
      accepted: [...check.states],
    });
  if (event.because === 'not-reached' && !DEMANDING.includes(condition))
    return refuse({
      path: `${path}.because`,
      message: 'nothing has to be reached for a check on a standing engine',
      accepted: ['out-of-reach'],
    });
  const { unmade, cylinder = null, temperature = null, because } = event;
  return { ok: true, value: { kind: 'unmade', unmade: { check: unmade, cylinder, condition, temperature, because } } };
}

function readLearnt(
  { engine: { words = {}, figures = {}, source } }: z.infer<typeof engineEventSchema>,
  path: string,
  known: EngineKnown,
): Read<JobEvent> {
  if (Object.keys(words).length + Object.keys(figures).length === 0)
    return refuse({ path: `${path}.engine`, message: 'say a word or a figure of the engine' });
  const issues = sheetIssues(learnt(known, { words, figures }));
  if (issues.length > 0)
    return refuse(
      ...issues.map(({ name, message }) => ({
        path: `${path}.engine.${name in words ? 'words' : 'figures'}.${name}`,
        message,
      })),
    );
  return { ok: true, value: { kind: 'engine', learnt: { words, figures }, source: source ?? null } };
}

function conditionOn(engine: EngineWords, id: string, path: string): Read<ConditionDefinition> {
  const here = WORKED.filter((c) => c.appliesTo(engine));
  const found = here.find((c) => c.id === id);
  return found
    ? { ok: true, value: found }
    : refuse({ path, message: `no condition of this engine is called "${id}"`, accepted: here.map((c) => c.id) });
}

const isPassable = (id: string) => Object.hasOwn(DUTIES, id) && DUTIES[id as keyof typeof DUTIES].passable;

function readWork(
  { work, of, steps, followUpOn }: z.infer<typeof workEventSchema>,
  path: string,
  engine: EngineWords,
): Read<JobEvent> {
  const ofBypass = work === 'bypass';
  if (ofBypass !== (of !== undefined))
    return refuse({
      path: `${path}.of`,
      message: ofBypass ? 'say by its event which bypass was taken off' : 'only a bypass is named by its event',
    });
  const duty = work === 'bypass' || work === 'back-together' ? DUTIES[work] : null;
  const found = duty ? null : conditionOn(engine, work, `${path}.work`);
  if (found && !found.ok) return found;
  const accepted = (duty?.steps ?? found!.value.work).map((step) => step.id);
  const issues = steps.flatMap((step, i) =>
    accepted.includes(step)
      ? []
      : [{ path: `${path}.steps[${i}]`, message: `"${step}" is no step of that work`, accepted }],
  );
  if (issues.length > 0) return refuse(...issues);
  return { ok: true, value: { kind: 'work', condition: work, of: of ?? null, steps, followUpOn: followUpOn ?? null } };
}

function readTook({ took, openMin, closeMin, through }: z.infer<typeof tookEventSchema>, path: string): Read<JobEvent> {
  if (!Object.hasOwn(ACCESS, took))
    return refuse({
      path: `${path}.took`,
      message: `nothing to open is called "${took}"`,
      accepted: Object.keys(ACCESS),
    });
  const access = took as AccessId;
  if (openMin === undefined && closeMin === undefined && through === undefined)
    return refuse({ path, message: 'say how long it took, or what comes off first' });
  const issue = through && wayIssue(access, through, `${path}.through`);
  if (issue) return refuse(issue);
  const change = {
    ...(openMin === undefined ? {} : { openMin }),
    ...(closeMin === undefined ? {} : { closeMin }),
    ...(through === undefined ? {} : { through }),
  };
  return { ok: true, value: { kind: 'took', access, change } };
}

/** Why that cannot come off first, or null. */
export function wayIssue(access: AccessId, through: readonly string[], path: string): InputIssue | null {
  const ways = ACCESS_WAYS[access]?.ways ?? [];
  return ways.some((way) => way.through.join() === through.join())
    ? null
    : {
        path,
        message: ways.length === 0 ? `${access} is reached in one way only` : `${access} is not reached that way`,
        accepted: ways.map((way) => way.through.join(', ')),
      };
}

function readSetUp(id: string, path: string, engine: EngineWords): Read<JobEvent> {
  const check = findCheck(id);
  return check && check.unattendedMinutes > 0 && check.appliesTo(engine)
    ? { ok: true, value: { kind: 'setUp', check: id } }
    : refuse({
        path: `${path}.setUp`,
        message: `"${id}" is nothing that takes its time without anybody`,
        accepted: CHECKS.filter((c) => c.unattendedMinutes > 0 && c.appliesTo(engine)).map((c) => c.id),
      });
}

function readLetIn(
  { letIn, through }: z.infer<typeof letInEventSchema>,
  path: string,
  engine: EngineWords,
): Read<JobEvent> {
  const found = conditionOn(engine, letIn, `${path}.letIn`);
  if (!found.ok) return found;
  const accepted = [...found.value.causes.map((c) => c.fault), ...found.value.waysIn.map((w) => w.id)];
  return accepted.includes(through)
    ? { ok: true, value: { kind: 'letIn', condition: letIn, through } }
    : refuse({ path: `${path}.through`, message: `"${through}" does not let that come about`, accepted });
}
