import { describe, expect, it } from 'vitest';
import { engineFigures } from '../../core/engine/schema.ts';
import { askedBy, SHEET_FIGURES, SHEET_GROUPS, SHEET_WORDS, sheetIssues } from '../../core/engine/sheetParts.ts';
import { readSheetFigure, typedFigure } from '../../core/engine/typedSheet.ts';
import {
  advance,
  CHECKS,
  checkOf,
  DEFAULT_RULES,
  type EngineWords,
  firesUnevenly,
  firingAnglesDeg,
  openBench,
  readCase,
  readEvent,
  replayAll,
  summarise,
} from '../../core/index.ts';

const job = (events: unknown[], engine: object = { cylinders: 1 }) => ({
  format: 'ridge-bolt/case',
  version: 1,
  machine: { kind: 'other', engine },
  complaint: ['low-power'],
  events,
});
const read = (raw: unknown) => {
  const found = readCase(raw);
  if (!found.ok) throw new Error(JSON.stringify(found.issues));
  return found.value;
};
const coil = (kohm: number) => ({
  check: 'spark.coil-ohms',
  cylinder: 1,
  fields: { toGround: { value: kohm, unit: 'kohm' } },
});
const COIL_SHEET = { engine: { figures: { coilOhmsLow: 9500, coilOhmsHigh: 10500 }, source: 'maker-sheet' } };
const outcomeOf = (bench: ReturnType<typeof replayAll>, event: number) =>
  bench.readings.find((r) => r.event === event)?.assessment.outcome;
const chances = (bench: ReturnType<typeof replayAll>) =>
  Object.fromEntries(summarise(bench).suspects.map(({ key, p }) => [key, p]));
/** The same job event by event, as it is taken down. */
const stepped = (raw: unknown) => {
  const { events, ...head } = read(raw);
  return events.reduce(advance, openBench(head));
};

describe('what is learnt of an engine in the middle of a job', () => {
  it('judges what is read from then on; what was read before keeps what it was judged by, and what would change is said', () => {
    const bench = replayAll(...pair(job([coil(4), COIL_SHEET, { ...coil(4), condition: 'bench' }])));
    expect(outcomeOf(bench, 1)).toBe('in-range');
    expect(outcomeOf(bench, 3)).toBe('low');
    const summary = summarise(bench);
    // Read again since, it has said so itself; and one figure judged by two sheets is no coil that gives two answers.
    expect(summary.judgedOtherwise).toEqual([]);
    expect(summary.conflicting).toEqual([]);
    expect(summarise(replayAll(...pair(job([coil(4), COIL_SHEET])))).judgedOtherwise).toEqual([
      { event: 1, was: 'in-range', would: 'low' },
    ]);
  });

  it('keeps two opinions where what was learnt does not touch the check', () => {
    const tester = (outcome: string) => ({ check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome });
    const said = { engine: { words: { fuelFeed: 'gravity' } } };
    const { conflicting } = summarise(replayAll(...pair(job([tester('strong'), said, tester('none')]))));
    expect(conflicting).toEqual(['spark.tester[1]']);
  });

  it('judges a line that is taken again by what is known when it is taken again', () => {
    const raw = job([coil(4), COIL_SHEET, { correct: 1, ...coil(4) }]);
    for (const bench of [replayAll(...pair(raw)), stepped(raw)]) {
      expect(outcomeOf(bench, 1)).toBe('low');
      expect(summarise(bench).judgedOtherwise).toEqual([]);
    }
  });

  it('judges a line that was taken again before by what was known then', () => {
    const raw = job([coil(4), { correct: 1, ...coil(4.1) }, COIL_SHEET]);
    for (const bench of [replayAll(...pair(raw)), stepped(raw)]) expect(outcomeOf(bench, 1)).toBe('in-range');
  });

  it('keeps what an earlier reading of a twin was judged by when the other side is read after the sheet was filled in', () => {
    const twin = { cylinders: 2 };
    const bench = replayAll(...pair(job([coil(4), COIL_SHEET, { ...coil(4), cylinder: 2 }], twin)));
    expect(outcomeOf(bench, 1)).toBe('in-range');
    expect(outcomeOf(bench, 3)).toBe('low');
  });

  it('believes the same as a job that was opened knowing the words, whenever they were said', () => {
    const said = { engine: { words: { fuelFeed: 'gravity', carburettor: 'one-barrel' } } };
    const events = [coil(4), { check: 'look.fuel', outcome: 'fresh' }];
    const opened = chances(
      replayAll(...pair(job(events, { cylinders: 1, fuelFeed: 'gravity', carburettor: 'one-barrel' }))),
    );
    expect(opened['fuel.pump']).toBeUndefined();
    for (const raw of [job([said, ...events]), job([...events, said])])
      for (const bench of [replayAll(...pair(raw)), stepped(raw)]) {
        const now = chances(bench);
        expect(Object.keys(now).sort()).toEqual(Object.keys(opened).sort());
        for (const [key, p] of Object.entries(opened)) expect(now[key]).toBeCloseTo(p, 12);
      }
  });

  it('keeps a reading of a check that the engine then cannot have, without weighing it', () => {
    const events = [{ check: 'fuel.pump', outcome: 'weak' }, { engine: { words: { fuelFeed: 'gravity' } } }];
    const bench = replayAll(...pair(job(events)));
    expect(bench.readings).toHaveLength(1);
    const without = chances(replayAll(...pair(job([], { cylinders: 1, fuelFeed: 'gravity' }))));
    for (const [key, p] of Object.entries(without)) expect(chances(bench)[key]).toBeCloseTo(p, 12);
  });

  it('refuses a figure that does not fit what the sheet says already', () => {
    const long = { cylinders: 1, sheet: { strokeMm: 120 } };
    const found = readCase(job([{ engine: { figures: { rodMm: 50 } } }], long));
    expect(found.ok ? [] : found.issues).toEqual([
      { path: '$.events[0].engine.figures.rodMm', message: 'a rod is longer than half the stroke' },
    ]);
  });

  it('takes a figure back', () => {
    const back = { engine: { figures: { coilOhmsLow: null, coilOhmsHigh: null } } };
    const bench = replayAll(...pair(job([COIL_SHEET, back, coil(4)])));
    expect(outcomeOf(bench, 3)).toBe('in-range');
  });

  it.each([
    [{ engine: {} }, 'say a word or a figure'],
    [{ engine: { figures: { coilOhmsLow: 9000, coilOhmsHigh: 3000 } } }, 'the first figure is the lower one'],
    [{ engine: { figures: { strokeMm: 100, rodMm: 45 } } }, 'longer than half the stroke'],
    [{ engine: { words: { layout: 'v-twin-90' } } }, 'does not fit 1 cylinder'],
    [{ engine: { words: { cylinders: 2 } } }, 'cylinders'],
    [{ engine: { figures: { boreMm: 5 } } }, '30'],
  ])('refuses %j', (event, why) => {
    const found = readCase(job([event]));
    expect(found.ok).toBe(false);
    if (!found.ok) expect(JSON.stringify(found.issues)).toContain(why);
  });
});

