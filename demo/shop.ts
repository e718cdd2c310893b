import type { RawCase, RawEvent } from '../core/index.ts';
import type { EngineSheet, Machine } from '../db/machines.ts';

/**
 * The demo shop [invented, every word and figure]: the yard of a drainage board in low fen country, whose crews mow
 * dike banks, pump-house yards and the causeway to a ferry. Makers are named like nothing on the market.
 */
export const PEOPLE = [
  { id: 'person-ilse', name: 'Ilse Vant', role: 'owner' },
  { id: 'person-borre', name: 'Borre Okonje', role: 'technician' },
  { id: 'person-mirre', name: 'Mirre Dask', role: 'learner' },
] as const;

const invented = (figures: EngineSheet['figures']): EngineSheet['sources'] =>
  Object.fromEntries(Object.keys(figures).map((name) => [name, { source: 'invented-demo' as const, note: null }]));

const sheet = (
  id: string,
  name: string,
  words: EngineSheet['words'],
  figures: EngineSheet['figures'],
): Omit<EngineSheet, 'version'> => ({ id, name, words, figures, sources: invented(figures) });

export const SHEETS = [
  sheet(
    'sheet-tarnholt-v694',
    'Tarnholt V694, twin',
    {
      cylinders: 2,
      layout: 'v-twin-90',
      fuelFeed: 'pump',
      lifters: 'solid',
      compressionRelease: 'automatic',
      carburettor: 'two-barrel',
      ignition: 'coil-per-cylinder',
    },
    {
      boreMm: 80,
      strokeMm: 69,
      rodMm: 112,
      compressionRatio: 8.4,
      flywheelRimMm: 230,
      flywheelTeeth: 116,
      crankTaperMm: 28,
      coilOhmsLow: 3200,
      coilOhmsHigh: 4600,
      coilGapLowMm: 0.2,
      coilGapHighMm: 0.3,
      plugGapMm: 0.76,
      ratedCcaA: 300,
      lashIntakeLowMm: 0.08,
      lashIntakeHighMm: 0.13,
      lashExhaustLowMm: 0.13,
      lashExhaustHighMm: 0.18,
      rockerRatio: 1.3,
      adjusterKind: 'pivot-nut',
      adjusterPitchMm: 1,
      releaseBumpMm: 0.28,
      intakeClosesAbdcDeg: 52,
      solenoidOhmsLow: 18,
      solenoidOhmsHigh: 40,
      statorVoltsAc: 28,
      flywheelNutNm: 88,
      plugNm: 22,
      headBoltNm: 29,
      coverScrewNm: 9,
      oilLitres: 1.9,
      idleRpm: 1650,
      governedRpm: 3500,
    },
  ),
  sheet(
    'sheet-tarnholt-s389',
    'Tarnholt S389, single',
    {
      cylinders: 1,
      layout: 'single',
      fuelFeed: 'gravity',
      lifters: 'solid',
      compressionRelease: 'automatic',
      carburettor: 'one-barrel',
      ignition: 'one-coil',
    },
    {
      boreMm: 85,
      strokeMm: 68.5,
      rodMm: 108,
      compressionRatio: 8.1,
      flywheelRimMm: 215,
      coilOhmsLow: 2800,
      coilOhmsHigh: 4200,
      coilGapLowMm: 0.2,
      coilGapHighMm: 0.3,
      plugGapMm: 0.76,
      ratedCcaA: 230,
      oilLitres: 1.4,
      idleRpm: 1700,
      governedRpm: 3300,
    },
  ),
  sheet(
    'sheet-unknown-twin',
    'Twin without a sheet',
    {
      cylinders: 2,
      layout: 'v-twin-90',
      fuelFeed: 'unknown',
      lifters: 'unknown',
      compressionRelease: 'unknown',
      carburettor: 'unknown',
      ignition: 'coil-per-cylinder',
    },
    {},
  ),
];

