import { sweptMl } from '../engine/geometry.ts';
import { firingAnglesDeg, type RunningState } from '../engine/index.ts';
import { demandMlPerMin } from '../measure/fuel.ts';
import { interpolate } from '../measure/interpolate.ts';
import { batteryOhmsBy, copperBy, rubsBy } from './cold.ts';
import { type Cranked, crank } from './crank.ts';
import { governedSpeed, heldSpeed } from './governor.ts';
import { sparkLeft } from './killHarness.ts';
import type { CylinderState, Mower } from './machine.ts';

export type Turning =
  | 'normal'
  | 'slow'
  | 'kicks-back'
  | 'spins-fast'
  | 'spins-free'
  | 'stops-dead'
  | 'click-only'
  | 'silent';

export interface Turned {
  readonly how: Turning;
  /** Null where the starter never turned the crank. */
  readonly run: Cranked | null;
}

/** Error a step of cranking may have; a finer one moves key figures by less than half a percent (shown by a test). */
export const CRANK_TOLERANCE = 1e-3;
/** Polarisation: a battery sags by two to three times what its tester's ohms give [P]. */
export const POLARISATION = 2;
const MOTOR = { motorOhms: 0.012, torqueConstant: 0.0185, gear: 15, efficiency: 0.85 };
/** Under this a starter is heard to turn slowly, and under that it does not get over a compression [1/min] [M]. */
const SLOW_RPM = 280;
const STOPS_RPM = 28;
/** It only jerks [deg]; a battery that keeps so much while the motor stands is not what it lacks [V] [M]. */
const JERKS_DEG = 25;
const STARVED_V = 8.6;
/** No compression to hear [Pa] [M]. */
const UNHEARD_PA = 240_000;
/** What a release opens for a millimetre of its bump [mm2/mm] [M]. */
const RELEASE_MM2_PER_MM = 120;
/** Rim of a valve: area for a millimetre held off its seat [mm] [M]. */
const SEAT_RIM_MM = 95;
/** Hot, a valve stands this much nearer [mm] [P: an exhaust grows 0.001 to 0.002 in]. */
const GROWS_MM = { intake: 0.02, exhaust: 0.04 };

/** Oil of an engine that worked [C] [P]. */
const HOT_OIL_C = 90;

/** Everything that lets air out of a cylinder [mm2]. */
export function leakOf(c: CylinderState, hot: boolean): number {
  const { intake, exhaust, rings, edge, gallery } = c.leakMm2;
  return intake + exhaust + rings + gallery + edge * (hot ? c.edgeHot : 1) + heldOpenOf(c, hot) + c.stuckMm2;
}

/** A valve without clearance stands off its seat [mm2]. */
export function heldOpenOf(c: CylinderState, hot: boolean): number {
  const off = (lash: number, grows: number) => Math.max(0, -(lash - (hot ? grows : 0)));
  return SEAT_RIM_MM * (off(c.lashMm.intake, GROWS_MM.intake) + off(c.lashMm.exhaust, GROWS_MM.exhaust));
}

/** Of its travel what is left to a valve once its clearance is taken up; about 6 mm as made. */
const liftLeft = (lift: number, lashMm: number, usual: number) => Math.max(0, lift - Math.max(0, lashMm - usual) / 3.2);

