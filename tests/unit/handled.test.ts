import { afterEach, describe, expect, it, vi } from 'vitest';
import { UnreadableRecord } from '@/features/record/server/jobFile.ts';
import { handled, handledJson } from '@/features/shop/server/handled.ts';

const WORDS = { failed: 'a thing was not done', told: 'It could not be done just now.' };
const request = (body?: string) =>
  new Request('http://127.0.0.1/api/x', {
    method: body === undefined ? 'GET' : 'POST',
    headers: { 'x-request-id': 'request-one' },
    ...(body === undefined ? {} : { body }),
  });
afterEach(() => vi.restoreAllMocks());

describe('what a handler answers', () => {
  it('what failed inside is in the log under the request’s id; the answer says the id and nothing of the inside', async () => {
    const said = vi.spyOn(console, 'error').mockImplementation(() => {});
    const inside = Object.assign(new Error('Failed query: select `secret` from `people`'), { errno: 1064 });
    const answer = await handled(request(), WORDS, () => Promise.reject(inside));
    expect(answer.status).toBe(503);
    const text = await answer.text();
    expect(text).toContain('request-one');
    expect(text).not.toMatch(/select|people|1064|Error|\.ts/);
    // Without a log to write to, as here, the terminal has it.
    expect(said).toHaveBeenCalledWith(WORDS.failed, inside);
  });

  it('a record this version cannot read is no failure of the moment', async () => {
    const answer = await handled(request(), WORDS, () =>
      Promise.reject(new UnreadableRecord('it has no complaint', 3)),
    );
    expect(answer.status).toBe(409);
    expect(await answer.json()).toMatchObject({
      code: 'unread',
      issues: [{ message: expect.stringContaining('no complaint') }],
    });
  });

  it.each([
    ['half of it', '{"a":', 400],
    ['a word', 'hello', 400],
    ['half a letter in it', '{"a":"\\ud800"}', 400],
    ['half a letter for a name', '{"\\udfff":1}', 400],
    ['nothing for a letter', '{"a":"x\\u0000"}', 400],
    ['too much of it', JSON.stringify('x'.repeat(120_000)), 413],
  ])('%s is no JSON for a handler', async (_, body, status) => {
    const work = vi.fn();
    expect((await handledJson(request(body), WORDS, work)).status).toBe(status);
    expect(work).not.toHaveBeenCalled();
  });
});
