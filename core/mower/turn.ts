import { clearanceMl, firingAnglesDeg } from '../engine/index.ts';
import { batteryOhmsBy, copperBy, rubsBy } from './cold.ts';
import { type Cranked, crank } from './crank.ts';
import { type CrankEngine, SPARK_BTDC, type StarterCircuit } from './crankModel.ts';
import { type Kick, kickOf, PRESSED_BEFORE } from './kick.ts';
import { heldOpenOf, leakOf, liftsOf } from './leaks.ts';
import { inertiaOf, type Mower, SOUND_OHMS, soundTesterOhms } from './machine.ts';
import { sparkAt, supplyMlPerMin } from './run.ts';
import { CHARGED_V } from './standing.ts';

export type Turning =
  | 'normal'
  | 'slow'
  | 'hesitates'
  | 'kicks-back'
  | 'spins-fast'
  | 'spins-free'
  | 'groans'
  | 'stops-dead'
  | 'click-only'
  | 'silent';

export interface Turned {
  readonly how: Turning;
  /** Null where the starter never turned the crank. */
  readonly run: Cranked | null;
  /** What a spark that comes early does to it [N m]; null where none does. */
  readonly kickNm: number | null;
}

/** How it is set up for being cranked. */
export interface CrankedAs {
  readonly hot?: boolean;
  /** Which try it is: the crank rests elsewhere each time; 0 or more. */
  readonly attempt?: number;
  /** Cylinders with their plugs out; one with a gauge in it, on an adapter of so much [ml]. */
  readonly plugsOut?: readonly number[];
  readonly gauge?: { readonly cylinder: number; readonly adapterMl: number };
  /** How much of the ambient pressure stands behind the intake valves; 1 with the plate wide open. */
  readonly intakeFill?: number;
}

/** Error a step of cranking may have; a finer one moves key figures by less than half a percent (shown by a test). */
export const CRANK_TOLERANCE = 1e-3;
/** Polarisation: a battery sags by two to three times what its tester's ohms give [P]. */
export const POLARISATION = 2;
const MOTOR = { motorOhms: 0.012, torqueConstant: 0.0185, gear: 15, efficiency: 0.85 };
/** Under this a starter is heard to turn slowly on a mild day, and under that it does not get over a compression [1/min] [M]. */
const SLOW_RPM = 270;
const STOPS_RPM = 28;
/** Short of this it only jerks [deg]; a battery that keeps so much while the motor stands is not what it lacks [V] [M]. */
const JERKS_DEG = 30;
const STARVED_V = 8.6;
/** Of what a full battery and clean cables send through such a motor as it stands: with less it only jerks [share] [M]. */
const THROWN_OF = 0.75;
/** No compression to hear [Pa] [M]. */
const UNHEARD_PA = 240_000;
/** What a release opens for a millimetre of its bump [mm2/mm] [M]. */
const RELEASE_MM2_PER_MM = 120;
/** One that is stuck on stands further out than it should by this factor [M]. */
const STUCK_OUT = 1.5;
/** Oil of an engine that worked [C] [P]. */
const HOT_OIL_C = 90;

/** A plug hole [mm2] [P: 14 mm]. */
const PLUG_HOLE_MM2 = 150;

/** How much more than on clean oil at 20 C it rubs, by its oil. */
const rubsNow = (m: Mower, hot: boolean) => rubsBy(m.oil.grade, hot ? HOT_OIL_C : m.ambientC, m.oil.fuelShare);

/** What turning it takes, gas and speed apart [N m]. */
export const dragOf = (m: Mower, hot: boolean) =>
  m.turning.frictionNm * rubsNow(m, hot) + m.turning.ptoNm + m.starter.dragNm;

