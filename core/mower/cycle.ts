import type { Random } from '../chance/random.ts';
import { BREAKS_RPM, DROOP_RPM, torqueMade, torqueTaken } from './governor.ts';

/** One cylinder as far as its firings go. */
export interface FiringCylinder {
  /** Crank angle of the top of its compression, within a cycle of 720 [deg]. */
  readonly topDeg: number;
  /** What it gives on the mean, share of the whole engine's cylinder at its best; firings that fail are in it. */
  readonly strength: number;
  /** Share of its firings that come off, 0 .. 1. */
  readonly fires: number;
  /** Air it takes each cycle, 1 = full. */
  readonly breath: number;
  /** Fuel against air, 1 = right: the further off the more one firing differs from the next. */
  readonly mixture: number;
  /** Spark later than its maker's [deg]. */
  readonly lateDeg: number;
}

export interface CycleEngine {
  readonly cylinders: readonly FiringCylinder[];
  readonly sweptMl: number;
  readonly compressionRatio: number;
  /** Of crank, flywheel and what hangs on it [kg m2]. */
  readonly inertia: number;
  /** The whole engine's torque at its best, plate wide open [N m]. */
  readonly fullNm: number;
}

/** What it is asked for and what it drives. */
export interface Driven {
  /** Speed at which `load` is taken and the plate stands as it does [1/min]. */
  readonly rpm: number;
  /** Torque taken there, its own friction included, as a share of `fullNm`. */
  readonly load: number;
  /** How far the plate stands open there, above 0 .. 1. */
  readonly plate: number;
  /** The plate is held, or the governor moves it. */
  readonly by: 'held' | 'governor';
  /** Once it was over this, under it it dies [1/min]. */
  readonly stallsRpm: number;
}

/** One moment of an engine that runs. */
export interface CycleSample {
  readonly seconds: number;
  readonly angleRad: number;
  readonly radPerS: number;
  readonly plate: number;
  /** Of each cylinder: what leaves at its port and what it draws, 1 = the pulse of a full charge. */
  readonly exhaust: readonly number[];
  readonly intake: readonly number[];
}

export interface CycleRun {
  readonly seconds: number;
  /** Mean over the second half of the time [1/min]; 0 where it died. */
  readonly rpm: number;
  /** It came to rest [s]; null where it still turns. */
  readonly diedAtS: number | null;
  /** Highest less lowest speed within one cycle, against the mean, over the second half. */
  readonly ripple: number;
  /** Firings that came off and those that were due, of each cylinder. */
  readonly fired: readonly number[];
  readonly due: readonly number[];
  /** Of gas and starter on the crank, of what was taken, and of the crank more than at first; and what the firings were due to give [J]. */
  readonly energy: { readonly fired: number; readonly taken: number; readonly kinetic: number; readonly due: number };
  readonly state: { readonly angleRad: number; readonly radPerS: number; readonly plate: number };
}

export interface CycleOptions {
  readonly seconds: number;
  readonly chance: Random;
  readonly from?: { readonly angleRad: number; readonly radPerS: number; readonly plate: number };
  /** What else turns the crank, by its speed [N m]: a starter. */
  readonly helpNm?: (radPerS: number, seconds: number) => number;
  /** Ends it before its time. */
  readonly until?: (radPerS: number, seconds: number) => boolean;
  readonly sink?: { readonly everyS: number; readonly take: (sample: CycleSample) => void };
}

/** From one firing to the next of a sound cylinder, standard deviation of the work [S: Heywood, ch. 9.4: 2 to 5 %]; and what a mixture far off adds [M, after Heywood fig. 9-36]. */
const SCATTER = 0.03;
const SCATTER_OFF = 0.35;
/** The weights and the spring follow after so long [s] [M]. */
const GOVERNOR_LAG_S = 0.12;
const STEP_RAD = (4 * Math.PI) / 180;
const DEG = Math.PI / 180;
const CYCLE_DEG = 720;
/** Expansion and compression of what is not fired: alike, so that it takes no work over a cycle. */
const EXPONENT = 1.3;
const AMBIENT_PA = 100_000;
/** Flame from the spark to its end [deg] and its law [S: Heywood, eq. 9.27]. */
const BURNS_DEG = 55;
const SPARK_BTDC = 22;
const [WIEBE_A, WIEBE_M] = [5, 2];
const EXHAUST_OPENS = 135;
const INTAKE_OPENS = 345;
const INTAKE_CLOSES = 590;
/** A puff dies away by this [deg]. */
const PUFF_DEG = 60;
/** Under this it does not come over the next compression [rad/s]. */
const RESTS_RAD_S = 1.5;

