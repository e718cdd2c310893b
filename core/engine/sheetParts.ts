import type { RuleName } from '../house/rules.ts';
import type { Dimension, Unit } from '../units/index.ts';
import type { EngineKnown } from './learnt.ts';
import type { EngineWords } from './schema.ts';
import type { EngineFigureName, EngineFigures } from './sheet.ts';

/** A word of an engine, as it is asked for and answered. */
export interface SheetWord {
  readonly word: Exclude<keyof EngineWords, 'cylinders'>;
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  /** Which engines are asked. */
  readonly asksOf: (engine: EngineWords) => boolean;
  /** Checks on whose plate it is asked for, while it is not known. */
  readonly askedAt: readonly string[];
  /** What is done while it is not known. */
  readonly until: string;
}

const UNKNOWN = { value: 'unknown', label: 'Not known' } as const;
const any = () => true;

/** The words of an engine in a technician's order. */
export const SHEET_WORDS: readonly SheetWord[] = [
  {
    word: 'layout',
    label: 'Cylinders lie',
    options: [
      { value: 'v-twin-90', label: 'V twin, 90°' },
      { value: 'opposed-twin', label: 'Opposed twin' },
      { value: 'parallel-twin', label: 'Side by side' },
      UNKNOWN,
    ],
    asksOf: (engine) => engine.cylinders === 2,
    askedAt: ['balance.rhythm'],
    until: 'no beat is expected',
  },
  {
    word: 'crankPhase',
    label: 'Crank of a parallel twin',
    options: [
      { value: '180', label: 'Pistons opposite, 180°' },
      { value: '360', label: 'Pistons together, 360°' },
      UNKNOWN,
    ],
    asksOf: (engine) => engine.layout === 'parallel-twin',
    askedAt: ['balance.rhythm'],
    until: 'no beat is expected',
  },
  {
    word: 'fuelFeed',
    label: 'Fuel comes by',
    options: [
      { value: 'gravity', label: 'Gravity' },
      { value: 'pulse-pump', label: 'Pulse pump' },
      { value: 'pump', label: 'Other pump' },
      UNKNOWN,
    ],
    asksOf: any,
    askedAt: ['fuel.flow', 'fuel.pump'],
    until: 'a pump and a head of fuel both stay possible',
  },
  {
    word: 'lifters',
    label: 'Lifters',
    options: [{ value: 'solid', label: 'Solid' }, { value: 'hydraulic', label: 'Hydraulic' }, UNKNOWN],
    asksOf: any,
    askedAt: ['valve.lash', 'valve.lifter'],
    until: 'lash is judged as with solid lifters',
  },
  {
    word: 'compressionRelease',
    label: 'Compression release',
    options: [{ value: 'automatic', label: 'Automatic' }, { value: 'none', label: 'None' }, UNKNOWN],
    asksOf: any,
    askedAt: ['seal.compression', 'turn.by-hand', 'valve.lash'],
    until: 'low compression may be a release at work',
  },
  {
    word: 'carburettor',
    label: 'Mixture from',
    options: [
      { value: 'one-barrel', label: 'One-barrel carburettor' },
      { value: 'two-barrel', label: 'Two-barrel carburettor' },
      { value: 'injection', label: 'Fuel injection' },
      UNKNOWN,
    ],
    asksOf: any,
    askedAt: ['fuel.jets'],
    until: 'one barrel for both sides and one for each stay possible',
  },
  {
    word: 'choke',
    label: 'Choke',
    options: [
      { value: 'hand', label: 'By hand' },
      { value: 'automatic', label: 'Automatic' },
      { value: 'none', label: 'None' },
      UNKNOWN,
    ],
    asksOf: ({ carburettor }) => carburettor !== 'injection',
    askedAt: ['fuel.choke'],
    until: 'it is looked at as one worked by hand',
  },
  {
    word: 'ignition',
    label: 'Ignition',
    options: [
      { value: 'coil-per-cylinder', label: 'A coil for each cylinder' },
      { value: 'one-coil', label: 'One coil' },
      { value: 'points', label: 'Points' },
      UNKNOWN,
    ],
    asksOf: any,
    askedAt: ['spark.coil-swap', 'spark.kill-off'],
    until: 'coils for each side and one for both stay possible',
  },
  {
    word: 'killDiodePolarity',
    label: 'Kill diodes pass',
    options: [
      { value: 'to-common', label: 'From coil to kill wire' },
      { value: 'from-common', label: 'From kill wire to coil' },
      UNKNOWN,
    ],
    asksOf: ({ ignition, cylinders }) => cylinders > 1 && (ignition === 'coil-per-cylinder' || ignition === 'unknown'),
    askedAt: ['spark.kill-diode'],
    until: 'both ways round are read as they come',
  },
];

