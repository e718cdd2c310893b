import { describe, expect, it } from 'vitest';
import { summarise } from '@/core/index.ts';
import { atRisk } from '@/features/floor/atRisk.ts';
import { floorStateOf } from '@/features/floor/floorState.ts';
import { complaintOf, withEvents } from './jobs.ts';

const TODAY = '2026-12-01';
/** How a job stands on the floor after these events. */
const stateAfter = (...events: object[]) => {
  const bench = withEvents(complaintOf(['low-power']), ...events);
  expect(summarise(bench).phase).toBe('tracing');
  return floorStateOf(
    bench,
    events.map((event, i) => ({ seq: i + 1, at: '2026-11-30T09:00:00Z', event: event as never })),
  );
};
const risk = (promisedOn: string | null, ...events: object[]) =>
  atRisk({ promisedOn, state: stateAfter(...events) }, TODAY);

describe('what a machine waits for, and what that does to its promise', () => {
  it('a part says its day, and work done elsewhere where it is', () => {
    expect(stateAfter({ need: 'Coil' })).toMatchObject({ waitsFor: 'Part to order: Coil', dueOn: null });
    const ordered = [{ need: 'Coil' }, { supply: 1, now: 'ordered', dueOn: '2026-12-08' }];
    expect(stateAfter(...ordered)).toMatchObject({ waitsFor: 'Part: Coil, due 2026-12-08', dueOn: '2026-12-08' });
    expect(stateAfter(...ordered, { supply: 1, now: 'here' }).waitsFor).toMatch(/^Check: /);
    const sent = { sent: 'Head', to: 'the machine shop', must: ['flat'], dueOn: '2026-12-09' };
    expect(stateAfter(...ordered, sent).waitsFor).toBe('Sent out: Head at the machine shop, back by 2026-12-09');
  });

  it('a promise is at risk where it is over, where what is waited for comes after it, and where nothing is found on the day', () => {
    const ordered = [{ need: 'Coil' }, { supply: 1, now: 'ordered', dueOn: '2026-12-08' }];
    expect(risk('2026-11-30')).toBe('is late');
    expect(risk('2026-12-05', ...ordered)).toBe('waits until 2026-12-08, promised for 2026-12-05');
    expect(risk('2026-12-08', ...ordered)).toBeNull();
    expect(risk('2026-12-01')).toBe('is promised for today, and not found yet');
    expect(risk('2026-12-02')).toBeNull();
    expect(risk(null, ...ordered)).toBeNull();
  });
});
