/**
 * A direct-current circuit of resistors, silicon diodes and current sources, solved by nodal analysis. Small enough to be solved whole
 * at every step: a kill harness has four nodes, a starter circuit six.
 */

/** Node 0 is ground. */
export type Node = number;

export type Element =
  | { readonly kind: 'resistor'; readonly from: Node; readonly to: Node; readonly ohms: number }
  /** Conducts from `from` to `to`. */
  | { readonly kind: 'diode'; readonly from: Node; readonly to: Node }
  /** Pushes current out of `to` and takes it in at `from`, limited to `compliance` volts between them. */
  | {
      readonly kind: 'source';
      readonly from: Node;
      readonly to: Node;
      readonly amps: number;
      readonly complianceVolts: number;
    };

/** Saturation current of a small silicon rectifier and its emission slope: 0.58 V at a meter's milliamp [A, V] [M]. */
const SATURATION_A = 2e-9;
const SLOPE_V = 0.0442;
/** Every node leaks a little to ground, so that one that nothing touches has a voltage at all: a gigohm [S]. */
const STRAY_SIEMENS = 1e-9;
const MOST_STEPS = 200;
/** Confirmed when nothing moves by more than this, or this share of itself. */
const SETTLED_VOLTS = 1e-6;
const SETTLED_SHARE = 1e-8;

export type Solved =
  | { readonly ok: true; readonly volts: Float64Array; readonly steps: number }
  | { readonly ok: false; readonly code: 'did-not-settle' };

/**
 * Voltages of all nodes against ground, by Newton's method with each diode as its tangent.
 * @param nodes number of nodes, ground included, 1 or more
 * @returns volts by node, or that it did not settle
 * @throws RangeError for an element on a node there is none of, or a resistance that is not above 0
 * @see Nagel, SPICE2: A Computer Program to Simulate Semiconductor Circuits (1975): nodal analysis, companion models, junction limiting
 */
export function solveCircuit(nodes: number, elements: readonly Element[]): Solved {
  for (const element of elements) {
    if (!(element.from >= 0 && element.from < nodes && element.to >= 0 && element.to < nodes))
      throw new RangeError('solveCircuit: an element on a node there is none of');
    if (element.kind === 'resistor' && !(element.ohms > 0))
      throw new RangeError('solveCircuit: resistance must be above 0');
  }
  const n = nodes - 1;
  let volts = new Float64Array(nodes);
  // What each diode was linearised at; moved towards the new voltage in small steps where the curve is steep.
  const at = elements.map(() => 0);
  for (let step = 1; step <= MOST_STEPS; step++) {
    const matrix = Array.from({ length: n }, (_, i) =>
      Float64Array.from({ length: n }, (_, j) => (i === j ? STRAY_SIEMENS : 0)),
    );
    const currents = new Float64Array(n);
    const conduct = (a: Node, b: Node, siemens: number) => {
      if (a > 0) matrix[a - 1]![a - 1]! += siemens;
      if (b > 0) matrix[b - 1]![b - 1]! += siemens;
      if (a > 0 && b > 0) {
        matrix[a - 1]![b - 1]! -= siemens;
        matrix[b - 1]![a - 1]! -= siemens;
      }
    };
    const inject = (a: Node, b: Node, amps: number) => {
      if (a > 0) currents[a - 1]! -= amps;
      if (b > 0) currents[b - 1]! += amps;
    };
    elements.forEach((element, k) => {
      const { from, to } = element;
      if (element.kind === 'resistor') conduct(from, to, 1 / element.ohms);
      else if (element.kind === 'source') {
        inject(from, to, element.amps);
        // Beyond its compliance it gives way: a large resistor across it.
        conduct(from, to, element.amps / (element.complianceVolts * 1000));
      } else {
        const v = at[k]!;
        const siemens = Math.max(1e-12, (SATURATION_A / SLOPE_V) * Math.exp(v / SLOPE_V));
        const amps = SATURATION_A * (Math.exp(v / SLOPE_V) - 1);
        conduct(from, to, siemens);
        inject(from, to, amps - siemens * v);
      }
    });
    const solved = eliminate(matrix, currents);
    const next = new Float64Array(nodes);
    next.set(solved, 1);
    let moved = 0;
    elements.forEach((element, k) => {
      if (element.kind !== 'diode') return;
      const wanted = next[element.from]! - next[element.to]!;
      const limited = limitJunction(wanted, at[k]!);
      moved = Math.max(moved, stirred(limited, at[k]!));
      at[k] = limited;
    });
    for (let i = 0; i < nodes; i++) moved = Math.max(moved, stirred(next[i]!, volts[i]!));
    volts = next;
    if (moved <= 1) return { ok: true, volts, steps: step };
  }
  return { ok: false, code: 'did-not-settle' };
}

/** How far a voltage moved, in the units it must not move by. */
const stirred = (now: number, before: number) =>
  Math.abs(now - before) / (SETTLED_VOLTS + SETTLED_SHARE * Math.abs(now));

/** A junction that jumps far up its exponential never comes back: it is let up by logarithms. */
function limitJunction(wanted: number, before: number): number {
  const steep = 0.4;
  if (wanted <= steep || wanted - before <= 2 * SLOPE_V) return wanted;
  const from = Math.max(before, steep);
  return from + SLOPE_V * Math.log1p((wanted - from) / SLOPE_V);
}

/** Gaussian elimination with the largest pivot; the matrix is the caller's own scratch. */
function eliminate(matrix: Float64Array[], right: Float64Array): Float64Array {
  const n = right.length;
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let row = column + 1; row < n; row++)
      if (Math.abs(matrix[row]![column]!) > Math.abs(matrix[pivot]![column]!)) pivot = row;
    [matrix[column], matrix[pivot]] = [matrix[pivot]!, matrix[column]!];
    [right[column], right[pivot]] = [right[pivot]!, right[column]!];
    for (let row = column + 1; row < n; row++) {
      const factor = matrix[row]![column]! / matrix[column]![column]!;
      if (factor === 0) continue;
      for (let k = column; k < n; k++) matrix[row]![k]! -= factor * matrix[column]![k]!;
      right[row]! -= factor * right[column]!;
    }
  }
  const out = new Float64Array(n);
  for (let row = n - 1; row >= 0; row--) {
    let sum = right[row]!;
    for (let k = row + 1; k < n; k++) sum -= matrix[row]![k]! * out[k]!;
    out[row] = sum / matrix[row]![row]!;
  }
  return out;
}
