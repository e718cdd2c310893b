import type { OffItem, SentItem } from '../bench/index.ts';
import type {
  AskedWay,
  PhotoSubject,
  RawApprovalEvent,
  RawBackEvent,
  RawBookedEvent,
  RawLaterEvent,
  RawNeedEvent,
  RawOffEvent,
  RawOnEvent,
  RawSentEvent,
  RawSupplyEvent,
  SupplyStage,
  Tightened,
} from '../casefile/index.ts';
import { shownUnit } from '../units/index.ts';

export const TIGHTENED_WORDS: Readonly<Record<Tightened, string>> = {
  'by-feel': 'by feel',
  'not-known': 'torque not known',
};

export const PHOTO_WORDS: Readonly<Record<PhotoSubject, string>> = {
  plate: 'Plate on the machine',
  'as-found': 'As found',
  'taken-off': 'Taken off',
  'put-back': 'Put back',
};

export const SUPPLY_WORDS: Readonly<Record<SupplyStage | 'wanted', string>> = {
  wanted: 'Wanted',
  ordered: 'Ordered',
  here: 'Here',
  fitted: 'Fitted',
  returned: 'Returned',
  'not-wanted': 'Not wanted',
};

export const ASKED_WAY_WORDS: Readonly<Record<AskedWay, string>> = {
  phone: 'By phone',
  'in-person': 'In person',
  message: 'By message',
};

const joined = (parts: readonly (string | false | null | undefined)[]) => parts.filter(Boolean).join(', ');

/** "Governor link, hole: outer, bag: 2, lies: left of the battery". */
export const offText = (item: RawOffEvent | Pick<OffItem, 'item' | 'fastener' | 'hole' | 'bag' | 'lies'>): string =>
  joined([
    'off' in item && typeof item.off === 'string' ? item.off : (item as OffItem).item,
    item.fastener,
    item.hole && `hole: ${item.hole}`,
    item.bag && `bag: ${item.bag}`,
    item.lies && `lies: ${item.lies}`,
  ]);

/** How tight it went back on; empty where there is nothing to tighten. */
export function tightText({ tight }: Pick<RawOnEvent, 'tight'>): string {
  if (tight === undefined) return '';
  return typeof tight === 'string' ? TIGHTENED_WORDS[tight] : `${tight.value} ${shownUnit(tight.unit)}`;
}

export const needText = ({ need, number, price, note }: RawNeedEvent): string =>
  joined([need, number && `number ${number}`, price !== undefined && `price ${price}`, note]);

export const supplyText = ({ now, dueOn, bin, number, substitute, price }: RawSupplyEvent): string =>
  joined([
    SUPPLY_WORDS[now].toLowerCase(),
    dueOn && `due ${dueOn}`,
    bin && `bin ${bin}`,
    number && `superseded by ${number}`,
    substitute === true && 'a substitute: look at it next time',
    price !== undefined && `price ${price}`,
  ]);

export const approvalText = ({ approval, answer, who, how, note }: RawApprovalEvent): string =>
  joined([`Up to ${approval}: ${answer} by ${who}`, ASKED_WAY_WORDS[how].toLowerCase(), note]);

export const sentText = ({ sent, to, must, dueOn, price }: RawSentEvent): string =>
  `${joined([`${sent} to ${to}`, dueOn && `back by ${dueOn}`, price !== undefined && `price ${price}`])}. Must pass: ${must.join('; ')}`;

/** What each test read, and whether it is taken. */
export const backText = ({ read, price }: RawBackEvent): string =>
  `${read.every(({ passes }) => passes) ? 'Taken' : 'Refused'}: ${joined([
    ...read.map((one) => `${one.read} ${one.passes ? '✓' : '✗'}`),
    price !== undefined && `price ${price}`,
  ])}`;

export const bookedText = ({ booked, note }: RawBookedEvent): string => joined([`${booked} min booked`, note]);

export const laterText = ({ later, dueOn, atHours }: RawLaterEvent): string =>
  joined([later, dueOn && `by ${dueOn}`, atHours !== undefined && `at ${atHours} h`]);

/** A sent item in few words: "head at the machine shop". */
export const awayText = ({ item, to }: Pick<SentItem, 'item' | 'to'>): string => `${item} at ${to}`;
