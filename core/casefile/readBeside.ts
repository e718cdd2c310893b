import type { z } from 'zod';
import { DIMENSIONS, toSi } from '../units/index.ts';
import { type InputIssue, issuesOf, type Read, refuse } from './issues.ts';
import type { AskedWay, PhotoSubject, SeenAnswer, SupplyStage, Tightened } from './kinds.ts';
import { type Asked, askedIssue, askedOf, readSeen, type Seen } from './readSeen.ts';
import {
  approvalEventSchema,
  askedEventSchema,
  backEventSchema,
  bookedEventSchema,
  laterEventSchema,
  needEventSchema,
  offEventSchema,
  onEventSchema,
  photoEventSchema,
  seenEventSchema,
  sentEventSchema,
  supplyEventSchema,
} from './schema.ts';

/** An event of that kind as it is written. */
export type RawBeside = z.infer<
  | typeof seenEventSchema
  | typeof askedEventSchema
  | typeof offEventSchema
  | typeof onEventSchema
  | typeof photoEventSchema
  | typeof needEventSchema
  | typeof supplyEventSchema
  | typeof approvalEventSchema
  | typeof bookedEventSchema
  | typeof sentEventSchema
  | typeof backEventSchema
  | typeof laterEventSchema
>;

/** Something came off. */
export interface TakenOff {
  readonly kind: 'off';
  readonly item: string;
  /** The key of access it was in the way of, or null. */
  readonly behind: string | null;
  readonly fastener: string | null;
  readonly hole: string | null;
  readonly bag: string | null;
  readonly lies: string | null;
  /** SHA-256 of its photo. */
  readonly photo: string | null;
}

/** It is back on. */
export interface PutOn {
  readonly kind: 'on';
  /** The event on which it came off. */
  readonly off: number;
  /** How tight [N m], or that nobody read it; null where there is nothing to tighten. */
  readonly tight: number | Tightened | null;
  readonly photo: string | null;
}

export interface Photo {
  readonly kind: 'photo';
  readonly photo: string;
  readonly of: PhotoSubject;
  readonly note: string | null;
}

/** A part that has to be got. */
export interface PartNeeded {
  readonly kind: 'need';
  readonly name: string;
  readonly number: string | null;
  readonly price: number | null;
  readonly note: string | null;
}

export interface Supply {
  readonly kind: 'supply';
  readonly need: number;
  readonly now: SupplyStage;
  readonly dueOn: string | null;
  readonly bin: string | null;
  readonly number: string | null;
  readonly substitute: boolean;
  readonly price: number | null;
}

/** What the customer said to a sum. */
export interface Approval {
  readonly kind: 'approval';
  /** In the shop's money. */
  readonly sum: number;
  readonly answer: SeenAnswer;
  readonly who: string;
  readonly how: AskedWay;
  readonly note: string | null;
}

/** Minutes that are booked, whatever the bench order counts. */
export interface Booked {
  readonly kind: 'booked';
  readonly minutes: number;
  readonly note: string | null;
}

/** Work that is done elsewhere. */
export interface SentOut {
  readonly kind: 'sent';
  readonly item: string;
  readonly to: string;
  /** What it must pass when it comes back. */
  readonly must: readonly string[];
  readonly dueOn: string | null;
  readonly price: number | null;
}

export interface CameBack {
  readonly kind: 'back';
  readonly sent: number;
  /** Of each test, in the order in which they were named. */
  readonly read: readonly { readonly read: string; readonly passes: boolean }[];
  readonly price: number | null;
}

/** To be done later. */
export interface Later {
  readonly kind: 'later';
  readonly what: string;
  readonly dueOn: string | null;
  /** On the meter of the machine [h]. */
  readonly atHours: number | null;
}

/** What is written down beside the tracing: it moves no suspicion. */
export type BesideEvent =
  | Seen
  | Asked
  | TakenOff
  | PutOn
  | Photo
  | PartNeeded
  | Supply
  | Approval
  | Booked
  | SentOut
  | CameBack
  | Later;

const taken = <T>(value: T): Read<T> => ({ ok: true, value });

/** A reader of one kind: its key, and the event past its schema. */
const reader =
  <T>(schema: z.ZodType<T>, then: (event: T, path: string) => Read<BesideEvent>) =>
  (raw: unknown, path: string): Read<BesideEvent> => {
    const result = schema.safeParse(raw);
    return result.success ? then(result.data, path) : refuse(...issuesOf(result.error, path));
  };

