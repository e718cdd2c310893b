import type { GroupLikelihood } from './evidence.ts';
import type { Layout } from './layout.ts';
import type { Network, Placed } from './network.ts';
import type { Space } from './space.ts';

/**
 * What is believed: mass of each place, and how much of it rests on no reading being a gross error. A chance is a mass over `whole`, what `all`
 * adds up to: what multiplies every place alike changes none, and is left out.
 */
export interface Mass {
  readonly layout: Layout;
  readonly all: Float64Array;
  readonly errorFree: Float64Array;
  /** What `errorFree` is to be multiplied by to stand beside `all`. */
  readonly errorFreeScale: number;
  readonly whole: number;
  /** P(what was multiplied in last | what was believed before), where that was new readings. */
  readonly chance: number;
  readonly sums: Sums;
}

/** What is asked of a belief again and again, added up once; chances, 0 .. 1. */
interface Sums {
  readonly faults: Float64Array;
  readonly states: readonly number[];
  /** Of no reading being a gross error. */
  readonly clean: number;
}

export const sameFigures = (a: Float64Array, b: Float64Array) => {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
};

/** What turns the old likelihood into the new one; null where the old one said "impossible", which no factor takes back. */
export function over(after: GroupLikelihood, before: GroupLikelihood): GroupLikelihood | null {
  const rows = before.total.length;
  for (let row = 0; row < rows; row++) if (!(before.total[row]! > 0 && before.errorFree[row]! > 0)) return null;
  const total = new Float64Array(rows);
  const errorFree = new Float64Array(rows);
  for (let row = 0; row < rows; row++) {
    total[row] = after.total[row]! / before.total[row]!;
    errorFree[row] = after.errorFree[row]! / before.errorFree[row]!;
  }
  return { total, errorFree };
}

/** Mass from the start of the epoch times every group, leaving out `without` if named. */
export function product(
  network: Network,
  start: Mass,
  likelihoods: ReadonlyMap<string, GroupLikelihood>,
  without?: string,
): Mass {
  if (without === undefined) return multiplied(network, start, likelihoods);
  return multiplied(network, start, new Map([...likelihoods].filter(([key]) => key !== without)));
}

export function multiplied(network: Network, mass: Mass, factors: ReadonlyMap<string, GroupLikelihood>): Mass {
  if (factors.size === 0) return mass;
  const all = new Float64Array(mass.all);
  const errorFree = new Float64Array(mass.errorFree);
  let { errorFreeScale } = mass;
  let leftOut = 1 / mass.whole;
  for (const [key, { total, errorFree: clean }] of factors) {
    const placed = network.placed(key, mass.layout);
    const common = scaleOf(total);
    const commonClean = scaleOf(clean);
    multiplyInto(all, errorFree, placed, total, clean, 1 / common, 1 / commonClean);
    errorFreeScale *= commonClean / common;
    leftOut *= common;
  }
  return massOf(network, { layout: mass.layout, all, errorFree, errorFreeScale }, leftOut);
}

/** The figure of row 0, which is left out; 1 where nothing can be left out, for what cannot be with nothing wrong leaves those places nothing. */
const scaleOf = (figures: Float64Array) => (figures[0]! > 0 ? figures[0]! : 1);

/** Multiplies each place by the figure of its row times `scale`: most places stand on row 0 and stay as they are. */
function multiplyInto(
  all: Float64Array,
  errorFree: Float64Array,
  { setRow, touched, touchedRow, furtherRow }: Placed,
  total: Float64Array,
  clean: Float64Array,
  scale: number,
  cleanScale: number,
): void {
  const sets = setRow.length;
  for (let t = 0; t < touched.length; t++) {
    const i = touched[t]!;
    const row = touchedRow[t]!;
    all[i]! *= total[row]! * scale;
    errorFree[i]! *= clean[row]! * cleanScale;
  }
  for (let k = 0, i = sets; k < furtherRow.length; k++, i++) {
    const row = furtherRow[k]!;
    all[i]! *= total[row]! * scale;
    errorFree[i]! *= clean[row]! * cleanScale;
  }
  // The rest stands on row 0.
  if (!(total[0]! > 0)) for (let i = 0; i < sets; i++) if (setRow[i] === 0) all[i] = 0;
  if (!(clean[0]! > 0)) for (let i = 0; i < sets; i++) if (setRow[i] === 0) errorFree[i] = 0;
}