/** Room above the piston against that at its top; a rod of three and a quarter cranks. */
const roomAt = (deg: number, ratio: number) => {
  const t = deg * DEG;
  const k = 3.25;
  const lift = (1 - Math.cos(t) + k - Math.sqrt(k * k - Math.sin(t) ** 2)) / 2;
  return 1 + (ratio - 1) * lift;
};

/**
 * Where in the expansion the work of one firing comes: share of it for each degree from -90 to 180 around the top, summing to 1.
 * @see Heywood, eq. 9.27 (Wiebe), ch. 5 (polytropic)
 */
export function pulseOf(ratio: number, lateDeg: number): Float64Array {
  const out = new Float64Array(271);
  let over = 0;
  let sum = 0;
  for (let i = 0; i < out.length - 1; i++) {
    const deg = i - 90;
    const at = (d: number) => Math.max(0, Math.min(1, (d - lateDeg + SPARK_BTDC) / BURNS_DEG));
    const burnt = (d: number) => 1 - Math.exp(-WIEBE_A * at(d) ** (WIEBE_M + 1));
    const room = roomAt(deg + 0.5, ratio);
    // Pressure over that of the charge unfired, in any unit: what burns adds, what expands takes.
    over = over * (roomAt(deg, ratio) / roomAt(deg + 1, ratio)) ** EXPONENT + (burnt(deg + 1) - burnt(deg)) / room;
    out[i] = over * (roomAt(deg + 1, ratio) - roomAt(deg, ratio));
    sum += out[i]!;
  }
  for (let i = 0; i < out.length; i++) out[i] = out[i]! / sum;
  return out;
}

/** Torque of a charge that is only pressed and let go, for a full one [N m], each degree of the 360 around the top. */
function pressedOf(ratio: number, sweptMl: number): Float64Array {
  const out = new Float64Array(361);
  const clearance = (sweptMl * 1e-6) / (ratio - 1);
  for (let i = 0; i < 361; i++) {
    const deg = i - 180;
    const pa = AMBIENT_PA * (ratio / roomAt(deg, ratio)) ** EXPONENT;
    out[i] = ((pa - AMBIENT_PA) * clearance * (roomAt(deg + 0.5, ratio) - roomAt(deg - 0.5, ratio))) / DEG;
  }
  return out;
}

const at = (table: Float64Array, x: number) => {
  const i = Math.floor(x);
  return i < 0 || i >= table.length - 1 ? 0 : table[i]! + (x - i) * (table[i + 1]! - table[i]!);
};

/** One engine that turns, firing by firing. */
class Cycling {
  private readonly pulses: readonly Float64Array[];
  private readonly pressed: Float64Array;
  /** Work of the firing each cylinder is in [J], and what it last gave of a full one. */
  private readonly work: Float64Array;
  private readonly puff: Float64Array;
  private readonly before: Float64Array;
  readonly fired: number[];
  readonly due: number[];
  readonly energy = { fired: 0, taken: 0, kinetic: 0, due: 0 };
  angle: number;
  speed: number;
  plate: number;
  private up = false;
  private stalled = false;

  constructor(
    private readonly engine: CycleEngine,
    private readonly driven: Driven,
    private readonly options: CycleOptions,
  ) {
    const { cylinders, compressionRatio, sweptMl } = engine;
    this.pulses = cylinders.map((c) => pulseOf(compressionRatio, c.lateDeg));
    this.pressed = pressedOf(compressionRatio, sweptMl);
    this.work = new Float64Array(cylinders.length);
    this.puff = new Float64Array(cylinders.length);
    this.fired = cylinders.map(() => 0);
    this.due = cylinders.map(() => 0);
    const { from } = options;
    this.angle = from?.angleRad ?? 0;
    this.speed = from?.radPerS ?? (driven.rpm * Math.PI) / 30;
    this.plate = from?.plate ?? driven.plate;
    this.before = Float64Array.from(cylinders, (_, i) => this.afterTop(i));
  }