/** A figure of an engine sheet, or two that belong together as from and to. */
export interface SheetFigure {
  readonly id: string;
  readonly label: string;
  readonly names: readonly [EngineFigureName] | readonly [EngineFigureName, EngineFigureName];
  /** What it measures, for reading what is typed; null for a bare number or a word. */
  readonly dimension: Dimension | null;
  /** The unit the sheet keeps it in. */
  readonly unit: Unit | 'N m' | '';
  readonly habit: { readonly metric: Unit; readonly imperial: Unit } | null;
  /** Words to pick from, where it is no figure. */
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  /** House rules that stand in while it is missing, in the order of its names. */
  readonly standsIn: readonly RuleName[];
  /** Checks whose verdict turns on it: their plate asks for it. */
  readonly askedAt: readonly string[];
  /** What is not worked out while it is missing and nothing stands in. */
  readonly costs: string;
}

const bare = (
  id: EngineFigureName,
  label: string,
  costs: string,
  unit: SheetFigure['unit'] = '',
  askedAt: readonly string[] = [],
): SheetFigure => ({ id, label, names: [id], dimension: null, unit, habit: null, standsIn: [], askedAt, costs });

/** A length kept in millimetres; what is read with a feeler is written in thou where the shop thinks in inches. */
const length = (
  id: EngineFigureName,
  label: string,
  costs: string,
  imperial: Unit = 'in',
  standsIn: readonly RuleName[] = [],
  askedAt: readonly string[] = [],
): SheetFigure => ({
  ...bare(id, label, costs, 'mm', askedAt),
  dimension: 'length',
  habit: { metric: 'mm', imperial },
  standsIn,
});

const torque = (id: EngineFigureName, label: string, costs: string, askedAt: readonly string[] = []): SheetFigure => ({
  ...bare(id, label, costs, 'N m', askedAt),
  dimension: 'torque',
  habit: { metric: 'N m', imperial: 'lbf ft' },
});

const range = (
  id: string,
  label: string,
  names: readonly [EngineFigureName, EngineFigureName],
  measures: Pick<SheetFigure, 'dimension' | 'unit' | 'habit'>,
  standsIn: readonly RuleName[],
  askedAt: readonly string[],
): SheetFigure => ({ id, label, names, ...measures, standsIn, askedAt, costs: 'the limits the maker gives' });

const FEELER = { dimension: 'length', unit: 'mm', habit: { metric: 'mm', imperial: 'thou' } } as const;
const KILOHM = { dimension: 'resistance', unit: 'ohm', habit: { metric: 'kohm', imperial: 'kohm' } } as const;
const OHM = { dimension: 'resistance', unit: 'ohm', habit: { metric: 'ohm', imperial: 'ohm' } } as const;

