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

/** The engine and its circuit as the rates need them: SI, angles in radians where a sine is taken. */
interface Model {
  readonly engine: CrankEngine;
  readonly circuit: StarterCircuit;
  readonly ambientPa: number;
  readonly n: number;
  /** Whole resistance of the circuit [ohm]. */
  readonly ohms: number;
  /** Piston area [m2], crank radius and rod [m], room above a piston at its top [m3]. */
  readonly area: number;
  readonly r: number;
  readonly l: number;
  readonly clearance: number;
  readonly clearances: readonly number[];
  /** Effective openings [m2]. */
  readonly leaks: readonly number[];
  readonly releases: readonly number[];
  /** [m3] */
  readonly liquids: readonly number[];
  readonly moves: readonly boolean[];
  readonly intakeCloses: readonly number[];
  /** Tops of compression [rad]. */
  readonly tops: readonly number[];
  readonly lifts: readonly (readonly [intake: number, exhaust: number])[];
}

const CYCLE_RAD = 4 * Math.PI;
const POLYTROPIC_RATIO = (EXPONENT - 1) / EXPONENT;

function modelOf(engine: CrankEngine, circuit: StarterCircuit, ambientPa: number): Model {
  const { cylinders, inertia } = engine;
  const ohms = circuit.batteryOhms + circuit.positiveOhms + circuit.relayOhms + circuit.groundOhms + circuit.motorOhms;
  if (!(ohms > 0 && inertia > 0)) throw new RangeError('crank: resistance and inertia must be above 0');
  const area = (Math.PI / 4) * (engine.boreMm / 1000) ** 2;
  const clearance = clearanceMl(engine, engine.compressionRatio) * 1e-6;
  return {
    engine,
    circuit,
    ambientPa,
    n: cylinders.length,
    ohms,
    area,
    r: engine.strokeMm / 2000,
    l: engine.rodMm / 1000,
    clearance,
    clearances: cylinders.map((c) => clearance + area * (c.shortMm / 1000)),
    leaks: cylinders.map((c) => (c.leakMm2 + c.heldOpenMm2) * 1e-6 * DISCHARGE),
    releases: cylinders.map((c) => c.releaseMm2 * 1e-6 * DISCHARGE),
    liquids: cylinders.map((c) => c.liquidMl * 1e-6),
    moves: cylinders.map((c) => !c.parted),
    intakeCloses: cylinders.map((c) => 540 + c.intakeClosesAbdcDeg * Math.min(1, c.intakeLift + 0.001)),
    tops: cylinders.map((c) => (c.topDeg * Math.PI) / 180),
    lifts: cylinders.map((c) => [c.intakeLift, c.exhaustLift] as const),
  };
}

const ampsAt = ({ circuit, ohms }: Model, speed: number) =>
  Math.max(0, (circuit.openVolts - circuit.torqueConstant * circuit.gear * speed) / ohms);

/** Angle after a cylinder's top of compression, 0 .. 720 [deg]. */
function afterTopDeg({ tops }: Model, angle: number, c: number): number {
  const turned = (angle - tops[c]!) % CYCLE_RAD;
  return ((turned < 0 ? turned + CYCLE_RAD : turned) * 180) / Math.PI;
}

/** Room above the piston [m3]. */
function volumeAt({ tops, clearances, area, r, l }: Model, angle: number, c: number): number {
  const t = angle - tops[c]!;
  const sin = Math.sin(t);
  return clearances[c]! + area * (r + l - r * Math.cos(t) - Math.sqrt(l * l - r * r * sin * sin));
}

/** How fast that room grows with the crank [m3/rad]. */
function volumePerRad({ tops, area, r, l }: Model, angle: number, c: number): number {
  const t = angle - tops[c]!;
  const sin = Math.sin(t);
  return area * r * sin * (1 + (r * Math.cos(t)) / Math.sqrt(l * l - r * r * sin * sin));
}