describe('the parts of an engine sheet', () => {
  it('names every figure of the sheet once', () => {
    const ahead = ['cylinders', 'layout', 'compressionRelease'];
    const all = Object.keys(engineFigures.shape).filter((name) => !ahead.includes(name));
    expect(SHEET_FIGURES.flatMap(({ names }) => [...names]).sort()).toEqual(all.sort());
  });

  it('stands on the sheet group by group, each figure once', () => {
    expect(SHEET_GROUPS.flatMap(({ figures }) => [...figures]).sort()).toEqual(
      SHEET_FIGURES.map(({ id }) => id).sort(),
    );
  });

  it('asks on plates that there are', () => {
    const ids = new Set(CHECKS.map((c) => c.id));
    for (const { askedAt } of [...SHEET_FIGURES, ...SHEET_WORDS]) for (const id of askedAt) expect(ids).toContain(id);
  });

  it('asks one thing at a time, a word before a figure, and nothing that is known', () => {
    const engine = { ...read(job([])).engine };
    expect(askedBy('valve.lash', { engine, figures: {} })).toMatchObject({ kind: 'word', word: { word: 'lifters' } });
    const told = { ...engine, lifters: 'solid', compressionRelease: 'none' } as const;
    expect(askedBy('valve.lash', { engine: told, figures: {} })).toMatchObject({ figure: { id: 'lashIntake' } });
    const intake = { lashIntakeLowMm: 0.1, lashIntakeHighMm: 0.15 };
    expect(askedBy('valve.lash', { engine: told, figures: intake })).toMatchObject({ figure: { id: 'lashExhaust' } });
    expect(askedBy('look.crank', { engine, figures: {} })).toBeNull();
  });

  it('finds what cannot be', () => {
    const engine = read(job([])).engine;
    expect(sheetIssues({ engine, figures: {} })).toEqual([]);
    expect(sheetIssues({ engine, figures: { lashIntakeLowMm: 0.2, lashIntakeHighMm: 0.1 } })).toHaveLength(1);
  });
});

