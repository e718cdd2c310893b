/** One cylinder cut out; speeds [1/min], openings of the throttle plate [%]. */
export interface CutSeen {
  readonly cylinder: number;
  readonly before: number | null;
  readonly after: number | null;
  readonly throttle: 'held' | 'governed' | null;
  readonly plateBefore: number | null;
  readonly plateAfter: number | null;
}

export interface CutBar {
  readonly cylinder: number;
  readonly dropRpm: number | null;
  /** Of all drops together, 0 .. 1; null until every cylinder was cut out. */
  readonly share: number | null;
  /** How many times the plate opens for it; null where it was not read. */
  readonly opens: number | null;
  /** The governor makes up for it: the drop alone says nothing of strength. */
  readonly hidden: boolean;
}

/** The drops of a pair, with what the governor hides of them. */
export function cutBars(seen: readonly CutSeen[]): { readonly fullRpm: number; readonly bars: readonly CutBar[] } {
  const drops = seen.map(({ before, after }) => (before === null || after === null ? null : before - after));
  const known = drops.filter((d) => d !== null);
  const sum = known.reduce((a, b) => a + b, 0);
  const all = known.length === seen.length && sum > 0;
  return {
    fullRpm: Math.max(100, ...known) * 1.15,
    bars: seen.map(({ cylinder, throttle, plateBefore, plateAfter }, i) => ({
      cylinder,
      dropRpm: drops[i] ?? null,
      share: all ? drops[i]! / sum : null,
      opens: plateBefore !== null && plateAfter !== null && plateBefore > 0 ? plateAfter / plateBefore : null,
      hidden: throttle !== 'held' && drops[i] != null,
    })),
  };
}

export interface HeatBar {
  readonly cylinder: number;
  readonly c: number | null;
  /** Rise over the air, of the hottest one's rise; null until the air and all were read. */
  readonly ofHottest: number | null;
}

/** Thermometers of a pair over the air around them [C]. */
export function heatBars(
  temperatures: readonly (number | null)[],
  airC: number | null,
): { readonly fromC: number; readonly fullC: number; readonly bars: readonly HeatBar[] } {
  const known = temperatures.filter((t) => t !== null);
  const hottest = Math.max(...known);
  const all = airC !== null && known.length === temperatures.length && hottest > airC;
  return {
    fromC: Math.min(0, airC ?? 0, ...known),
    fullC: Math.max(150, ...known) * 1.1,
    bars: temperatures.map((c, i) => ({
      cylinder: i + 1,
      c,
      ofHottest: all && c !== null ? (c - airC) / (hottest - airC) : null,
    })),
  };
}
