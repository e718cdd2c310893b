/** What may be wrong, with its chance and what putting it right would cost. */
export interface Prospect {
  readonly p: number;
  readonly partsCost: number;
  readonly minutes: number;
}

export interface RepairOrReplace {
  /** Expected cost of putting right what is wrong now. */
  readonly repair: number;
  /** The same with what it is likely to want besides. */
  readonly repairAndAfter: number;
  /** What the repair adds to its worth. */
  readonly gains: number;
  /** Well worth it, a matter of taste, or hardly: a band, never a verdict; the customer decides. */
  readonly band: 'worth-it' | 'open' | 'hardly';
}

/** Costs within this share of the gain leave it open [P]. */
const OPEN_SHARE = 0.3;

/**
 * Repair against replace: parts and minutes at the shop's rate, by belief over what is wrong, and what may follow, against what it
 * is worth running and as it stands. One currency throughout.
 * @param ratePerHour labour, 0 or more
 * @param furtherCost expected over the time it is meant to serve, 0 or more
 * @throws RangeError for chances outside 0 .. 1 or negative costs
 */
export function repairOrReplace(
  prospects: readonly Prospect[],
  ratePerHour: number,
  furtherCost: number,
  worthRunning: number,
  worthAsItStands: number,
): RepairOrReplace {
  if (prospects.some(({ p, partsCost, minutes }) => !(p >= 0 && p <= 1 && partsCost >= 0 && minutes >= 0)))
    throw new RangeError('repairOrReplace: chances are 0 to 1, costs and minutes 0 or more');
  if (!(ratePerHour >= 0 && furtherCost >= 0)) throw new RangeError('repairOrReplace: rate and cost must be 0 or more');
  const repair = prospects.reduce(
    (sum, { p, partsCost, minutes }) => sum + p * (partsCost + (minutes / 60) * ratePerHour),
    0,
  );
  const repairAndAfter = repair + furtherCost;
  const gains = worthRunning - worthAsItStands;
  const band =
    repairAndAfter < (1 - OPEN_SHARE) * gains
      ? 'worth-it'
      : repairAndAfter > (1 + OPEN_SHARE) * gains
        ? 'hardly'
        : 'open';
  return { repair, repairAndAfter, gains, band };
}
