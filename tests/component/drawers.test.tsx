// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useReducer } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { type AlsoSeen, faultCards, type RawEvent, summarise } from '@/core/index.ts';
import type { NumberedLine } from '@/features/bench/besides.ts';
import { Drawers } from '@/features/bench/Drawers.tsx';
import { FaultWords } from '@/features/bench/FaultWords.tsx';
import { plateReducer, UNTOUCHED } from '@/features/bench/plateReducer.ts';
import type { SeenBefore } from '@/features/bench/tapeLines.ts';
import { complaintOf, TWIN, withEvents } from '../unit/jobs.ts';

afterEach(cleanup);

const BENCH = withEvents(
  complaintOf(['one-cylinder']),
  { check: 'balance.heat', condition: 'half-speed', readings: { '1': 'hot', '2': 'cold' } },
  { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
);

/** The same as it was written down. */
const linesOf = (seen: readonly AlsoSeen[]): readonly NumberedLine[] =>
  seen.flatMap(({ event, part, bad, note, price, answer }) => [
    {
      seq: event,
      event: { seen: part, bad, ...(note === null ? {} : { note }), ...(price === null ? {} : { price }) },
    },
    ...(answer === null ? [] : [{ seq: event + 1000, event: { asked: event, answer } }]),
  ]);

function Shown({
  closed = false,
  seen = [],
  before = null,
  onRecord,
}: {
  closed?: boolean;
  seen?: readonly AlsoSeen[];
  before?: SeenBefore | null;
  onRecord: (event: RawEvent, id: string) => void;
}) {
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
        open={[]}
        lines={linesOf(seen)}
        before={before}
        onBeside={onRecord}
        suspects={suspects}
        blockers={closeBlockers}
        view={view}
        dispatch={dispatch}
        onRecord={onRecord}
        quote={() => new Promise(() => {})}
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

describe('what is seen besides', () => {
  const BELT: AlsoSeen = { event: 3, part: 'blade-belt', bad: 'soon', note: null, price: null, answer: null };
  const opened = async (shown: Parameters<typeof Shown>[0]) => {
    const user = userEvent.setup();
    render(<Shown {...shown} />);
    await user.click(screen.getByRole('button', { name: /Also seen/ }));
    await screen.findByRole('button', { name: /^Brake/ });
    return user;
  };

  it('is one tap, and twice the same tap is one entry', async () => {
    const record = vi.fn();
    const user = await opened({ onRecord: record });
    await user.dblClick(screen.getByRole('button', { name: 'Brake, safety' }));
    expect(record).toHaveBeenCalledWith({ seen: 'brake', bad: 'safety' }, expect.stringMatching(/^[\w-]{8,36}$/));
    expect(new Set(record.mock.calls.map(([, id]) => id)).size).toBe(1);
  });

  it('what was struck can be tapped again: some time later it is another entry', async () => {
    const record = vi.fn();
    const user = await opened({ onRecord: record });
    const now = vi.spyOn(performance, 'now').mockReturnValue(10_000);
    await user.click(screen.getByRole('button', { name: 'Brake, safety' }));
    now.mockReturnValue(12_000);
    await user.click(screen.getByRole('button', { name: 'Brake, safety' }));
    now.mockRestore();
    expect(new Set(record.mock.calls.map(([, id]) => id)).size).toBe(2);
  });

  it('an answer that stands already is no new line', async () => {
    const record = vi.fn();
    const user = await opened({ onRecord: record, seen: [{ ...BELT, price: 38, answer: 'declined' }] });
    await user.click(screen.getByRole('button', { name: 'Declined: Blade belt' }));
    expect(record).not.toHaveBeenCalled();
    await user.click(screen.getByRole('button', { name: 'Agreed: Blade belt' }));
    expect(record.mock.calls[0]![0]).toEqual({ asked: 3, answer: 'agreed', price: 38 });
  });

  it('as bad as is said, with what is said; something else wants its words', async () => {
    const record = vi.fn();
    const user = await opened({ onRecord: record });
    await user.click(screen.getByRole('button', { name: /^Something else/ }));
    expect(record).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toContain('say what');
    await user.type(screen.getByRole('textbox', { name: /More about it/ }), ' cup holder loose ');
    await user.click(screen.getByRole('radio', { name: 'Next service' }));
    await user.click(screen.getByRole('button', { name: /^Something else/ }));
    expect(record.mock.calls[0]![0]).toEqual({ seen: 'other', bad: 'next-service', note: 'cup holder loose' });
  });

  it('the customer agrees or declines, with the price; what is no price is not taken', async () => {
    const record = vi.fn();
    const user = await opened({ onRecord: record, seen: [BELT] });
    const price = screen.getByRole('textbox', { name: 'Price: Blade belt' });
    await user.type(price, 'much');
    await user.click(screen.getByRole('button', { name: 'Declined: Blade belt' }));
    expect(record).not.toHaveBeenCalled();
    expect(screen.getByText('"much" is no price')).toBeTruthy();
    await user.clear(price);
    await user.type(price, '42,50');
    await user.click(screen.getByRole('button', { name: 'Declined: Blade belt' }));
    expect(record.mock.calls[0]![0]).toEqual({ asked: 3, answer: 'declined', price: 42.5 });
  });

  it('what was declined at the last visit comes back, until it is seen again', async () => {
    const record = vi.fn();
    const before = { job: 7, seen: [{ ...BELT, price: 42.5, answer: 'declined' as const }] };
    const user = await opened({ onRecord: record, before });
    expect(screen.getByRole('button', { name: /Also seen \(1 last time\)/ })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'So still: Blade belt' }));
    expect(record.mock.calls[0]![0]).toEqual({ seen: 'blade-belt', bad: 'soon', price: 42.5 });
    cleanup();
    await opened({ onRecord: record, before, seen: [BELT] });
    expect(screen.queryByRole('list', { name: 'Seen last time' })).toBeNull();
  });
});
