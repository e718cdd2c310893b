// @vitest-environment jsdom
import { afterEach, expect, it, vi } from 'vitest';
import { openRecord } from '@/features/record/client/openRecord.ts';

afterEach(() => vi.unstubAllGlobals());

/** The page is to be left: whether the browser asks first. */
const isAsked = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));

it('a browser without a database of its own says that it keeps nothing, and asks before a tab with unsent readings is left', async () => {
  vi.stubGlobal('indexedDB', undefined);
  vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new Error('out of reach')));
  vi.spyOn(console, 'error').mockImplementation(() => {});
  const changed = vi.fn();
  const { record, close } = openRecord('job-a', [], 'epoch', { changed, rewritten: vi.fn() });
  await vi.waitFor(() => expect(record.view.keeps).toBe(false));
  expect(isAsked()).toBe(false);
  record.record({ note: 'kept nowhere' }, 'person-one', 'event-one');
  await record.flush();
  expect(record.view).toMatchObject({ keeps: false, reach: 'out-of-reach', unsent: [{ id: 'event-one' }] });
  expect(isAsked()).toBe(true);
  close();
  expect(isAsked()).toBe(false);
});
