import { type Random, random } from '../chance/random.ts';
import type { OutcomeOf } from '../checks/index.ts';
import type { EngineFigures, EngineWords } from '../engine/index.ts';
import type { OilGrade } from './cold.ts';
import type { Harness } from './killHarness.ts';

/** What moves air and burns it on one side. Sound values are those of a machine with nothing wrong. */
export interface CylinderState {
  /** Equivalent leak areas, cold [mm2]. */
  leakMm2: { intake: number; exhaust: number; rings: number; edge: number; gallery: number };
  /** Of the head gasket, what more there is hot, as a factor. */
  edgeHot: number;
  lashMm: { intake: number; exhaust: number };
  /** Share of the travel that arrives at the valve. */
  lift: { intake: number; exhaust: number };
  /** Something holds a valve off its seat this far [mm2], and which. */
  stuckMm2: number;
  stuckValve: 'intake' | 'exhaust';
  /** Speed above which its valves no longer follow [1/min]. */
  floatsRpm: number;
  studLoose: boolean;
  pushrod: 'ok' | 'bent' | 'off';
  springBroken: boolean;
  lifterCollapsed: boolean;
  lobeWorn: boolean;
  bore: 'clean' | 'washed' | 'scored' | 'hole';
  shortMm: number;
  parted: boolean;
  liquidMl: number;
  water: boolean;
  oilPassed: number;
  coil: {
    ohmsAt20C: number;
    open: boolean;
    /** Spark it makes at its best, 1 as new. */
    strength: number;
    /** Winding temperature from which it gives out [deg C]; and speed [1/min]. */
    failsC: number;
    failsRpm: number;
    gapMm: number;
  };
  /** What the lead lets through, and what it looks like. */
  lead: { passes: number; look: 'ok' | 'pinched' | 'chafed' | 'arcing' | 'loose-terminal'; flexes: boolean };
  plug: { passes: number; gapMm: number; look: OutcomeOf<'spark.plug-look'> | null };
  /** Fuel its own barrel gives, share of what it needs. */
  jet: number;
  /** Turns its mixture screw stands out. */
  screwTurns: number;
  studHoles: 'clean' | 'debris';
  airLeakMm2: number;
}

