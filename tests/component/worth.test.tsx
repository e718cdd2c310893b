// @vitest-environment jsdom
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { faultCards, nextChecks, partsInVain, summarise, weighed } from '@/core/index.ts';
import { FaultWords } from '@/features/bench/FaultWords.tsx';
import { InVain } from '@/features/bench/OnBelief.tsx';
import { Worth } from '@/features/bench/Worth.tsx';
import { complaintOf, TWIN, withEvents } from '../unit/jobs.ts';

// The environment has none.
beforeAll(() => {
  Element.prototype.scrollIntoView = () => {};
});
afterEach(cleanup);

const NO_START = complaintOf(['cranks-no-start']);
const TESTER = { check: 'spark.tester', cylinder: 1, condition: 'cranking', temperature: null } as const;
const next = nextChecks(NO_START, summarise(NO_START)).next;

function shownWorth(ask: Parameters<typeof Worth>[0]['worth']['ask'], asked: Parameters<typeof Worth>[0]['asked']) {
  const onInstead = vi.fn();
  render(
    <FaultWords value={faultCards(TWIN)}>
      <Worth worth={{ ask, events: 0, stale: false, onInstead }} asked={asked} />
    </FaultWords>,
  );
  return { onInstead, user: userEvent.setup() };
}

describe('what a check is worth, on the plate', () => {
  it('says of a check that somebody picked why it is not among the next, what each answer would do, and what stands first', async () => {
    const { onInstead, user } = shownWorth(async (check) => weighed(NO_START, check, next), TESTER);
    const told = await screen.findByRole('region', { name: 'What each answer would do' });
    expect(within(told).getByText(/^Not among the next:/)).toBeTruthy();
    const answers = within(told).getAllByRole('listitem');
    expect(answers[0]!.textContent).toMatch(/\d+ %.*Strong/);
    expect(answers.some((a) => /None.*Common kill wire/.test(a.textContent ?? ''))).toBe(true);
    await user.click(within(told).getByRole('button', { name: /^First:/ }));
    expect(onInstead).toHaveBeenCalledWith(next[0]);
  });

  it('says so where this engine has no such check, and where the reasoner does not answer', async () => {
    shownWorth(async () => null, TESTER);
    expect(await screen.findByText(/recorded, and not weighed/)).toBeTruthy();
    shownWorth(() => Promise.reject(new Error('gone')), TESTER);
    expect(await screen.findByText(/does not answer/)).toBeTruthy();
  });
});

describe('a repair on belief alone', () => {
  const bench = withEvents(complaintOf(['no-crank-click']), { check: 'power.rest-volts', outcome: 'full' });
  const shownVain = (on: typeof bench) => {
    const onProve = vi.fn();
    render(
      <FaultWords value={faultCards(TWIN)}>
        <InVain
          faultKey="power.battery-worn"
          belief={{ ask: async (key) => partsInVain(on, summarise(on), key), events: 1, onProve }}
        />
      </FaultWords>,
    );
    return { onProve, user: userEvent.setup() };
  };

  it('is told what may be spent in vain, and the proof is one tap away', async () => {
    const { onProve, user } = shownVain(bench);
    const box = await screen.findByTestId('in-vain');
    expect(box.textContent).toMatch(/Not proven: believed to \d+ in a hundred/);
    expect(box.textContent).toContain('a part of 60 to 140');
    await user.click(within(box).getByRole('button', { name: /^Prove it first/ }));
    expect(onProve.mock.calls[0]![0]).toEqual({
      check: 'power.tester',
      cylinder: null,
      condition: 'key-off',
      temperature: null,
    });
  });

  it('that is proven is not held up', async () => {
    shownVain(withEvents(bench, { check: 'power.tester', outcome: 'bad' }));
    await waitFor(() => {});
    expect(screen.queryByTestId('in-vain')).toBeNull();
  });
});