function pair(raw: unknown): Parameters<typeof replayAll> {
  const { events, ...head } = read(raw);
  return [head, events];
}

const figure = (id: string) => SHEET_FIGURES.find((f) => f.id === id)!;
const typed = (id: string, text: string, habit: 'metric' | 'imperial' = 'metric') =>
  readSheetFigure(figure(id), text, habit);

describe('what is typed for a figure of a sheet', () => {
  // 1 in = 25.4 mm exactly [S: ISO 80000-3].
  it.each([
    ['coilOhms', '3.2 - 4.6 kohm', 'metric', { coilOhmsLow: 3200, coilOhmsHigh: 4600 }],
    ['coilOhms', '3.2-4.6', 'metric', { coilOhmsLow: 3200, coilOhmsHigh: 4600 }],
    ['coilOhms', '3200 to 4600 ohm', 'metric', { coilOhmsLow: 3200, coilOhmsHigh: 4600 }],
    ['coilOhms', '3.2k–4.6k', 'metric', { coilOhmsLow: 3200, coilOhmsHigh: 4600 }],
    ['coilGap', '8 - 12', 'imperial', { coilGapLowMm: 0.2032, coilGapHighMm: 0.3048 }],
    ['coilGap', '.008-.012', 'imperial', { coilGapLowMm: 0.2032, coilGapHighMm: 0.3048 }],
    ['coilGap', '8 to 12 thou', 'metric', { coilGapLowMm: 0.2032, coilGapHighMm: 0.3048 }],
    ['coilGap', '0,20 … 0,30', 'metric', { coilGapLowMm: 0.2, coilGapHighMm: 0.3 }],
    ['plugGapMm', '30', 'imperial', { plugGapMm: 0.762 }],
    ['boreMm', '3.15', 'imperial', { boreMm: 80.01 }],
    ['boreMm', '80', 'metric', { boreMm: 80 }],
    ['oilLitres', '1.9', 'imperial', { oilLitres: 1.9 }],
    ['flywheelNutNm', '88 N m', 'metric', { flywheelNutNm: 88 }],
    // NIST SP 811, app. B: 1 lbf ft = 1.355 818 N m.
    ['headBoltNm', '20', 'imperial', { headBoltNm: 27.11636 }],
    ['plugNm', '22', 'metric', { plugNm: 22 }],
    ['compressionRatio', '8.4:1', 'metric', { compressionRatio: 8.4 }],
    ['adjusterKind', 'pivot-nut', 'metric', { adjusterKind: 'pivot-nut' }],
    ['coilOhms', ' ', 'metric', { coilOhmsLow: null, coilOhmsHigh: null }],
  ] as const)('%s: "%s" (%s)', (id, text, habit, values) => {
    const read = typed(id, text, habit);
    expect(read.ok && Object.keys(read.values)).toEqual(Object.keys(values));
    for (const [name, value] of Object.entries(values)) {
      const given = read.ok ? read.values[name as keyof typeof read.values] : undefined;
      if (typeof value === 'number') expect(given).toBeCloseTo(value, 4);
      else expect(given).toBe(value);
    }
  });

  it.each([
    ['coilOhms', '3.2', 'type both'],
    ['coilOhms', '3.2 -', 'type both'],
    ['coilOhms', '4.6 - 3.2', 'lower one'],
    ['coilOhms', '3 - four', 'not a figure'],
    ['coilOhms', '3 - 4 V', 'not a unit'],
    ['boreMm', '5', '5.00 mm cannot be: 30 mm to 150 mm'],
    ['flywheelTeeth', 'many', 'not a figure'],
    ['adjusterKind', 'nut', 'pick one of'],
  ])('%s: "%s" is refused', (id, text, why) => {
    const read = typed(id, text);
    expect(read.ok ? 'read' : read.message).toContain(why);
  });

  it('reads what it prints, figure by figure', () => {
    const values = {
      ...{ coilOhmsLow: 3200, coilOhmsHigh: 4600, coilGapLowMm: 0.2, coilGapHighMm: 0.3, boreMm: 80, plugGapMm: 0.75 },
      ...{ ratedCcaA: 300, statorVoltsAc: 28, oilLitres: 1.9, governedRpm: 3500, intakeClosesAbdcDeg: 52 },
      ...{
        flywheelTeeth: 116,
        flywheelNutNm: 88,
        rockerRatio: 1.3,
        compressionRatio: 8.4,
        adjusterKind: 'pivot-nut' as const,
      },
    };
    for (const one of SHEET_FIGURES.filter((f) => f.names.every((name) => name in values)))
      expect(readSheetFigure(one, typedFigure(one, values, 'metric'), 'metric'), one.id).toEqual({
        ok: true,
        values: Object.fromEntries(one.names.map((name) => [name, values[name as keyof typeof values]])),
      });
  });
});

