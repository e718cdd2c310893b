import 'server-only';
import { createHash } from 'node:crypto';
import { type InputIssue, type JobEvent, photosOf } from '@/core/index.ts';
import { photoOf } from '@/db/photos.ts';
import type { Shop } from '@/db/shop.ts';
import { MOST_PHOTO_BYTES } from '../photoLimit.ts';

/** What came with an event: the photo it shows, to be kept with it; or why it is not taken. */
export type PhotoBeside =
  | { readonly ok: true; readonly photo: { readonly sha256: string; readonly jpeg: Buffer } | null }
  | { readonly ok: false; readonly issue: InputIssue };

const refused = (message: string): PhotoBeside => ({ ok: false, issue: { path: '$.photo', message } });

/**
 * The photo of an event, held against what the event says it is.
 * @param base64 as it was sent beside the event; left out where the shop has it already
 */
export async function photoOfEvent(
  shop: Shop,
  jobId: string,
  event: JobEvent,
  base64: string | undefined,
): Promise<PhotoBeside> {
  const [sha256] = photosOf(event);
  if (sha256 === undefined)
    return base64 === undefined ? { ok: true, photo: null } : refused('this event shows no photo');
  if (base64 === undefined)
    return (await photoOf(shop, jobId, sha256)) === null
      ? refused('the photo did not come with its line: take it again')
      : { ok: true, photo: null };
  const jpeg = Buffer.from(base64, 'base64');
  if (jpeg.length > MOST_PHOTO_BYTES)
    return refused(`a photo of at most ${MOST_PHOTO_BYTES / 1000} kB: the app makes it smaller before it sends it`);
  if (!isJpeg(jpeg)) return refused('a photo is a JPEG');
  if (createHash('sha256').update(jpeg).digest('hex') !== sha256)
    return refused('this is not the photo the line speaks of');
  return { ok: true, photo: { sha256, jpeg } };
}

/** Begins and ends as a JPEG does (ITU-T T.81: SOI and EOI). */
const isJpeg = (bytes: Buffer): boolean =>
  bytes.length > 4 && bytes.readUInt16BE(0) === 0xffd8 && bytes.readUInt16BE(bytes.length - 2) === 0xffd9;
