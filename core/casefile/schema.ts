import { z } from 'zod';
import { ACCESS, type AccessId } from '../checks/access.ts';
import { SYMPTOM_IDS, type Symptom } from '../complaint/symptoms.ts';
import {
  engineFigures,
  engineWords,
  FIGURE_SOURCES,
  figuresLearned,
  MACHINE_KINDS,
  REPAIR_ACTIONS,
  RUNNING_STATES,
  TEMPERATURES,
  wordsLearned,
} from '../engine/index.ts';
import { CARBURETTOR_DEPTHS, CARBURETTOR_STEPS } from '../faults/carburettor.ts';
import { houseSchema } from '../house/houseSchema.ts';
import { PARTS, type PartId } from '../machine/parts.ts';
import { CAUTIONS, type CautionId } from '../safety/cautions.ts';
import { DIMENSIONS, type Unit } from '../units/index.ts';
import { laterSchemas, offSchemas } from './besideSchema.ts';
import {
  CARRIED_OVER,
  CLOSE_KINDS,
  NOT_PERFORMED_REASONS,
  PART_FITS,
  PART_ORIGINS,
  SEEN_ANSWERS,
  SEEN_GRADES,
  SEEN_PART_IDS,
} from './kinds.ts';

const CAUTION_IDS = Object.keys(CAUTIONS) as [CautionId, ...CautionId[]];
const PART_IDS = PARTS.map((part) => part.id) as [PartId, ...PartId[]];
const ACCESS_IDS = Object.keys(ACCESS) as [AccessId, ...AccessId[]];

/** Every unit a figure may carry; which of them a field takes depends on what it measures. */
export const UNITS = Object.values(DIMENSIONS).flatMap((d) => Object.keys(d.units)) as [Unit, ...Unit[]];
export const symptomSchema = z.enum(SYMPTOM_IDS as [Symptom, ...Symptom[]]);

export const quantitySchema = z.strictObject({ value: z.number(), unit: z.enum(UNITS) });
const figureSchema = z.union([quantitySchema, z.literal('OL')]);
const cylinderSchema = z.number().int().min(1).max(3);

export const MAX_EVENTS = 2000;

/** What any event may carry besides what it says: who, when, under which id, and the keys as they were typed. */
const stamp = {
  id: z.string().max(64).optional(),
  at: z.iso.datetime({ offset: true }).optional(),
  by: z.string().max(120).optional(),
};

/**
 * The instrument by its name, or besides with how fine it is: its class in percent of the reading, and its resolution in a unit of
 * the check's main figure. What is left out is taken from the default class.
 */
export const instrumentSchema = z.union([
  z.string().max(200),
  z.strictObject({
    name: z.string().max(200).optional(),
    classPercent: z.number().min(0).max(50).optional(),
    resolution: quantitySchema.optional(),
  }),
]);

export const checkEventSchema = z.strictObject({
  check: z.string(),
  cylinder: cylinderSchema.optional(),
  condition: z.enum(RUNNING_STATES).optional(),
  temperature: z.enum(TEMPERATURES).optional(),
  value: figureSchema.optional(),
  fields: z
    .record(
      z.string(),
      z.union([figureSchema, z.string().max(200), z.boolean(), z.record(z.string().max(40), z.string().max(40))]),
    )
    .optional(),
  readings: z.record(z.string(), z.union([figureSchema, z.string().max(40)])).optional(),
  outcome: z.string().max(60).optional(),
  symptoms: z.array(symptomSchema).optional(),
  where: z.string().max(200).optional(),
  instrument: instrumentSchema.optional(),
  /** The keys as typed, by field. */
  typed: z.record(z.string(), z.string().max(80)).optional(),
  /** Made with a booster on the battery: that it cranks says nothing of the battery. */
  onBooster: z.boolean().optional(),
  /** A speed in it was heard by the tablet, and read on no tachometer. */
  heard: z.boolean().optional(),
  /** Taken to prove a repair. */
  retest: z.boolean().optional(),
  /** Version of the limits it was judged by. */
  rules: z.string().max(40).optional(),
  ...stamp,
});

