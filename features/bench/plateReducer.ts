import { dueBefore, type PartId, type Phase, type WorkDue } from '@/core/index.ts';
import type { Entries, PlateCheck } from './plateCheck.ts';

/** What the technician put on the plate himself, with what stands in its boxes already. */
export interface Picked {
  readonly plate: PlateCheck;
  readonly first: Entries | null;
  /** The refused event it is typed again for. */
  readonly insteadOf: string | null;
}

export type Drawer = 'repair' | 'part' | 'off' | 'seen' | 'get' | 'money' | 'later' | 'note' | 'close';

/** What of the bench the technician has in hand, apart from the record. */
export interface PlateView {
  readonly picked: Picked | null;
  /** The planned check in which he has begun to type: it stays whatever the plan says. */
  readonly touched: PlateCheck | null;
  /** He wants to check more although a repair or the closing is due. */
  readonly more: boolean;
  readonly drawer: Drawer | null;
  readonly part: PartId | null;
  /** The line of the tape whose correction is asked for. */
  readonly line: number | null;
  readonly keysShown: boolean;
  /** Grows with each fresh plate. */
  readonly turn: number;
  /** How often somebody put a check on the plate. */
  readonly picks: number;
}

export const UNTOUCHED: PlateView = {
  picked: null,
  touched: null,
  more: false,
  drawer: null,
  part: null,
  line: null,
  keysShown: false,
  turn: 0,
  picks: 0,
};

export type PlateAction =
  | {
      readonly kind: 'pick';
      readonly plate: PlateCheck;
      readonly first: Entries | null;
      readonly insteadOf: string | null;
    }
  /** What was half typed before a reload is on the plate again. */
  | { readonly kind: 'restore'; readonly plate: PlateCheck; readonly first: Entries }
  | { readonly kind: 'touch'; readonly plate: PlateCheck }
  | { readonly kind: 'side'; readonly plate: PlateCheck; readonly cylinder: number | null }
  /** Something was taken down while so many picks had been made: fast hands may have put the next check on the plate already. */
  | { readonly kind: 'recorded'; readonly picks: number }
  | { readonly kind: 'leave' }
  | { readonly kind: 'more' }
  | { readonly kind: 'drawer'; readonly drawer: Drawer | null }
  | { readonly kind: 'part'; readonly part: PartId | null }
  | { readonly kind: 'line'; readonly line: number | null }
  | { readonly kind: 'keys'; readonly shown: boolean };

const left = (view: PlateView): PlateView => ({ ...view, picked: null, touched: null, more: false, drawer: null });

/** The view after one thing the technician did. */
export function plateReducer(view: PlateView, action: PlateAction): PlateView {
  switch (action.kind) {
    case 'pick':
      return {
        ...view,
        picked: { plate: action.plate, first: action.first, insteadOf: action.insteadOf },
        touched: null,
        drawer: null,
        more: true,
        part: null,
        turn: view.turn + 1,
        picks: view.picks + 1,
      };
    case 'restore':
      // A fresh plate, also where the plan has put the same check there.
      return {
        ...view,
        picked: { plate: action.plate, first: action.first, insteadOf: null },
        turn: view.turn + 1,
      };
    case 'touch':
      return view.touched ? view : { ...view, touched: action.plate };
    case 'side': {
      const { cylinder } = action;
      const plate = { ...action.plate, cylinder, pair: cylinder === null };
      return { ...view, picked: { plate, first: null, insteadOf: null }, turn: view.turn + 1 };
    }
    case 'recorded':
      return action.picks === view.picks ? { ...left(view), turn: view.turn + 1 } : view;
    case 'leave':
      return left(view);
    case 'more':
      return { ...view, more: true };
    case 'drawer':
      return { ...view, drawer: action.drawer };
    case 'part':
      return { ...view, part: action.part };
    case 'line':
      return { ...view, line: action.line };
    case 'keys':
      return { ...view, keysShown: action.shown };
  }
}

/** What Escape puts away: the last thing that was laid over the bench, and at last what was picked. */
export function putAway({ keysShown, part, drawer, line }: PlateView): PlateAction {
  if (keysShown) return { kind: 'keys', shown: false };
  if (part) return { kind: 'part', part: null };
  if (drawer) return { kind: 'drawer', drawer: null };
  if (line !== null) return { kind: 'line', line: null };
  return { kind: 'leave' };
}

/** What lies on the plate. */
export type OnPlate =
  | { readonly kind: 'closed' | 'repair' | 'ready' | 'waiting' }
  /** What a condition asks for, before that check or before the machine leaves. */
  | { readonly kind: 'work'; readonly due: WorkDue | null; readonly picked: boolean }
  | { readonly kind: 'check'; readonly plate: PlateCheck; readonly by: 'picked' | 'touched' | 'planned' };

/**
 * What lies on the plate: what somebody picked goes before a repair or the closing that is due, and both before the plan.
 * Until somebody touches it the plate follows the plan, and waits while a new one is worked out: what is typed next must not land in
 * the check that was just recorded. Work that stands before the state of a check goes before it, whoever put it there.
 */
export function onPlate(
  { picked, touched, more }: Pick<PlateView, 'picked' | 'touched' | 'more'>,
  record: {
    readonly phase: Phase;
    readonly proven: boolean;
    readonly suggested: PlateCheck;
    readonly planStale: boolean;
    readonly due: readonly WorkDue[];
  },
): OnPlate {
  const shown = withoutGates({ picked, touched, more }, record);
  const due = shown.kind === 'check' && dueBefore(record.due, shown.plate.check, shown.plate.condition);
  return due ? { kind: 'work', due, picked: picked !== null } : shown;
}

type OnPlateGiven = Parameters<typeof onPlate>;

function withoutGates({ picked, touched, more }: OnPlateGiven[0], record: OnPlateGiven[1]): OnPlate {
  if (record.phase === 'closed') return { kind: 'closed' };
  if (picked) return { kind: 'check', plate: picked.plate, by: 'picked' };
  if (!more && record.phase === 'repair' && record.proven) return { kind: 'repair' };
  if (!more && record.phase === 'ready') return { kind: 'ready' };
  if (!more && record.phase === 'work') return { kind: 'work', due: record.due[0] ?? null, picked: false };
  if (touched) return { kind: 'check', plate: touched, by: 'touched' };
  return record.planStale ? { kind: 'waiting' } : { kind: 'check', plate: record.suggested, by: 'planned' };
}
