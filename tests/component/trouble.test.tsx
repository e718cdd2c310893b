// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import Trouble from '@/app/error.tsx';

afterEach(cleanup);

it.each([
  ['an error of the server', Object.assign(new Error('x'), { digest: '123' }), /does not answer/],
  ['a part that could not be fetched', Object.assign(new Error('x'), { name: 'ChunkLoadError' }), /does not answer/],
  ['an error of the page itself', new TypeError('destroy is not a function'), /This page broke down/],
])('%s is not taken for another', (_, error, says) => {
  render(<Trouble error={error} />);
  expect(screen.getByRole('heading').textContent).toMatch(says);
});