export const INSTRUMENTS = ['volts', 'ohms', 'amps', 'gauge', 'tachometer', 'thermometer', 'blades', 'other'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

/** One machine as it is, whatever anybody believes. Built anew from its sound self and what is wrong with it. */
export interface Mower {
  readonly engine: EngineWords;
  /** What a sheet of that engine prints, for who judges readings. */
  readonly figures: EngineFigures;
  /** What it is built to, for the physics. */
  readonly sheet: {
    boreMm: number;
    strokeMm: number;
    rodMm: number;
    compressionRatio: number;
    intakeClosesAbdcDeg: number;
    idleRpm: number;
    governedRpm: number;
    ratedCcaA: number;
    statorVoltsAc: number;
    oilLitres: number;
    /** A release lets its valve close so far before the top of compression [deg]. */
    releaseClosesBtdcDeg: number;
  };
  /** Hours it has run. */
  readonly hours: number;
  /** Its own lot: what is chance of this machine and stays so, look after look. */
  readonly lot: number;
  /** What the instruments on this bench show too much, each in units of its class; the same at every reading. */
  readonly instruments: Readonly<Record<Instrument, number>>;
  /** Where the crank comes to rest, try after try: before the top of a compression [deg]. */
  readonly restsBeforeDeg: readonly number[];
  readonly ambientC: number;
  readonly ambientPa: number;
  /** Tester's ohms as it stands, and once charged; `fed` once a charger was on it, or a full one is in its place. */
  battery: { openVolts: number; testerOhms: number; chargedOhms: number; cellGone: boolean; fed: boolean };
  ohms: { positive: number; relay: number; ground: number; regulatorGround: number };
  /** `size`: how large its maker made it; `strength`: what is left of that. */
  starter: { size: number; strength: number; drives: boolean; dragNm: number };
  ringTeeth: 'ok' | 'worn';
  relayCoil: boolean;
  /** Winding of the blade clutch. */
  clutchOhms: number;
  /** Along the start line: what still passes. */
  line: { fuse: 'ok' | 'corroded' | 'blown'; key: boolean; interlock: boolean; wiring: boolean };
  drawA: number;
  charging: { stator: number; regulator: 'ok' | 'none' | 'over' };
  turning: { frictionNm: number; seized: boolean; ptoNm: number };
  release: { bumpMm: number; works: boolean; stuck: boolean };
  /** `offsetDeg` above 0: it sits ahead, and the spark comes early. */
  flywheel: { offsetDeg: number; nutLoose: boolean; magnet: number };
  cylinders: CylinderState[];
  harness: Harness;
  /** A switch for low oil that grounds the coils though the oil is right. */
  oilSwitchGrounds: boolean;
  /** Where it has points: their look, and what they and their condenser leave of the spark, cold and hot. */
  breaker: {
    points: 'ok' | 'gap-off' | 'burnt';
    gapMm: number;
    passes: number;
    condenser: 'ok' | 'bad';
    hotPasses: number;
  };
  /** Where its wiring is damaged, and whether that lies open to the eye. */
  wiringSeen: { readonly place: string; readonly open: boolean; readonly as: OutcomeOf<'look.wiring'> }[];
  fuel: {
    quality: 'fresh' | 'stale' | 'water' | 'empty';
    /** Strength that is left to what burns of it, 1 = fresh. */
    spoilt: number;
    shut: boolean;
    /** What each place lets through, ml/min at full suction; the least of them counts. */
    vent: number;
    pickup: number;
    line: number;
    lineLook: 'ok' | 'kinked' | 'cracked' | 'collapsed';
    filter: number;
    pump: number;
    pumpHole: boolean;
    screen: number;
    screenFitted: boolean;
    needleMlMin: number;
    needleLook: 'ok' | 'dirt-on-seat' | 'hardened' | 'grooved';
    float: 'ok' | 'level-off' | 'sticks' | 'sunk';
    /** Level of the bowl against its mark, 1 = right. */
    level: number;
    main: number;
    idle: number;
    emulsion: number;
    bowlSeal: 'ok' | 'swollen' | 'wrong' | 'missing';
    jetSeal: 'ok' | 'hardened' | 'swollen';
    /** Fuel past a seal or a hole, share more. */
    richer: number;
    choke: 'ok' | 'stuck-open' | 'stuck-closed';
    governor: 'ok' | 'binding' | 'off';
    /** Of one that is off, what: the rod to the plate, its spring, or either in another hole. */
    governorOff: 'rod' | 'spring' | 'hole' | null;
    /** Turns so much faster than it is set, as a factor. */
    races: number;
    tap: 'none' | 'holds' | 'passes';
    bowl: 'clean' | 'debris' | 'water' | 'varnish';
  };
  solenoid: { feed: boolean; ohms: number; plunger: 'free' | 'sticky' | 'stuck-open' | 'stuck-shut' };
  air: { filter: number; housing: boolean; exhaust: number; packed: boolean };
  oil: { grade: OilGrade; level: 'ok' | 'low' | 'over'; fuelShare: number; breather: boolean };
  /** Hours it stood with the fuel on before it came in. */
  parkedHours: number;
}

/** Such releases let go about here [P: figures of 30 are usual]. */
const RELEASE_CLOSES_BTDC = 30;
/** An engine with a release has a starter that needs it: of one, and of each of two cylinders [M: without, most stand before a compression]. */
const WITH_RELEASE = { single: 0.52, twin: 0.46 } as const;
/** A crank that is let go is thrown back by a compression and rests before it, or short of the next: so many ways of it [M]. */
const RESTS_DEG = [90, 215] as const;
export const RESTS = 4;
/** What sound rings pass new, and what a thousand hours add [mm2] [P: 3 to 12 % on a leak-down tester by the hours]. */
const RINGS_NEW_MM2 = 0.235;
const RINGS_BY_1000_H_MM2 = 0.22;

/** Of crank and flywheel [kg m2] [M]. */
export const inertiaOf = ({ engine }: Pick<Mower, 'engine'>) => (engine.cylinders === 2 ? 0.13 : 0.14);

/** A flow nothing stands in the way of [ml/min]. */
export const AMPLE_ML_MIN = 600;

/** Clearance of the valves as made [mm] [M]. */
export const USUAL_LASH_MM = { intake: 0.105, exhaust: 0.155 } as const;
/** Of cables and contacts [ohm] [M]. */
export const SOUND_OHMS = { positive: 0.0014, relay: 0.0006, ground: 0.0012 } as const;
/** What a tester finds of a new battery: about 3 V over its ohms are its amps [ohm] [P]. */
export const soundTesterOhms = (ratedCcaA: number): number => 3 / (0.97 * ratedCcaA);

/** What is of a machine's own lot, numbered apart: what is plain enough to be heard, how its plugs look, whether a drained spark flashes. */
const OWN_LOT = { heard: 1, plug: 100, flash: 200 } as const;
/** The same of one machine at every look, 0 .. 1. */
export const ofItsLot = ({ lot }: Pick<Mower, 'lot'>, what: keyof typeof OWN_LOT, number: number): number =>
  random(lot ^ Math.imul(OWN_LOT[what] + number, 0x9e3779b1)).next();

/** How many have a screen at the carburettor's inlet, and a tap [M]. */
const SCREENS = 0.6;
const TAPS = { gravity: 0.75, pump: 0.4 } as const;

type Vary = (value: number, share: number) => number;

const soundFuel = (engine: EngineWords, vary: Vary, chance: Random): Mower['fuel'] => ({
  quality: 'fresh',
  spoilt: 1,
  shut: false,
  vent: AMPLE_ML_MIN,
  pickup: AMPLE_ML_MIN,
  line: AMPLE_ML_MIN,
  lineLook: 'ok',
  filter: AMPLE_ML_MIN,
  pump: engine.fuelFeed === 'gravity' ? AMPLE_ML_MIN : vary(500, 0.08),
  pumpHole: false,
  screen: AMPLE_ML_MIN,
  screenFitted: chance.next() < SCREENS,
  needleMlMin: 0,
  needleLook: 'ok',
  float: 'ok',
  level: 1,
  main: 1,
  idle: 1,
  emulsion: 1,
  bowlSeal: 'ok',
  jetSeal: 'ok',
  richer: 0,
  choke: 'ok',
  governor: 'ok',
  governorOff: null,
  races: 1,
  tap: chance.next() < TAPS[engine.fuelFeed === 'gravity' ? 'gravity' : 'pump'] ? 'holds' : 'none',
  bowl: 'clean',
});

const soundHarness = (engine: EngineWords, vary: Vary, chance: Random): Mower['harness'] => ({
  legs: Array.from({ length: engine.cylinders }, () => ({
    primaryOhms: vary(0.8, 0.2),
    diode: 'good' as const,
    chafed: false,
    lead: 'on' as const,
  })),
  commonChafed: false,
  connector: 'joined',
  key: 'run',
  polarity: chance.next() < 0.6 ? 'to-common' : 'from-common',
});

const soundBreaker = (): Pick<Mower, 'oilSwitchGrounds' | 'breaker'> => ({
  oilSwitchGrounds: false,
  breaker: { points: 'ok', gapMm: 0.47, passes: 1, condenser: 'ok', hotPasses: 1 },
});

/** What the sheet of such an engine prints. */
const printedOn = (sheet: Mower['sheet'], twin: boolean, release: boolean): EngineFigures => ({
  boreMm: sheet.boreMm,
  strokeMm: sheet.strokeMm,
  rodMm: sheet.rodMm,
  compressionRatio: sheet.compressionRatio,
  intakeClosesAbdcDeg: sheet.intakeClosesAbdcDeg,
  releaseBumpMm: release ? 0.35 : null,
  idleRpm: sheet.idleRpm,
  governedRpm: sheet.governedRpm,
  ratedCcaA: sheet.ratedCcaA,
  coilOhmsLow: twin ? 2500 : 6000,
  coilOhmsHigh: twin ? 5000 : 11000,
  coilGapLowMm: 0.2,
  coilGapHighMm: 0.3,
  plugGapMm: 0.76,
  solenoidOhmsLow: 15,
  solenoidOhmsHigh: 60,
  lashIntakeLowMm: 0.08,
  lashIntakeHighMm: 0.13,
  lashExhaustLowMm: 0.13,
  lashExhaustHighMm: 0.18,
  statorVoltsAc: 28,
  oilLitres: sheet.oilLitres,
  flywheelRimMm: 230,
  crankTaperMm: 25.4,
});

/**
 * A sound machine: one of a kind of engine, each a little different from the next.
 * Figures are those of such engines [M], spreads of what is found on sound ones [M].
 * @param hours it has run: what wears grows with them
 */
export function soundMower(engine: EngineWords, chance: Random, hours = 250): Mower {
  const twin = engine.cylinders === 2;
  const vary = (value: number, share: number) => value * (1 + share * chance.normal());
  const geometry = twin
    ? { boreMm: 80, strokeMm: 69, rodMm: 112, compressionRatio: 8.4, intakeClosesAbdcDeg: 50 }
    : { boreMm: 87, strokeMm: 70, rodMm: 115, compressionRatio: 8.2, intakeClosesAbdcDeg: 52 };
  const ratedCcaA = twin ? 300 : 230;
  const testerOhms = vary(soundTesterOhms(ratedCcaA), 0.06);
  const coilOhms = vary(twin ? 3600 : 8000, 0.08);
  const release = engine.compressionRelease === 'automatic';
  const sheet = {
    ...geometry,
    idleRpm: 1650,
    governedRpm: 3550,
    ratedCcaA,
    statorVoltsAc: 30,
    oilLitres: twin ? 1.9 : 1.4,
    releaseClosesBtdcDeg: RELEASE_CLOSES_BTDC,
  };
  return {
    engine,
    sheet,
    figures: printedOn(sheet, twin, release),
    ambientC: 18 + 6 * chance.normal(),
    ambientPa: vary(100_000, 0.012),
    battery: {
      openVolts: 12.62 + 0.06 * chance.normal(),
      testerOhms,
      chargedOhms: testerOhms,
      cellGone: false,
      fed: false,
    },
    ohms: {
      positive: vary(SOUND_OHMS.positive, 0.13),
      relay: vary(SOUND_OHMS.relay, 0.15),
      ground: vary(SOUND_OHMS.ground, 0.13),
      regulatorGround: 0.002,
    },
    starter: {
      size: release ? WITH_RELEASE[twin ? 'twin' : 'single'] : 1,
      strength: vary(1, 0.04),
      drives: true,
      dragNm: 0,
    },
    ringTeeth: 'ok',
    relayCoil: true,
    clutchOhms: 3.2,
    line: { fuse: 'ok', key: true, interlock: true, wiring: true },
    drawA: 0.004,
    charging: { stator: 1, regulator: 'ok' },
    turning: { frictionNm: vary(twin ? 11 : 9, 0.1), seized: false, ptoNm: 0 },
    release: { bumpMm: release ? 0.35 : 0, works: release, stuck: false },
    flywheel: { offsetDeg: 0, nutLoose: false, magnet: vary(1, 0.03) },
    cylinders: Array.from({ length: engine.cylinders }, () => soundCylinder(chance, coilOhms, hours)),
    harness: soundHarness(engine, vary, chance),
    ...soundBreaker(),
    wiringSeen: [],
    fuel: soundFuel(engine, vary, chance),
    solenoid: { feed: true, ohms: vary(32, 0.08), plunger: 'free' },
    air: { filter: vary(0.98, 0.01), housing: true, exhaust: 1, packed: false },
    oil: { grade: chance.next() < 0.7 ? 'sae-30' : '10w-30', level: 'ok', fuelShare: 0, breather: true },
    parkedHours: 12,
    hours,
    lot: Math.floor(0x1_0000_0000 * chance.next()),
    instruments: Object.fromEntries(INSTRUMENTS.map((name) => [name, chance.normal()])) as Mower['instruments'],
    restsBeforeDeg: Array.from({ length: RESTS }, () => RESTS_DEG[0] + (RESTS_DEG[1] - RESTS_DEG[0]) * chance.next()),
  };
}

function soundCylinder(chance: Random, coilOhms: number, hours: number): CylinderState {
  const vary = (value: number, share: number) => value * (1 + share * chance.normal());
  return {
    leakMm2: {
      intake: vary(0.04, 0.2),
      exhaust: vary(0.05, 0.2),
      // Some air always passes rings.
      rings: vary(RINGS_NEW_MM2 + (RINGS_BY_1000_H_MM2 * hours) / 1000, 0.08),
      edge: 0,
      gallery: 0,
    },
    edgeHot: 1,
    lashMm: { intake: vary(USUAL_LASH_MM.intake, 0.08), exhaust: vary(USUAL_LASH_MM.exhaust, 0.06) },
    lift: { intake: 1, exhaust: 1 },
    stuckMm2: 0,
    stuckValve: 'exhaust',
    floatsRpm: 6000,
    studLoose: false,
    pushrod: 'ok',
    springBroken: false,
    lifterCollapsed: false,
    lobeWorn: false,
    bore: 'clean',
    shortMm: 0,
    parted: false,
    liquidMl: 0,
    water: false,
    oilPassed: 0,
    coil: {
      ohmsAt20C: vary(coilOhms, 0.02),
      open: false,
      strength: vary(1, 0.03),
      failsC: 400,
      failsRpm: 20_000,
      gapMm: vary(0.25, 0.06),
    },
    lead: { passes: 1, look: 'ok', flexes: false },
    plug: { passes: 1, gapMm: vary(0.76, 0.05), look: null },
    jet: 1,
    screwTurns: 1.75,
    studHoles: 'clean',
    airLeakMm2: 0,
  };
}
