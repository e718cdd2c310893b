import { clearanceMl, crankAngleDegAt } from '../engine/index.ts';
import { orificeFlow } from '../measure/leakDown.ts';
import { integrate } from './solve.ts';

/** One cylinder as far as turning the crank goes. */
export interface CrankCylinder {
  /** Crank angle of the top of its compression, within a cycle of 720 [deg]. */
  readonly topDeg: number;
  /** Open all the time: seat, rings, gasket, hole [mm2]. */
  readonly leakMm2: number;
  /** What the valve opening at the intake and the exhaust comes to; 0 = stands still, 1 = as made. */
  readonly intakeLift: number;
  readonly exhaustLift: number;
  /** A valve held off its seat all the time [mm2]. */
  readonly heldOpenMm2: number;
  /** Opening of the compression release while it is open [mm2]; 0 without one. */
  readonly releaseMm2: number;
  /** Closing of the intake valve after bottom dead centre [deg]. */
  readonly intakeClosesAbdcDeg: number;
  /** Liquid that stands above the piston [ml]. */
  readonly liquidMl: number;
  /** The piston comes short of its top by this [mm]. */
  readonly shortMm: number;
  /** It does not move with the crank at all. */
  readonly parted: boolean;
}

export interface CrankEngine {
  readonly boreMm: number;
  readonly strokeMm: number;
  readonly rodMm: number;
  readonly compressionRatio: number;
  readonly cylinders: readonly CrankCylinder[];
  /** Of crank, flywheel and what hangs on it [kg m2]. */
  readonly inertia: number;
  /** Rubbing whatever the speed [N m]; and with the speed [N m s]. */
  readonly frictionNm: number;
  readonly viscousNms: number;
}

export interface StarterCircuit {
  readonly openVolts: number;
  /** In the battery as it cranks, polarisation included [ohm]. */
  readonly batteryOhms: number;
  readonly positiveOhms: number;
  readonly relayOhms: number;
  readonly groundOhms: number;
  readonly motorOhms: number;
  /** Of the motor, V s = N m / A. */
  readonly torqueConstant: number;
  /** Turns of the motor for one of the crank. */
  readonly gear: number;
  /** What of the motor's torque arrives at the ring gear, 0 .. 1. */
  readonly efficiency: number;
}

export interface Cranked {
  /** Mean speed once the inrush is over [1/min]; 0 when it stopped. */
  readonly rpm: number;
  readonly stopped: boolean;
  /** From rest to the end, or to where it stopped [deg]. */
  readonly turnedDeg: number;
  /** Where it stopped, within a cycle [deg]; null when it turned. */
  readonly stoppedAtDeg: number | null;
  /** Volts at the battery posts and current, mean after the inrush (or as it stands locked). */
  readonly postVolts: number;
  readonly amps: number;
  /** Highest pressure of each cylinder in the last cycle, over ambient [Pa]. */
  readonly peakPa: readonly number[];
  /** Highest current within the window before each cylinder's top [A]. */
  readonly peakAmps: readonly number[];
  /** Energy over the whole run [J]. */
  readonly energy: {
    readonly battery: number;
    readonly heat: number;
    readonly gearLoss: number;
    readonly friction: number;
    readonly gas: number;
    readonly kinetic: number;
  };
  readonly seconds: number;
  readonly steps: number;
}

const AIR_J_PER_KG_K = 287.05;
const AMBIENT_K = 293.15;
const DISCHARGE = 0.65;
/** Air as a cylinder presses it while cranking: between heat kept and heat lost [S: Heywood, ch. 5, 1.2 .. 1.3]. */
const EXPONENT = 1.25;
/** A valve that stands open is no wall: the cylinder follows the port with this lag [s] [M]. */
const PORT_LAG_S = 0.0006;
/** Liquid, and what it stands in, gives this much against being pressed [Pa for each ml] [M]: a wall, for a starter. */
const LIQUID_PA_PER_ML = 2.5e6;
/** Timing of the valves as such engines have it, off the tops and bottoms [deg] [M]. */
const EXHAUST_OPENS_BBDC = 45;
const EXHAUST_CLOSES_ATDC = 15;
const INTAKE_OPENS_BTDC = 15;
/** A release holds its valve up to this before the top of compression [deg] [M]. */
const RELEASE_CLOSES_BTDC = 60;
const RESTS_BEFORE_RAD = (200 * Math.PI) / 180;
const INRUSH_S = 0.45;
const STOPPED_S = 0.12;

/** Position of a valve's opening, 0 .. 1: a half wave between opening and closing, all angles in the cycle after compression's top. */
function opening(deg: number, opens: number, closes: number): number {
  if (deg <= opens || deg >= closes) return 0;
  return Math.sin((Math.PI * (deg - opens)) / (closes - opens));
}