const carburettorWork = z.strictObject({
  depth: z.enum(CARBURETTOR_DEPTHS),
  done: z.array(z.enum(CARBURETTOR_STEPS)).max(CARBURETTOR_STEPS.length),
});

export const repairEventSchema = z.strictObject({
  repair: z.string(),
  cylinder: cylinderSchema.optional(),
  action: z.enum(REPAIR_ACTIONS),
  /** To be made good: the job is not called cured while it stands. */
  temporary: z.boolean().optional(),
  note: z.string().max(2000).optional(),
  /** Of a carburettor as one job: how deep it went, and what was really done. */
  did: carburettorWork.optional(),
  /** The event of the part that was fitted. */
  fitted: z.number().int().min(1).optional(),
  ...stamp,
});

export const noteEventSchema = z.strictObject({ note: z.string().max(4000), ...stamp });

/** Strikes an earlier reading or repair; with `check` or `repair` besides, prints a new one in its place. */
export const correctEventSchema = z.strictObject({
  correct: z.number().int().min(1),
  reason: z.string().max(400).optional(),
  ...checkEventSchema.omit({ check: true, id: true, at: true, by: true }).shape,
  check: z.string().optional(),
  repair: z.string().optional(),
  action: z.enum(REPAIR_ACTIONS).optional(),
  temporary: z.boolean().optional(),
  note: z.string().max(2000).optional(),
  did: carburettorWork.optional(),
  fitted: z.number().int().min(1).optional(),
  ...stamp,
});

/** Something was opened or put back apart from a check: what is open decides what the next check costs. */
export const accessEventSchema = z.strictObject({
  access: z.string().max(60),
  cylinder: cylinderSchema.optional(),
  now: z.enum(['open', 'closed']),
  ...stamp,
});

/** A check somebody was about to make, and could not. It says nothing of any fault; it is not offered again while that holds. */
export const unmadeEventSchema = z.strictObject({
  unmade: z.string(),
  cylinder: cylinderSchema.optional(),
  condition: z.enum(RUNNING_STATES).optional(),
  temperature: z.enum(TEMPERATURES).optional(),
  because: z.enum(NOT_PERFORMED_REASONS),
  ...stamp,
});

export const closeEventSchema = z.strictObject({
  close: z.enum(CLOSE_KINDS),
  note: z.string().max(4000).optional(),
  ...stamp,
});

/**
 * What somebody came to know of the engine in the middle of the job: what is read from here on is judged by it; what was read before keeps what it was
 * judged by.
 */
export const engineEventSchema = z.strictObject({
  engine: z.strictObject({
    words: wordsLearned.optional(),
    figures: figuresLearned.optional(),
    source: z.enum(FIGURE_SOURCES).optional(),
  }),
  ...stamp,
});

/** Steps of the work that a condition asks for, done; with `followUpOn` the day on which the rest is due. */
export const workEventSchema = z.strictObject({
  work: z.string().max(60),
  /** Of a bypass, the event that fitted it. */
  of: z.number().int().min(1).max(MAX_EVENTS).optional(),
  steps: z.array(z.string().max(40)).min(1).max(20),
  followUpOn: z.iso.date().optional(),
  ...stamp,
});

const accessMin = z.number().min(0).max(600);
/** How long one thing takes to open and to put back on this machine, and what comes off first. */
export const accessChange = z.strictObject({
  openMin: accessMin.optional(),
  closeMin: accessMin.optional(),
  through: z.array(z.enum(ACCESS_IDS)).max(4).optional(),
});
const accessOfMachine = z.strictObject(
  Object.fromEntries(ACCESS_IDS.map((id) => [id, accessChange.optional()])) as Record<
    AccessId,
    z.ZodOptional<typeof accessChange>
  >,
);

