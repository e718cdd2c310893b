import { keepPhoto } from '@/features/record/client/keptRecord.ts';
import { MOST_PHOTO_BYTES } from '@/features/record/photoLimit.ts';

/** A photo as the record speaks of it. */
export interface Shot {
  readonly sha256: string;
  /** To be shown where it stands. */
  readonly url: string;
}

/** Longest side, and how much is kept, from the best to the least that is still of use. */
const TRIES = [
  [1280, 0.75],
  [1280, 0.55],
  [1024, 0.5],
  [800, 0.45],
  [640, 0.35],
] as const;

/** What keeps a photo from being taken, in plain words. */
export class NoPhoto extends Error {}

async function jpegOf(picture: ImageBitmap, side: number, quality: number): Promise<Blob> {
  const scale = Math.min(1, side / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((done, failed) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : failed(new NoPhoto('It cannot be made smaller here.'))),
      'image/jpeg',
      quality,
    ),
  );
}

const base64Of = (blob: Blob): Promise<string> =>
  new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result).replace(/^.*,/, ''));
    reader.onerror = () => failed(reader.error);
    reader.readAsDataURL(blob);
  });

/**
 * A photo from the camera or a file, made small enough for the record and kept in this browser until the shop has it.
 * @throws NoPhoto for what is no picture, or where this browser cannot
 */
export async function takeShot(jobId: string, file: Blob): Promise<Shot> {
  if (!globalThis.crypto?.subtle) throw new NoPhoto('Photos need the secured address of the shop’s computer.');
  const picture = await createImageBitmap(file).catch(() => {
    throw new NoPhoto('That is no picture this tablet can read.');
  });
  for (const [side, quality] of TRIES) {
    const jpeg = await jpegOf(picture, side, quality);
    if (jpeg.size > MOST_PHOTO_BYTES) continue;
    const digest = await crypto.subtle.digest('SHA-256', await jpeg.arrayBuffer());
    const sha256 = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
    await keepPhoto({ sha256, jobId, base64: await base64Of(jpeg) });
    return { sha256, url: URL.createObjectURL(jpeg) };
  }
  throw new NoPhoto('It cannot be made small enough: take it again from further away.');
}
