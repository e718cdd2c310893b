import { describe, expect, it } from 'vitest';
import { type CarburettorWork, findingsOf, putInBy, staysAfter, summarise } from '@/core/index.ts';
import { complaintOf, eventOf, TWIN, withEvents } from './jobs.ts';

/**
 * One job on the whole carburettor. The chances are the house's own, from memory and adjustable (core/faults/carburettor.ts); what is held
 * here is that belief follows them, and that they are ordered as the trade has it (common practice, no source).
 */
const STRIPPED: CarburettorWork = { depth: 'stripped', done: ['bowl-off', 'bath'] };
const WITH_JETS: CarburettorWork = { depth: 'stripped', done: ['bowl-off', 'bath', 'jets-out'] };
const WHOLE: CarburettorWork = { depth: 'replaced', done: ['gasket-new'] };
const BLOCKED = [
  { check: 'split.choke', condition: 'idle', outcome: 'only-on-choke' },
  { check: 'fuel.jets', outcome: 'main-blocked' },
];
const did = (work: CarburettorWork) => ({ repair: 'fuel.carburettor', action: 'cleaned', did: work });
const after = (events: readonly object[]) => summarise(withEvents(complaintOf(['runs-on-choke-only']), ...events));
const believed = (events: readonly object[], fault: string) =>
  after(events).suspects.find((s) => s.key === fault)?.p ?? 0;

describe('the carburettor as one job', () => {
  it.each([
    ['stripped, jets not pulled', STRIPPED],
    ['stripped, jets out', WITH_JETS],
    ['replaced whole', WHOLE],
    ['cleaned in place', { depth: 'in-place', done: ['bowl-off'] }],
  ] as const)('%s: what was believed of a jet stays by its chance', (_, work) => {
    const before = believed(BLOCKED, 'fuel.main-jet');
    expect(before).toBeGreaterThan(0.9);
    const left = believed([...BLOCKED, did(work as CarburettorWork)], 'fuel.main-jet');
    expect(left / before).toBeCloseTo(staysAfter('fuel.main-jet', work as CarburettorWork), 2);
  });

  it('a jet that was not pulled is much likelier still blocked than one in a carburettor that is new', () => {
    const left = (work: CarburettorWork) => believed([...BLOCKED, did(work)], 'fuel.main-jet');
    expect(left(STRIPPED) / left(WHOLE)).toBeCloseTo(
      staysAfter('fuel.main-jet', STRIPPED) / staysAfter('fuel.main-jet', WHOLE),
      0,
    );
    expect(left(STRIPPED)).toBeGreaterThan(left(WITH_JETS));
    expect(left(WITH_JETS)).toBeGreaterThan(left(WHOLE));
  });

  it('leaves what it does not touch as it was', () => {
    const events = [{ check: 'power.tester', outcome: 'worn' }];
    const one = (more: object[]) => believed([...events, ...more], 'power.battery-worn');
    expect(one([did(WHOLE)])).toBeCloseTo(one([]), 1);
    expect(staysAfter('spark.coil-open', WHOLE)).toBe(1);
  });

  it('puts in what was left undone: seals that were not renewed, screws that nobody set', () => {
    const puts = (work: CarburettorWork) => putInBy(work).map((p) => p.fault);
    expect(puts(WITH_JETS)).toEqual(expect.arrayContaining(['fuel.bowl-seal', 'fuel.jet-seal', 'fuel.mixture-off']));
    const careful: CarburettorWork = {
      depth: 'kit',
      done: [...WITH_JETS.done, 'seals-new', 'screws-set', 'float-set'],
    };
    for (const gone of ['fuel.bowl-seal', 'fuel.jet-seal', 'fuel.mixture-off', 'fuel.float'])
      expect(puts(careful)).not.toContain(gone);
  });

  it('asks for the top speed before it leaves, and for a run', () => {
    const summary = after([...BLOCKED, did(WITH_JETS)]);
    expect(summary.work.due.map((d) => d.condition)).toContain('top-speed');
    expect(summary.retests.map((r) => r.check)).toContain('look.run');
    expect(summary.phase).not.toBe('repair');
  });

  it('is no work on suspicion where what it ended was proven', () => {
    const [found] = findingsOf(withEvents(complaintOf(['runs-on-choke-only']), ...BLOCKED, did(WITH_JETS)));
    expect(found!.proof).toContain(2);
    expect(found!.p).toBeGreaterThan(0.9);
    const [blind] = findingsOf(withEvents(complaintOf(['runs-on-choke-only']), did(WITH_JETS)));
    expect(blind!.proof).toEqual([]);
  });

  it('is refused without its depth, on a side, with a screen both cleaned and left out, and on injection', () => {
    const refused =
      (raw: object, engine = TWIN) =>
      () =>
        eventOf(raw, engine);
    expect(refused({ repair: 'fuel.carburettor', action: 'cleaned' })).toThrow(/how deep/);
    expect(refused({ ...did(WHOLE), cylinder: 1 })).toThrow(/not on one cylinder/);
    expect(refused(did({ depth: 'kit', done: ['screen-cleaned', 'screen-left-out'] }))).toThrow(/either cleaned or/);
    expect(refused({ repair: 'fuel.main-jet', action: 'cleaned', did: WHOLE })).toThrow(/says what was done to it/);
    expect(refused(did(WHOLE), { ...TWIN, carburettor: 'injection' })).toThrow(/no carburettor/);
    expect(refused({ ...did(WHOLE), did: { depth: 'boiled', done: [] } })).toThrow();
  });
});
