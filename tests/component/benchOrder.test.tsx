// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { createRef, useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { type Bench, type BenchPlan, checkOf, nextChecks, summarise } from '@/core/index.ts';
import { BenchOrder } from '@/features/bench/BenchOrder.tsx';
import { NOTHING_PLANNED, plannedPlate } from '@/features/bench/plates.ts';
import { complaintOf, withEvents } from '../unit/jobs.ts';

afterEach(cleanup);

type Props = Parameters<typeof BenchOrder>[0];

/** The bench order with a search of its own. */
function Screen(props: Omit<Props, 'asked' | 'search' | 'onAsked'>) {
  const [asked, setAsked] = useState('');
  return <BenchOrder {...props} asked={asked} search={createRef()} onAsked={setAsked} />;
}

function shown(bench: Bench, more: { plan?: BenchPlan | null; stale?: boolean; firstOnPlate?: boolean } = {}) {
  const plan = more.plan === undefined ? nextChecks(bench, summarise(bench)) : more.plan;
  const acts = { onPick: vi.fn(), onPickAny: vi.fn(), onAccess: vi.fn() };
  const onPlate =
    more.firstOnPlate && plan ? plannedPlate(plan.next[0]!, plan, summarise(bench).sides) : NOTHING_PLANNED;
  render(
    <Screen
      plan={plan}
      stale={more.stale ?? false}
      events={bench.printed.length}
      onPlate={onPlate}
      engine={bench.head.engine}
      open={[...bench.open]}
      access={bench.head.access}
      {...acts}
    />,
  );
  return { plan, acts, onPlate };
}
const titles = () => screen.getAllByRole('listitem').map((item) => item.textContent ?? '');

const BENCH = complaintOf(['one-cylinder']);

describe('the bench order', () => {
  it('lists every check of the plan once, the two sides of one in one row, and picks the one that is pressed', async () => {
    const user = userEvent.setup();
    const { plan, acts, onPlate } = shown(BENCH);
    const listed = plan!.next.filter(({ check }) => check !== onPlate.check);
    for (const { check } of listed) expect(titles().join()).toContain(checkOf(check).title);
    expect(titles().length).toBeLessThan(listed.length);
    expect(titles().some((text) => text.includes(', both'))).toBe(true);
    const first = checkOf(listed[0]!.check).title;
    await user.click(screen.getAllByRole('button', { name: new RegExp(first) })[0]!);
    expect(acts.onPick.mock.calls[0]![0].check).toBe(listed[0]!.check);
  });

  it('what lies on the plate is not listed again', () => {
    const { onPlate } = shown(BENCH, { firstOnPlate: true });
    const other = onPlate.pair ? [] : titles().filter((text) => text.includes(`cyl. ${3 - (onPlate.cylinder ?? 0)}`));
    const same = titles().filter((text) => text.startsWith(checkOf(onPlate.check).title));
    expect(same.length).toBeLessThanOrEqual(other.length);
  });

  it('what needs nothing more opened stands first', () => {
    const opened = withEvents(BENCH, { access: 'blower-housing', now: 'open' });
    shown(opened);
    const [first, ...others] = screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent);
    expect(first).toBe('Nothing more to open');
    expect(others.length).toBeGreaterThan(1);
  });

  it('says what the rules of the house cost here, the two dearest', () => {
    const plan = nextChecks(BENCH, summarise(BENCH));
    const housePrices = [
      { rule: 'leaves-out', check: 'split.primer', minutes: 6.2 },
      { rule: 'lacks', check: 'balance.heat', minutes: 3 },
      { rule: 'leads', check: 'fuel.flow', minutes: 2 },
    ] as const;
    shown(BENCH, { plan: { ...plan, housePrices } });
    const told = within(screen.getByRole('list', { name: 'What the house rules cost here' })).getAllByRole('listitem');
    expect(told.map((t) => t.textContent)).toEqual([
      expect.stringMatching(/^House rule: no ".+"\. It costs about 6 min on average here\.$/),
      expect.stringMatching(/ is not owned: it costs about 3 min on average here\.$/),
    ]);
  });

  it('says when it is being worked out anew, and when nothing is left', () => {
    shown(BENCH, { stale: true });
    expect(screen.getByText('being worked out anew')).toBeDefined();
    expect(screen.getByRole('region', { name: 'Bench order' }).dataset.events).toBeUndefined();
    cleanup();
    shown(BENCH, { plan: { ...nextChecks(BENCH, summarise(BENCH)), next: [] } });
    expect(screen.getByText('Nothing else is worth a check now.')).toBeDefined();
  });

  it('any check is found by its words; Enter takes the first, Escape takes the question back', async () => {
    const user = userEvent.setup();
    const { acts } = shown(BENCH);
    const search = screen.getByRole('searchbox', { name: 'Any other check' });
    await user.type(search, 'coil resistance 2');
    const found = within(screen.getByRole('list', { name: 'Found checks' }));
    expect(found.getAllByRole('button')[0]!.textContent).toContain('cylinder 2');
    await user.keyboard('{Enter}');
    expect(acts.onPickAny.mock.calls[0]![0]).toMatchObject({ check: { id: 'spark.coil-ohms' }, cylinder: 2 });
    expect(search).toHaveProperty('value', '');
    await user.type(search, 'flux capacitor');
    expect(screen.getByText('No check of that name.')).toBeDefined();
    await user.keyboard('{Enter}');
    expect(acts.onPickAny).toHaveBeenCalledTimes(1);
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('list', { name: 'Found checks' })).toBeNull();
  });

  it('what stands open is put back, and what else was opened is said, each as a line of the record', async () => {
    const user = userEvent.setup();
    const { acts } = shown(withEvents(BENCH, { access: 'valve-cover', cylinder: 2, now: 'open' }));
    const open = within(screen.getByRole('region', { name: 'Open on the machine' }));
    await user.click(open.getByRole('button', { name: /^Put back: .*valve cover.*2/i }));
    await user.click(open.getByText('Something else was opened'));
    await user.click(open.getByRole('button', { name: /^Opened: .*valve cover.*1/i }));
    expect(acts.onAccess.mock.calls.map(([event]) => event)).toEqual([
      { access: 'valve-cover', cylinder: 2, now: 'closed' },
      { access: 'valve-cover', cylinder: 1, now: 'open' },
    ]);
  });
});
