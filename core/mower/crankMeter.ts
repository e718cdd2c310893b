import { afterTopDeg, ampsAt, gasTorque, type Model, rubbing, SPARK_BTDC } from './crankModel.ts';

const INRUSH_S = 0.45;
/** Standing under current for so long, it is stuck: nobody holds the key on [s] [P]. */
const STUCK_S = 0.6;
/** What is no more than a slow moment of turning [s]; after a longer stand means are taken anew, once it is up to speed again [s]. */
const STANDS_S = 0.06;
const UP_TO_SPEED_S = 0.25;
const STILL_RAD_S = 0.25;

export interface Cranked {
  /** Mean speed once the inrush, and any standing, is over [1/min]; 0 when it stopped. */
  readonly rpm: number;
  /** It stood until the key was let go. */
  readonly stopped: boolean;
  /** The longest it stood before it went on, or for good [s]. */
  readonly stoodS: number;
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
  /** Speed at which each cylinder last came to its spark, 20 deg before the top of its compression [rad/s]; null where it did not. */
  readonly sparkRadPerS: readonly (number | null)[];
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

/** What is read off while it turns: energies by the trapezium, as fine as the steps are, and means once the inrush is over. */
export class CrankMeter {
  readonly energy = { battery: 0, heat: 0, gearLoss: 0, friction: 0, gas: 0, kinetic: 0 };
  readonly peakPa: number[];
  readonly peakAmps: number[];
  readonly sparkRadPerS: (number | null)[];
  still = 0;
  stood = 0;
  /** Means are taken from here on [s]. */
  private from = INRUSH_S;
  private meanTime = 0;
  private angleFrom = 0;
  private timeFrom = 0;
  private volts = 0;
  private current = 0;
  private before: { readonly speed: number; readonly gas: number; readonly amps: number };

  constructor(
    private readonly model: Model,
    private readonly start: Float64Array,
    private readonly seconds: number,
  ) {
    this.peakPa = Array<number>(model.n).fill(0);
    this.peakAmps = Array<number>(model.n).fill(0);
    this.sparkRadPerS = Array<number | null>(model.n).fill(null);
    this.before = { speed: 0, gas: gasTorque(model, start), amps: ampsAt(model, 0) };
  }

  /** After each step; true once it is stuck, or has turned for long enough. */
  watch(time: number, state: Float64Array, h: number): boolean {
    const { model, energy, before } = this;
    const { engine, circuit, ohms } = model;
    const speed = state[1]!;
    const now = { speed, gas: gasTorque(model, state), amps: ampsAt(model, speed) };
    // By the trapezium, between the moment before and this one.
    const half = 0.5 * h;
    const amps = half * (now.amps + before.amps);
    const gearing = (1 - circuit.efficiency) * circuit.torqueConstant * circuit.gear;
    energy.battery += circuit.openVolts * amps;
    energy.heat += half * ohms * (now.amps ** 2 + before.amps ** 2);
    energy.gearLoss += half * gearing * (now.amps * speed + before.amps * before.speed);
    energy.friction += half * (rubbing(engine, speed) * speed + rubbing(engine, before.speed) * before.speed);
    energy.gas -= half * (now.gas * speed + before.gas * before.speed);
    if (time > this.from) {
      if (this.timeFrom === 0) {
        this.timeFrom = time;
        this.angleFrom = state[0]!;
      }
      this.meanTime += h;
      this.volts += circuit.openVolts * h - circuit.batteryOhms * amps;
      this.current += amps;
      for (let c = 0; c < model.n; c++) {
        this.peakPa[c] = Math.max(this.peakPa[c]!, state[2 + c]! - model.ambientPa);
        const deg = afterTopDeg(model, state[0]!, c);
        if (deg > 640) this.peakAmps[c] = Math.max(this.peakAmps[c]!, now.amps);
        if (deg > 680 && deg < 720 - SPARK_BTDC) this.sparkRadPerS[c] = now.speed;
      }
    }
    this.still = Math.abs(now.speed) < STILL_RAD_S ? this.still + h : 0;
    this.stood = Math.max(this.stood, this.still);
    if (this.still > STANDS_S) this.startAnew(time);
    this.before = now;
    return this.still > STUCK_S || time - this.from >= this.seconds - INRUSH_S;
  }

  /** What it does after a stand is what it does. */
  private startAnew(time: number): void {
    this.from = time + UP_TO_SPEED_S;
    this.timeFrom = 0;
    this.meanTime = 0;
    this.volts = 0;
    this.current = 0;
  }

  /** What it came to. */
  read(run: { readonly state: Float64Array; readonly time: number; readonly steps: number }): Cranked {
    const { engine, circuit } = this.model;
    const stopped = this.still > STUCK_S;
    this.energy.kinetic = 0.5 * engine.inertia * run.state[1]! ** 2;
    const turned = run.time - this.timeFrom;
    const locked = ampsAt(this.model, 0);
    const asLocked = stopped || this.meanTime === 0;
    return {
      rpm: stopped || turned <= 0 ? 0 : ((run.state[0]! - this.angleFrom) / turned) * (30 / Math.PI),
      stopped,
      stoodS: this.stood,
      turnedDeg: ((run.state[0]! - this.start[0]!) * 180) / Math.PI,
      stoppedAtDeg: stopped ? ((((run.state[0]! * 180) / Math.PI) % 720) + 720) % 720 : null,
      postVolts: asLocked ? circuit.openVolts - circuit.batteryOhms * locked : this.volts / this.meanTime,
      amps: asLocked ? locked : this.current / this.meanTime,
      peakPa: this.peakPa,
      peakAmps: this.peakAmps,
      sparkRadPerS: this.sparkRadPerS,
      energy: this.energy,
      seconds: run.time,
      steps: run.steps,
    };
  }
}