/** A part before it is fitted. Its readings are the part's: they say nothing of the engine until it is on it. */
export const partEventSchema = z.strictObject({
  part: z.enum(PART_IDS),
  origin: z.enum(PART_ORIGINS),
  name: z.string().trim().min(1).max(80).optional(),
  readings: z
    .array(
      checkEventSchema.pick({
        check: true,
        value: true,
        fields: true,
        outcome: true,
        temperature: true,
        typed: true,
        instrument: true,
      }),
    )
    .max(8)
    .optional(),
  mounting: z.string().trim().min(1).max(200).optional(),
  leadLength: quantitySchema.optional(),
  connector: z.string().trim().min(1).max(200).optional(),
  carriedOver: z.array(z.enum(CARRIED_OVER)).max(CARRIED_OVER.length).optional(),
  price: z.number().min(0).max(1_000_000).optional(),
  fit: z.enum(PART_FITS).optional(),
  ...stamp,
});

/** What somebody found of how this machine is opened: its minutes, or what comes off first. */
export const tookEventSchema = z.strictObject({
  took: z.string().max(60),
  ...accessChange.shape,
  ...stamp,
});

/** Something was set up that takes its time without anybody: the machine stands with the fuel on, or overnight. */
export const setUpEventSchema = z.strictObject({ setUp: z.string().max(60), ...stamp });

/** Cautions that were read in full: this person needs them in one line only, on this job and in this shift. */
export const heededEventSchema = z.strictObject({
  heeded: z.array(z.enum(CAUTION_IDS)).min(1).max(CAUTION_IDS.length),
  ...stamp,
});

/** What let a condition come about: a fault of the catalogue, or a way that is none. */
export const letInEventSchema = z.strictObject({
  letIn: z.string().max(60),
  through: z.string().max(60),
  ...stamp,
});

/** The work of a condition is passed over, with the reason, which is printed. */
export const waivedEventSchema = z.strictObject({
  waived: z.string().max(60),
  because: z.string().trim().min(3, 'say why').max(400),
  ...stamp,
});

const price = z.number().min(0).max(1_000_000);

/** Something seen besides, that is no part of the complaint: it moves no suspicion. */
export const seenEventSchema = z.strictObject({
  seen: z.enum(SEEN_PART_IDS),
  bad: z.enum(SEEN_GRADES),
  note: z.string().trim().min(1).max(200).optional(),
  price: price.optional(),
  ...stamp,
});

/** What the customer says to something seen besides, by its line: what it would cost, and whether it is to be done. */
export const askedEventSchema = z.strictObject({
  asked: z.number().int().min(1).max(MAX_EVENTS),
  price: price.optional(),
  answer: z.enum(SEEN_ANSWERS),
  ...stamp,
});

/** A key of access as an event may name it: `lead[1]` to `lead[3]` where each cylinder has one. */
const ACCESS_KEYS = ACCESS_IDS.flatMap((id) =>
  id.endsWith('[c]') ? [1, 2, 3].map((c) => id.replace('[c]', `[${c}]`)) : [id],
) as [string, ...string[]];
const beside = { ...offSchemas(stamp, ACCESS_KEYS), ...laterSchemas(stamp) };
export const offEventSchema = beside.off;
export const onEventSchema = beside.on;
export const photoEventSchema = beside.photo;
export const needEventSchema = beside.need;
export const supplyEventSchema = beside.supply;
export const approvalEventSchema = beside.approval;
export const bookedEventSchema = beside.booked;
export const sentEventSchema = beside.sent;
export const backEventSchema = beside.back;
export const laterEventSchema = beside.later;

export const eventSchema = z.union([
  checkEventSchema,
  repairEventSchema,
  noteEventSchema,
  correctEventSchema,
  closeEventSchema,
  accessEventSchema,
  unmadeEventSchema,
  engineEventSchema,
  workEventSchema,
  letInEventSchema,
  waivedEventSchema,
  setUpEventSchema,
  tookEventSchema,
  partEventSchema,
  heededEventSchema,
  seenEventSchema,
  askedEventSchema,
  offEventSchema,
  onEventSchema,
  photoEventSchema,
  needEventSchema,
  supplyEventSchema,
  approvalEventSchema,
  bookedEventSchema,
  sentEventSchema,
  backEventSchema,
  laterEventSchema,
]);

