import 'server-only';
import { createHash } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { z } from 'zod';
import { MACHINE_KINDS } from '@/core/index.ts';
import { MOST_PHOTO_BYTES } from '@/features/record/photoLimit.ts';
import { figuresSchema, wordsSchema } from './sheetSchema.ts';

const id = z.string().regex(/^[\w-]{1,36}$/);
const moment = z.iso.datetime({ offset: true });
const text = (most: number) => z.string().max(most);

/** A line of the record as it was written. */
const line = z.strictObject({
  id,
  seq: z.number().int().min(0).max(2000),
  at: moment,
  personId: id,
  timeDoubtful: z.boolean(),
  ruleVersion: text(40),
  sheetVersion: z.number().int().min(0).max(32_767),
  payload: z.unknown(),
});

/** `job.json`, version 1: a job whole, with the machine it is of and who wrote it. */
export const wholeJobSchema = z.strictObject({
  format: z.literal('ridge-bolt/job'),
  version: z.literal(1),
  job: z.strictObject({
    id,
    number: z.number().int(),
    openedAt: moment,
    promisedOn: z.iso.date().nullable(),
    closedAt: moment.nullable(),
  }),
  machine: z.strictObject({
    id,
    tag: text(40).min(1),
    name: text(200),
    kind: z.enum(MACHINE_KINDS),
    owner: text(200),
    hours: z.number().min(0).max(100_000).nullable(),
    model: text(120).nullable(),
    serial: text(120).nullable(),
    access: z.record(z.string(), z.unknown()),
  }),
  sheet: z.strictObject({ id, name: text(160).min(1), words: wordsSchema, figures: figuresSchema }),
  people: z.array(z.strictObject({ id, name: text(120).min(1) })).max(200),
  /** The complaint first, as line 0. */
  lines: z.array(line).min(1).max(2001),
});
export type WholeJob = z.infer<typeof wholeJobSchema>;

/** JSON in one form only: keys in order, so that the same says the same letter for letter. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  const own = Object.entries(value)
    .filter(([, v]) => v !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${own.map(([key, v]) => `${JSON.stringify(key)}:${canonical(v)}`).join(',')}}`;
}

export interface Photo {
  readonly sha256: string;
  readonly jpeg: Uint8Array;
}

/**
 * A whole job as a zip: `job.json`, the case file for other programs, and the photos by what they are. The same job makes the same bytes.
 * @param caseFile of the same job
 */
export function packed(whole: WholeJob, caseFile: unknown, photos: readonly Photo[]): Uint8Array {
  const always = { mtime: new Date('2000-01-01T00:00:00Z') };
  return zipSync({
    'job.json': [strToU8(canonical(whole)), always],
    'case.json': [strToU8(`${JSON.stringify(caseFile, null, 2)}\n`), always],
    ...Object.fromEntries(
      photos.map(({ sha256, jpeg }) => [
        `photos/${sha256}.jpg`,
        [jpeg, { ...always, level: 0 }] as [Uint8Array, object],
      ]),
    ),
  });
}

/** So much may a file grow to when it is unpacked [bytes]. */
const MOST_UNPACKED = 40_000_000;

export type Unpacked =
  | { readonly ok: true; readonly whole: WholeJob; readonly photos: readonly Photo[] }
  | { readonly ok: false; readonly message: string };

const no = (message: string): Unpacked => ({ ok: false, message });

/** What is in such a file, or why it is none. Nothing is unpacked that grows beyond measure, and no photo that is not what its name says. */
export function unpacked(zip: Uint8Array): Unpacked {
  let files: Record<string, Uint8Array>;
  let all = 0;
  try {
    files = unzipSync(zip, {
      filter: ({ name, originalSize }) => {
        all += originalSize;
        return (name === 'job.json' || /^photos\/[0-9a-f]{64}\.jpg$/.test(name)) && all <= MOST_UNPACKED;
      },
    });
  } catch {
    return no('this is no whole job: the file is damaged, or no zip');
  }
  if (all > MOST_UNPACKED) return no('this file is too big to be a job');
  if (!files['job.json']) return no('this is no whole job: it has no job.json');
  let raw: unknown;
  try {
    raw = JSON.parse(strFromU8(files['job.json']));
  } catch {
    return no('its job.json is damaged');
  }
  const read = wholeJobSchema.safeParse(raw);
  if (!read.success) {
    const [issue] = read.error.issues;
    return no(`its job.json cannot be read: $.${issue!.path.map(String).join('.')}: ${issue!.message}`);
  }
  const photos: Photo[] = [];
  for (const [name, jpeg] of Object.entries(files)) {
    if (name === 'job.json') continue;
    const sha256 = name.slice('photos/'.length, -'.jpg'.length);
    if (jpeg.length > MOST_PHOTO_BYTES) return no(`${name} is too big`);
    if (createHash('sha256').update(jpeg).digest('hex') !== sha256) return no(`${name} is not the photo its name says`);
    photos.push({ sha256, jpeg });
  }
  return { ok: true, whole: read.data, photos };
}
