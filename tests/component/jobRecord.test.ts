import { describe, expect, it, vi } from 'vitest';
import type { RawEvent } from '@/core/index.ts';
import { type Fetched, JobRecord, type RecordPorts } from '@/features/record/client/jobRecord.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import type { Sent } from '@/features/record/client/send.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';

const printed = (seq: number, id = `event-${seq}`): PrintedEvent => ({
  id,
  seq,
  kind: 'note',
  personId: 'person-one',
  at: '2026-11-28T10:00:00.000Z',
  event: { note: `line ${seq}` },
});

/** A record with everything outside of it played by the test. */
function recordOf(
  first: readonly PrintedEvent[],
  kept: { printed?: PrintedEvent[]; unsent?: Unsent[]; epoch?: string } = {},
) {
  const answers: Sent[] = [];
  const sent: Unsent[] = [];
  const rewritten: (readonly RawEvent[])[] = [];
  const ports = {
    store: {
      keepPrinted: vi.fn(async () => {}),
      keepUnsent: vi.fn(async () => {}),
      dropUnsent: vi.fn(async () => {}),
      keptOf: vi.fn(async () => ({ unsent: [] as Unsent[], printed: [] as PrintedEvent[], ...kept })),
      unsentOf: vi.fn(async () => kept.unsent ?? []),
      forgetPrinted: vi.fn(async () => {}),
      sawJob: vi.fn(async () => {}),
    },
    sign: vi.fn(async (event: Unsent) => event),
    send: vi.fn(async (event: Unsent) => {
      sent.push(event);
      return answers.shift() ?? ({ kind: 'out-of-reach' } as Sent);
    }),
    alone: vi.fn((work: () => Promise<unknown>) => work()),
    fetchAfter: vi.fn(async (): Promise<Fetched | null | 'out-of-reach' | 'again'> => ({ events: [], epoch: 'first' })),
    now: () => Date.parse('2026-11-28T10:00:00Z'),
    changed: vi.fn(),
    rewritten: (events: readonly RawEvent[]) => void rewritten.push(events),
    tell: vi.fn(),
    trouble: vi.fn(),
  };
  const record = new JobRecord('job-a', first, 'first', ports as unknown as RecordPorts);
  return { record, ports, answers, sent, rewritten };
}
const unsent = (id: string, order: number): Unsent => ({
  id,
  jobId: 'job-a',
  order,
  at: '2026-11-28T10:00:00.000Z',
  personId: 'person-one',
  event: { note: id },
  refused: null,
});