/** Beyond this, either way, masses are brought back to where figures are dense. */
const FAR = 1e100;

/**
 * Adds up what was multiplied.
 * @param leftOut what all masses were divided by, over what they came to before; nothing where they are new
 * @throws RangeError when nothing is left
 */
export function massOf(
  network: Network,
  { layout, all, errorFree, errorFreeScale }: Pick<Mass, 'layout' | 'all' | 'errorFree' | 'errorFreeScale'>,
  leftOut?: number,
): Mass {
  const { space } = layout;
  const faults = new Float64Array(space.faults);
  const byAssignment = new Float64Array(network.assignments);
  const whole = addUp(space, all, faults) + addUpFurther(layout, all, faults, byAssignment);
  if (!(whole > 0))
    throw new RangeError('the record is impossible under every hypothesis: a reading contradicts the catalogue');
  const scale = 1 / whole;
  for (let f = 0; f < faults.length; f++) faults[f]! *= scale;
  const sums: Sums = {
    faults,
    states: network.spec.states.map((_, k) =>
      byAssignment.reduce((sum, mass, s) => ((s >> k) & 1 ? sum + mass * scale : sum), 0),
    ),
    clean: total(errorFree) * errorFreeScale * scale,
  };
  const chance = leftOut === undefined ? 1 : whole * leftOut;
  if (whole < FAR && whole > 1 / FAR && errorFreeScale < FAR && errorFreeScale > 1 / FAR)
    return { layout, all, errorFree, errorFreeScale, whole, chance, sums };
  return {
    layout,
    all: all.map((mass) => mass * scale),
    errorFree: errorFree.map((mass) => mass * errorFreeScale * scale),
    errorFreeScale: 1,
    whole: 1,
    chance,
    sums,
  };
}

/** Sum of all, in four lanes: one addition does not wait for the one before. */
export function total(figures: Float64Array): number {
  const even = figures.length - (figures.length % 4);
  let [a, b, c, d] = [0, 0, 0, 0];
  for (let i = 0; i < even; i += 4) {
    a += figures[i]!;
    b += figures[i + 1]!;
    c += figures[i + 2]!;
    d += figures[i + 3]!;
  }
  for (let i = even; i < figures.length; i++) a += figures[i]!;
  return a + b + (c + d);
}

/** Mass without any state of each fault, over every set it is in: the sets of one, the pairs row by row, the sets of three. @returns the whole */
function addUp({ faults: n, count, members }: Space, masses: Float64Array, faults: Float64Array): number {
  let whole = masses[0]!;
  for (let f = 0; f < n; f++) {
    faults[f] = masses[1 + f]!;
    whole += masses[1 + f]!;
  }
  let at = 1 + n;
  for (let a = 0; a < n; a++) {
    let own = 0;
    for (let b = a + 1; b < n; b++, at++) {
      const mass = masses[at]!;
      own += mass;
      faults[b]! += mass;
    }
    faults[a]! += own;
    whole += own;
  }
  for (; at < count; at++) {
    whole += masses[at]!;
    for (let k = 3 * at; k < 3 * at + 3; k++) faults[members[k]!]! += masses[at]!;
  }
  return whole;
}

/** Adds to each fault its mass with a state, and to each assignment its own. @returns what was added up */
function addUpFurther(
  { furtherSet, furtherAssignment, space: { count, members } }: Layout,
  all: Float64Array,
  faults: Float64Array,
  byAssignment: Float64Array,
): number {
  let whole = 0;
  for (let k = 0; k < furtherSet.length; k++) {
    const mass = all[count + k]!;
    whole += mass;
    byAssignment[furtherAssignment[k]!]! += mass;
    for (let m = 3 * furtherSet[k]!, end = m + 3; m < end && members[m]! >= 0; m++) faults[members[m]!]! += mass;
  }
  return whole;
}
