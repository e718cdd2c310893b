// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import { Choice } from '@/ui/Choice.tsx';

// Keyboard of a radio group within other keys: WAI-ARIA Authoring Practices, radio group in a toolbar (arrows move and choose
// nothing, Space chooses, one stop of Tab).
afterEach(cleanup);

const OPTIONS = [
  { value: 'low', label: 'Low' },
  { value: 'full', label: 'Full' },
  { value: 'over', label: 'Over' },
] as const;

test('a row of keys is one stop of Tab; arrows, Home and End go along it and choose nothing, Space chooses', async () => {
  const chosen = vi.fn();
  const { rerender } = render(
    <>
      <Choice label="Oil" options={OPTIONS} value={null} onChange={chosen} />
      <button type="button">after</button>
    </>,
  );
  const user = userEvent.setup();
  const key = (name: string) => screen.getByRole('radio', { name });
  await user.tab();
  expect(document.activeElement).toBe(key('Low'));
  await user.keyboard('{ArrowLeft}');
  expect(document.activeElement).toBe(key('Over'));
  await user.keyboard('{ArrowRight}{ArrowDown}');
  expect(document.activeElement).toBe(key('Full'));
  await user.keyboard('{End}{Home}{ArrowRight}');
  expect(document.activeElement).toBe(key('Full'));
  expect(chosen).not.toHaveBeenCalled();
  await user.keyboard(' ');
  expect(chosen.mock.calls).toEqual([['full']]);
  await user.tab();
  expect(document.activeElement).toBe(screen.getByText('after'));
  rerender(<Choice label="Oil" options={OPTIONS} value="over" onChange={chosen} />);
  await user.tab();
  expect(document.activeElement).toBe(key('Over'));
  expect(key('Over').getAttribute('aria-checked')).toBe('true');
});

test('the chosen key pressed again is taken back only where that is allowed', async () => {
  const chosen = vi.fn();
  const { rerender } = render(<Choice label="Oil" options={OPTIONS} value="low" onChange={chosen} />);
  const user = userEvent.setup();
  await user.click(screen.getByRole('radio', { name: 'Low' }));
  expect(chosen).not.toHaveBeenCalled();
  rerender(<Choice label="Oil" options={OPTIONS} value="low" onChange={chosen} clearable />);
  await user.click(screen.getByRole('radio', { name: 'Low' }));
  expect(chosen.mock.calls).toEqual([[null]]);
});
