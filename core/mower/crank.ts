import { clearanceMl, crankAngleDegAt } from '../engine/index.ts';
import { type Cranked, CrankMeter } from './crankMeter.ts';
import { ampsAt, type CrankEngine, CYCLE_RAD, modelOf, ratesOf, type StarterCircuit } from './crankModel.ts';
import { integrate } from './solve.ts';

export type { Cranked };

/** One moment of it. */
export interface CrankSample {
  readonly seconds: number;
  /** From the top of the first cylinder's compression; counts on [rad], and its rate [rad/s]. */
  readonly angleRad: number;
  readonly radPerS: number;
  readonly amps: number;
  readonly postVolts: number;
  /** In each cylinder, absolute [Pa]. */
  readonly pa: Float64Array;
}

/** Nobody holds a key longer [s] [P]. */
const LONGEST_S = 8;

/** How it is cranked. */
export interface Cranking {
  /** How long it is to turn, inrush and no standing counted, above 0.5 [s]. */
  readonly seconds?: number;
  /** Error allowed in a step, a share of 1 rad, 10 rad/s and ambient pressure. */
  readonly tolerance?: number;
  /** Where it rests before it is turned: so far before the top of the first cylinder's compression [deg]. */
  readonly restsBeforeDeg?: number;
  /** Is given each moment, `everyS` apart or closer. */
  readonly sink?: { readonly everyS: number; readonly take: (sample: CrankSample) => void };
}

/**
 * A starter turning an engine: motor and battery as one circuit, crank as one inertia, each cylinder's air pressed and let out through
 * its leaks, valves and release; integrated over time with the error in hand. The key is held until it has turned for long enough, or stood for a second.
 * @throws RangeError for a resistance or an inertia that is not above 0
 * @see Heywood, ch. 2 (crank), 5 (compression); Shapiro, ch. 4 (orifice)
 */
export function crank(
  engine: CrankEngine,
  circuit: StarterCircuit,
  ambientPa: number,
  { seconds = 1.6, tolerance = 1e-4, restsBeforeDeg = 200, sink }: Cranking = {},
): Cranked {
  const model = modelOf(engine, circuit, ambientPa);
  const start = new Float64Array(2 + model.n).fill(ambientPa);
  start[0] = model.tops[0]! - (restsBeforeDeg * Math.PI) / 180 + CYCLE_RAD;
  start[1] = 0;
  const meter = new CrankMeter(model, start, seconds);
  const give = (time: number, state: Float64Array) => {
    const amps = ampsAt(model, state[1]!);
    const postVolts = circuit.openVolts - circuit.batteryOhms * amps;
    sink?.take({ seconds: time, angleRad: state[0]!, radPerS: state[1]!, amps, postVolts, pa: state.slice(2) });
  };
  give(0, start);
  const run = integrate((_, state, out) => ratesOf(model, state, out), start, LONGEST_S, {
    tolerance,
    scales: [1, 10, ...Array<number>(model.n).fill(ambientPa)],
    longestStep: Math.min(0.004, sink?.everyS ?? 0.004),
    watch: (time, state, h) => {
      if (sink) give(time, state);
      return meter.watch(time, state, h);
    },
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
