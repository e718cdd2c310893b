/** A compression gauge on its hose: what each stroke adds to it. */
export interface Gauge {
  /** Hose and gauge behind the check valve [ml] [M]. */
  readonly hoseMl: number;
  /** The check valve opens for so much more than what is behind it [Pa] [M]. */
  readonly opensPa: number;
}

/** As it hangs in a box of tools: 300 mm of hose, valve at the plug's end [M]. */
export const USUAL_GAUGE: Gauge = { hoseMl: 26, opensPa: 15_000 };
/** Room of an adapter before the valve [ml]: as it comes; and a long one [M]. */
export const ADAPTER_ML = { short: 1, long: 7 } as const;

/** How air behaves that is pressed while cranking, as in `crankModel.ts`. */
const EXPONENT = 1.25;

/**
 * What stands on the gauge after each stroke [Pa over ambient]: every stroke presses cylinder and hose together once the cylinder
 * is over what the valve keeps; then the valve shuts.
 * @param peakPa what the cylinder comes to with nothing on it but its adapter, over ambient, 0 or more
 * @param clearanceMl room at the top, adapter included, above 0
 * @param strokes 1 or more
 * @throws RangeError for a room or a count that is not above 0
 * @see Heywood, ch. 5 (polytropic compression); mass and room of hose and cylinder together
 */
export function gaugeStrokes(
  peakPa: number,
  clearanceMl: number,
  strokes: number,
  ambientPa: number,
  { hoseMl, opensPa }: Gauge = USUAL_GAUGE,
): number[] {
  if (!(clearanceMl > 0 && strokes >= 1)) throw new RangeError('gaugeStrokes: a room and a count above 0 are wanted');
  const out: number[] = [];
  let kept = ambientPa;
  for (let stroke = 0; stroke < strokes; stroke++) {
    // Room left in the cylinder as it comes up to what the hose keeps.
    const meetsMl = clearanceMl * ((ambientPa + peakPa) / (kept + opensPa)) ** (1 / EXPONENT);
    if (meetsMl > clearanceMl) {
      const pressed = kept * ((meetsMl + hoseMl) / (clearanceMl + hoseMl)) ** EXPONENT;
      kept = Math.max(kept, Math.min(pressed, ambientPa + peakPa - opensPa));
    }
    out.push(kept - ambientPa);
  }
  return out;
}