export const historySchema = z.strictObject({
  hours: z.number().min(0).max(100_000).nullable().optional(),
  storedMonths: z.number().min(0).max(600).nullable().optional(),
  /** How long it runs before it fails, as the customer says [min]. */
  failsAfterMin: z.number().min(0).max(600).nullable().optional(),
  flags: z.array(z.string().max(80)).max(120).optional(),
});

/** Where a job is worked on: height above the sea, and the air around the machine. The shop's own height where it is left out. */
export const ambientSchema = z.strictObject({
  altitudeM: z.number().min(-500).max(5000).optional(),
  temperatureC: z.number().min(-50).max(60).optional(),
});
export type Ambient = Readonly<z.infer<typeof ambientSchema>>;

/** What was agreed with the customer when the job was opened. */
export const agreedSchema = z.strictObject({
  /** In the shop's money; more is asked about first. */
  spendAtMost: z.number().positive().max(1_000_000).optional(),
  /** Shown to run before money is spent on it. */
  proveFirst: z.boolean().optional(),
});
export type Agreed = Readonly<z.infer<typeof agreedSchema>>;

export const machineSchema = z.strictObject({
  kind: z.enum(MACHINE_KINDS),
  name: z.string().max(200).optional(),
  /** Minutes and what comes off first, where this machine is opened otherwise than usual. */
  access: accessOfMachine.optional(),
  engine: z.strictObject({ ...engineWords.shape, sheet: engineFigures.nullable().optional() }),
});

/** Case file, version 1. The semantic rules (ids, units by field, limits) stand in `readCase`. */
export const caseSchema = z.strictObject({
  format: z.literal('ridge-bolt/case'),
  version: z.literal(1),
  machine: machineSchema,
  history: historySchema.optional(),
  complaint: z.array(symptomSchema),
  said: z.string().max(2000).optional(),
  /** House rules the job was opened under; left out where the house has none of its own. */
  house: houseSchema.optional(),
  ambient: ambientSchema.optional(),
  agreed: agreedSchema.optional(),
  events: z.array(eventSchema).max(MAX_EVENTS),
});

export type RawCheckEvent = z.infer<typeof checkEventSchema>;
export type RawRepairEvent = z.infer<typeof repairEventSchema>;
export type RawNoteEvent = z.infer<typeof noteEventSchema>;
export type RawCorrectEvent = z.infer<typeof correctEventSchema>;
export type RawCloseEvent = z.infer<typeof closeEventSchema>;
export type RawAccessEvent = z.infer<typeof accessEventSchema>;
export type RawNotPerformedEvent = z.infer<typeof unmadeEventSchema>;
export type RawWorkEvent = z.infer<typeof workEventSchema>;
export type RawLetInEvent = z.infer<typeof letInEventSchema>;
export type RawPartEvent = z.infer<typeof partEventSchema>;
export type RawTookEvent = z.infer<typeof tookEventSchema>;
export type RawHeededEvent = z.infer<typeof heededEventSchema>;
export type RawSetUpEvent = z.infer<typeof setUpEventSchema>;
export type RawWaivedEvent = z.infer<typeof waivedEventSchema>;
export type RawSeenEvent = z.infer<typeof seenEventSchema>;
export type RawAskedEvent = z.infer<typeof askedEventSchema>;
export type RawOffEvent = z.infer<typeof offEventSchema>;
export type RawOnEvent = z.infer<typeof onEventSchema>;
export type RawPhotoEvent = z.infer<typeof photoEventSchema>;
export type RawNeedEvent = z.infer<typeof needEventSchema>;
export type RawSupplyEvent = z.infer<typeof supplyEventSchema>;
export type RawApprovalEvent = z.infer<typeof approvalEventSchema>;
export type RawBookedEvent = z.infer<typeof bookedEventSchema>;
export type RawSentEvent = z.infer<typeof sentEventSchema>;
export type RawBackEvent = z.infer<typeof backEventSchema>;
export type RawLaterEvent = z.infer<typeof laterEventSchema>;
export type RawEngineEvent = z.infer<typeof engineEventSchema>;
export type RawEvent = z.infer<typeof eventSchema>;
export type RawCase = z.infer<typeof caseSchema>;