/** What liquid adds where the room left is less than it and both valves are shut; past an open one it is pushed out [Pa]. */
function wallPa(model: Model, angle: number, c: number): number {
  const liquid = model.liquids[c]!;
  if (!(liquid > 0)) return 0;
  const deg = afterTopDeg(model, angle, c);
  if (deg > 180 - EXHAUST_OPENS_BBDC && deg < model.intakeCloses[c]!) return 0;
  const short = liquid - volumeAt(model, angle, c) + 0.02 * model.clearance;
  return short > 0 ? short * 1e6 * LIQUID_PA_PER_ML : 0;
}

/** Torque of the gas on the crank, for the rates and for the energy told apart [N m]. State: angle, speed, pressure of each cylinder. */
function gasTorque(model: Model, state: Float64Array): number {
  let torque = 0;
  const angle = state[0]!;
  for (let c = 0; c < model.n; c++)
    if (model.moves[c])
      torque += (state[2 + c]! - model.ambientPa + wallPa(model, angle, c)) * volumePerRad(model, angle, c);
  return torque;
}

// Rubbing holds still what stands still.
const rubbing = ({ frictionNm, viscousNms }: CrankEngine, speed: number) =>
  frictionNm * Math.tanh(speed / 0.3) + viscousNms * speed;

/** How fast the pressure of one cylinder changes [Pa/s]: pressed, leaking, and drawn after an open port. */
function pressureRate(model: Model, c: number, angle: number, speed: number, pressure: number): number {
  const { ambientPa, lifts, intakeCloses, clearance, liquids, leaks, releases } = model;
  // A trial step may overshoot into nothing; it is refused for its error.
  const pa = Math.max(1000, pressure);
  const deg = afterTopDeg(model, angle, c);
  const [intakeLift, exhaustLift] = lifts[c]!;
  const open = Math.max(
    exhaustLift * opening(deg, 180 - EXHAUST_OPENS_BBDC, 360 + EXHAUST_CLOSES_ATDC),
    intakeLift * opening(deg, 360 - INTAKE_OPENS_BTDC, intakeCloses[c]!),
  );
  const gas = Math.max(0.02 * clearance, volumeAt(model, angle, c) - liquids[c]!);
  let change = model.moves[c] ? (-EXPONENT * pa * volumePerRad(model, angle, c) * speed) / gas : 0;
  const releasing = deg > 540 && deg < 720 - RELEASE_CLOSES_BTDC ? releases[c]! : 0;
  const hole = leaks[c]! + releasing;
  if (hole > 0) {
    const high = Math.max(pa, ambientPa);
    const low = Math.min(pa, ambientPa);
    const kelvin = pa > ambientPa ? AMBIENT_K * (pa / ambientPa) ** POLYTROPIC_RATIO : AMBIENT_K;
    const flow = (hole * high * orificeFlow(low / high)) / Math.sqrt(AIR_J_PER_KG_K * kelvin);
    const mass = (pa * gas) / (AIR_J_PER_KG_K * kelvin);
    change += (EXPONENT * pa * (pa > ambientPa ? -flow : flow)) / mass;
  }
  return change + (open * (ambientPa - pa)) / PORT_LAG_S;
}

function ratesOf(model: Model, state: Float64Array, out: Float64Array): void {
  const { engine, circuit } = model;
  const angle = state[0]!;
  const speed = state[1]!;
  const motor = circuit.gear * circuit.efficiency * circuit.torqueConstant * ampsAt(model, speed);
  out[0] = speed;
  out[1] = (motor + gasTorque(model, state) - rubbing(engine, speed)) / engine.inertia;
  for (let c = 0; c < model.n; c++) out[2 + c] = pressureRate(model, c, angle, speed, state[2 + c]!);
}

/** What is read off while it turns: energies by the trapezium, as fine as the steps are, and means once the inrush is over. */
class CrankMeter {
  readonly energy = { battery: 0, heat: 0, gearLoss: 0, friction: 0, gas: 0, kinetic: 0 };
  readonly peakPa: number[];
  readonly peakAmps: number[];
  still = 0;
  private meanTime = 0;
  private angleFrom = 0;
  private timeFrom = 0;
  private volts = 0;
  private current = 0;
  private before: { readonly speed: number; readonly gas: number; readonly amps: number };