export const MACHINES: readonly (Omit<Machine, 'model' | 'serial' | 'access'> & Partial<Pick<Machine, 'access'>>)[] = [
  {
    id: 'machine-heron-4',
    tag: 'Heron 4',
    name: 'Dikehopper 122 zero-turn',
    kind: 'zero-turn',
    owner: 'North Dike crew',
    hours: 410,
    sheetId: 'sheet-tarnholt-v694',
  },
  {
    id: 'machine-heron-7',
    tag: 'Heron 7',
    name: 'Dikehopper 122 zero-turn',
    kind: 'zero-turn',
    owner: 'North Dike crew',
    hours: 880,
    sheetId: 'sheet-tarnholt-v694',
  },
  {
    id: 'machine-coot-2',
    tag: 'Coot 2',
    name: 'Fenwalker 97 lawn tractor',
    kind: 'lawn-tractor',
    owner: 'Pump house three',
    hours: 260,
    sheetId: 'sheet-tarnholt-v694',
  },
  {
    id: 'machine-sluice-1',
    tag: 'Sluice 1',
    name: 'Causeway carrier',
    kind: 'utility-vehicle',
    owner: 'Ferry stage, Long Causeway',
    hours: 150,
    sheetId: 'sheet-tarnholt-v694',
  },
  {
    id: 'machine-teal',
    tag: 'Teal',
    name: 'Fenwalker 76 lawn tractor',
    kind: 'lawn-tractor',
    owner: 'Marrowmere Reed-cutters and Eel-smokers Mutual Society, Lower Landing',
    hours: 95,
    sheetId: 'sheet-tarnholt-s389',
  },
  {
    id: 'machine-heron-9',
    tag: 'Heron 9',
    name: 'Dikehopper 122 zero-turn',
    kind: 'zero-turn',
    owner: 'South Dike crew',
    hours: 620,
    sheetId: 'sheet-tarnholt-v694',
  },
];

export interface DemoJob {
  readonly id: string;
  readonly machineId: string;
  /** Days before the loading of the demo. */
  readonly daysAgo: number;
  /** Promised so many days after the loading of the demo. */
  readonly promisedIn: number | null;
  readonly complaint: RawCase['complaint'];
  readonly said: string;
  readonly history: NonNullable<RawCase['history']>;
  readonly events: readonly { readonly by: (typeof PEOPLE)[number]['id']; readonly event: RawEvent }[];
}

const ilse = (event: RawEvent) => ({ by: 'person-ilse' as const, event });
const borre = (event: RawEvent) => ({ by: 'person-borre' as const, event });
const celsius = (value: number) => ({ value, unit: 'degC' as const });
const volts = (value: number) => ({ value, unit: 'V' as const });
const rpm = (value: number) => ({ value, unit: 'rpm' as const });
const heat = (one: number, two: number, ambient: number): RawEvent => ({
  check: 'balance.heat',
  condition: 'half-speed',
  readings: { '1': celsius(one), '2': celsius(two) },
  fields: { ambient: celsius(ambient) },
  typed: { '1': String(one), '2': String(two), ambient: String(ambient) },
});