/** One engine as far as turning it goes. */
function crankEngineOf(m: Mower, { hot = false, plugsOut, gauge, intakeFill }: CrankedAs): CrankEngine {
  const tops = firingAnglesDeg(m.engine);
  const releases = m.release.works && m.engine.compressionRelease === 'automatic';
  const bumpMm = m.release.bumpMm * (m.release.stuck ? STUCK_OUT : 1);
  return {
    boreMm: m.sheet.boreMm,
    strokeMm: m.sheet.strokeMm,
    rodMm: m.sheet.rodMm,
    compressionRatio: m.sheet.compressionRatio,
    releaseClosesBtdcDeg: m.sheet.releaseClosesBtdcDeg,
    inertia: inertiaOf(m),
    frictionNm: m.turning.seized ? 400 : dragOf(m, hot),
    viscousNms: 0.1 * rubsNow(m, hot),
    cylinders: m.cylinders.map((c, i) => ({
      topDeg: tops[i]!,
      leakMm2: leakOf(c, hot) - heldOpenOf(c, hot) - c.stuckMm2,
      heldOpenMm2: heldOpenOf(c, hot) + c.stuckMm2 + (plugsOut?.includes(i) ? PLUG_HOLE_MM2 : 0),
      intakeLift: liftsOf(c).intake,
      exhaustLift: liftsOf(c).exhaust,
      releaseMm2: releases ? RELEASE_MM2_PER_MM * Math.max(0, bumpMm - c.lashMm.exhaust) : 0,
      intakeClosesAbdcDeg: m.sheet.intakeClosesAbdcDeg,
      liquidMl: plugsOut?.includes(i) ? 0 : c.liquidMl,
      shortMm: c.shortMm,
      parted: c.parted,
      ...(intakeFill === undefined ? {} : { intakeFill }),
      ...(gauge?.cylinder === i ? { addedMl: gauge.adapterMl } : {}),
    })),
  };
}

export const starterCircuitOf = (m: Mower): StarterCircuit => ({
  openVolts: m.battery.openVolts,
  batteryOhms: POLARISATION * m.battery.testerOhms * batteryOhmsBy(m.ambientC),
  positiveOhms: m.ohms.positive,
  relayOhms: m.ohms.relay,
  groundOhms: m.ohms.ground,
  ...MOTOR,
  motorOhms: (MOTOR.motorOhms * copperBy(m.ambientC)) / Math.max(0.1, m.starter.size * m.starter.strength),
  torqueConstant: MOTOR.torqueConstant * Math.sqrt(m.starter.size * m.starter.strength),
});

/** Through the same starter, standing, with nothing wrong on the way [A]. */
function soundLockedAmps({ sheet, starter, ambientC }: Mower): number {
  const battery = POLARISATION * soundTesterOhms(sheet.ratedCcaA) * batteryOhmsBy(ambientC);
  const motor = (MOTOR.motorOhms * copperBy(ambientC)) / starter.size;
  return CHARGED_V / (battery + SOUND_OHMS.positive + SOUND_OHMS.relay + SOUND_OHMS.ground + motor);
}

/** A coil of 12 V, of a relay or a solenoid, pulls in from this, and a relay lets go under that [V] [P: two thirds, a quarter]. */
export const PULLS_IN_V = 8;
const LETS_GO_V = 3.2;

/** Whether the relay holds once the motor draws: with next to nothing in the battery it lets go again, and chatters. */
function relayHolds(c: StarterCircuit): 'holds' | 'lets-go' | 'stays-off' {
  if (c.openVolts < PULLS_IN_V) return 'stays-off';
  // In its first moment a battery has not yet sagged all the way.
  const battery = c.batteryOhms / POLARISATION;
  const amps = c.openVolts / (battery + c.positiveOhms + c.relayOhms + c.groundOhms + c.motorOhms);
  return c.openVolts - battery * amps < LETS_GO_V ? 'lets-go' : 'holds';
}