  constructor(
    private readonly model: Model,
    private readonly start: Float64Array,
  ) {
    this.peakPa = Array<number>(model.n).fill(0);
    this.peakAmps = Array<number>(model.n).fill(0);
    this.before = { speed: 0, gas: gasTorque(model, start), amps: ampsAt(model, 0) };
  }

  /** After each step; true once it has stood still for long enough. */
  watch(time: number, state: Float64Array, h: number): boolean {
    const { model, energy, before } = this;
    const { engine, circuit, ohms } = model;
    const now = { speed: state[1]!, gas: gasTorque(model, state), amps: ampsAt(model, state[1]!) };
    const mean = (f: (x: typeof now) => number) => 0.5 * (f(now) + f(before)) * h;
    energy.battery += mean((x) => circuit.openVolts * x.amps);
    energy.heat += mean((x) => ohms * x.amps ** 2);
    energy.gearLoss += mean((x) => (1 - circuit.efficiency) * circuit.torqueConstant * circuit.gear * x.amps * x.speed);
    energy.friction += mean((x) => rubbing(engine, x.speed) * x.speed);
    energy.gas -= mean((x) => x.gas * x.speed);
    if (time > INRUSH_S) {
      if (this.timeFrom === 0) {
        this.timeFrom = time;
        this.angleFrom = state[0]!;
      }
      this.meanTime += h;
      this.volts += mean((x) => circuit.openVolts - circuit.batteryOhms * x.amps);
      this.current += mean((x) => x.amps);
      for (let c = 0; c < model.n; c++) {
        this.peakPa[c] = Math.max(this.peakPa[c]!, state[2 + c]! - model.ambientPa);
        if (afterTopDeg(model, state[0]!, c) > 640) this.peakAmps[c] = Math.max(this.peakAmps[c]!, now.amps);
      }
    }
    this.still = Math.abs(now.speed) < 0.25 ? this.still + h : 0;
    this.before = now;
    return this.still > STOPPED_S;
  }

  /** What it came to. */
  read(run: { readonly state: Float64Array; readonly time: number; readonly steps: number }): Cranked {
    const { engine, circuit } = this.model;
    const stopped = this.still > STOPPED_S;
    this.energy.kinetic = 0.5 * engine.inertia * run.state[1]! ** 2;
    const turned = run.time - this.timeFrom;
    const locked = ampsAt(this.model, 0);
    const asLocked = stopped || this.meanTime === 0;
    return {
      rpm: stopped || turned <= 0 ? 0 : ((run.state[0]! - this.angleFrom) / turned) * (30 / Math.PI),
      stopped,
      turnedDeg: ((run.state[0]! - this.start[0]!) * 180) / Math.PI,
      stoppedAtDeg: stopped ? ((((run.state[0]! * 180) / Math.PI) % 720) + 720) % 720 : null,
      postVolts: asLocked ? circuit.openVolts - circuit.batteryOhms * locked : this.volts / this.meanTime,
      amps: asLocked ? locked : this.current / this.meanTime,
      peakPa: this.peakPa,
      peakAmps: this.peakAmps,
      energy: this.energy,
      seconds: run.time,
      steps: run.steps,
    };
  }
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
  const model = modelOf(engine, circuit, ambientPa);
  const start = new Float64Array(2 + model.n).fill(ambientPa);
  // A stopped engine is thrown back by the compression it did not get over, and rests some way before it.
  start[0] = model.tops[0]! - RESTS_BEFORE_RAD + CYCLE_RAD;
  start[1] = 0;
  const meter = new CrankMeter(model, start);
  const run = integrate((_, state, out) => ratesOf(model, state, out), start, seconds, {
    tolerance,
    scales: [1, 10, ...Array<number>(model.n).fill(ambientPa)],
    longestStep: 0.004,
    watch: (time, state, h) => meter.watch(time, state, h),
  });
  return meter.read(run);
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
