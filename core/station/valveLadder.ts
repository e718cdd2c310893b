import { releaseLeftMm } from '../measure/index.ts';

/** One valve as it was measured, lengths in mm. */
export interface ValveSeen {
  /** Thickest blade that goes; null while nothing was tried. */
  readonly goesMm: number | null;
  /** Next blade that does not; null where it was not tried. */
  readonly refusesMm: number | null;
  /** The same valve before it was set. */
  readonly beforeMm: number | null;
  readonly lowMm: number;
  readonly highMm: number;
  /** Turns of the adjuster to the middle of the window, out positive; null where none is needed or the sheet does not say. */
  readonly turns: number | null;
}

export interface LadderRung {
  readonly goes: number | null;
  readonly refuses: number | null;
  readonly before: number | null;
  readonly low: number;
  readonly high: number;
  readonly lies: 'in' | 'wide' | 'tight' | 'on-the-limit' | null;
  /** The adjuster as a clock face: how far its hand goes round, clockwise (in) positive [deg], whole turns left out. */
  readonly handDeg: number | null;
  readonly wholeTurns: number;
}

export interface ValveLadder {
  /** End of the scale, above every figure on it [mm]. Places on it are shares of this, 0 .. 1. */
  readonly fullMm: number;
  readonly valves: readonly LadderRung[];
  /** What is left of the compression release [mm], and of the whole bump, 0 .. 1; null where the sheet has no bump or nothing was read. */
  readonly release: { readonly leftMm: number; readonly share: number } | null;
}

/**
 * The gaps of a cylinder's valves as bars on one scale against their windows.
 * @param valves intake, exhaust
 * @param bumpMm lift of the compression release at the exhaust valve; null where there is none on the sheet
 */
export function valveLadder(valves: readonly ValveSeen[], bumpMm: number | null): ValveLadder {
  const figures = valves.flatMap((v) => [v.goesMm, v.refusesMm, v.beforeMm, 2 * v.highMm]).filter((v) => v !== null);
  const fullMm = 1.1 * Math.max(...figures, bumpMm ?? 0);
  const share = (mm: number | null) => (mm === null ? null : mm / fullMm);
  const exhaust = valves[1]?.goesMm ?? null;
  return {
    fullMm,
    valves: valves.map((v) => ({
      goes: share(v.goesMm),
      refuses: share(v.refusesMm),
      before: share(v.beforeMm),
      low: v.lowMm / fullMm,
      high: v.highMm / fullMm,
      lies: liesOf(v),
      handDeg: v.turns === null ? null : 360 * -(v.turns - Math.trunc(v.turns)) + 0,
      wholeTurns: v.turns === null ? 0 : Math.trunc(Math.abs(v.turns)),
    })),
    release:
      bumpMm === null || bumpMm <= 0 || exhaust === null
        ? null
        : { leftMm: releaseLeftMm(bumpMm, exhaust), share: releaseLeftMm(bumpMm, exhaust) / bumpMm },
  };
}

/** By what is sure of it: a bracket that holds a limit lies on it. */
function liesOf({ goesMm, refusesMm, lowMm, highMm }: ValveSeen): LadderRung['lies'] {
  if (goesMm === null) return null;
  const to = refusesMm !== null && refusesMm > goesMm ? refusesMm : goesMm;
  if (goesMm > highMm) return 'wide';
  if (to < lowMm) return 'tight';
  return goesMm >= lowMm && to <= highMm ? 'in' : 'on-the-limit';
}
