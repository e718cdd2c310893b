const PASCALS_PER_PSI = 6894.757;

/** A pressure that is watched; pressures gauge [Pa], times [s]. */
export interface HoldSeen {
  readonly startPa: number | null;
  readonly endPa: number | null;
  readonly seconds: number | null;
}

/**
 * The falling line of a needle that is watched, and the one it may not fall below.
 * @param lossPsiPerMin what a sound one loses at most
 * @returns points every second of the watch, in psi; null until a start is known
 */
export function needleLine(
  { startPa, endPa, seconds }: HoldSeen,
  lossPsiPerMin: number,
): readonly { readonly s: number; readonly limit: number; readonly held: number | null }[] | null {
  if (startPa === null || !(startPa > 0)) return null;
  const span = Math.max(15, seconds ?? 0);
  const start = startPa / PASCALS_PER_PSI;
  const end = endPa === null ? null : endPa / PASCALS_PER_PSI;
  return Array.from({ length: 16 }, (_, i) => {
    const s = (span * i) / 15;
    return {
      s,
      limit: Math.max(0, start - (lossPsiPerMin * s) / 60),
      held: end === null || seconds === null || s > seconds ? null : start + ((end - start) * s) / seconds,
    };
  });
}

/** Fuel that came against what the engine drinks at full load, as shares of twice the demand; null where the sheet does not say the demand. */
export function flowShares(
  flowMlPerMin: number | null,
  demandMlPerMin: number | null,
  times: number,
): {
  readonly flow: number | null;
  readonly once: number;
  readonly enough: number;
  readonly fullMlPerMin: number;
} | null {
  if (demandMlPerMin === null || !(demandMlPerMin > 0)) return null;
  const fullMlPerMin = Math.max(1.3 * times * demandMlPerMin, 1.1 * (flowMlPerMin ?? 0));
  return {
    flow: flowMlPerMin === null ? null : flowMlPerMin / fullMlPerMin,
    once: demandMlPerMin / fullMlPerMin,
    enough: (times * demandMlPerMin) / fullMlPerMin,
    fullMlPerMin,
  };
}
