const MOST_BYTES = 100_000;

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
 * @param mayBringPhoto its `photo` does not count
 */
export async function readJson(
  request: Request,
  mayBringPhoto = false,
): Promise<{ ok: true; value: unknown } | { ok: false; status: 400 | 413; message: string }> {
  try {
    const text = await request.text();
    const tooLong = { ok: false, status: 413, message: `too long: at most ${MOST_BYTES / 1000} kB at once` } as const;
    if (text.length > MOST_BYTES + (mayBringPhoto ? MOST_PHOTO_LETTERS : 0)) return tooLong;
    const value: unknown = JSON.parse(text, wholeLetters);
    return text.length - (mayBringPhoto ? photoLetters(value) : 0) > MOST_BYTES ? tooLong : { ok: true, value };
  } catch {
    return { ok: false, status: 400, message: 'this is not whole JSON' };
  }
}