/**
 * A starter turning an engine: motor and battery as one circuit, crank as one inertia, each cylinder's air pressed and let out through
 * its leaks, valves and release; integrated over time with the error in hand.
 * @param seconds how long the key is held, above 0.5
 * @param tolerance error allowed in a step, a share of 1 rad, 10 rad/s and ambient pressure
 * @throws RangeError for a resistance or an inertia that is not above 0
 * @see Heywood, ch. 2 (crank), 5 (compression); Shapiro, ch. 4 (orifice)
 */
export function crank(
  engine: CrankEngine,
  circuit: StarterCircuit,
  ambientPa: number,
  seconds = 1.6,
  tolerance = 1e-4,
): Cranked {
  const { cylinders, inertia, frictionNm, viscousNms } = engine;
  const { openVolts, batteryOhms, torqueConstant, gear, efficiency } = circuit;
  const ohms = batteryOhms + circuit.positiveOhms + circuit.relayOhms + circuit.groundOhms + circuit.motorOhms;
  if (!(ohms > 0 && inertia > 0)) throw new RangeError('crank: resistance and inertia must be above 0');
  const n = cylinders.length;
  const area = (Math.PI / 4) * (engine.boreMm / 1000) ** 2;
  const r = engine.strokeMm / 2000;
  const l = engine.rodMm / 1000;
  const clearance = clearanceMl(engine, engine.compressionRatio) * 1e-6;
  const clearances = cylinders.map((c) => clearance + area * (c.shortMm / 1000));
  const leaks = cylinders.map((c) => (c.leakMm2 + c.heldOpenMm2) * 1e-6 * DISCHARGE);
  const releases = cylinders.map((c) => c.releaseMm2 * 1e-6 * DISCHARGE);
  const liquids = cylinders.map((c) => c.liquidMl * 1e-6);
  const moves = cylinders.map((c) => !c.parted);
  const intakeCloses = cylinders.map((c) => 540 + c.intakeClosesAbdcDeg * Math.min(1, c.intakeLift + 0.001));
  const tops = cylinders.map((c) => (c.topDeg * Math.PI) / 180);
  const lifts = cylinders.map((c) => [c.intakeLift, c.exhaustLift] as const);
  const ratio = (EXPONENT - 1) / EXPONENT;
  const cycle = 4 * Math.PI;

  const amps = (speed: number) => Math.max(0, (openVolts - torqueConstant * gear * speed) / ohms);
  /** Angle after a cylinder's top of compression, 0 .. 720 [deg]. */
  const after = (angle: number, c: number) => {
    const turned = (angle - tops[c]!) % cycle;
    return ((turned < 0 ? turned + cycle : turned) * 180) / Math.PI;
  };
  // Torque of the gas on the crank at a state, for rates and for the energy told apart.
  const gasTorque = (state: Float64Array) => {
    let torque = 0;
    for (let c = 0; c < n; c++) {
      if (!moves[c]) continue;
      const t = state[0]! - tops[c]!;
      const sin = Math.sin(t);
      const cos = Math.cos(t);
      const root = Math.sqrt(l * l - r * r * sin * sin);
      const perRad = area * r * sin * (1 + (r * cos) / root);
      torque += (state[2 + c]! - ambientPa + wall(state, c)) * perRad;
    }
    return torque;
  };
  const volumeAt = (angle: number, c: number) => {
    const t = angle - tops[c]!;
    const sin = Math.sin(t);
    return clearances[c]! + area * (r + l - r * Math.cos(t) - Math.sqrt(l * l - r * r * sin * sin));
  };
  /** What liquid adds where the room left is less than it and both valves are shut; past an open one it is pushed out. */
  const wall = (state: Float64Array, c: number) => {
    if (!(liquids[c]! > 0)) return 0;
    const deg = after(state[0]!, c);
    if (deg > 180 - EXHAUST_OPENS_BBDC && deg < intakeCloses[c]!) return 0;
    const short = liquids[c]! - volumeAt(state[0]!, c) + 0.02 * clearance;
    return short > 0 ? short * 1e6 * LIQUID_PA_PER_ML : 0;
  };
  const rates = (_: number, state: Float64Array, out: Float64Array) => {
    const speed = state[1]!;
    const motor = gear * efficiency * torqueConstant * amps(speed);
    // Rubbing holds still what stands still.
    const rub = frictionNm * Math.tanh(speed / 0.3) + viscousNms * speed;
    out[0] = speed;
    out[1] = (motor + gasTorque(state) - rub) / inertia;
    for (let c = 0; c < n; c++) {
      // A trial step may overshoot into nothing; it is refused for its error.
      const pa = Math.max(1000, state[2 + c]!);
      const deg = after(state[0]!, c);
      const [intakeLift, exhaustLift] = lifts[c]!;
      const open = Math.max(
        exhaustLift * opening(deg, 180 - EXHAUST_OPENS_BBDC, 360 + EXHAUST_CLOSES_ATDC),
        intakeLift * opening(deg, 360 - INTAKE_OPENS_BTDC, intakeCloses[c]!),
      );
      const gas = Math.max(0.02 * clearance, volumeAt(state[0]!, c) - liquids[c]!);
      let change = 0;
      if (moves[c]) {
        const t = state[0]! - tops[c]!;
        const sin = Math.sin(t);
        const perRad = area * r * sin * (1 + (r * Math.cos(t)) / Math.sqrt(l * l - r * r * sin * sin));
        change = (-EXPONENT * pa * perRad * speed) / gas;
      }
      const releasing = deg > 540 && deg < 720 - RELEASE_CLOSES_BTDC ? releases[c]! : 0;
      const hole = leaks[c]! + releasing;
      if (hole > 0) {
        const high = Math.max(pa, ambientPa);
        const low = Math.min(pa, ambientPa);
        const kelvin = pa > ambientPa ? AMBIENT_K * (pa / ambientPa) ** ratio : AMBIENT_K;
        const flow = (hole * high * orificeFlow(low / high)) / Math.sqrt(AIR_J_PER_KG_K * kelvin);
        const mass = (pa * gas) / (AIR_J_PER_KG_K * kelvin);
        change += (EXPONENT * pa * (pa > ambientPa ? -flow : flow)) / mass;
      }
      out[2 + c] = change + (open * (ambientPa - pa)) / PORT_LAG_S;
    }
  };
  const start = new Float64Array(2 + n);
  // A stopped engine is thrown back by the compression it did not get over, and rests some way before it.
  start[0] = tops[0]! - RESTS_BEFORE_RAD + cycle;
  for (let c = 0; c < n; c++) start[2 + c] = ambientPa;

  const energy = { battery: 0, heat: 0, gearLoss: 0, friction: 0, gas: 0, kinetic: 0 };
  let meanTime = 0;
  let angleFrom = 0;
  let timeFrom = 0;
  let volts = 0;
  let current = 0;
  let still = 0;
  const peakPa = Array<number>(n).fill(0);
  const peakAmps = Array<number>(n).fill(0);
  let before = { speed: 0, gas: gasTorque(start), amps: amps(0) };
  const run = integrate(rates, start, seconds, {
    tolerance,
    scales: [1, 10, ...Array<number>(n).fill(ambientPa)],
    longestStep: 0.004,
    watch: (time, state, h) => {
      const speed = state[1]!;
      const now = { speed, gas: gasTorque(state), amps: amps(speed) };
      // By the trapezium, as fine as the steps are.
      const mean = (f: (x: typeof now) => number) => 0.5 * (f(now) + f(before)) * h;
      energy.battery += mean((x) => openVolts * x.amps);
      energy.heat += mean((x) => ohms * x.amps ** 2);
      energy.gearLoss += mean((x) => (1 - efficiency) * torqueConstant * gear * x.amps * x.speed);
      energy.friction += mean((x) => (frictionNm * Math.tanh(x.speed / 0.3) + viscousNms * x.speed) * x.speed);
      energy.gas -= mean((x) => x.gas * x.speed);
      if (time > INRUSH_S) {
        if (timeFrom === 0) {
          timeFrom = time;
          angleFrom = state[0]!;
        }
        meanTime += h;
        volts += mean((x) => openVolts - batteryOhms * x.amps);
        current += mean((x) => x.amps);
        for (let c = 0; c < n; c++) {
          peakPa[c] = Math.max(peakPa[c]!, state[2 + c]! - ambientPa);
          const deg = after(state[0]!, c);
          if (deg > 640) peakAmps[c] = Math.max(peakAmps[c]!, now.amps);
        }
      }
      still = Math.abs(speed) < 0.25 ? still + h : 0;
      before = now;
      return still > STOPPED_S;
    },
  });
  const stopped = still > STOPPED_S;
  energy.kinetic = 0.5 * inertia * run.state[1]! ** 2;
  const turned = run.time - timeFrom;
  const locked = amps(0);
  return {
    rpm: stopped || turned <= 0 ? 0 : ((run.state[0]! - angleFrom) / turned) * (30 / Math.PI),
    stopped,
    turnedDeg: ((run.state[0]! - start[0]!) * 180) / Math.PI,
    stoppedAtDeg: stopped ? ((((run.state[0]! * 180) / Math.PI) % 720) + 720) % 720 : null,
    postVolts: stopped || meanTime === 0 ? openVolts - batteryOhms * locked : volts / meanTime,
    amps: stopped || meanTime === 0 ? locked : current / meanTime,
    peakPa,
    peakAmps,
    energy,
    seconds: run.time,
    steps: run.steps,
  };
}

/** Angle at which a room of `ml` is left above the piston on the way up, before its top [deg]; null when there is always more. */
export function meetsLiquidAtDeg(
  engine: Pick<CrankEngine, 'boreMm' | 'strokeMm' | 'rodMm' | 'compressionRatio'>,
  ml: number,
): number | null {
  const area = (Math.PI / 400) * engine.boreMm ** 2;
  const travelMm = (10 * (ml - clearanceMl(engine, engine.compressionRatio))) / area;
  return travelMm <= 0 || travelMm > engine.strokeMm ? null : crankAngleDegAt(engine, travelMm);
}
