import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepUnsent, keptOf, type Unsent, waitingByJob } from '@/features/record/client/keptRecord.ts';
import { sendAllWaiting, sendEvent } from '@/features/record/client/send.ts';

/** Meaning of the statuses: RFC 9110, section 15; 425 RFC 8470; 429 RFC 6585. */
const unsent = (jobId: string, order = 1): Unsent => ({
  id: `${jobId}-event-${order}`,
  jobId,
  order,
  at: '2026-11-28T10:00:00.000Z',
  personId: 'person-one',
  event: { note: 'n' },
  refused: null,
});
const answers = (by: (url: string) => Response | Promise<Response>) =>
  vi.stubGlobal(
    'fetch',
    vi.fn((url: string) => Promise.resolve(by(url))),
  );
const html = (status: number) => new Response('<html>no</html>', { status, headers: { 'content-type': 'text/html' } });
const json = (status: number, body: object) => Response.json(body, { status });

afterEach(() => vi.unstubAllGlobals());

describe('what the answer to one event means', () => {
  const meaning = async (response: Response) => {
    answers(() => response);
    return sendEvent(unsent('job-a'), 0);
  };

  it.each([400, 403, 404, 413, 422])('%i without a word of ours is a refusal that says so', async (status) => {
    const sent = await meaning(html(status));
    expect(sent).toMatchObject({ kind: 'refused', blockers: [] });
    expect(sent.kind === 'refused' && sent.issues[0]?.message).toContain(String(status));
  });

  it.each([500, 502, 503, 504, 408, 425, 429])('%i speaks of the moment: again', async (status) => {
    expect(await meaning(html(status))).toEqual({ kind: 'again' });
  });

  it('"busy" is again, any other conflict a refusal with its reason', async () => {
    const issues = [{ path: '$', message: 'this job is closed' }];
    expect(await meaning(json(409, { code: 'busy', issues }))).toEqual({ kind: 'again' });
    expect(await meaning(json(409, { code: 'closed', issues }))).toEqual({ kind: 'refused', issues, blockers: [] });
  });

  it('"well done" in the words of another is no receipt', async () => {
    expect(await meaning(html(200))).toEqual({ kind: 'out-of-reach' });
    expect(await meaning(json(200, { ok: true, events: [] }))).toEqual({ kind: 'written', events: [] });
  });
});

describe('what waits of many jobs', () => {
  beforeEach(async () => {
    for (const job of ['job-a', 'job-b', 'job-c']) await keepUnsent(unsent(job));
  });

  it('a job that always answers 503 holds up no other', async () => {
    const told = vi.fn();
    answers((url) => (url.includes('job-a') ? html(503) : json(200, { events: [] })));
    await sendAllWaiting(await waitingByJob(), undefined, told);
    expect((await keptOf('job-a')).unsent).toHaveLength(1);
    expect((await keptOf('job-b')).unsent).toHaveLength(0);
    expect((await keptOf('job-c')).unsent).toHaveLength(0);
    expect(told).toHaveBeenCalled();
  });

  it('where nobody answers the rest waits for the next round, and the job on the bench is left to itself', async () => {
    const asked: string[] = [];
    answers((url) => {
      asked.push(url);
      return Promise.reject(new TypeError('no network'));
    });
    await sendAllWaiting(await waitingByJob(), 'job-a', () => {});
    expect(asked).toEqual(['/api/jobs/job-b/events']);
  });

  it('what is refused stays, with its reason', async () => {
    answers((url) => (url.includes('job-b') ? html(403) : json(200, { events: [] })));
    await sendAllWaiting(await waitingByJob(), undefined, () => {});
    const { unsent: left } = await keptOf('job-b');
    expect(left[0]?.refused?.issues[0]?.message).toContain('403');
  });
});