/** The key turned to start: what the starter does, from relay to crank. */
export function turnOver(m: Mower, hot = false): Turned {
  const { fuse, key, interlock, wiring } = m.line;
  if (fuse === 'blown' || !key || !interlock || !wiring || !m.relayCoil || m.battery.openVolts < 4)
    return { how: 'silent', run: null };
  if (!m.starter.drives) return { how: 'spins-free', run: null };
  const tops = firingAnglesDeg(m.engine);
  const rubs = rubsBy(m.oil.grade, hot ? HOT_OIL_C : m.ambientC, m.oil.fuelShare);
  const releases = m.release.works && m.engine.compressionRelease === 'automatic';
  const run = crank(
    {
      boreMm: m.sheet.boreMm,
      strokeMm: m.sheet.strokeMm,
      rodMm: m.sheet.rodMm,
      compressionRatio: m.sheet.compressionRatio,
      inertia: m.engine.cylinders === 2 ? 0.13 : 0.14,
      frictionNm: m.turning.seized ? 400 : m.turning.frictionNm * rubs + m.turning.ptoNm + m.starter.dragNm,
      viscousNms: 0.1 * rubs,
      cylinders: m.cylinders.map((c, i) => ({
        topDeg: tops[i]!,
        leakMm2: leakOf(c, hot) - heldOpenOf(c, hot) - c.stuckMm2,
        heldOpenMm2: heldOpenOf(c, hot) + c.stuckMm2,
        intakeLift: liftLeft(c.lift.intake, c.lashMm.intake, 0.105),
        exhaustLift: liftLeft(c.lift.exhaust, c.lashMm.exhaust, 0.155),
        releaseMm2: m.release.stuck
          ? 120
          : releases
            ? RELEASE_MM2_PER_MM * Math.max(0, m.release.bumpMm - c.lashMm.exhaust)
            : 0,
        intakeClosesAbdcDeg: m.sheet.intakeClosesAbdcDeg,
        liquidMl: c.liquidMl,
        shortMm: c.shortMm,
        parted: c.parted,
      })),
    },
    {
      openVolts: m.battery.openVolts,
      batteryOhms: POLARISATION * m.battery.testerOhms * batteryOhmsBy(m.ambientC),
      positiveOhms: m.ohms.positive,
      relayOhms: m.ohms.relay,
      groundOhms: m.ohms.ground,
      ...MOTOR,
      motorOhms: (MOTOR.motorOhms * copperBy(m.ambientC)) / Math.max(0.2, m.starter.strength),
      torqueConstant: MOTOR.torqueConstant * Math.sqrt(m.starter.strength),
    },
    m.ambientPa,
    1.3,
    CRANK_TOLERANCE,
  );
  return { how: named(m, run), run };
}

function named(m: Mower, run: Cranked): Turning {
  if (run.rpm < STOPS_RPM) {
    if (run.turnedDeg < JERKS_DEG) return 'click-only';
    // With the battery standing well the motor is starved on the way to it: it groans. Else it starts to turn, and stops.
    if (run.postVolts > STARVED_V) return run.turnedDeg > 200 ? 'slow' : 'click-only';
    return 'stops-dead';
  }
  if (Math.abs(m.flywheel.offsetDeg) > 8 && m.flywheel.offsetDeg < 30) return 'kicks-back';
  if (run.rpm < SLOW_RPM) return 'slow';
  if (m.engine.compressionRelease !== 'automatic' && run.peakPa.every((pa) => pa < UNHEARD_PA)) return 'spins-fast';
  return 'normal';
}

export interface Running {
  /** It keeps going at that state. */
  readonly runs: boolean;
  readonly rpm: number;
  /** What each cylinder gives, 0 .. 1 of what it should. */
  readonly strength: readonly number[];
  /** Share of its firings that come off. */
  readonly fires: readonly number[];
  /** Spark against what is needed at that state. */
  readonly spark: readonly number[];
  /** Fuel against air, 1 = right, of each. */
  readonly mixture: readonly number[];
  /** Throttle the governor asks for, 0 .. 1. */
  readonly throttle: number;
  /** Fuel arriving against what is burnt, 0 .. 1. */
  readonly fed: number;
  /** Air each takes as it goes, 1 = wide open at the governed speed. */
  readonly air: readonly number[];
}

const GOVERNED_RPM = 3550;
/** Speed of each state [1/min] [M]. */
export const RPM: Partial<Record<RunningState, number>> = {
  idle: 1650,
  'half-speed': 2500,
  'full-speed': 3550,
  loaded: 3450,
};
/** Share of its full torque that an engine of that kind needs at each state, its own friction included [M]. */
const LOAD: Partial<Record<RunningState, number>> = { idle: 0.2, 'half-speed': 0.26, 'full-speed': 0.32, loaded: 0.85 };
/** Share of the fuel at full load. */
const DRINKS: Partial<Record<RunningState, number>> = {
  cranking: 0.06,
  idle: 0.14,
  'half-speed': 0.28,
  'full-speed': 0.45,
  loaded: 1,
};
/** A winding cold, and after twenty minutes' work [deg C] [M]. */
const WINDING_C = { cold: 20, hot: 98 };
/** What a mixture gives of full strength, by fuel against air [M, after Heywood ch. 4]. */
const MIX = [0.4, 0.55, 0.72, 0.86, 1, 1.3, 1.6, 2, 2.5];
const MIX_GIVES = [0, 0.25, 0.7, 0.98, 1, 1, 0.8, 0.35, 0];

