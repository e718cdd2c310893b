const MOST_BYTES = 100_000;

/** Half a letter, or none at all, is no text: the database would keep something else. @throws SyntaxError */
function wholeLetters(key: string, value: unknown): unknown {
  for (const text of [key, value])
    if (typeof text === 'string' && (/\p{Surrogate}/u.test(text) || text.includes('\u0000')))
      throw new SyntaxError('not whole letters');
  return value;
}

/** A request's JSON, refused in plain words when it is too long or not whole. */
export async function readJson(
  request: Request,
): Promise<{ ok: true; value: unknown } | { ok: false; status: 400 | 413; message: string }> {
  try {
    const text = await request.text();
    if (text.length > MOST_BYTES)
      return { ok: false, status: 413, message: `too long: at most ${MOST_BYTES / 1000} kB at once` };
    return { ok: true, value: JSON.parse(text, wholeLetters) };
  } catch {
    return { ok: false, status: 400, message: 'this is not whole JSON' };
  }
}
