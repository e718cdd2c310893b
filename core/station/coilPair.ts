import { coilResistanceAt20C } from '../measure/index.ts';

/** One coil as it was measured; resistances in ohm. */
export interface CoilSeen {
  readonly name: string;
  readonly toGround: number | 'OL' | null;
  readonly toKillTab: number | 'OL' | null;
  readonly flexMin: number | 'OL' | null;
  readonly flexMax: number | 'OL' | null;
  /** Of its winding [C]; null where it was not taken. */
  readonly windingC: number | null;
  /** A coil that is on no engine: new, donor or old. */
  readonly part: boolean;
}

/** One row of the scale. Places are shares of the scale, 0 .. 1; above 1 it does not fit on it. */
export interface CoilRow {
  readonly name: string;
  readonly part: boolean;
  readonly open: boolean;
  /** What was read, and what that is at 20 C; equal where the winding's temperature is not known. */
  readonly read: number | null;
  readonly at20C: number | null;
  readonly tab: number | null;
  readonly tabOpen: boolean;
  /** From least to most while it was flexed; null where it was not. `toOpen`: it opened. */
  readonly flex: { readonly from: number; readonly to: number; readonly toOpen: boolean } | null;
}

export interface CoilPair {
  readonly fullOhms: number;
  readonly low: number;
  readonly high: number;
  /** Under this it is shorted. */
  readonly shorted: number;
  readonly rows: readonly CoilRow[];
  /** How far the two on the engine are apart at 20 C, of their mean [%]; null until both are read. */
  readonly apartPercent: number | null;
}

/**
 * Coils side by side on one scale, their windows at 20 C.
 * @param coils those of the engine in order, then parts that lie on the bench
 * @see IEC 60028 (temperature coefficient of copper)
 */
export function coilPair(
  coils: readonly CoilSeen[],
  window: { readonly low: number; readonly high: number },
  shortedOhms: number,
): CoilPair {
  const read = coils
    .flatMap((c) => [c.toGround, c.toKillTab, c.flexMin, c.flexMax])
    .filter((v) => typeof v === 'number');
  const fullOhms = 1.15 * Math.max(window.high, ...read.filter((v) => v < 4 * window.high));
  const share = (v: number | 'OL' | null) => (typeof v === 'number' ? v / fullOhms : null);
  const at20 = ({ toGround, windingC }: CoilSeen) =>
    typeof toGround !== 'number' ? null : windingC === null ? toGround : coilResistanceAt20C(toGround, windingC);
  const engine = coils.filter((c) => !c.part).map(at20);
  const [a, b] = engine;
  return {
    fullOhms,
    low: window.low / fullOhms,
    high: window.high / fullOhms,
    shorted: shortedOhms / fullOhms,
    rows: coils.map((coil) => ({
      name: coil.name,
      part: coil.part,
      open: coil.toGround === 'OL',
      read: share(coil.toGround),
      at20C: share(at20(coil)),
      tab: share(coil.toKillTab),
      tabOpen: coil.toKillTab === 'OL',
      flex: flexOf(coil, share),
    })),
    apartPercent: a != null && b != null && a + b > 0 ? (200 * Math.abs(a - b)) / (a + b) : null,
  };
}

function flexOf(
  { flexMin, flexMax, toGround }: CoilSeen,
  share: (v: number | 'OL' | null) => number | null,
): CoilRow['flex'] {
  const ends = [flexMin, flexMax, toGround];
  if (flexMin === null && flexMax === null) return null;
  const figures = ends.map(share).filter((v) => v !== null);
  if (figures.length === 0) return null;
  return {
    from: Math.min(...figures),
    to: Math.max(...figures),
    toOpen: flexMin === 'OL' || flexMax === 'OL',
  };
}
