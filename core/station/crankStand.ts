import { lashPastTopDeg } from '../checks/lashPosition.ts';
import {
  type EngineFigures,
  type EngineWords,
  firingAnglesDeg,
  rimArcMm,
  rimChordMm,
  teethOf,
} from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';

export const STROKES = ['power', 'exhaust', 'intake', 'compression'] as const;
export type Stroke = (typeof STROKES)[number];

/** One cylinder on a dial of 720 degrees, 0 where cylinder 1 fires. */
export interface DialCylinder {
  readonly cylinder: number;
  /** Each stroke from its beginning; one that passes 720 ends beyond it. */
  readonly strokes: readonly { readonly stroke: Stroke; readonly fromDeg: number; readonly toDeg: number }[];
  /** Both valves shut: where it fires [deg]. */
  readonly topCompressionDeg: number;
  /** Both valves a little open: the other top, a turn away [deg]. */
  readonly topOverlapDeg: number;
  /** Where this check wants the crank [deg]; null where it wants it nowhere, or the sheet does not say. */
  readonly wantedDeg: number | null;
}

/** A way along the rim. */
export interface RimWay {
  readonly deg: number;
  /** By tape, by ruler straight across, in teeth of the ring gear; null where the sheet does not have it. A ruler ends at half a turn. */
  readonly arcMm: number | null;
  readonly chordMm: number | null;
  readonly teeth: number | null;
}

export interface CrankStand {
  /** Null: the layout, or the crank of a parallel twin, is not known; then each cylinder's top is found by itself. */
  readonly cylinders: readonly DialCylinder[] | null;
  /** From the top of compression to where the check wants it; null where that is the top itself, or nowhere. */
  readonly pastTop: RimWay | null;
  /** From the position on one cylinder to that on the next to fire, in order. */
  readonly onward: readonly { readonly from: number; readonly to: number; readonly way: RimWay }[];
  /** What of it the sheet does not say. */
  readonly missing: readonly ('stroke-or-rod' | 'rim' | 'teeth')[];
}

/** Where a check wants the crank: at the top of compression, past it as far as lash is measured, at any place, or nowhere. */
export type Wants = 'top' | 'lash' | 'nowhere';

const CYCLE_DEG = 720;

/**
 * The dial of a check: every cylinder's strokes by layout and firing order, where the crank is wanted, and how far it is from one to the other.
 * @see Heywood, Internal Combustion Engine Fundamentals, ch. 1 (four-stroke cycle) and 2 (piston travel)
 */
export function crankStand(
  engine: Pick<EngineWords, 'cylinders' | 'layout' | 'crankPhase' | 'compressionRelease'>,
  figures: EngineFigures,
  rules: Rules,
  wants: Wants,
): CrankStand {
  const past = wants === 'lash' ? lashPastTopDeg({ engine, figures, rules }) : 0;
  const way = (deg: number): RimWay => ({
    deg,
    arcMm: figures.flywheelRimMm == null ? null : rimArcMm(figures.flywheelRimMm, deg),
    chordMm: figures.flywheelRimMm == null || deg > 180 ? null : rimChordMm(figures.flywheelRimMm, deg),
    teeth: figures.flywheelTeeth == null ? null : teethOf(figures.flywheelTeeth, deg),
  });
  const firing = firingOrNull(engine);
  const wanted = wants === 'nowhere' || past === null ? null : past;
  const order = firing?.map((deg, i) => ({ cylinder: i + 1, deg })).toSorted((a, b) => a.deg - b.deg) ?? [];
  return {
    cylinders: firing?.map((deg, i) => onDial(i + 1, deg, wanted)) ?? null,
    pastTop: wanted === null || wanted === 0 ? null : way(wanted),
    onward:
      wanted === null || order.length < 2
        ? []
        : order.map(({ cylinder, deg }, i) => {
            const next = order[(i + 1) % order.length]!;
            return { from: cylinder, to: next.cylinder, way: way((next.deg - deg + CYCLE_DEG) % CYCLE_DEG) };
          }),
    missing: [
      ...(past === null ? (['stroke-or-rod'] as const) : []),
      ...(figures.flywheelRimMm == null ? (['rim'] as const) : []),
      ...(figures.flywheelTeeth == null ? (['teeth'] as const) : []),
    ],
  };
}

function firingOrNull(engine: Parameters<typeof firingAnglesDeg>[0]): readonly number[] | null {
  try {
    return firingAnglesDeg(engine);
  } catch {
    // Layout or crank not known: the dial would be a guess.
    return null;
  }
}

const onDial = (cylinder: number, firesAt: number, wanted: number | null): DialCylinder => ({
  cylinder,
  strokes: STROKES.map((stroke, i) => {
    const fromDeg = (firesAt + 180 * i) % CYCLE_DEG;
    return { stroke, fromDeg, toDeg: fromDeg + 180 };
  }),
  topCompressionDeg: firesAt % CYCLE_DEG,
  topOverlapDeg: (firesAt + 360) % CYCLE_DEG,
  wantedDeg: wanted === null ? null : (firesAt + wanted) % CYCLE_DEG,
});
