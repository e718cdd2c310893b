// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { faultCards, type ReadingEvent } from '@/core/index.ts';
import { FaultWords } from '@/features/bench/FaultWords.tsx';
import { Plate } from '@/features/bench/Plate.tsx';
import type { PlateCheck } from '@/features/bench/plateCheck.ts';
import { complaintOf, TWIN } from '../unit/jobs.ts';

beforeAll(() => {
  // jsdom has neither; no test here depends on what they would say.
  vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener: () => {}, removeEventListener: () => {} }));
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
});
afterEach(cleanup);

const HEAD = complaintOf(['one-cylinder']).head;
const PLATE: PlateCheck = {
  check: 'spark.coil-ohms',
  cylinder: 2,
  pair: false,
  condition: 'bench',
  temperature: null,
  from: null,
  retest: false,
  replaces: null,
};

function shown(plate: Partial<PlateCheck>, more: Partial<Parameters<typeof Plate>[0]> = {}) {
  const onRecord = vi.fn(() => true);
  const onTouched = vi.fn();
  render(
    <FaultWords value={faultCards(TWIN)}>
      <Plate
        plate={{ ...PLATE, ...plate }}
        first={null}
        head={HEAD}
        habit="metric"
        readings={[]}
        epoch={0}
        beforeText={() => null}
        onTouched={onTouched}
        onSide={() => {}}
        onRecord={onRecord}
        onNotPerformed={() => true}
        onLearnt={() => {}}
        worth={{ ask: async () => null, events: 0, stale: false, onInstead: () => {} }}
        clock={{ jobId: 'job-1', since: null, onSetUp: () => {} }}
        cautions={{ tape: [], person: 'ilse', onHeed: () => {} }}
        parts={[]}
        opened={{ open: [], onAccess: () => {} }}
        onLeave={null}
        takesFocus="always"
        {...more}
      />
    </FaultWords>,
  );
  return { onRecord, onTouched, user: userEvent.setup() };
}
const record = () => screen.getByRole('button', { name: 'Record' });
const HEAT = { check: 'balance.heat', cylinder: null, condition: 'half-speed' } as const;

describe('the plate', () => {
  it('has the keyboard in its first box, judges while it is typed, and hands over what was typed in its own unit', async () => {
    const { onRecord, onTouched, user } = shown({ check: 'power.rest-volts', cylinder: null, condition: 'key-off' });
    await user.keyboard('12.1');
    expect(onTouched).toHaveBeenCalled();
    // Common practice, no source: 12.1 V at rest is a half-empty battery, not a full one.
    expect(screen.getByTestId('verdict').textContent).toContain('✗');
    await user.click(record());
    expect(onRecord).toHaveBeenCalledTimes(1);
    const [[{ read }]] = onRecord.mock.calls[0] as unknown as [[{ read: ReadingEvent }]];
    expect(read.raw).toMatchObject({ check: 'power.rest-volts', fields: { value: { value: 12.1, unit: 'V' } } });
  });

  it('refuses a figure that cannot be: says so beside the box, keeps what was typed, takes nothing down', async () => {
    const { onRecord, user } = shown({ check: 'power.rest-volts', cylinder: null, condition: 'key-off' });
    await user.keyboard('1200');
    await user.click(record());
    expect(onRecord).not.toHaveBeenCalled();
    const [box] = screen.getAllByRole<HTMLInputElement>('textbox');
    expect(box!.value).toBe('1200');
    expect(box!.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText(/cannot be/)).toBeDefined();
  });

  it('with nothing entered it says what to do, and takes nothing down', async () => {
    const { onRecord, user } = shown({ check: 'spark.tester', condition: 'cranking' });
    await user.click(record());
    expect(onRecord).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toContain('Nothing entered yet');
  });

  it('takes down once, however often it is asked to', async () => {
    const { onRecord, user } = shown({ check: 'spark.lead-look' });
    await user.click(screen.getByRole('radio', { name: /Sound/ }));
    await user.dblClick(record());
    expect(onRecord.mock.calls.length).toBeLessThanOrEqual(2);
    const ids = new Set((onRecord.mock.calls as unknown as [[{ id: string }]][]).map(([[{ id }]]) => id));
    expect(ids.size).toBe(1);
  });

  it('both sides of a pair are two readings, each with its own id and cylinder', async () => {
    const { onRecord, user } = shown({ check: 'spark.lead-look', cylinder: null, pair: true });
    for (const side of screen.getAllByRole('group').filter((g) => /Cylinder/.test(g.textContent ?? '')))
      for (const sound of within(side).queryAllByRole('radio', { name: /Sound/ })) await user.click(sound);
    await user.click(record());
    const [both] = onRecord.mock.calls[0] as unknown as [{ read: ReadingEvent; id: string }[]];
    expect(both.map(({ read }) => read.raw.cylinder)).toEqual([1, 2]);
    expect(new Set(both.map(({ id }) => id)).size).toBe(2);
  });

  it('"before" is asked for in the state it is measured in, and follows a change of that state', async () => {
    const before: Readonly<Record<string, string>> = { 'half-speed': '212 · 58', idle: '150 · 140' };
    const { user } = shown({ ...HEAT, retest: true }, { beforeText: ({ condition }) => before[condition] ?? null });
    expect(screen.getByText(/212 · 58/)).toBeDefined();
    expect(screen.queryByText(/150 · 140/)).toBeNull();
    await user.click(screen.getByRole('radio', { name: /idle/i }));
    expect(screen.getByText(/150 · 140/)).toBeDefined();
    expect(screen.queryByText(/212 · 58/)).toBeNull();
  });
});

