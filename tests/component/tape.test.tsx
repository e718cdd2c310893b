// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { faultCards, type RawEvent } from '@/core/index.ts';
import { FaultWords } from '@/features/bench/FaultWords.tsx';
import { Tape } from '@/features/bench/Tape.tsx';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';
import { complaintOf, TWIN, withEvents } from '../unit/jobs.ts';

afterEach(cleanup);

const AT = '2026-05-04T08:00:00.000Z';
const PEOPLE = [{ id: 'p', name: 'Ilse' }] as never;
const heat = (one: number, two: number, condition: 'half-speed' | 'idle', retest = false): RawEvent => ({
  check: 'balance.heat',
  condition,
  readings: { '1': { value: one, unit: 'degC' }, '2': { value: two, unit: 'degC' } },
  ...(retest ? { retest } : {}),
});
const printed = (events: readonly RawEvent[]): PrintedEvent[] =>
  events.map((event, i) => ({
    id: `e${i + 1}`,
    seq: i + 1,
    kind: 'check' as PrintedEvent['kind'],
    personId: 'p',
    at: AT,
    event,
  }));
const unsentOf = (event: RawEvent, more: Partial<Unsent> = {}): Unsent => ({
  id: 'u1',
  jobId: 'j',
  order: 1,
  at: AT,
  personId: 'p',
  event,
  refused: null,
  ...more,
});

function shown(events: readonly RawEvent[], more: Partial<Parameters<typeof Tape>[0]> = {}) {
  const acts = { onAsk: vi.fn(), onStrike: vi.fn(), onReplace: vi.fn(), onAgain: vi.fn(), onLeaveOut: vi.fn() };
  const bench = withEvents(complaintOf(['one-cylinder']), ...events);
  render(
    <FaultWords value={faultCards(TWIN)}>
      <Tape
        events={printed(events)}
        unsent={[]}
        readings={bench.readings}
        befores={new Map()}
        people={PEOPLE}
        closed={false}
        habit="metric"
        said="It lost power"
        asked={null}
        {...acts}
        {...more}
      />
    </FaultWords>,
  );
  return { ...acts, user: userEvent.setup() };
}
const line = (number: number) => document.querySelector<HTMLElement>(`[data-line="${number}"]`)!;

describe('the tape', () => {
  it('prints the newest line on top, each with its number, its name and its verdict, and the complaint at the foot', () => {
    shown([
      { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'strong' },
      { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
    ]);
    const items = screen.getAllByRole('listitem').map((li) => li.textContent);
    expect(items[0]).toMatch(/^2 .*Ilse/);
    expect(items[1]).toMatch(/^1 .*Ilse/);
    expect(items.at(-1)).toContain('It lost power');
    expect(within(line(1)).getByRole('img', { name: 'sound' })).toBeDefined();
    expect(within(line(2)).getByRole('img', { name: 'finding' })).toBeDefined();
  });

  it('shows what stood before a repair beside the line that repeats it', () => {
    shown([heat(212, 58, 'half-speed'), heat(150, 140, 'idle')], {
      befores: new Map([[2, { number: 1, event: heat(212, 58, 'half-speed') as never }]]),
    });
    expect(line(2).textContent).toMatch(/before, line 1:.*212.*58/);
    expect(line(1).textContent).not.toContain('before');
  });

  it('a line that is not sent yet says so and cannot be struck; a sent one can', () => {
    shown([heat(212, 58, 'half-speed')], { unsent: [unsentOf(heat(150, 140, 'idle'))] });
    expect(screen.getByText('not sent yet')).toBeDefined();
    expect(screen.getAllByRole('button', { name: /^Correct line/ })).toHaveLength(1);
  });

  it('what was refused stands on top with its reason, and can be typed again or left out', async () => {
    const refused = unsentOf(heat(1500, 140, 'idle'), {
      refused: { issues: [{ path: '$.readings', message: 'hotter than any exhaust' }], blockers: [] },
    });
    const { user, onAgain, onLeaveOut } = shown([], { unsent: [refused] });
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('hotter than any exhaust');
    await user.click(within(alert).getByRole('button', { name: 'Type it again' }));
    expect(onAgain).toHaveBeenCalledWith(refused);
    await user.click(within(alert).getByRole('button', { name: 'Leave it out' }));
    expect(onLeaveOut).toHaveBeenCalledWith('u1');
  });

  it('a struck line stays legible and is not struck twice', () => {
    shown([heat(212, 58, 'half-speed'), { correct: 1, reason: 'wrong side' }]);
    expect(line(1).dataset.struck).toBe('true');
    expect(line(1).textContent).toContain('212');
    expect(screen.queryByRole('button', { name: 'Correct line 1' })).toBeNull();
  });

  it('nothing is corrected on a closed job', () => {
    shown([heat(212, 58, 'half-speed')], { closed: true });
    expect(screen.queryByRole('button', { name: /^Correct line/ })).toBeNull();
  });
});
