import { describe, expect, it } from 'vitest';
import { readCase, readEvent, seenText, summarise, worstFirst } from '@/core/index.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const job = (...events: object[]) =>
  readCase({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine: TWIN },
    history: {},
    complaint: ['one-cylinder'],
    events,
  });

describe('what is seen besides', () => {
  it('moves no suspicion and keeps no job open', () => {
    const before = complaintOf(['one-cylinder']);
    const after = withEvents(before, { seen: 'brake', bad: 'safety' }, { asked: 1, answer: 'declined', price: 80 });
    expect(summarise(after).suspects).toEqual(summarise(before).suspects);
    expect(summarise(after).closeBlockers).toEqual(summarise(before).closeBlockers);
  });

  it('stands as the customer said last, worst first; what was struck is gone, with what was said of it', () => {
    const bench = withEvents(
      complaintOf(['one-cylinder']),
      { seen: 'blade-belt', bad: 'soon', price: 30 },
      { seen: 'guard', bad: 'safety', note: 'chute gone' },
      { seen: 'tyre', bad: 'soon' },
      { asked: 1, answer: 'declined' },
      { asked: 1, answer: 'agreed', price: 35 },
      { asked: 3, answer: 'agreed' },
      { correct: 3 },
    );
    expect(worstFirst(bench.beside.seen).map(seenText)).toEqual([
      'Guard or chute: chute gone · do not ride it like this · not asked yet',
      'Blade belt · soon · about 35 · agreed',
    ]);
  });

  it('is refused where it says nothing, or speaks of a line that saw nothing', () => {
    const refused = (raw: object) => {
      const read = readEvent(raw, '$', TWIN);
      return read.ok ? null : read.issues[0]!.path;
    };
    expect(refused({ seen: 'other', bad: 'soon' })).toBe('$.note');
    expect(refused({ seen: 'moon', bad: 'soon' })).toBe('$.seen');
    expect(refused({ seen: 'brake', bad: 'soon', price: -1 })).toBe('$.price');
    expect(refused({ asked: 1, answer: 'perhaps' })).toBe('$.answer');
    expect(job({ seen: 'brake', bad: 'safety' }, { asked: 1, answer: 'agreed' }).ok).toBe(true);
    const astray = job({ note: 'a note' }, { asked: 1, answer: 'agreed' });
    expect(astray).toMatchObject({ ok: false, issues: [{ path: '$.events[1].asked' }] });
    expect(job({ asked: 1, answer: 'agreed' }).ok).toBe(false);
  });
});