const READERS: Readonly<Record<string, (raw: unknown, path: string) => Read<BesideEvent>>> = {
  seen: reader(seenEventSchema, readSeen),
  asked: reader(askedEventSchema, (event) => taken(askedOf(event))),
  off: reader(offEventSchema, ({ off, behind, fastener, hole, bag, lies, photo }) =>
    taken({
      kind: 'off',
      item: off,
      behind: behind ?? null,
      fastener: fastener ?? null,
      hole: hole ?? null,
      bag: bag ?? null,
      lies: lies ?? null,
      photo: photo ?? null,
    }),
  ),
  on: reader(onEventSchema, ({ on, tight, photo }) =>
    taken({
      kind: 'on',
      off: on,
      tight: tight === undefined ? null : typeof tight === 'string' ? tight : toSi(tight, 'torque'),
      photo: photo ?? null,
    }),
  ),
  photo: reader(photoEventSchema, ({ photo, of, note }) => taken({ kind: 'photo', photo, of, note: note ?? null })),
  need: reader(needEventSchema, ({ need, number, price, note }) =>
    taken({ kind: 'need', name: need, number: number ?? null, price: price ?? null, note: note ?? null }),
  ),
  supply: reader(supplyEventSchema, (event, path) => readSupply(event, path)),
  approval: reader(approvalEventSchema, ({ approval, answer, who, how, note }) =>
    taken({ kind: 'approval', sum: approval, answer, who, how, note: note ?? null }),
  ),
  booked: reader(bookedEventSchema, ({ booked, note }) =>
    taken({ kind: 'booked', minutes: booked, note: note ?? null }),
  ),
  sent: reader(sentEventSchema, ({ sent, to, must, dueOn, price }) =>
    taken({ kind: 'sent', item: sent, to, must, dueOn: dueOn ?? null, price: price ?? null }),
  ),
  back: reader(backEventSchema, ({ back, read, price }) =>
    taken({ kind: 'back', sent: back, read, price: price ?? null }),
  ),
  later: reader(laterEventSchema, ({ later, dueOn, atHours }, path) =>
    dueOn === undefined && atHours === undefined
      ? refuse({ path: `${path}.dueOn`, message: 'say by which day, or at how many hours' })
      : taken({ kind: 'later', what: later, dueOn: dueOn ?? null, atHours: atHours ?? null }),
  ),
};
export const BESIDE_KEYS = Object.keys(READERS);

function readSupply(
  { supply, now, dueOn, bin, number, substitute, price }: z.infer<typeof supplyEventSchema>,
  path: string,
): Read<Supply> {
  if (now === 'ordered' && dueOn === undefined)
    return refuse({ path: `${path}.dueOn`, message: 'ordered: say for which day it is promised' });
  return taken({
    kind: 'supply',
    need: supply,
    now,
    dueOn: dueOn ?? null,
    bin: bin ?? null,
    number: number ?? null,
    substitute: substitute === true,
    price: price ?? null,
  });
}

/** An event of that kind, read whole or refused; null where it is of another. */
export function readBeside(raw: object, path: string): Read<BesideEvent> | null {
  const key = BESIDE_KEYS.find((own) => own in raw);
  return key === undefined ? null : READERS[key]!(raw, path);
}

/** The kinds that speak of an earlier line, with the kind that must stand there and the words for it. */
const SPEAKS_OF = {
  on: ['off', 'nothing that came off'],
  supply: ['need', 'no part that is needed'],
  back: ['sent', 'nothing that was sent out'],
} as const;

type Before = readonly { readonly kind: string }[];

/** Why an event of that kind cannot speak of the earlier one it names, or null. */
export function besideIssue(event: BesideEvent, before: Before, path: string): InputIssue | null {
  if (event.kind === 'asked') return askedIssue(event.seen, before, `${path}.asked`);
  if (event.kind !== 'on' && event.kind !== 'supply' && event.kind !== 'back') return null;
  const target = event.kind === 'on' ? event.off : event.kind === 'supply' ? event.need : event.sent;
  const [kind, not] = SPEAKS_OF[event.kind];
  const found = before[target - 1];
  if (found?.kind !== kind) return { path: `${path}.${event.kind}`, message: `event ${target} is ${not}` };
  const tests = event.kind === 'back' ? (found as SentOut).must.length : 0;
  return event.kind === 'back' && event.read.length !== tests
    ? { path: `${path}.read`, message: `it has ${tests} tests to pass: say what each of them read` }
    : null;
}

/** The photos an event shows, by their SHA-256. */
export const photosOf = (event: { readonly kind: string } & { readonly photo?: string | null }): readonly string[] =>
  (event.kind === 'photo' || event.kind === 'off' || event.kind === 'on') && event.photo ? [event.photo] : [];

/** Units a torque is read in. */
export const TORQUE_UNITS = Object.keys(DIMENSIONS.torque.units);
