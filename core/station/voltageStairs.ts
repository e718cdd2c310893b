import { chargePercent } from '../measure/index.ts';

/** What the legs of the starter circuit lose while it cranks, as far as read; volts. */
export interface StairsSeen {
  readonly atPosts: number | null;
  readonly positive: number | null;
  readonly relay: number | null;
  readonly ground: number | null;
  /** At the starter itself, stud to body. */
  readonly atStarter: number | null;
}

/** In the order of the current. */
export const STAIR_LEGS = ['positive', 'relay', 'ground'] as const;
export type StairLeg = (typeof STAIR_LEGS)[number];

export interface Stair {
  readonly leg: StairLeg;
  readonly volts: number | null;
  /** What a sound one loses at most. */
  readonly limit: number;
  readonly over: boolean;
}

export interface VoltageStairs {
  readonly stairs: readonly Stair[];
  /** What is left for the starter: as read at it, else the posts less what the legs lose; null until all is read. */
  readonly leftForStarter: number | null;
  /** Readings that cannot be together. */
  readonly doesNotFit: 'sum-over-posts' | 'starter-does-not-add-up' | null;
  /** What to probe next: the posts, which part battery from wiring, then the legs; null where all is read. */
  readonly next: StairLeg | 'at-posts' | null;
}

/** Meters and two crankings differ by as much [V] [P]. */
const ADDS_UP_VOLTS = 0.3;

/**
 * The starter circuit end to end as a stair of volts, down from the battery post and back to it: positive cable, relay contacts, starter, ground side, in series.
 * @param limits what each leg may lose [V]
 * @see Kirchhoff's voltage law: the losses of a loop add up to its source
 */
export function voltageStairs(seen: StairsSeen, limits: Readonly<Record<StairLeg, number>>): VoltageStairs {
  const { atPosts, atStarter } = seen;
  const stairs = STAIR_LEGS.map((leg): Stair => {
    const volts = seen[leg];
    return { leg, volts, limit: limits[leg], over: volts !== null && volts > limits[leg] };
  });
  const lost = stairs.reduce((sum, { volts }) => sum + (volts ?? 0), 0);
  const unread = stairs.find(({ volts }) => volts === null);
  const left = atPosts !== null && !unread ? atPosts - lost : null;
  return {
    stairs,
    leftForStarter: atStarter ?? left,
    doesNotFit:
      atPosts !== null && lost > atPosts
        ? 'sum-over-posts'
        : left !== null && atStarter !== null && Math.abs(left - atStarter) > ADDS_UP_VOLTS
          ? 'starter-does-not-add-up'
          : null,
    next: atPosts === null ? 'at-posts' : (unread?.leg ?? null),
  };
}

/** The rest curve of a lead-acid battery, for its chart: volts against charge [%]. */
export const restCurve = (): readonly { readonly volts: number; readonly percent: number }[] =>
  Array.from({ length: 21 }, (_, i) => {
    const volts = 11.8 + i * 0.05;
    return { volts: Math.round(volts * 100) / 100, percent: chargePercent(volts) };
  });