/** The key turned to start: what the starter does, from relay to crank. */
export function turnOver(m: Mower, as: CrankedAs = {}): Turned {
  const { fuse, key, interlock, wiring } = m.line;
  if (fuse === 'blown' || !key || !interlock || !wiring || !m.relayCoil)
    return { how: 'silent', run: null, kickNm: null };
  if (!m.starter.drives) return { how: 'spins-free', run: null, kickNm: null };
  const circuit = starterCircuitOf(m);
  const relay = relayHolds(circuit);
  if (relay !== 'holds') return { how: relay === 'stays-off' ? 'silent' : 'click-only', run: null, kickNm: null };
  const engine = crankEngineOf(m, as);
  const run = crank(engine, circuit, m.ambientPa, {
    seconds: 1.3,
    tolerance: CRANK_TOLERANCE,
    restsBeforeDeg: m.restsBeforeDeg[(as.attempt ?? 0) % m.restsBeforeDeg.length]!,
  });
  const kick = kickOn(m, engine, circuit, run);
  return { how: named(m, run, kick), run, kickNm: kick?.torqueNm ?? null };
}

/** What a charge sets free that was pressed to so much [J]: 43 MJ for a kilogram of petrol in 14.7 of air [S: Heywood, table D.4]. */
function chargeJ({ sheet, ambientPa, ambientC }: Mower, peakGaugePa: number): number {
  const ratio = (ambientPa + peakGaugePa) / ambientPa;
  const kelvin = (ambientC + 273.15) * ratio ** (1 - 1 / PRESSED_BEFORE);
  const kilograms = (ratio * ambientPa * clearanceMl(sheet, sheet.compressionRatio) * 1e-6) / (287.05 * kelvin);
  return (kilograms * 43e6) / 14.7;
}
/** So little ahead of its time it is not yet looked at [deg]. */
const AHEAD_DEG = 1.5;

/** What a flywheel that sits ahead does: the first charge that burns throws the crank back. */
function kickOn(m: Mower, engine: CrankEngine, circuit: StarterCircuit, run: Cranked): Kick | null {
  const ahead = m.flywheel.offsetDeg;
  if (ahead < AHEAD_DEG || run.stopped || supplyMlPerMin(m, false) < 1) return null;
  const kicks = engine.cylinders.flatMap((_, i): Kick[] => {
    const radPerS = run.sparkRadPerS[i];
    const c = m.cylinders[i]!;
    if (radPerS == null || radPerS <= 0 || sparkAt(m, i, run.rpm, false) * c.plug.passes < 0.25) return [];
    const starterNm = circuit.gear * circuit.efficiency * circuit.torqueConstant * run.amps;
    const spark = { atBtdcDeg: SPARK_BTDC + ahead, radPerS, heatJ: chargeJ(m, run.peakPa[i]!), starterNm };
    return [kickOf(engine, spark, run.peakPa[i]!, m.ambientPa)];
  });
  return kicks.reduce<Kick | null>((worst, kick) => (!worst || kick.torqueNm > worst.torqueNm ? kick : worst), null);
}

/** In the cold nobody expects it to turn as on a mild day: of its speed then [M: as sound ones of these do]. */
const expectedBy = (ambientC: number) => Math.max(0.35, Math.min(1, 1 - 0.016 * (20 - ambientC)));

/** Standing for so long is heard before it goes over [s] [M]. */
const HESITATES_S = 0.15;

function named(m: Mower, run: Cranked, kick: Kick | null): Turning {
  if (run.rpm < STOPS_RPM) {
    // A motor that has its current throws itself against what is locked, and is heard to be stopped; one that has not only jerks.
    if (run.turnedDeg < JERKS_DEG) return run.amps > THROWN_OF * soundLockedAmps(m) ? 'stops-dead' : 'click-only';
    // With the battery standing well the motor is starved on the way to it: it groans. Else it starts to turn, and stops.
    return run.postVolts > STARVED_V ? 'groans' : 'stops-dead';
  }
  if (kick?.back) return 'kicks-back';
  if (run.stoodS > HESITATES_S) return 'hesitates';
  if (run.rpm < SLOW_RPM * expectedBy(m.ambientC)) return 'slow';
  if (m.engine.compressionRelease !== 'automatic' && run.peakPa.every((pa) => pa < UNHEARD_PA)) return 'spins-fast';
  return 'normal';
}