/** The figures of an engine sheet in the order they are asked for; each figure of `engineFigures` stands here once. */
export const SHEET_FIGURES: readonly SheetFigure[] = [
  range(
    'coilOhms',
    'Coil, lead to ground',
    ['coilOhmsLow', 'coilOhmsHigh'],
    KILOHM,
    ['coilOhmsLow', 'coilOhmsHigh'],
    ['spark.coil-ohms'],
  ),
  range(
    'coilGap',
    'Coil air gap',
    ['coilGapLowMm', 'coilGapHighMm'],
    FEELER,
    ['airGapLowMm', 'airGapHighMm'],
    ['spark.air-gap'],
  ),
  length('plugGapMm', 'Plug gap', 'the limits the maker gives', 'thou', ['plugGapMm'], ['spark.plug-gap']),
  range(
    'solenoidOhms',
    'Fuel solenoid',
    ['solenoidOhmsLow', 'solenoidOhmsHigh'],
    OHM,
    ['solenoidOhmsLow', 'solenoidOhmsHigh'],
    ['fuel.solenoid-ohms'],
  ),
  range(
    'lashIntake',
    'Lash, intake, cold',
    ['lashIntakeLowMm', 'lashIntakeHighMm'],
    FEELER,
    ['lashIntakeLowMm', 'lashIntakeHighMm'],
    ['valve.lash'],
  ),
  range(
    'lashExhaust',
    'Lash, exhaust, cold',
    ['lashExhaustLowMm', 'lashExhaustHighMm'],
    FEELER,
    ['lashExhaustLowMm', 'lashExhaustHighMm'],
    ['valve.lash'],
  ),
  length('lashAtPastTdcMm', 'Lash is set at piston down from top', 'where the maker wants the piston', 'in', [
    'lashPastTdcMm',
  ]),
  {
    ...bare('ratedCcaA', 'Battery, rated cold cranking', 'how much of its rated capacity a battery still has', 'A', [
      'power.tester',
    ]),
    dimension: 'current',
    habit: { metric: 'A', imperial: 'A' },
  },
  {
    ...bare('statorVoltsAc', 'Stator at full speed, AC', 'whether the stator gives what it should', 'V', [
      'charge.stator',
    ]),
    dimension: 'voltage',
    habit: { metric: 'V', imperial: 'V' },
  },
  {
    ...bare('oilLitres', 'Oil fill', 'how much of the oil is fuel, and how much fresh oil goes in', 'l', ['look.oil']),
    dimension: 'volume',
    habit: { metric: 'l', imperial: 'l' },
  },
  {
    ...bare('idleRpm', 'Idle speed', 'whether it idles as it should', 'rpm', ['run.top-speed']),
    dimension: 'speed',
    habit: { metric: 'rpm', imperial: 'rpm' },
  },
  {
    ...bare(
      'governedRpm',
      'Top speed, no load',
      'what fuel it needs at full load, and whether it runs too fast',
      'rpm',
      ['fuel.flow', 'run.top-speed'],
    ),
    dimension: 'speed',
    habit: { metric: 'rpm', imperial: 'rpm' },
  },
  length(
    'boreMm',
    'Bore',
    'clearance volume, fuel needed at full load, the torque to hold at leak-down',
    'in',
    [],
    ['fuel.flow'],
  ),
  length(
    'strokeMm',
    'Stroke',
    'piston travel in percent, where the crank stands for lash, clearance volume, fuel needed',
    'in',
    [],
    ['seal.piston-moves', 'fuel.flow'],
  ),
  length('rodMm', 'Rod, centre to centre', 'where the crank stands for lash, the torque to hold at leak-down'),
  bare(
    'compressionRatio',
    'Compression ratio',
    'what compression to expect, what oil alone adds to it, what locks the engine',
  ),
  {
    ...bare('intakeClosesAbdcDeg', 'Intake closes after bottom', 'what compression to expect', 'deg'),
    dimension: 'angle',
    habit: { metric: 'deg', imperial: 'deg' },
  },
  length('releaseBumpMm', 'Release lifts the valve', 'what of the release is left at that lash', 'thou'),
  bare('rockerRatio', 'Rocker ratio', 'how many turns of the adjuster'),
  {
    ...bare('adjusterKind', 'Adjuster', 'how many turns of the adjuster'),
    options: [
      { value: 'valve-screw', label: 'Screw at the valve' },
      { value: 'push-rod-screw', label: 'Screw at the push rod' },
      { value: 'pivot-nut', label: 'Pivot nut' },
    ],
  },
  length('adjusterPitchMm', 'Adjuster thread, pitch', 'how many turns of the adjuster'),
  length('flywheelRimMm', 'Flywheel rim, across', 'where on the rim the mark for lash stands'),
  bare('flywheelTeeth', 'Ring gear, teeth', 'where on the ring gear the mark for lash stands'),
  length('crankTaperMm', 'Crank taper, across', 'what a sheared key means in degrees', 'in', [], ['spark.key']),
  torque('flywheelNutNm', 'Flywheel nut', 'the torque for the nut', ['spark.flywheel-nut']),
  torque('plugNm', 'Plug', 'the torque when it goes back in'),
  torque('headBoltNm', 'Head bolts', 'the torque when the head goes back on'),
  torque('coverScrewNm', 'Valve cover screws', 'the torque when the cover goes back on'),
];

