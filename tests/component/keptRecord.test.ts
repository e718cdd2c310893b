import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, expect, it, vi } from 'vitest';
import { keepPrinted, keepUnsent, keptOf, sawJob, type Unsent } from '@/features/record/client/keptRecord.ts';

const unsent = (id: string): Unsent => ({
  id,
  jobId: 'job-a',
  order: 1,
  at: '2026-11-28T10:00:00.000Z',
  personId: 'person-one',
  event: { note: id },
  refused: null,
});
afterEach(() => vi.restoreAllMocks());

it('what can be fetched again makes room for what is on its way', async () => {
  await keepPrinted('job-b', [
    { id: 'p', seq: 1, kind: 'note', personId: 'x', at: '2026-11-28T10:00:00Z', event: { note: 'p' } },
  ]);
  const put = IDBObjectStore.prototype.put;
  let isFull = true;
  vi.spyOn(IDBObjectStore.prototype, 'clear').mockImplementation(function (this: IDBObjectStore) {
    isFull = false;
    return this.delete(IDBKeyRange.lowerBound(['']));
  });
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, value) {
    if (isFull) throw new DOMException('no room', 'QuotaExceededError');
    return put.call(this, value);
  });
  await keepUnsent(unsent('waits'));
  expect((await keptOf('job-a')).unsent).toEqual([unsent('waits')]);
  expect((await keptOf('job-b')).printed).toEqual([]);
});

it('says of which database the lines are that it knows', async () => {
  await sawJob('job-a', 1, 'epoch-one');
  expect((await keptOf('job-a')).epoch).toBe('epoch-one');
});

it('lets go for a later version, which keeps what waits, and says so when it is too old itself', async () => {
  await keepUnsent(unsent('waits'));
  const later = await openDB('ridge-bolt', 4, { upgrade: () => {} });
  expect(await later.getAll('unsent')).toEqual([unsent('waits')]);
  await expect(keepUnsent(unsent('too-late'))).rejects.toThrow();
  later.close();
});
