import { type Tried, triedFlags } from '@/core/complaint/tried.ts';
import { COMES_WITH_HEAT, type InputIssue, parseTyped, type Symptom, toSi } from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';

export const KINDS = [
  { value: 'zero-turn', label: 'Zero-turn' },
  { value: 'lawn-tractor', label: 'Lawn tractor' },
  { value: 'utility-vehicle', label: 'Utility vehicle' },
  { value: 'other', label: 'Other' },
] as const;
export type Kind = (typeof KINDS)[number]['value'];

/** Stands for a machine that was not here before. */
export const NEW_MACHINE = 'new';

/** The form as it stands, everything as typed. */
export interface JobDraft {
  /** Sent with the job: the same form sent twice is one job. */
  readonly ids: { readonly job: string; readonly complaint: string; readonly machine: string };
  readonly machine: string | null;
  readonly fresh: {
    readonly tag: string;
    readonly name: string;
    readonly owner: string;
    readonly kind: Kind;
    /** As its plate says. */
    readonly model: string;
    readonly serial: string;
    /** Of its engine; null until somebody says. */
    readonly cylinders: number | null;
    /** The engine, where the shop has a sheet of it; empty where it has none. */
    readonly sheetId: string;
  };
  readonly complaint: readonly Symptom[];
  readonly flags: readonly string[];
  /** What was tried on it before it came. */
  readonly tried: readonly Tried[];
  readonly said: string;
  /** Null until somebody types: then the hours last known of the machine stand there. */
  readonly hours: string | null;
  readonly stored: string;
  /** After how many minutes it fails. */
  readonly failsAfter: string;
  /** What the customer will spend, as typed. */
  readonly spend: string;
  readonly proveFirst: boolean;
  /** Air around the machine, as typed. */
  readonly air: string;
  readonly promised: string;
}

export const blankJob = (): JobDraft => ({
  ids: { job: newId(), complaint: newId(), machine: newId() },
  machine: null,
  fresh: { tag: '', name: '', owner: '', kind: 'zero-turn', model: '', serial: '', cylinders: null, sheetId: '' },
  complaint: [],
  flags: [],
  tried: [],
  said: '',
  hours: null,
  stored: '',
  failsAfter: '',
  spend: '',
  proveFirst: false,
  air: '',
  promised: '',
});

/** What fails with time is asked after how long. */
export const failsWithTime = ({ complaint }: JobDraft): boolean => complaint.some((s) => COMES_WITH_HEAT.includes(s));

/** What a machine that was not here before cannot be without; the door says the same. */
const ASKED_OF_NEW = [
  ['tag', 'give it a tag, as it is called in the shop'],
  ['name', 'say what machine it is'],
  ['owner', 'say whose it is'],
] as const;

/** What to send, the name apart, and what is wrong with it as far as that is seen without asking the shop's computer. */
export function requestOf(
  draft: JobDraft,
  hoursText: string,
  habit: Habit,
): { readonly body: object; readonly issues: readonly InputIssue[] } {
  const issues: InputIssue[] = [];
  const figure = (text: string, path: string, what: string): number | null => {
    if (text.trim() === '') return null;
    const value = Number(text.trim().replace(',', '.'));
    if (!Number.isFinite(value) || value < 0) issues.push({ path, message: `"${text}" is not a figure: ${what}` });
    return value;
  };
  const body = {
    id: draft.ids.job,
    complaintId: draft.ids.complaint,
    machineId: draft.machine === NEW_MACHINE ? draft.ids.machine : (draft.machine ?? ''),
    newMachine: draft.machine === NEW_MACHINE ? machineOf(draft.fresh) : null,
    complaint: draft.complaint,
    said: draft.said,
    hours: figure(hoursText, '$.hours', 'type the hours, such as 410'),
    storedMonths: figure(draft.stored, '$.storedMonths', 'type months, such as 5'),
    failsAfterMin: failsWithTime(draft)
      ? figure(draft.failsAfter, '$.failsAfterMin', 'type minutes, such as 20')
      : null,
    flags: [...draft.flags, ...triedFlags(draft.tried)],
    spendAtMost: figure(draft.spend, '$.spendAtMost', 'type money, such as 180'),
    proveFirst: draft.proveFirst,
    airTemperatureC: airOf(draft.air, habit, issues),
    promisedOn: draft.promised === '' ? null : draft.promised,
  };
  if (draft.machine === null) issues.push({ path: '$.machineId', message: 'pick the machine' });
  if (draft.machine === NEW_MACHINE && draft.fresh.cylinders === null)
    issues.push({ path: '$.newMachine.cylinders', message: 'say how many cylinders it has' });
  if (draft.machine === NEW_MACHINE)
    for (const [name, message] of ASKED_OF_NEW)
      if (draft.fresh[name].trim() === '') issues.push({ path: `$.newMachine.${name}`, message });
  if (draft.complaint.length === 0) issues.push({ path: '$.complaint', message: 'pick at least one thing it does' });
  return { body, issues };
}

const machineOf = ({ sheetId, cylinders, model, serial, ...rest }: JobDraft['fresh']) => ({
  ...rest,
  model: model.trim() || null,
  serial: serial.trim() || null,
  sheetId: sheetId || null,
  ...(cylinders === null ? {} : { cylinders }),
});

/** The unit somebody means who names none. */
export const AIR_UNIT = { metric: 'degC', imperial: 'degF' } as const;

/** What air temperature was typed [degC]; null where none was, or where it is none. */
function airOf(text: string, habit: Habit, issues: InputIssue[]): number | null {
  if (text.trim() === '') return null;
  const read = parseTyped(text, { dimension: 'temperature', habit: AIR_UNIT[habit], openLoopAllowed: false });
  if (read.ok && read.quantity !== 'OL') return toSi(read.quantity, 'temperature');
  issues.push({ path: '$.airTemperatureC', message: read.ok ? 'type degrees, such as 18' : read.message });
  return null;
}