  /** Angle after a cylinder's top of compression, -360 .. 360 [deg]. */
  private afterTop(i: number): number {
    const deg = (this.angle / DEG - this.engine.cylinders[i]!.topDeg) % CYCLE_DEG;
    const up = deg < 0 ? deg + CYCLE_DEG : deg;
    return up >= CYCLE_DEG / 2 ? up - CYCLE_DEG : up;
  }

  /** Share of the nominal speed. */
  private get x(): number {
    return (this.speed * 30) / Math.PI / this.driven.rpm;
  }

  /** As its charge is closed in: whether it will fire, and how much it will give. */
  private charge(i: number): void {
    const rpm = (this.speed * 30) / Math.PI;
    if (rpm > this.driven.stallsRpm) this.up = true;
    else if (this.up) this.stalled = true;

    const { fullNm, cylinders } = this.engine;
    const { strength, fires, mixture } = cylinders[i]!;
    const { chance } = this.options;
    this.due[i]!++;
    const comes = chance.next() < fires && !this.stalled && rpm < BREAKS_RPM * (1 + 0.03 * chance.next());
    const off = mixture > 0 ? Math.abs(Math.log(mixture)) : 1;
    const scatter = 1 + Math.min(0.5, SCATTER + SCATTER_OFF * Math.max(0, off - 0.15)) * chance.normal();
    if (comes) this.fired[i]!++;
    // Mean torque is work for each cycle over its angle; a cylinder of n gives an nth.
    const mean = (4 * Math.PI * fullNm * this.plate * strength * torqueMade(this.x)) / cylinders.length;
    this.work[i] = comes && fires > 0 ? Math.max(0, (mean / fires) * scatter) : 0;
    this.energy.due += this.work[i]!;
    this.puff[i] = comes ? this.plate * Math.min(1, strength / Math.max(fires, 1e-9)) : 0;
  }

  /** Goes on by one step; false once it has come to rest. */
  step(everyS: number, seconds: number): number {
    const { engine, driven, options } = this;
    const d = Math.min(STEP_RAD, Math.max(1e-4, this.speed * everyS));
    let gas = 0;
    this.angle += d;
    for (let i = 0; i < engine.cylinders.length; i++) {
      const was = this.before[i]!;
      const deg = this.afterTop(i);
      if (was < -90 && deg >= -90) this.charge(i);
      // Of the firing so much comes between the last angle and this.
      const share = deg > was ? this.givenBy(i, deg) - this.givenBy(i, was) : 0;
      gas += share * this.work[i]!;
      gas +=
        d * engine.cylinders[i]!.breath * this.plate * at(this.pressed, (deg + was) / 2 + 180) * (deg > was ? 1 : 0);
      this.before[i] = deg;
    }
    const takenNm = driven.load * engine.fullNm * torqueTaken(this.x);
    const helpNm = options.helpNm?.(this.speed, seconds) ?? 0;
    this.energy.fired += gas + helpNm * d;
    this.energy.taken += takenNm * d;
    const square = this.speed ** 2 + (2 * (gas + (helpNm - takenNm) * d)) / engine.inertia;
    const next = Math.sqrt(Math.max(0, square));
    const h = d / Math.max(0.25, (this.speed + next) / 2);
    this.speed = next;
    this.govern(h);
    return h;
  }

  private readonly given = new Map<Float64Array, Float64Array>();
  /** Share of a firing's work that came up to that angle. */
  private givenBy(i: number, deg: number): number {
    const pulse = this.pulses[i]!;
    let sums = this.given.get(pulse);
    if (!sums) {
      sums = new Float64Array(pulse.length + 1);
      for (let k = 0; k < pulse.length; k++) sums[k + 1] = sums[k]! + pulse[k]!;
      this.given.set(pulse, sums);
    }
    return deg <= -90 ? 0 : deg >= 180 ? 1 : at(sums, deg + 90);
  }