describe('a figure that was more probably typed in another unit', () => {
  const GAP = { check: 'spark.plug-gap', cylinder: 1 } as const;
  const taken = (onRecord: ReturnType<typeof shown>['onRecord']) =>
    (onRecord.mock.calls[0] as unknown as [[{ read: ReadingEvent }]])[0][0].read.raw;

  // Common practice, no source: a plug gap of 0.030 in is usual, one of 0.03 mm is none.
  it('is asked about before it is taken down, without a verdict; either answer is taken at its word', async () => {
    for (const [answer, value, unit] of [
      ['30 thou', 30, 'thou'],
      ['.030 mm', 0.03, 'mm'],
    ] as const) {
      const { onRecord, user } = shown(GAP);
      await user.keyboard('.030');
      await screen.findByRole('button', { name: answer });
      expect(screen.queryByTestId('verdict')).toBeNull();
      await user.keyboard('{Enter}');
      expect(onRecord).not.toHaveBeenCalled();
      expect(document.activeElement?.textContent).toBe('30 thou');
      await user.click(screen.getByRole('button', { name: answer }));
      expect(screen.queryByText('Which is it?')).toBeNull();
      await user.keyboard('{Enter}');
      expect(taken(onRecord).fields).toEqual({ value: { value, unit } });
      cleanup();
    }
  });

  it('is offered the other unit where it cannot be as it was typed', async () => {
    const { onRecord, user } = shown(GAP);
    await user.keyboard('30');
    await user.click(await screen.findByRole('button', { name: '30 thou' }));
    await user.click(record());
    expect(taken(onRecord).fields).toEqual({ value: { value: 30, unit: 'thou' } });
  });

  it('is not asked about where it may well be', async () => {
    const { onRecord, user } = shown(GAP);
    await user.keyboard('0.70');
    await user.click(record());
    expect(taken(onRecord).fields).toEqual({ value: { value: 0.7, unit: 'mm' } });
  });
});

describe('what a check needs to know of the engine', () => {
  const learnt = vi.fn();
  const bare = { ...HEAD, figures: {} };

  it('is asked for in one box, with what stands in until then; Enter keeps it and records nothing', async () => {
    const { user, onRecord } = shown({}, { head: bare, onLearnt: learnt });
    const ask = await screen.findByTestId('sheet-ask');
    expect(ask.textContent).toContain('Until then 2.50 to 15.00 kΩ (common practice)');
    await user.type(within(ask).getByLabelText(/This engine/), '9.5 - 10.5{Enter}');
    expect(learnt).toHaveBeenCalledWith(
      { engine: { figures: { coilOhmsLow: 9500, coilOhmsHigh: 10500 }, source: 'maker-sheet' } },
      expect.any(String),
    );
    expect(onRecord).not.toHaveBeenCalled();
    expect(screen.queryByText(/Nothing entered yet/)).toBeNull();
  });

  it('keeps what was typed beside what is wrong with it', async () => {
    learnt.mockClear();
    const { user } = shown({}, { head: bare, onLearnt: learnt });
    const box = within(await screen.findByTestId('sheet-ask')).getByLabelText(/This engine/);
    await user.type(box, '9.5{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('type both, from and to');
    expect((box as HTMLInputElement).value).toBe('9.5');
    expect(learnt).not.toHaveBeenCalled();
  });

  it('is a word before a figure', async () => {
    const { user } = shown(
      { check: 'fuel.flow', cylinder: null, condition: 'key-off' },
      { head: { ...bare, engine: { ...TWIN, fuelFeed: 'unknown' } }, onLearnt: learnt },
    );
    await user.click(within(await screen.findByTestId('sheet-ask')).getByRole('radio', { name: 'Gravity' }));
    expect(learnt).toHaveBeenLastCalledWith({ engine: { words: { fuelFeed: 'gravity' } } }, expect.any(String));
  });

  it('is not asked where it is known', () => {
    shown({}, { head: { ...bare, figures: { coilOhmsLow: 3000, coilOhmsHigh: 4000 } } });
    expect(screen.queryByTestId('sheet-ask')).toBeNull();
  });
});