/** The same as they stand on a sheet. */
export const SHEET_GROUPS: readonly { readonly title: string; readonly figures: readonly string[] }[] = [
  { title: 'Spark', figures: ['coilOhms', 'coilGap', 'plugGapMm', 'crankTaperMm'] },
  {
    title: 'Valves',
    figures: [
      ...['lashIntake', 'lashExhaust', 'lashAtPastTdcMm', 'releaseBumpMm', 'rockerRatio', 'adjusterKind'],
      ...['adjusterPitchMm', 'flywheelRimMm', 'flywheelTeeth', 'intakeClosesAbdcDeg'],
    ],
  },
  { title: 'Torque', figures: ['flywheelNutNm', 'plugNm', 'headBoltNm', 'coverScrewNm'] },
  { title: 'Power', figures: ['ratedCcaA', 'statorVoltsAc'] },
  { title: 'Fuel and speed', figures: ['solenoidOhms', 'idleRpm', 'governedRpm'] },
  { title: 'Inside', figures: ['oilLitres', 'boreMm', 'strokeMm', 'rodMm', 'compressionRatio'] },
];

/** What the sheet still lacks of it. */
export const isMissing = ({ names }: SheetFigure, figures: EngineFigures): boolean =>
  names.some((name) => figures[name] == null);

/** The one thing of an engine that a check asks for first: a word, then a figure; null where it needs nothing that is not known. */
export function askedBy(
  check: string,
  { engine, figures }: EngineKnown,
):
  | { readonly kind: 'word'; readonly word: SheetWord }
  | { readonly kind: 'figure'; readonly figure: SheetFigure }
  | null {
  const word = SHEET_WORDS.find(
    (w) => w.askedAt.includes(check) && w.asksOf(engine) && (engine[w.word] ?? 'unknown') === 'unknown',
  );
  if (word) return { kind: 'word', word };
  const figure = SHEET_FIGURES.find((f) => f.askedAt.includes(check) && isMissing(f, figures));
  return figure ? { kind: 'figure', figure } : null;
}

/** What cannot be of an engine: a from above its to, a rod no longer than half the stroke, a layout of another number of cylinders. */
export function sheetIssues({
  engine,
  figures,
}: EngineKnown): readonly { readonly name: string; readonly message: string }[] {
  const issues: { name: string; message: string }[] = [];
  for (const { names, label } of SHEET_FIGURES) {
    const [low, high] = names;
    if (high !== undefined && Number(figures[low]) > Number(figures[high] ?? Number.POSITIVE_INFINITY))
      issues.push({ name: high, message: `${label}: the first figure is the lower one` });
  }
  const { strokeMm, rodMm, lashAtPastTdcMm } = figures;
  if (strokeMm != null && rodMm != null && rodMm <= strokeMm / 2)
    issues.push({ name: 'rodMm', message: 'a rod is longer than half the stroke' });
  if (strokeMm != null && lashAtPastTdcMm != null && lashAtPastTdcMm > strokeMm)
    issues.push({ name: 'lashAtPastTdcMm', message: 'no piston goes further down than its stroke' });
  if (engine.layout !== 'unknown' && (engine.layout === 'single') !== (engine.cylinders === 1))
    issues.push({ name: 'layout', message: `layout ${engine.layout} does not fit ${engine.cylinders} cylinder(s)` });
  return issues;
}
