import { type AccessId, type AccessOnMachine, USUAL_ACCESS } from '../checks/index.ts';
import { HISTORY_FLAGS } from '../complaint/history.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import { type EngineFigures, type EngineWords, learnt, type MachineKind, withLayout } from '../engine/index.ts';
import { sheetIssues } from '../engine/sheetParts.ts';
import { FAULTS } from '../faults/index.ts';
import { DEFAULT_HOUSE, type House, houseRules } from '../house/house.ts';
import type { Rules } from '../house/rules.ts';
import { type InputIssue, issuesOf, type Read, refuse } from './issues.ts';
import { BESIDE_KEYS, type BesideEvent, besideIssue } from './readBeside.ts';
import { type JobEvent, readEvent, wayIssue } from './readEvent.ts';
import { type Agreed, type Ambient, caseSchema, MAX_EVENTS, type RawCase } from './schema.ts';

/** What a machine has been through. */
export interface History {
  readonly hours: number | null;
  readonly storedMonths: number | null;
  /** How long it runs before it fails, as the customer says [min]. */
  readonly failsAfterMin: number | null;
  readonly flags: readonly string[];
}

/** Everything known of a job before its first event. */
export interface CaseHead {
  readonly kind: MachineKind;
  readonly engine: EngineWords;
  readonly figures: EngineFigures;
  /** What of its access differs from the usual. */
  readonly access: AccessOnMachine;
  readonly history: History;
  readonly complaint: readonly Symptom[];
  /** House rules the whole job is judged by. */
  readonly house: House;
  /** The limits of that house. */
  readonly rules: Rules;
  /** The air it is worked on in; what nobody said is left out. */
  readonly ambient: Ambient;
  /** What was agreed with the customer at the counter. */
  readonly agreed: Agreed;
}

export interface Case extends CaseHead {
  readonly events: readonly JobEvent[];
}

const headSchema = caseSchema.omit({ events: true });

/**
 * A case file, version 1, read whole or refused whole with the JSON path of everything wrong.
 * @param raw parsed JSON, anything
 */
export function readCase(raw: unknown): Read<Case> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return refuse({ path: '$', message: 'a case file is a JSON object' });
  const { events: rawEvents, ...rawHead } = raw as { events?: unknown };
  const issues: InputIssue[] = [];
  const head = headSchema.safeParse(rawHead);
  if (!head.success) return refuse(...issuesOf(head.error, '$'));
  issues.push(...headIssues(head.data));
  if (!Array.isArray(rawEvents))
    return refuse(...issues, { path: '$.events', message: 'events is a list, empty if nothing was done yet' });
  if (rawEvents.length > MAX_EVENTS)
    return refuse(...issues, { path: '$.events', message: `at most ${MAX_EVENTS} events` });
  const { sheet, ...words } = head.data.machine.engine;
  const engine = withLayout(words);
  const events: JobEvent[] = [];
  let known = { engine, figures: sheet ?? {} };
  rawEvents.forEach((rawEvent, i) => {
    const event = readEvent(rawEvent, `$.events[${i}]`, known.engine, known.figures);
    if (!event.ok) issues.push(...event.issues);
    else {
      const target = amissIn(event.value, events, `$.events[${i}]`);
      if (target) issues.push(target);
      events.push(event.value);
      if (event.value.kind === 'engine') known = learnt(known, event.value.learnt);
    }
  });
  if (issues.length > 0) return refuse(...issues);
  return { ok: true, value: { ...headOf(head.data, engine, sheet ?? {}), events } };
}

function headOf(head: Omit<RawCase, 'events'>, engine: EngineWords, figures: EngineFigures): CaseHead {
  const { history, house = DEFAULT_HOUSE } = head;
  return {
    kind: head.machine.kind,
    engine,
    figures,
    access: head.machine.access ?? USUAL_ACCESS,
    history: {
      hours: history?.hours ?? null,
      storedMonths: history?.storedMonths ?? null,
      failsAfterMin: history?.failsAfterMin ?? null,
      flags: history?.flags ?? [],
    },
    complaint: head.complaint,
    house,
    rules: houseRules(house),
    ambient: head.ambient ?? {},
    agreed: head.agreed ?? {},
  };
}

function headIssues(head: Omit<RawCase, 'events'>): InputIssue[] {
  const { sheet, ...engine } = head.machine.engine;
  const issues: InputIssue[] = sheetIssues({ engine, figures: sheet ?? {} }).map(({ name, message }) => ({
    path: name in engine ? `$.machine.engine.${name}` : `$.machine.engine.sheet.${name}`,
    message,
  }));
  for (const [access, { through }] of Object.entries(head.machine.access ?? {}))
    if (through) {
      const issue = wayIssue(access as AccessId, through, `$.machine.access.${access}.through`);
      if (issue) issues.push(issue);
    }
  head.history?.flags?.forEach((flag, i) => {
    const path = `$.history.flags[${i}]`;
    if (flag.startsWith('tried:')) {
      const tried = flag.slice('tried:'.length);
      // A fault this catalogue has not reached yet may still have been tried; only a word of another shape is refused.
      if (!/^[a-z]+\.[a-z-]+(\[[123]\])?$/.test(tried))
        issues.push({ path, message: `"${tried}" is not a fault id`, accepted: FAULTS.map((f) => `tried:${f.id}`) });
    } else if (!Object.hasOwn(HISTORY_FLAGS, flag))
      issues.push({
        path,
        message: `"${flag}" is not a history flag`,
        accepted: [...Object.keys(HISTORY_FLAGS), 'tried:<fault id>'],
      });
  });
  return issues;
}

/** Why an event cannot speak of the earlier one it names, or null. */
export function amissIn(event: JobEvent, before: readonly JobEvent[], path: string): InputIssue | null {
  if (event.kind === 'correct') return correctionIssue(event.event, before, `${path}.correct`);
  return BESIDE_KEYS.includes(event.kind) ? besideIssue(event as BesideEvent, before, path) : null;
}

/** What is written down beside the tracing and may be struck. */
const STRUCK_BESIDE = ['off', 'on', 'need', 'supply', 'approval', 'booked', 'sent', 'back', 'later'];

/** Why event number `target` (1 = first) cannot be corrected, or null. */
export function correctionIssue(target: number, before: readonly JobEvent[], path: string): InputIssue | null {
  const event = before[target - 1];
  if (!event) return { path, message: `there is no event ${target} before this one; events are numbered from 1` };
  const strikes =
    ['reading', 'repair', 'unmade', 'work', 'letIn', 'waived', 'setUp', 'took', 'seen', ...STRUCK_BESIDE].includes(
      event.kind,
    ) ||
    (event.kind === 'correct' && event.replacement);
  if (!strikes) {
    return {
      path,
      message: `event ${target} is a ${event.kind}: only a reading, a repair, work or a check not made can be corrected`,
    };
  }
  return null;
}
