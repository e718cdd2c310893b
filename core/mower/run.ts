import { sweptMl } from '../engine/geometry.ts';
import { firingAnglesDeg, type RunningState } from '../engine/index.ts';
import { demandMlPerMin } from '../measure/fuel.ts';
import { interpolate } from '../measure/interpolate.ts';
import { airBy, jetBy, vapourBy } from './cold.ts';
import type { CycleEngine, Driven } from './cycle.ts';
import { BREAKS_RPM, governedSpeed, heldSpeed, STALLS_RPM, speedHeld } from './governor.ts';
import { sparkLeft } from './killHarness.ts';
import { leakOf, liftsOf } from './leaks.ts';
import { type CylinderState, inertiaOf, type Mower } from './machine.ts';

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

/** What an engine that was just stopped draws its air past [C] [M]. */
const HOT_AIR_BOX_C = 45;
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

/** Fuel the jets give in that state, each barrel's own apart, 1 = right. */
function jetsGive({ fuel }: Mower, state: RunningState): number {
  const given =
    state === 'idle'
      ? 0.65 * fuel.idle + 0.35 * fuel.main
      : state === 'cranking' || state === 'half-speed'
        ? ((fuel.main + fuel.idle) / 2) * (state === 'cranking' ? 1 : fuel.emulsion)
        : fuel.main * fuel.emulsion;
  return given * fuel.level;
}

/** What a choke adds, as it is or as it is pulled: cold it is cranked on it. */
function chokeAdds({ fuel }: Mower, state: RunningState, hot: boolean): number {
  if (fuel.choke === 'stuck-closed') return isWide(state) ? 0.9 : 0.55;
  if (state !== 'cranking' || hot) return 0;
  return fuel.choke === 'stuck-open' ? -0.2 : 0.3;
}

const isWide = (state: RunningState) => state === 'loaded' || state === 'full-speed';

const stallsRpm = (state: RunningState) => (state === 'loaded' ? STALLS_RPM.loaded : STALLS_RPM.free);

/** How the engine goes at one state, its cylinders each by their own spark, mixture, breath and seal. */
export function running(m: Mower, state: RunningState, hot: boolean, crankRpm: number): Running {
  const rpm = RPM[state] ?? crankRpm;
  const cranking = state === 'cranking';
  const wide = isWide(state);
  const demand = drinksMlPerMin(m, state);
  // A vent that lets no air in stops the fuel only after some minutes.
  const fed = Math.min(1, supplyMlPerMin(m, hot || state === 'loaded') / Math.max(1, demand)) * solenoidLets(m);
  const { fuel } = m;
  const jets = jetsGive(m, state);
  const choke = chokeAdds(m, state, hot);
  const filter = (1 / m.air.filter - 1) * (wide ? 0.45 : 0.15);
  const breathes = (wide ? m.air.filter : 1) * (wide ? m.air.exhaust : Math.sqrt(m.air.exhaust));
  const density = airBy(m.ambientC, m.ambientPa);
  // Warm, or once it runs, all of the fuel is vapour; cold what is wet on the walls does not burn.
  const jetted = jetBy(m.ambientC, m.ambientPa) * (cranking ? vapourBy(hot ? HOT_AIR_BOX_C : m.ambientC) : 1);
  const timing = Math.max(0, 1 - (m.flywheel.offsetDeg / 42) ** 2);
  const need = 0.3 * (state === 'loaded' ? 1.4 : state === 'full-speed' ? 1.25 : state === 'half-speed' ? 1.1 : 1);
  const parts = m.cylinders.map((c, i) => {
    const leaner = c.airLeakMm2 / (c.airLeakMm2 + (wide ? 160 : 30));
    const mixture =
      jetted * jets * c.jet * screwGives(c, state) * fed * Math.max(0, 1 + fuel.richer + choke + filter) * (1 - leaner);
    const spark = (sparkAt(m, i, rpm, hot) * c.plug.passes) / (need * (Math.max(0.3, c.plug.gapMm) / 0.76) ** 0.7);
    const shorted = c.plug.gapMm < 0.15;
    // What stands above a piston is thrown out once the engine runs.
    const wet = cranking && c.liquidMl > 5 ? 0 : 1;
    const spoiled = cranking ? fuel.spoilt ** 1.5 : fuel.spoilt;
    const fires = (shorted ? 0 : smooth(0.8, 1.2, spark)) * smooth(0.45, 0.7, mixture) * wet;
    const lifts = liftsOf(c);
    const floats = rpm > c.floatsRpm ? 0.25 : 1;
    const breath = Math.min(1, 1.15 * lifts.intake) * Math.min(1, 1.15 * lifts.exhaust) * floats;
    const lost =
      1 -
      Math.exp((-LEAK_COSTS * (leakOf(c, hot) + (m.release.stuck ? RELEASE_HELD_MM2 : 0)) * 300) / Math.max(150, rpm));
    const pressed = c.parted ? 0 : 1 - c.shortMm * 0.09;
    // What is too hot takes in thinner air.
    const heat = m.air.packed && hot ? 0.9 : 1;
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
        density *
        heat,
    };
  });
  const total = parts.reduce((sum, p) => sum + p.strength, 0) / parts.length;
  const load = LOAD[state] ?? 0.22;
  const throttle = Math.min(1, load / Math.max(0.01, total));
  // Cranking, one good cylinder is enough to start on.
  const best = Math.max(...parts.map((p) => p.strength));
  const lugs = heldSpeed(Math.min(1, total / load), rpm);
  const runs = cranking ? best > 0.3 && crankRpm > 100 : lugs > stallsRpm(state);
  // Under the governor's hand from half speed on; below it stands at its stop.
  const held = cranking || state === 'idle' ? rpm : speedHeld(fuel, rpm, total / load);
  const turns = !runs ? 0 : total >= load ? Math.min(held, BREAKS_RPM) : lugs;
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

const meanOf = (all: readonly number[]) => all.reduce((a, b) => a + b, 0) / all.length;

/** Torque of such engines at their best [N m] [M: 24 and 17 hp at 3,600 1/min]. */
export const fullNmOf = ({ engine }: Mower) => (engine.cylinders === 2 ? 47 : 33);

/** The engine as it goes at one state, for a model that follows each of its firings. */
export function cyclesOf(m: Mower, state: RunningState, now: Running): { engine: CycleEngine; driven: Driven } {
  const tops = firingAnglesDeg(m.engine);
  const wild = m.fuel.governorOff === 'rod' && state !== 'idle';
  const rpm = RPM[state] ?? RPM.idle!;
  const load = LOAD[state] ?? LOAD.idle!;
  const governs = !wild && state !== 'idle' && meanOf(now.strength) >= load;
  return {
    engine: {
      sweptMl: sweptMl(m.sheet),
      compressionRatio: m.sheet.compressionRatio,
      inertia: inertiaOf(m),
      fullNm: fullNmOf(m),
      cylinders: m.cylinders.map((c, i) => ({
        topDeg: tops[i]!,
        strength: now.strength[i]!,
        fires: now.fires[i]!,
        breath: liftsOf(c).intake > 0 && !c.parted ? 1 : 0,
        mixture: now.mixture[i]!,
        lateDeg: -m.flywheel.offsetDeg,
      })),
    },
    driven: {
      rpm: governs ? speedHeld(m.fuel, rpm, 1) : rpm,
      load,
      plate: wild ? 1 : now.throttle,
      stallsRpm: stallsRpm(state),
      by: wild || state === 'idle' ? 'held' : 'governor',
    },
  };
}
