// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useReducer } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { faultCards, type RawEvent, summarise } from '@/core/index.ts';
import { Drawers } from '@/features/bench/Drawers.tsx';
import { FaultWords } from '@/features/bench/FaultWords.tsx';
import { plateReducer, UNTOUCHED } from '@/features/bench/plateReducer.ts';
import { complaintOf, TWIN, withEvents } from '../unit/jobs.ts';

afterEach(cleanup);

const BENCH = withEvents(
  complaintOf(['one-cylinder']),
  { check: 'balance.heat', condition: 'half-speed', readings: { '1': 'hot', '2': 'cold' } },
  { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
);

function Shown({ closed = false, onRecord }: { closed?: boolean; onRecord: (event: RawEvent, id: string) => void }) {
  const [view, dispatch] = useReducer(plateReducer, UNTOUCHED);
  const { suspects, closeBlockers } = summarise(BENCH);
  return (
    <FaultWords value={faultCards(TWIN)}>
      <Drawers
        jobId="job-1"
        desk={{ mayClose: true, mayTakeFile: true }}
        closed={closed}
        head={BENCH.head}
        habit="metric"
        parts={[]}
        suspects={suspects}
        blockers={closeBlockers}
        view={view}
        dispatch={dispatch}
        onRecord={onRecord}
        belief={{ ask: async () => null, events: 0, onProve: () => {} }}
      />
    </FaultWords>
  );
}

describe('what may be written down besides a check', () => {
  it('a note goes on the tape without the blanks round it; an empty one does not', async () => {
    const record = vi.fn();
    const user = userEvent.setup();
    render(<Shown onRecord={record} />);
    await user.click(screen.getByRole('button', { name: /Write a note/ }));
    const written = await screen.findByRole('button', { name: 'Write it down' });
    const box = screen.getByRole('textbox', { name: 'Note on the tape' });
    await vi.waitFor(() => expect(document.activeElement).toBe(box));
    await user.type(box, '   ');
    expect(written).toHaveProperty('disabled', true);
    await user.type(box, 'smells of fuel ');
    await user.click(written);
    expect(record).toHaveBeenCalledExactlyOnceWith({ note: 'smells of fuel' }, expect.stringMatching(/^[\w-]{8,36}$/));
  });

  it('pressed twice, a note is the same entry', async () => {
    const record = vi.fn();
    const user = userEvent.setup();
    render(<Shown onRecord={record} />);
    await user.click(screen.getByRole('button', { name: /Write a note/ }));
    await user.type(await screen.findByRole('textbox', { name: 'Note on the tape' }), 'once');
    await user.dblClick(screen.getByRole('button', { name: 'Write it down' }));
    const ids = record.mock.calls.map(([, id]) => id);
    expect(new Set(ids).size).toBe(1);
  });

  it('one drawer is open at a time, and the same key shuts it', async () => {
    const user = userEvent.setup();
    render(<Shown onRecord={vi.fn()} />);
    const note = screen.getByRole('button', { name: /Write a note/ });
    const close = screen.getByRole('button', { name: /Close the job/ });
    await user.click(note);
    await user.click(close);
    expect(note.getAttribute('aria-expanded')).toBe('false');
    expect(screen.queryByRole('textbox', { name: 'Note on the tape' })).toBeNull();
    await user.click(close);
    expect(screen.queryByRole('region')).toBeNull();
  });

  it('a repair may be of anything on this engine, what is suspected most first', async () => {
    const record = vi.fn();
    const user = userEvent.setup();
    render(<Shown onRecord={record} />);
    await user.click(screen.getByRole('button', { name: /Record a repair/ }));
    const part = await screen.findByRole('combobox');
    const offered = within(part)
      .getAllByRole('option')
      .map((option) => (option as HTMLOptionElement).value)
      .filter((value) => value !== '');
    expect(offered[0]).toBe(summarise(BENCH).suspects[0]!.key);
    expect(new Set(offered).size).toBe(offered.length);
    await user.selectOptions(part, 'valve.lash-wide[1]');
    await user.type(screen.getByRole('textbox', { name: /Note, part fitted/ }), ' by feel ');
    await user.click(screen.getByRole('checkbox', { name: /Temporary/ }));
    await user.click(screen.getByRole('button', { name: 'Record repair' }));
    expect(record.mock.calls[0]![0]).toEqual({
      repair: 'valve.lash-wide',
      cylinder: 1,
      action: 'adjusted',
      temporary: true,
      note: 'by feel',
    });
  });

  it('on a closed job nothing more is written down; its case file still leaves', () => {
    render(<Shown closed onRecord={vi.fn()} />);
    expect(screen.queryByRole('button', { name: /Write a note|Record a repair|Close the job/ })).toBeNull();
    expect(screen.getByRole('link', { name: 'Case file' }).getAttribute('href')).toBe('/api/jobs/job-1/case');
  });
});