export const JOBS: readonly DemoJob[] = [
  {
    id: 'job-heron-9-closed',
    machineId: 'machine-heron-9',
    daysAgo: 9,
    promisedIn: -6,
    complaint: ['low-power', 'hard-start-hot'],
    said: 'Good for half an hour on the bank, then it drags itself home.',
    history: { hours: 620, storedMonths: 0, flags: ['only-hot'] },
    events: [
      borre({ check: 'spark.tester', cylinder: 1, condition: 'cranking', temperature: 'cold', outcome: 'strong' }),
      borre({ check: 'spark.tester', cylinder: 2, condition: 'cranking', temperature: 'cold', outcome: 'strong' }),
      borre({ check: 'spark.tester', cylinder: 2, condition: 'idle', temperature: 'hot', outcome: 'strong' }),
      borre({ check: 'spark.tester', cylinder: 1, condition: 'idle', temperature: 'hot', outcome: 'none' }),
      borre({ check: 'spark.kill-off', cylinder: 1, condition: 'idle', temperature: 'hot', outcome: 'same' }),
      borre({
        check: 'spark.air-gap',
        cylinder: 1,
        condition: 'bench',
        fields: { gapA: { value: 0.25, unit: 'mm' }, gapB: { value: 0.25, unit: 'mm' } },
        typed: { gapA: '0.25', gapB: '.25' },
      }),
      borre({
        repair: 'spark.coil-hot',
        cylinder: 1,
        action: 'replaced',
        note: 'Both gaps set with a card, fins brushed out.',
      }),
      borre({
        check: 'spark.tester',
        cylinder: 1,
        condition: 'idle',
        temperature: 'hot',
        outcome: 'strong',
        retest: true,
      }),
      borre({
        check: 'run.minutes',
        condition: 'loaded',
        temperature: 'hot',
        fields: { minutes: { value: 20, unit: 'min' } },
        outcome: 'clean',
        typed: { minutes: '20' },
        retest: true,
      }),
      borre({
        check: 'run.restart-hot',
        condition: 'cranking',
        temperature: 'hot',
        outcome: 'starts',
        retest: true,
      }),
      borre({ work: 'back-together', steps: ['connector', 'grounds', 'lead-1', 'lead-2'] }),
      borre({ close: 'cured', note: 'The other coil has the same hours: watch for the same complaint.' }),
    ],
  },
  {
    id: 'job-heron-4-power',
    machineId: 'machine-heron-4',
    daysAgo: 2,
    promisedIn: 1,
    complaint: ['low-power', 'runs-rough'],
    said: 'Climbs the bank like it is towing the ferry. Since the valves were set it has never been right.',
    history: { hours: 410, storedMonths: 0, flags: ['since-work-on:valves'] },
    events: [
      ilse(heat(212, 58, 18)),
      ilse({ check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'strong' }),
    ],
  },
  {
    id: 'job-heron-7-battery',
    machineId: 'machine-heron-7',
    daysAgo: 4,
    promisedIn: -1,
    complaint: ['cranks-slow', 'low-power'],
    said: 'Needs coaxing in the morning and pulls like an old horse.',
    history: { hours: 880, storedMonths: 0, flags: [] },
    events: [
      borre({
        check: 'power.rest-volts',
        condition: 'key-off',
        fields: { value: volts(12.58), restedMinutes: { value: 240, unit: 'min' } },
        typed: { value: '12.58', restedMinutes: '240' },
      }),
      borre({
        check: 'power.tester',
        condition: 'key-off',
        fields: {
          measuredCca: { value: 150, unit: 'A' },
          ratedCca: { value: 300, unit: 'A' },
          resistance: { value: 20, unit: 'mohm' },
          stateOfCharge: { value: 92, unit: '%' },
        },
        typed: { measuredCca: '150', ratedCca: '300', resistance: '20', stateOfCharge: '92' },
      }),
    ],
  },
  {
    id: 'job-coot-2-shut-off',
    machineId: 'machine-coot-2',
    daysAgo: 3,
    promisedIn: 0,
    complaint: ['will-not-shut-off'],
    said: 'Turn the key and half of it keeps going.',
    history: { hours: 260, storedMonths: 0, flags: [] },
    events: [
      ilse({ check: 'run.shut-off', condition: 'idle', outcome: 'one-keeps-firing' }),
      ilse({
        check: 'spark.kill-diode',
        cylinder: 1,
        condition: 'bench',
        fields: { forward: 'OL', reverse: 'OL', coilsPlugged: false },
        typed: { forward: 'OL', reverse: 'OL' },
      }),
      ilse({ repair: 'spark.kill-diode-open', cylinder: 1, action: 'replaced' }),
    ],
  },
  {
    id: 'job-sluice-1-one',
    machineId: 'machine-sluice-1',
    daysAgo: 1,
    promisedIn: 3,
    complaint: ['one-cylinder'],
    said: 'New plugs did nothing.',
    history: { hours: 150, storedMonths: 0, flags: ['tried:spark.plug-fouled', 'since-work-on:electrical'] },
    events: [
      ilse(heat(48, 190, 15)),
      ilse({
        check: 'balance.cut-out',
        cylinder: 1,
        condition: 'idle',
        fields: { before: rpm(1650), after: rpm(1640), throttle: 'held' },
        typed: { before: '1650', after: '1640' },
      }),
      ilse({ check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'weak' }),
      ilse({ check: 'spark.kill-off', cylinder: 1, condition: 'idle', outcome: 'returns' }),
    ],
  },
  {
    id: 'job-teal-new',
    machineId: 'machine-teal',
    daysAgo: 0,
    promisedIn: null,
    complaint: ['cranks-slow'],
    said: 'It sat in the reed shed all winter. Now it groans round once and gives up.',
    history: { hours: 95, storedMonths: 5, flags: ['rodents'] },
    events: [],
  },
];
