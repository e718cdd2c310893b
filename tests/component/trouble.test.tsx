// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import Trouble from '@/app/error.tsx';

const health = (body: object) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => Response.json({ alive: true, ...body })),
  );
beforeEach(() => health({ ready: true }));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

it.each([
  ['an error of the server', Object.assign(new Error('x'), { digest: '123' }), /does not answer/],
  ['a part that could not be fetched', Object.assign(new Error('x'), { name: 'ChunkLoadError' }), /does not answer/],
  ['an error of the page itself', new TypeError('destroy is not a function'), /This page broke down/],
])('%s is not taken for another', (_, error, says) => {
  render(<Trouble error={error} />);
  expect(screen.getByRole('heading').textContent).toMatch(says);
});

it('says under what it stands in the log, and that the record is out of reach while the database is', async () => {
  document.documentElement.dataset.request = 'request-one';
  health({ ready: false });
  render(<Trouble error={Object.assign(new Error('x'), { digest: '4711' })} />);
  expect(await screen.findByText('The record is out of reach')).toBeTruthy();
  expect(screen.getByText('4711')).toBeTruthy();
  expect(screen.getByText('request-one')).toBeTruthy();
});
