import { describe, expect, it } from 'vitest';
import {
  advance,
  blockerSentence,
  faultCards,
  findingsOf,
  openBench,
  readCase,
  readEvent,
  summarise,
} from '../../core/index.ts';
import { onPlate } from '../../features/bench/plateReducer.ts';
import { NOTHING_PLANNED } from '../../features/bench/plates.ts';
import { TOGETHER } from './endings.ts';

/** What a condition of the machine asks for; the steps and their order are common practice, no source. */
const engine = {
  cylinders: 1,
  fuelFeed: 'gravity',
  lifters: 'solid',
  carburettor: 'one-barrel',
  sheet: { oilLitres: 1.4, governedRpm: 3550 },
};
const given = (complaint: readonly string[], engineOf: object = engine, events: unknown[] = []) => {
  const read = readCase({
    ...{ format: 'ridge-bolt/case', version: 1, complaint, events },
    machine: { kind: 'lawn-tractor', engine: engineOf },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value;
};
const benchAfter = (
  events: readonly object[],
  complaint = ['hard-start-hot', 'oil-level-rises'],
  engineOf: object = engine,
) => {
  const { events: read, ...head } = given(complaint, engineOf, [...events]);
  return read.reduce(advance, openBench(head));
};
const work = (events: readonly object[], ...more: [string[]?, object?]) =>
  summarise(benchAfter([...events, TOGETHER], ...more)).work;
const refusals = (events: readonly object[], ...more: [string[]?, object?]) => {
  const cards = faultCards();
  return summarise(benchAfter([...events, TOGETHER], ...more)).closeBlockers.map((b) => blockerSentence(b, cards));
};

const THINNED = { check: 'look.oil', outcome: 'overfull-fuel' };
const OIL_OK = { check: 'look.oil', outcome: 'ok' };
const NEEDLE = { repair: 'fuel.needle', action: 'replaced' };
const FRESH_OIL = { work: 'oil.fuel-diluted', steps: ['drain', 'filter', 'fill'] };
const AGREED = { work: 'oil.fuel-diluted', steps: ['again'], followUpOn: '2026-12-20' };
const DRY = { check: 'run.leak-watch', outcome: 'dry', fields: { minutes: { value: 4, unit: 'h' } } };
const SPEED = { check: 'run.top-speed', value: { value: 3540, unit: 'rpm' } };
const CLEAN = { check: 'look.run', symptoms: [] };
const HOT = { check: 'run.restart-hot', temperature: 'hot', outcome: 'starts' };
const HOLDS = { check: 'fuel.needle-hold', outcome: 'holds' };

describe('oil thinned with fuel', () => {
  it('once seen, its work is due before it runs, with the litres of the sheet, and stays due whatever is read later', () => {
    const [first, second] = work([THINNED]).due;
    expect(first).toMatchObject({ condition: 'oil.fuel-diluted', before: 'running', look: null });
    expect(first!.steps.map((s) => s.litres)).toEqual([undefined, undefined, 1.4]);
    expect(first!.steps.map((s) => s.label)).toEqual([
      'Drain the oil',
      'New oil filter, where one is fitted',
      'Fresh oil to the mark on the dipstick',
    ]);
    expect(second).toMatchObject({ before: 'leaving' });
    expect(work([THINNED, OIL_OK]).due).toHaveLength(2);
    expect(work([OIL_OK]).due).toEqual([]);
  });

  it('a sheet without a fill says nothing of litres', () => {
    const { sheet: _, ...bare } = engine;
    expect(work([THINNED], undefined, bare).due[0]!.steps[2]!.litres).toBeNull();
  });

  it('only believed, it is looked at first, and a look that shows sound oil lifts it', () => {
    const believed = [{ check: 'fuel.needle-hold', outcome: 'no-hold' }, NEEDLE];
    const told = ['oil-level-rises', 'smoke-blue', 'fuel-drips'];
    const before = work(believed.slice(0, 1), told);
    expect(before.due[0]).toMatchObject({ condition: 'oil.fuel-diluted', look: 'look.oil' });
    expect(work([believed[0]!, OIL_OK], told).due).toEqual([]);
  });

  it('steps may be done one after the other; the last before it runs puts the condition right', () => {
    const [drained, rest] = [
      { work: 'oil.fuel-diluted', steps: ['drain'] },
      { work: 'oil.fuel-diluted', steps: ['filter', 'fill'] },
    ];
    expect(work([THINNED, drained]).due[0]!.steps.map((s) => s.id)).toEqual(['filter', 'fill']);
    const bench = benchAfter([THINNED, drained, rest]);
    expect(bench.repairs.map((r) => [r.event, r.key])).toEqual([[3, 'oil.fuel-diluted']]);
    expect(summarise(bench).work.due.map((d) => d.before)).toEqual(['leaving']);
    expect(summarise(bench).conditions.find((c) => c.id === 'oil.fuel-diluted')!.p).toBeLessThan(0.1);
  });

  it('found again after it was changed, it is due again', () => {
    expect(work([THINNED, FRESH_OIL, THINNED]).due[0]!.steps).toHaveLength(3);
  });

  it('a flooded engine cannot be closed before oil, cause, leak watch and dipstick; and is ready with them', () => {
    expect(refusals([THINNED])).toEqual([
      'Oil thinned with fuel, still to do: Drain the oil; New oil filter, where one is fitted; Fresh oil to the mark on the dipstick; Second oil change agreed, after the next hours of work.',
      'Nothing has been repaired yet.',
      'The complaint is not shown gone: Restart hot.',
      'The complaint is not shown gone: Leave it standing.',
      'The complaint is not shown gone: Oil level, colour, smell.',
    ]);
    // Only the oil: what let it in is still to be said.
    expect(refusals([THINNED, FRESH_OIL, OIL_OK, DRY, CLEAN, HOT, AGREED])).toEqual([
      'Fuel in the oil: what let it in?',
    ]);
    // The needle, and the oil left as it is.
    expect(refusals([THINNED, NEEDLE, HOLDS, DRY, OIL_OK, CLEAN, HOT, SPEED])).toEqual([
      expect.stringContaining('Oil thinned with fuel, still to do: Drain the oil'),
    ]);
    // All but the proofs; and after work on the bowl nobody knows how fast it turns.
    const worked = [THINNED, NEEDLE, FRESH_OIL, AGREED];
    expect(refusals([...worked, HOLDS, OIL_OK, DRY, CLEAN, HOT])).toEqual([
      'Top speed after work on carburettor or governor, still to do: Top speed, no load.',
    ]);
    expect(refusals(worked)).toEqual(
      expect.arrayContaining([
        'Not re-tested: Oil level, colour, smell.',
        'Not re-tested: Leave it standing, 0 of 4 hours.',
      ]),
    );
    const proven = [...worked, HOLDS, OIL_OK, DRY, CLEAN, HOT, SPEED];
    expect(refusals(proven)).toEqual([]);
    expect(summarise(benchAfter([...proven, TOGETHER])).phase).toBe('ready');
    expect(summarise(benchAfter([...proven.filter((e) => e !== AGREED), TOGETHER])).phase).toBe('work');
  });

  it('a tap that was left open answers for it, where no part is broken', () => {
    const said = { letIn: 'oil.fuel-diluted', through: 'tap-left-open' };
    const events = [THINNED, FRESH_OIL, OIL_OK, DRY, CLEAN, HOT, AGREED];
    expect(refusals([...events, said])).toEqual([]);
    expect(summarise(benchAfter([...events, said, TOGETHER])).phase).toBe('ready');
  });

  it('that drips still after the work is not ready', () => {
    const worked = [THINNED, NEEDLE, FRESH_OIL, AGREED, HOLDS, OIL_OK, CLEAN, HOT, SPEED];
    const wet = { check: 'run.leak-watch', outcome: 'wet' };
    expect(refusals([...worked, wet])).toEqual([
      'Not as it should be after the work: Leave it standing.',
      'The complaint is not shown gone: Leave it standing, 0 of 4 hours.',
    ]);
    expect(summarise(benchAfter([...worked, wet, TOGETHER])).phase).not.toBe('ready');
    expect(summarise(benchAfter([...worked, wet, DRY, TOGETHER])).phase).toBe('ready');
  });

  it('that drips still is left standing again once what was behind it is mended', () => {
    const wet = { check: 'run.leak-watch', outcome: 'wet' };
    const dripping = [THINNED, FRESH_OIL, OIL_OK, wet, CLEAN];
    const due = (events: readonly object[]) => summarise(benchAfter(events)).retests.map((r) => r.check);
    expect(due(dripping)).not.toContain('run.leak-watch');
    expect(due([...dripping, NEEDLE])).toContain('run.leak-watch');
    expect(due([...dripping, NEEDLE, DRY])).not.toContain('run.leak-watch');
  });

  it('stands on the sheet as proven by the dipstick, and as done on suspicion where nobody looked', () => {
    const proofs = (events: readonly object[]) => findingsOf(benchAfter(events)).map((f) => [f.repair.key, f.proof]);
    expect(proofs([THINNED, FRESH_OIL])).toEqual([['oil.fuel-diluted', [1]]]);
    expect(proofs([FRESH_OIL])).toEqual([['oil.fuel-diluted', []]]);
  });

  it('ticked by mistake is struck like a repair, and is due again', () => {
    const struck = [THINNED, FRESH_OIL, { correct: 2, reason: 'other machine' }];
    expect(work(struck).due[0]!.steps).toHaveLength(3);
    expect(benchAfter(struck).repairs).toEqual([]);
  });

  it('may be passed over with a reason, and not without', () => {
    const passed = { waived: 'oil.fuel-diluted', because: 'Customer changes it himself today' };
    expect(work([THINNED, passed])).toEqual({ due: [], causes: [] });
    // Seen again later, it is another matter.
    expect(work([THINNED, passed, THINNED]).due).toHaveLength(2);
    for (const wrong of [
      { ...passed, because: ' ' },
      { ...passed, waived: 'fuel.needle' },
    ])
      expect(readEvent(wrong, '$', given([]).engine).ok).toBe(false);
  });

  it.each([
    [{ work: 'oil.fuel-diluted', steps: ['stir'] }, '$.steps[0]'],
    [{ work: 'oil.low', steps: ['drain'] }, '$.work'],
    [{ work: 'oil.fuel-diluted', steps: [] }, '$.steps'],
    [{ letIn: 'oil.fuel-diluted', through: 'spark.magnet' }, '$.through'],
  ])('%j is refused', (event, path) => {
    const read = readEvent(event, '$', given([]).engine);
    expect(read.ok ? [] : read.issues.map((i) => i.path)).toContain(path);
  });
});

describe('locked by liquid', () => {
  const TWIN = { ...engine, cylinders: 2 };
  const FUEL_OUT = { check: 'turn.plugs-out', outcome: 'fuel-out' };
  const OUT = { work: 'turn.hydrolock-fuel', steps: ['plugs-out', 'by-hand', 'dry'] };

  it('stands before anything is cranked; then travel and leak-down of both cylinders are compared', () => {
    const stopped: [string[], object] = [['crank-stops'], TWIN];
    expect(work([FUEL_OUT], ...stopped).due[0]).toMatchObject({ condition: 'turn.hydrolock-fuel', before: 'cranking' });
    const due = summarise(benchAfter([FUEL_OUT, OUT, NEEDLE], ...stopped)).retests.map(
      (r) => `${r.check} ${r.cylinder}`,
    );
    expect(due).toEqual(
      expect.arrayContaining([
        ...['look.oil null', 'seal.piston-moves 1', 'seal.piston-moves 2'],
        ...['seal.leak-down 1', 'seal.leak-down 2', 'run.leak-watch null'],
      ]),
    );
    const blocked = refusals([FUEL_OUT, OUT, NEEDLE], ...stopped);
    expect(blocked).toEqual(expect.arrayContaining(['Not re-tested: Does the piston move, cylinder 2.']));
  });

  it('water asks for tank and bowl, and for what let it in', () => {
    const { due, causes } = work([{ check: 'turn.plugs-out', outcome: 'water-out' }], ['crank-stops'], TWIN);
    expect(due.map((d) => d.before)).toEqual(['cranking', 'running', 'loading', 'leaving']);
    expect(causes[0]!.ways.map((w) => w.id)).toContain('stood-in-rain');
  });
});

describe('the plate', () => {
  const { due } = work([THINNED]);
  const lies = (condition: 'idle' | 'key-off' | 'cranking') =>
    onPlate(
      { picked: null, touched: null, more: false },
      { phase: 'tracing', proven: false, suggested: { ...NOTHING_PLANNED, condition }, planStale: false, due },
    );

  it('has the work before a check of the running engine, and not before one of the standing one', () => {
    expect(lies('idle')).toMatchObject({ kind: 'work', due: { before: 'running' } });
    expect(lies('key-off')).toMatchObject({ kind: 'check' });
    // Thinned oil does not keep an engine from being cranked.
    expect(lies('cranking')).toMatchObject({ kind: 'check' });
  });

  it('has it before a check that somebody picked as well', () => {
    const picked = { plate: { ...NOTHING_PLANNED, condition: 'loaded' as const }, first: null, insteadOf: null };
    const record = { phase: 'tracing' as const, proven: false, suggested: NOTHING_PLANNED, planStale: false, due };
    expect(onPlate({ picked, touched: null, more: true }, record)).toMatchObject({ kind: 'work', picked: true });
  });
});