describe('words that an engine is asked for', () => {
  const twin = (words: object) => ({
    ...{ cylinders: 2, layout: 'parallel-twin', fuelFeed: 'unknown', lifters: 'unknown' },
    ...{ compressionRelease: 'unknown', carburettor: 'unknown', ignition: 'unknown' },
    ...words,
  });
  const judged = (words: object, event: object) => {
    const engine = twin(words) as EngineWords;
    const read = readEvent(event, '$', engine);
    if (!read.ok || read.value.kind !== 'reading') throw new Error(JSON.stringify(read));
    const { reading } = read.value;
    return checkOf(reading.check).assess(reading, { engine, figures: {}, rules: DEFAULT_RULES, ambient: {} });
  };

  // Heywood, Internal Combustion Engine Fundamentals, ch. 1: two crank turns to a cycle; a 180-degree crank fires after half a turn, then after one and a half.
  it.each([
    [{ layout: 'v-twin-90' }, [0, 270], true],
    [{ layout: 'opposed-twin' }, [0, 360], false],
    [{ crankPhase: '180' }, [0, 180], true],
    [{ crankPhase: '360' }, [0, 360], false],
  ] as const)('%j fires at %j', (words, angles, unevenly) => {
    expect(firingAnglesDeg(twin(words) as EngineWords)).toEqual(angles);
    expect(firesUnevenly(twin(words) as EngineWords)).toBe(unevenly);
  });

  it('a parallel twin whose crank nobody knows has no beat to be expected, and says so', () => {
    expect(() => firingAnglesDeg(twin({}) as EngineWords)).toThrow('crank of this parallel twin is not known');
    const uneven = { check: 'balance.rhythm', outcome: 'one-weak' };
    expect(judged({}, uneven).remarks).toEqual(['beat_unknown']);
    expect(judged({ crankPhase: '180' }, uneven).remarks).toEqual(['fires_unevenly']);
    expect(judged({ crankPhase: '360' }, uneven).remarks).toEqual([]);
    expect(judged({}, { ...uneven, outcome: 'even' }).remarks).toEqual([]);
  });

  it('a kill diode that passes the other way than the sheet says is said to, and judged as it reads', () => {
    const volts = (value: number) => ({ value, unit: 'V' });
    const read = (forward: unknown, reverse: unknown) => ({
      ...{ check: 'spark.kill-diode', cylinder: 1 },
      fields: { forward, reverse },
    });
    const toCommon = { killDiodePolarity: 'to-common' };
    expect(judged(toCommon, read(volts(0.58), 'OL')).remarks).toEqual([]);
    expect(judged(toCommon, read('OL', volts(0.58)))).toMatchObject({ outcome: 'good', remarks: ['diode_other_way'] });
    expect(judged({ killDiodePolarity: 'from-common' }, read('OL', volts(0.58))).remarks).toEqual([]);
    expect(judged({}, read('OL', volts(0.58))).remarks).toEqual([]);
  });

  it('what an engine has not is neither asked for nor suspected: a choke, a carburettor', () => {
    const ids = (words: object) => {
      const read = readCase({
        ...{ format: 'ridge-bolt/case', version: 1, complaint: ['hard-start-cold'], events: [] },
        machine: { kind: 'other', engine: { cylinders: 1, ...words } },
      });
      if (!read.ok) throw new Error(JSON.stringify(read.issues));
      const { catalogue } = openBench(read.value);
      return [...catalogue.checks.map((c) => c.check.id), ...catalogue.faults.map((f) => f.id)];
    };
    expect(ids({})).toEqual(expect.arrayContaining(['fuel.choke', 'split.choke', 'fuel.needle', 'fuel.jets']));
    expect(ids({ choke: 'none' })).not.toContain('fuel.choke');
    expect(ids({ choke: 'none' })).not.toContain('split.choke');
    const injected = ids({ carburettor: 'injection' });
    for (const gone of ['fuel.needle', 'fuel.jets', 'fuel.solenoid-volts', 'fuel.main-jet'])
      expect(injected).not.toContain(gone);
    expect(injected).toEqual(expect.arrayContaining(['fuel.injection', 'spark.tester', 'valve.lash', 'fuel.filter']));
    expect(ids({})).not.toContain('fuel.injection');
  });
});