  private govern(h: number): void {
    const { by, rpm, plate } = this.driven;
    if (by === 'held') return;
    const wants = Math.max(0, Math.min(1, plate + ((1 - this.x) * rpm) / DROOP_RPM));
    this.plate += (wants - this.plate) * (1 - Math.exp(-h / GOVERNOR_LAG_S));
  }

  sample(seconds: number): CycleSample {
    const degs = this.engine.cylinders.map((_, i) => {
      const deg = this.afterTop(i);
      return deg < 0 ? deg + CYCLE_DEG : deg;
    });
    return {
      seconds,
      angleRad: this.angle,
      radPerS: this.speed,
      plate: this.plate,
      exhaust: degs.map((deg, i) =>
        deg < EXHAUST_OPENS ? 0 : this.puff[i]! * Math.exp(-(deg - EXHAUST_OPENS) / PUFF_DEG),
      ),
      intake: degs.map((deg, i) =>
        deg < INTAKE_OPENS || deg > INTAKE_CLOSES
          ? 0
          : this.engine.cylinders[i]!.breath *
            this.plate *
            Math.sin((Math.PI * (deg - INTAKE_OPENS)) / (INTAKE_CLOSES - INTAKE_OPENS)),
      ),
    };
  }
}

/**
 * An engine that runs, firing by firing: crank speed by angle from the work of each firing, what is pressed and let go between them, and what is taken;
 * each firing comes off by chance, and gives a little more or less than the last. On the mean it is what the averages of `governor.ts` say.
 * @throws RangeError for an inertia, a speed or a plate that is not above 0
 * @see Heywood, ch. 2 (work and torque), 9 (burning, scatter)
 */
export function runCycles(engine: CycleEngine, driven: Driven, options: CycleOptions): CycleRun {
  if (!(engine.inertia > 0 && driven.rpm > 0 && driven.plate > 0))
    throw new RangeError('runCycles: inertia, speed and plate must be above 0');
  const cycling = new Cycling(engine, driven, options);
  const { seconds, sink } = options;
  const everyS = Math.min(sink?.everyS ?? 0.004, 0.004);
  const start = 0.5 * engine.inertia * cycling.speed ** 2;
  let time = 0;
  let diedAtS: number | null = null;
  let [turned, timed, cycleFrom, high, low, ripples, cycles] = [0, 0, cycling.angle, 0, Number.POSITIVE_INFINITY, 0, 0];
  sink?.take(cycling.sample(0));
  while (time < seconds) {
    const from = cycling.angle;
    const h = cycling.step(everyS, time);
    time += h;
    sink?.take(cycling.sample(time));
    if (cycling.speed < RESTS_RAD_S && !((options.helpNm?.(cycling.speed, time) ?? 0) > 0)) {
      diedAtS = time;
      break;
    }
    if (options.until?.(cycling.speed, time)) break;
    if (time < seconds / 2) {
      cycleFrom = cycling.angle;
      continue;
    }
    turned += cycling.angle - from;
    timed += h;
    high = Math.max(high, cycling.speed);
    low = Math.min(low, cycling.speed);
    if (cycling.angle - cycleFrom >= 4 * Math.PI) {
      ripples += (high - low) / ((high + low) / 2);
      cycles++;
      cycleFrom = cycling.angle;
      [high, low] = [0, Number.POSITIVE_INFINITY];
    }
  }
  const { angle, speed, plate, fired, due, energy } = cycling;
  return {
    seconds: time,
    rpm: diedAtS !== null || timed === 0 ? 0 : (turned / timed) * (30 / Math.PI),
    diedAtS,
    ripple: cycles > 0 ? ripples / cycles : 0,
    fired,
    due,
    energy: { ...energy, kinetic: 0.5 * engine.inertia * speed ** 2 - start },
    state: { angleRad: angle, radPerS: speed, plate },
  };
}
