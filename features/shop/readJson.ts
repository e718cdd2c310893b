const MOST_BYTES = 100_000;

/** What a request may bring besides what any may: a photo with a line of a record, or a whole job. */
export type Brings = 'little' | 'photo' | 'job';
const MOST_OF_JOB = 12_000_000;

/** Half a letter, or none at all, is no text: the database would keep something else. @throws SyntaxError */
function wholeLetters(key: string, value: unknown): unknown {
  for (const text of [key, value])
    if (typeof text === 'string' && (/\p{Surrogate}/u.test(text) || text.includes('\u0000')))
      throw new SyntaxError('not whole letters');
  return value;
}

/** A line of a record may bring a photo so long, in base64; the rest of it is as short as any. */
const MOST_PHOTO_LETTERS = 220_000;

const photoLetters = (value: unknown): number =>
  typeof value === 'object' && value !== null && 'photo' in value && typeof value.photo === 'string'
    ? Math.min(value.photo.length, MOST_PHOTO_LETTERS)
    : 0;

/**
 * A request's JSON, refused in plain words when it is too long or not whole.
 */
export async function readJson(
  request: Request,
  brings: Brings = 'little',
): Promise<{ ok: true; value: unknown } | { ok: false; status: 400 | 413; message: string }> {
  try {
    const text = await request.text();
    const tooLong = { ok: false, status: 413, message: `too long: at most ${MOST_BYTES / 1000} kB at once` } as const;
    const besides = { little: 0, photo: MOST_PHOTO_LETTERS, job: MOST_OF_JOB }[brings];
    if (text.length > MOST_BYTES + besides) return tooLong;
    const value: unknown = JSON.parse(text, wholeLetters);
    const counted = brings === 'photo' ? text.length - photoLetters(value) : text.length;
    return brings !== 'job' && counted > MOST_BYTES ? tooLong : { ok: true, value };
  } catch {
    return { ok: false, status: 400, message: 'this is not whole JSON' };
  }
}
