import type {
  Approval,
  BesideEvent,
  Booked,
  CameBack,
  Later,
  PartNeeded,
  Photo,
  PutOn,
  SentOut,
  Supply,
  TakenOff,
} from '../casefile/index.ts';
import { type AlsoSeen, withAlsoSeen } from './alsoSeen.ts';

type Numbered<T> = Omit<T, 'kind'> & { readonly event: number };

/** Something that came off, and how it went back on; null while it is off. */
export type OffItem = Numbered<TakenOff> & { readonly on: Numbered<PutOn> | null };

/** A part that is needed, as it stands: what was said last of each thing. */
export type NeededPart = Numbered<PartNeeded> &
  Pick<Supply, 'dueOn' | 'bin' | 'substitute'> & {
    /** What the part that came bears in the place of the number asked for. */
    readonly superseded: string | null;
    readonly now: Supply['now'] | 'wanted';
  };

/** Work that is done elsewhere, and how it came back last; null while it is away. */
export type SentItem = Numbered<SentOut> & { readonly back: Numbered<CameBack> | null };

/** What is written down beside the tracing, as it stands. */
export interface Beside {
  readonly seen: readonly AlsoSeen[];
  /** In the order in which it came off. */
  readonly off: readonly OffItem[];
  readonly photos: readonly Numbered<Photo>[];
  readonly needs: readonly NeededPart[];
  readonly sent: readonly SentItem[];
  readonly approvals: readonly Numbered<Approval>[];
  readonly later: readonly Numbered<Later>[];
  /** What was booked last, whatever the bench order counts; null where nobody said. */
  readonly booked: Numbered<Booked> | null;
}

export const NOTHING_BESIDE: Beside = {
  seen: [],
  off: [],
  photos: [],
  needs: [],
  sent: [],
  approvals: [],
  later: [],
  booked: null,
};

/** What stands beside after one more event of that kind. What speaks of a line that was struck says nothing. */
export function withBeside(before: Beside, event: BesideEvent, number: number): Beside {
  switch (event.kind) {
    case 'seen':
    case 'asked':
      return { ...before, seen: withAlsoSeen(before.seen, event, number) };
    case 'off':
      return { ...before, off: [...before.off, { ...event, event: number, on: null }] };
    case 'on':
      return {
        ...before,
        off: before.off.map((item) =>
          item.event === event.off && item.on === null ? { ...item, on: { ...event, event: number } } : item,
        ),
      };
    case 'photo':
      return { ...before, photos: [...before.photos, { ...event, event: number }] };
    case 'need':
      return {
        ...before,
        needs: [
          ...before.needs,
          { ...event, event: number, now: 'wanted', dueOn: null, bin: null, substitute: false, superseded: null },
        ],
      };
    case 'supply':
      return { ...before, needs: before.needs.map((one) => (one.event === event.need ? supplied(one, event) : one)) };
    case 'approval':
      return { ...before, approvals: [...before.approvals, { ...event, event: number }] };
    case 'booked':
      return { ...before, booked: { ...event, event: number } };
    case 'sent':
      return { ...before, sent: [...before.sent, { ...event, event: number, back: null }] };
    case 'back':
      return {
        ...before,
        sent: before.sent.map((item) =>
          item.event === event.sent ? { ...item, back: { ...event, event: number } } : item,
        ),
      };
    case 'later':
      return { ...before, later: [...before.later, { ...event, event: number }] };
  }
}

const supplied = (one: NeededPart, { now, dueOn, bin, number, substitute, price }: Supply): NeededPart => ({
  ...one,
  now,
  dueOn: dueOn ?? one.dueOn,
  bin: bin ?? one.bin,
  superseded: number !== null && number !== one.number ? number : one.superseded,
  substitute: substitute || one.substitute,
  price: price ?? one.price,
});

/** What is still off, in the order in which it goes back on: what came off last goes on first. */
export const stillOff = ({ off }: Pick<Beside, 'off'>): readonly OffItem[] =>
  off.filter((item) => item.on === null).reverse();

/** Parts the job waits for. */
export const awaited = ({ needs }: Pick<Beside, 'needs'>): readonly NeededPart[] =>
  needs.filter(({ now }) => now === 'wanted' || now === 'ordered');

/** Whether what came back passed all it had to. */
export const wasTaken = ({ back }: SentItem): boolean => back?.read.every(({ passes }) => passes) ?? false;

/** What is away, or came back and did not pass. */
export const notBackYet = ({ sent }: Pick<Beside, 'sent'>): readonly SentItem[] =>
  sent.filter((item) => !wasTaken(item));