/** What a release that stays on lets out over a whole compression [mm2] [M]. */
const RELEASE_HELD_MM2 = 3;
/** Of its strength what a cylinder loses by a square millimetre of leak at cranking speed [M]. */
const LEAK_COSTS = 0.3;

const smooth = (from: number, to: number, x: number) => {
  const t = Math.max(0, Math.min(1, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
};

/** Fuel that can come as far as the bowl [ml/min]. */
export const supplyMlPerMin = (m: Mower, ventClosed: boolean): number =>
  Math.min(m.fuel.screen, atInletMlPerMin(m, ventClosed));

/** And as far as the carburettor's inlet, before its screen. */
export function atInletMlPerMin({ fuel, engine }: Mower, ventClosed: boolean): number {
  if (fuel.shut || fuel.quality === 'empty') return 0;
  const pump = engine.fuelFeed === 'gravity' ? Number.POSITIVE_INFINITY : fuel.pump;
  return Math.min(ventClosed ? fuel.vent : Number.POSITIVE_INFINITY, fuel.pickup, fuel.line, fuel.filter, pump);
}

/** The spark of one cylinder as a tester would see it, 0 .. about 1, at a speed. */
export function sparkAt(m: Mower, index: number, rpm: number, hot: boolean): number {
  const { coil, lead } = m.cylinders[index]!;
  if (m.oilSwitchGrounds && m.harness.legs[index]!.lead === 'on') return 0;
  const broken = m.breaker.passes * (hot ? m.breaker.hotPasses : 1);
  const winding = hot ? WINDING_C.hot : WINDING_C.cold;
  if (coil.open || rpm <= 0) return 0;
  const off = winding >= coil.failsC || rpm >= coil.failsRpm;
  const gap = coil.gapMm <= 0.32 ? 1 : Math.max(0.05, 1 - (coil.gapMm - 0.32) / 0.75);
  const speed = Math.min(1, (rpm / 260) ** 0.5);
  return (
    broken *
    coil.strength *
    m.flywheel.magnet *
    gap *
    speed *
    lead.passes *
    sparkLeft(m.harness, index) *
    (off ? 0.04 : 1)
  );
}

/** A mixture screw feeds the idle and little above it: share of the fuel at that opening [M]. */
function screwGives({ screwTurns }: CylinderState, state: RunningState): number {
  const share = state === 'idle' ? 0.8 : state === 'half-speed' ? 0.4 : state === 'cranking' ? 0.2 : 0.1;
  return 1 + share * Math.max(-1, Math.min(1, (screwTurns - 1.75) / 1.75));
}

/** What it drinks in that state [ml/min]. */
const drinksMlPerMin = (m: Mower, state: RunningState): number =>
  demandMlPerMin(m.cylinders.length * sweptMl(m.sheet), 3550, m.ambientC, m.ambientPa) * (DRINKS[state] ?? 0);

/** Whether its bowl runs dry in that state, the vent as it is after some minutes. */
export const runsDry = (m: Mower, state: RunningState): boolean =>
  supplyMlPerMin(m, true) < 0.75 * drinksMlPerMin(m, state);

/** Share of the fuel its solenoid lets through. */
function solenoidLets({ solenoid: { feed, ohms, plunger } }: Mower): number {
  if (plunger === 'stuck-open') return 1;
  const holds = feed && ohms > 5 && Number.isFinite(ohms);
  return !holds || plunger === 'stuck-shut' ? 0 : plunger === 'sticky' ? 0.5 : 1;
}

/** How the engine goes at one state, its cylinders each by their own spark, mixture, breath and seal. */
export function running(m: Mower, state: RunningState, hot: boolean, crankRpm: number): Running {
  const rpm = RPM[state] ?? crankRpm;
  const cranking = state === 'cranking';
  const wide = state === 'loaded' || state === 'full-speed';
  const demand = drinksMlPerMin(m, state);
  // A vent that lets no air in stops the fuel only after some minutes.
  const fed = Math.min(1, supplyMlPerMin(m, hot || state === 'loaded') / Math.max(1, demand)) * solenoidLets(m);
  const { fuel } = m;
  const jets =
    (state === 'idle'
      ? 0.65 * fuel.idle + 0.35 * fuel.main
      : cranking || state === 'half-speed'
        ? ((fuel.main + fuel.idle) / 2) * (cranking ? 1 : fuel.emulsion)
        : fuel.main * fuel.emulsion) * fuel.level;
  // Cold it is cranked on the choke.
  const onChoke = cranking && !hot;
  const choke =
    fuel.choke === 'stuck-closed' ? (wide ? 0.9 : 0.55) : onChoke ? (fuel.choke === 'stuck-open' ? -0.2 : 0.3) : 0;
  const filter = (1 / m.air.filter - 1) * (wide ? 0.45 : 0.15);
  const breathes = (wide ? m.air.filter : 1) * (wide ? m.air.exhaust : Math.sqrt(m.air.exhaust));
  const timing = Math.max(0, 1 - (m.flywheel.offsetDeg / 42) ** 2);
  const need = 0.3 * (state === 'loaded' ? 1.4 : state === 'full-speed' ? 1.25 : state === 'half-speed' ? 1.1 : 1);
  const parts = m.cylinders.map((c, i) => {
    const leaner = c.airLeakMm2 / (c.airLeakMm2 + (wide ? 160 : 30));
    const mixture =
      jets * c.jet * screwGives(c, state) * fed * Math.max(0, 1 + fuel.richer + choke + filter) * (1 - leaner);
    const spark = (sparkAt(m, i, rpm, hot) * c.plug.passes) / (need * (Math.max(0.3, c.plug.gapMm) / 0.76) ** 0.7);
    const shorted = c.plug.gapMm < 0.15;
    // What stands above a piston is thrown out once the engine runs.
    const wet = cranking && c.liquidMl > 5 ? 0 : 1;
    const spoiled = cranking ? fuel.spoilt ** 1.5 : fuel.spoilt;
    const fires = (shorted ? 0 : smooth(0.8, 1.2, spark)) * smooth(0.45, 0.7, mixture) * wet;
    const inlet = liftLeft(c.lift.intake, c.lashMm.intake, 0.105);
    const outlet = liftLeft(c.lift.exhaust, c.lashMm.exhaust, 0.155);
    const floats = rpm > c.floatsRpm ? 0.25 : 1;
    const breath = Math.min(1, 1.15 * inlet) * Math.min(1, 1.15 * outlet) * floats;
    const lost =
      1 -
      Math.exp((-LEAK_COSTS * (leakOf(c, hot) + (m.release.stuck ? RELEASE_HELD_MM2 : 0)) * 300) / Math.max(150, rpm));
    const pressed = c.parted ? 0 : 1 - c.shortMm * 0.09;
    const heat = m.air.packed && hot ? 0.7 : 1;
    return {
      mixture,
      spark,
      fires,
      breath,
      strength:
        fires *
        interpolate(MIX, MIX_GIVES, mixture) *
        breath *
        (1 - lost) *
        pressed *
        timing *
        spoiled *
        breathes *
        heat,
    };
  });
  const total = parts.reduce((sum, p) => sum + p.strength, 0) / parts.length;
  const load = LOAD[state] ?? 0.22;
  const throttle = Math.min(1, load / Math.max(0.01, total));
  // Cranking, one good cylinder is enough to start on.
  const best = Math.max(...parts.map((p) => p.strength));
  const runs = cranking ? best > 0.3 && crankRpm > 100 : total > Math.min(load, 0.34) * 0.95;
  const turns = runs ? (total >= load ? rpm : rpm * Math.max(0.5, total / load)) : 0;
  return {
    runs,
    rpm: turns,
    air: parts.map(({ breath }) => throttle * breath * breathes * (turns / GOVERNED_RPM)),
    strength: parts.map((p) => p.strength),
    fires: parts.map((p) => p.fires),
    spark: parts.map((p) => p.spark),
    mixture: parts.map((p) => p.mixture),
    throttle,
    fed,
  };
}

/**
 * Speed after one cylinder is cut out, from what is left of the torque against what the engine and its load take.
 * @param plate `held` where the plate is held still; else how far the governor had it open before, above 0 .. 1
 * @returns [1/min], 0 where it dies
 */
export function speedCut(strength: readonly number[], cut: number, rpm: number, plate: number | 'held'): number {
  const all = strength.reduce((a, b) => a + b, 0);
  const left = strength.reduce((sum, a, i) => (i === cut ? sum : sum + a), 0) / Math.max(1e-9, all);
  return plate === 'held' ? heldSpeed(left, rpm) : governedSpeed(left, rpm, plate).rpm;
}
