import { clearanceMl } from '../engine/index.ts';
import { orificeFlow } from '../measure/leakDown.ts';

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
  /** Pressure behind the intake valve, as a share of the ambient: a shut plate leaves less; 1 when left out. */
  readonly intakeFill?: number;
  /** Room that an adapter or hose adds above the piston [ml]; 0 when left out. */
  readonly addedMl?: number;
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
  /** A release holds its valve up to this before the top of compression [deg]. */
  readonly releaseClosesBtdcDeg: number;
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
/** Where a spark jumps while cranking [deg before the top] [P]. */
export const SPARK_BTDC = 20;

/** Position of a valve's opening, 0 .. 1: a half wave between opening and closing, all angles in the cycle after compression's top. */
function opening(deg: number, opens: number, closes: number): number {
  if (deg <= opens || deg >= closes) return 0;
  return Math.sin((Math.PI * (deg - opens)) / (closes - opens));
}

/** The engine and its circuit as the rates need them: SI, angles in radians where a sine is taken. */
export interface Model {
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
  /** Behind each intake valve [Pa]. */
  readonly fills: readonly number[];
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

export const CYCLE_RAD = 4 * Math.PI;
const POLYTROPIC_RATIO = (EXPONENT - 1) / EXPONENT;

export function modelOf(engine: CrankEngine, circuit: StarterCircuit, ambientPa: number): Model {
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
    clearances: cylinders.map((c) => clearance + area * (c.shortMm / 1000) + (c.addedMl ?? 0) * 1e-6),
    fills: cylinders.map((c) => (c.intakeFill ?? 1) * ambientPa),
    leaks: cylinders.map((c) => (c.leakMm2 + c.heldOpenMm2) * 1e-6 * DISCHARGE),
    releases: cylinders.map((c) => c.releaseMm2 * 1e-6 * DISCHARGE),
    liquids: cylinders.map((c) => c.liquidMl * 1e-6),
    moves: cylinders.map((c) => !c.parted),
    intakeCloses: cylinders.map((c) => 540 + c.intakeClosesAbdcDeg * Math.min(1, c.intakeLift + 0.001)),
    tops: cylinders.map((c) => (c.topDeg * Math.PI) / 180),
    lifts: cylinders.map((c) => [c.intakeLift, c.exhaustLift] as const),
  };
}

export const ampsAt = ({ circuit, ohms }: Model, speed: number) =>
  Math.max(0, (circuit.openVolts - circuit.torqueConstant * circuit.gear * speed) / ohms);

/** Angle after a cylinder's top of compression, 0 .. 720 [deg]. */
export function afterTopDeg({ tops }: Model, angle: number, c: number): number {
  const turned = (angle - tops[c]!) % CYCLE_RAD;
  return ((turned < 0 ? turned + CYCLE_RAD : turned) * 180) / Math.PI;
}

/** Where the piston of one cylinder stands: room above it [m3], and how fast that grows with the crank [m3/rad]. */
interface Piston {
  volume: number;
  perRad: number;
}

function pistonAt({ tops, clearances, area, r, l }: Model, angle: number, c: number, out: Piston): void {
  const t = angle - tops[c]!;
  const sin = Math.sin(t);
  const cos = Math.cos(t);
  const rod = Math.sqrt(l * l - r * r * sin * sin);
  out.volume = clearances[c]! + area * (r + l - r * cos - rod);
  out.perRad = area * r * sin * (1 + (r * cos) / rod);
}

/** What liquid adds where the room left is less than it and both valves are shut; past an open one it is pushed out [Pa]. */
function wallPa(model: Model, angle: number, c: number, volume: number): number {
  const liquid = model.liquids[c]!;
  if (!(liquid > 0)) return 0;
  const deg = afterTopDeg(model, angle, c);
  if (deg > 180 - EXHAUST_OPENS_BBDC && deg < model.intakeCloses[c]!) return 0;
  const short = liquid - volume + 0.02 * model.clearance;
  return short > 0 ? short * 1e6 * LIQUID_PA_PER_ML : 0;
}

const pushes = (model: Model, state: Float64Array, c: number, { volume, perRad }: Piston) =>
  model.moves[c] ? (state[2 + c]! - model.ambientPa + wallPa(model, state[0]!, c, volume)) * perRad : 0;

/** Torque of the gas on the crank, for the rates and for the energy told apart [N m]. State: angle, speed, pressure of each cylinder. */
export function gasTorque(model: Model, state: Float64Array): number {
  const at: Piston = { volume: 0, perRad: 0 };
  let torque = 0;
  for (let c = 0; c < model.n; c++) {
    pistonAt(model, state[0]!, c, at);
    torque += pushes(model, state, c, at);
  }
  return torque;
}

// Rubbing holds still what stands still.
export const rubbing = ({ frictionNm, viscousNms }: CrankEngine, speed: number) =>
  frictionNm * Math.tanh(speed / 0.3) + viscousNms * speed;

/** How fast the pressure of one cylinder changes [Pa/s]: pressed, leaking, and drawn after an open port. */
function pressureRate(model: Model, c: number, state: Float64Array, { volume, perRad }: Piston): number {
  const angle = state[0]!;
  const { ambientPa, lifts, intakeCloses, clearance, liquids, leaks, releases } = model;
  // A trial step may overshoot into nothing; it is refused for its error.
  const pa = Math.max(1000, state[2 + c]!);
  const deg = afterTopDeg(model, angle, c);
  const [intakeLift, exhaustLift] = lifts[c]!;
  const out = exhaustLift * opening(deg, 180 - EXHAUST_OPENS_BBDC, 360 + EXHAUST_CLOSES_ATDC);
  const into = intakeLift * opening(deg, 360 - INTAKE_OPENS_BTDC, intakeCloses[c]!);
  // The wider of the two draws the cylinder after its port.
  const drawn = out > into ? out * (ambientPa - pa) : into * (model.fills[c]! - pa);
  const gas = Math.max(0.02 * clearance, volume - liquids[c]!);
  let change = model.moves[c] ? (-EXPONENT * pa * perRad * state[1]!) / gas : 0;
  const releasing = deg > 540 && deg < 720 - model.engine.releaseClosesBtdcDeg ? releases[c]! : 0;
  const hole = leaks[c]! + releasing;
  if (hole > 0) {
    const high = Math.max(pa, ambientPa);
    const low = Math.min(pa, ambientPa);
    const kelvin = pa > ambientPa ? AMBIENT_K * (pa / ambientPa) ** POLYTROPIC_RATIO : AMBIENT_K;
    const flow = (hole * high * orificeFlow(low / high)) / Math.sqrt(AIR_J_PER_KG_K * kelvin);
    const mass = (pa * gas) / (AIR_J_PER_KG_K * kelvin);
    change += (EXPONENT * pa * (pa > ambientPa ? -flow : flow)) / mass;
  }
  return change + drawn / PORT_LAG_S;
}

export function ratesOf(model: Model, state: Float64Array, out: Float64Array): void {
  const { engine, circuit } = model;
  const speed = state[1]!;
  const at: Piston = { volume: 0, perRad: 0 };
  let gas = 0;
  for (let c = 0; c < model.n; c++) {
    pistonAt(model, state[0]!, c, at);
    gas += pushes(model, state, c, at);
    out[2 + c] = pressureRate(model, c, state, at);
  }
  const motor = circuit.gear * circuit.efficiency * circuit.torqueConstant * ampsAt(model, speed);
  out[0] = speed;
  out[1] = (motor + gas - rubbing(engine, speed)) / engine.inertia;
}
