import { z } from 'zod';
import { ASKED_WAYS, PHOTO_SUBJECTS, SUPPLY_STAGES, TIGHTENED } from './kinds.ts';

/** What is written down beside the tracing: it moves no suspicion. Limits are the shop's own. */
const line = (most: number) => z.string().trim().min(1).max(most).optional();
const said = (most: number) => z.string().trim().min(1, 'say what').max(most);
const price = z.number().min(0).max(1_000_000);
const eventNumber = z.number().int().min(1).max(2000);
/** SHA-256 of a photo that is kept beside the record, in hexadecimal. */
export const photoSchema = z.string().regex(/^[0-9a-f]{64}$/, 'the SHA-256 of a photo, in hexadecimal');

/** What came off and goes back on, given what any event may carry besides. */
export const offSchemas = <Stamp extends z.ZodRawShape>(stamp: Stamp, accessKeys: readonly [string, ...string[]]) =>
  ({
    /** Something came off, in the order in which it did. */
    off: z.strictObject({
      off: said(80),
      /** What it was in the way of, such as `blower-housing` or `plug[2]`. */
      behind: z.enum(accessKeys).optional(),
      /** Length or size of its fasteners, and how many. */
      fastener: line(80),
      /** The hole a link or a spring came out of. */
      hole: line(80),
      bag: line(40),
      lies: line(80),
      photo: photoSchema.optional(),
      ...stamp,
    }),
    /** It is back on, by the line on which it came off. */
    on: z.strictObject({
      on: eventNumber,
      tight: z
        .union([
          z.strictObject({ value: z.number().positive().max(5000), unit: z.enum(['N m', 'lbf ft', 'lbf in']) }),
          z.enum(TIGHTENED),
        ])
        .optional(),
      typed: z.string().max(40).optional(),
      photo: photoSchema.optional(),
      ...stamp,
    }),
    photo: z.strictObject({ photo: photoSchema, of: z.enum(PHOTO_SUBJECTS), note: line(200), ...stamp }),
  }) as const;

/** What is got, agreed, sent out and put off. */
export const laterSchemas = <Stamp extends z.ZodRawShape>(stamp: Stamp) =>
  ({
    /** A part that has to be got. */
    need: z.strictObject({
      need: said(80),
      number: line(60),
      price: price.optional(),
      note: line(200),
      ...stamp,
    }),
    /** How far a part that is needed has come, by its line. */
    supply: z.strictObject({
      supply: eventNumber,
      now: z.enum(SUPPLY_STAGES),
      dueOn: z.iso.date().optional(),
      bin: line(40),
      /** What is on it where the number that was asked for is superseded. */
      number: line(60),
      /** Not the same part: to be looked at next time. */
      substitute: z.boolean().optional(),
      price: price.optional(),
      ...stamp,
    }),
    /** The customer was asked whether it may cost so much. */
    approval: z.strictObject({
      approval: price,
      answer: z.enum(['agreed', 'declined']),
      who: said(120),
      how: z.enum(ASKED_WAYS),
      note: line(400),
      ...stamp,
    }),
    /** Minutes that are booked in the place of those the bench order counts. */
    booked: z.strictObject({ booked: z.number().min(0).max(100_000), note: line(200), ...stamp }),
    /** Sent out to be worked on elsewhere, with what it must pass when it comes back. */
    sent: z.strictObject({
      sent: said(80),
      to: said(120),
      must: z.array(said(160)).min(1).max(8),
      dueOn: z.iso.date().optional(),
      price: price.optional(),
      ...stamp,
    }),
    /** It came back, by the line on which it was sent: what each of its tests read, in their order, and whether it is taken. */
    back: z.strictObject({
      back: eventNumber,
      read: z
        .array(z.strictObject({ read: said(160), passes: z.boolean() }))
        .min(1)
        .max(8),
      price: price.optional(),
      ...stamp,
    }),
    /** To be done later, by a day or by the hours on the meter. */
    later: z.strictObject({
      later: said(200),
      dueOn: z.iso.date().optional(),
      atHours: z.number().positive().max(100_000).optional(),
      ...stamp,
    }),
  }) as const;