describe('the record of a job in the browser', () => {
  it('joins what was kept to what the page came with, without gaps, and sends what waited', async () => {
    const { record, answers, rewritten } = recordOf([printed(1)], {
      printed: [printed(2), printed(4)],
      unsent: [unsent('waits', 1), unsent('event-2', 2)],
    });
    answers.push({ kind: 'written', events: [printed(3, 'waits')] });
    await record.restore();
    expect(record.view.events.map((e) => e.id)).toEqual(['event-1', 'event-2', 'waits']);
    expect(record.view.unsent).toEqual([]);
    // Told once, of all that stands: the two printed lines and what waited.
    expect(rewritten).toEqual([[{ note: 'line 1' }, { note: 'line 2' }, { note: 'waits' }]]);
  });

  it('an event of its own that is written changes no belief; one that another tab wrote before it does', async () => {
    const { record, answers, rewritten } = recordOf([]);
    answers.push({ kind: 'written', events: [printed(1, 'mine')] });
    record.record({ note: 'mine' }, 'person-one', 'mine');
    await record.flush();
    expect(rewritten).toEqual([]);
    answers.push({ kind: 'written', events: [printed(2, 'theirs'), printed(3, 'mine-too')] });
    record.record({ note: 'mine too' }, 'person-one', 'mine-too');
    await record.flush();
    expect(rewritten).toEqual([[{ note: 'line 1' }, { note: 'line 2' }, { note: 'line 3' }]]);
  });

  it('what is refused stays with its reason and leaves belief; the next is sent all the same', async () => {
    const { record, answers, rewritten, ports } = recordOf([]);
    const why = { issues: [{ path: '$', message: 'cannot be' }], blockers: [] };
    answers.push({ kind: 'refused', ...why }, { kind: 'written', events: [printed(1, 'good')] });
    record.record({ note: 'bad' }, 'person-one', 'bad');
    record.record({ note: 'good' }, 'person-one', 'good');
    await record.flush();
    expect(record.view.unsent).toMatchObject([{ id: 'bad', refused: why }]);
    expect(ports.store.keepUnsent).toHaveBeenCalledWith(expect.objectContaining({ id: 'bad', refused: why }));
    expect(rewritten[0]).toEqual([{ note: 'good' }]);
    record.leaveOut('bad');
    expect(record.view.unsent).toEqual([]);
    expect(ports.store.dropUnsent).toHaveBeenCalledWith('bad');
  });

  it('a server that cannot take it now is tried again by itself, in order, and nothing is doubled', async () => {
    vi.useFakeTimers();
    try {
      const { record, answers, sent } = recordOf([]);
      answers.push({ kind: 'again' });
      record.record({ note: 'one' }, 'person-one', 'one');
      record.record({ note: 'two' }, 'person-one', 'two');
      expect(record.isKnown('one')).toBe(true);
      await record.flush();
      expect(record.view.reach).toBe('busy');
      answers.push({ kind: 'written', events: [printed(1, 'one')] }, { kind: 'written', events: [printed(2, 'two')] });
      await vi.advanceTimersByTimeAsync(3000);
      expect(sent.map((e) => e.id)).toEqual(['one', 'one', 'two']);
      expect(record.view).toMatchObject({ reach: 'in-reach', unsent: [] });
      expect(record.view.events.map((e) => e.id)).toEqual(['one', 'two']);
    } finally {
      vi.useRealTimers();
    }
  });

  it('says that this browser keeps nothing, and goes on sending', async () => {
    const { record, ports, answers } = recordOf([]);
    ports.store.keepUnsent.mockRejectedValueOnce(new Error('private window'));
    answers.push({ kind: 'written', events: [printed(1, 'one')] });
    record.record({ note: 'one' }, 'person-one', 'one');
    await record.flush();
    expect(record.view).toMatchObject({ keeps: false, unsent: [] });
  });

  it('takes up what is on its way before anything else: a browser without room for more loses sight of none of it', async () => {
    const { record, ports, answers, sent } = recordOf([printed(1)], { unsent: [unsent('waits', 1)] });
    ports.store.keepPrinted.mockRejectedValue(new DOMException('no room', 'QuotaExceededError'));
    ports.store.sawJob.mockRejectedValue(new DOMException('no room', 'QuotaExceededError'));
    answers.push({ kind: 'out-of-reach' });
    await record.restore();
    expect(sent.map((u) => u.id)).toEqual(['waits']);
    expect(record.view).toMatchObject({ keeps: false, unsent: [{ id: 'waits' }] });
    record.close();
  });

  it('sends what another tab kept and closed on, in the order it was taken down, and with no other tab sending', async () => {
    const kept: { unsent: Unsent[] } = { unsent: [] };
    const { record, ports, answers, sent, rewritten } = recordOf([], kept);
    await record.restore();
    kept.unsent = [unsent('theirs-2', 2), unsent('theirs-1', 1)];
    answers.push(
      { kind: 'written', events: [printed(1, 'theirs-1')] },
      { kind: 'written', events: [printed(2, 'theirs-2')] },
    );
    await record.joinOthers();
    expect(sent.map((u) => u.id)).toEqual(['theirs-1', 'theirs-2']);
    expect(ports.alone).toHaveBeenCalled();
    expect(rewritten).toEqual([[{ note: 'theirs-1' }, { note: 'theirs-2' }]]);
    expect(record.view.unsent).toEqual([]);
  });

  it('what another tab took down and sent itself is not sent once more', async () => {
    const kept: { unsent: Unsent[] } = { unsent: [] };
    const { record, ports, sent } = recordOf([], kept);
    await record.restore();
    kept.unsent = [unsent('theirs', 1)];
    // While this one waits for its turn, the other is done.
    ports.alone.mockImplementationOnce(async (work: () => Promise<unknown>) => {
      kept.unsent = [];
      ports.fetchAfter.mockResolvedValue({ events: [printed(1, 'theirs')], epoch: 'first' });
      return work();
    });
    await record.joinOthers();
    expect(sent).toEqual([]);
    expect(record.view).toMatchObject({ unsent: [], events: [{ id: 'theirs' }] });
  });

  it('what another tab has sent meanwhile waits here no longer', async () => {
    const { record, ports } = recordOf([]);
    record.record({ note: 'mine' }, 'person-one', 'mine');
    await record.flush();
    expect(record.view.unsent).toHaveLength(1);
    ports.send.mockResolvedValueOnce({ kind: 'written', events: [printed(1, 'mine'), printed(2, 'theirs')] });
    await record.flush();
    expect(record.view.unsent).toEqual([]);
    record.close();
  });

  it('says in other tabs what it keeps, once that is kept', async () => {
    const { record, ports } = recordOf([]);
    record.record({ note: 'mine' }, 'person-one', 'mine');
    expect(ports.store.keepUnsent).toHaveBeenCalledWith(expect.objectContaining({ id: 'mine', epoch: 'first' }));
    await vi.waitFor(() => expect(ports.tell).toHaveBeenCalledWith('kept'));
  });

  it('keeps a line at once, puts the mark of who was at the bench on it, and sends it with that, not before', async () => {
    const { record, ports, answers, sent } = recordOf([]);
    let put: (event: Unsent) => void = () => {};
    ports.sign.mockImplementationOnce(() => new Promise((resolve) => (put = resolve)));
    record.record({ note: 'mine' }, 'person-one', 'mine');
    const [[bare]] = ports.store.keepUnsent.mock.calls as unknown as [[Unsent]];
    answers.push({ kind: 'signed-out' });
    const sending = record.flush();
    expect(sent).toEqual([]);
    put({ ...bare, session: 's', signature: 'mark' });
    await sending;
    expect(sent).toMatchObject([{ id: 'mine', session: 's', signature: 'mark' }]);
    expect(ports.store.keepUnsent).toHaveBeenLastCalledWith(expect.objectContaining({ signature: 'mark' }));
    // Nobody is signed in any more: it waits, and is not refused.
    expect(record.view).toMatchObject({ reach: 'signed-out', unsent: [{ id: 'mine', refused: null }] });
    record.close();
  });

  it('after a restoring there are no ghosts: neither what this browser knew of the database before, nor what the page came with', async () => {
    const { record, ports, rewritten } = recordOf([printed(1), printed(2)], { printed: [printed(3)], epoch: 'before' });
    ports.fetchAfter.mockResolvedValueOnce({ events: [], epoch: 'restored' });
    ports.fetchAfter.mockResolvedValueOnce({ events: [printed(1)], epoch: 'restored' });
    await record.restore();
    expect(ports.store.forgetPrinted).toHaveBeenCalledWith('job-a');
    expect(record.view.events).toEqual([printed(1)]);
    expect(rewritten.at(-1)).toEqual([{ note: 'line 1' }]);
    record.record({ note: 'fresh' }, 'person-one', 'fresh');
    expect(ports.store.keepUnsent).toHaveBeenLastCalledWith(expect.objectContaining({ epoch: 'restored' }));
  });
});
