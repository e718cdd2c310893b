const MOST_BYTES = 100_000;

/** A request's JSON, refused in plain words when it is too long or not whole. */
export async function readJson(
  request: Request,
): Promise<{ ok: true; value: unknown } | { ok: false; status: 400 | 413; message: string }> {
  try {
    const text = await request.text();
    if (text.length > MOST_BYTES)
      return { ok: false, status: 413, message: `too long: at most ${MOST_BYTES / 1000} kB at once` };
    return { ok: true, value: JSON.parse(text) };
  } catch {
    return { ok: false, status: 400, message: 'this is not whole JSON' };
  }
}
