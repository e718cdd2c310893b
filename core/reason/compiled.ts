import { continued } from './continued.ts';
import type { Layout } from './layout.ts';
import { Rows } from './rows.ts';
import type { CompiledVariable, Shape } from './shape.ts';
import { localsOf } from './shape.ts';
import type { SpecVariable } from './spec.ts';

/** A variable on one layout: on which row each place stands. */
export interface Placed {
  readonly variable: CompiledVariable;
  /** Row of each set without any state. */
  readonly setRow: Int32Array;
  /** Sets that stand on another row than 0, for most stand on that one. */
  readonly touched: Int32Array;
  /** And on which: beside it, for they are gone over together. */
  readonly touchedRow: Int32Array;
  readonly furtherRow: Int32Array;
  /** No state touches it: it sees a set as a whole. */
  readonly stateless: boolean;
}

function shapeOf(
  spec: SpecVariable,
  faults: number,
  assignments: number,
  faultIndex: ReadonlyMap<string, number>,
  stateIndex: ReadonlyMap<string, number>,
): Shape {
  const localOf = new Int16Array(faults).fill(-1);
  const localFaults: string[] = [];
  const localStates: { key: string; bit: number }[] = [];
  for (const key of spec.touches) {
    const fault = faultIndex.get(key);
    const state = stateIndex.get(key);
    if (fault !== undefined) {
      localOf[fault] = localFaults.length;
      localFaults.push(key);
    } else if (state !== undefined) localStates.push({ key, bit: state });
    else throw new RangeError(`variable ${spec.key} is touched by unknown cause ${key}`);
  }
  const stateMask = new Uint8Array(assignments);
  for (let s = 0; s < assignments; s++)
    for (const [k, { bit }] of localStates.entries()) stateMask[s]! |= ((s >> bit) & 1) << k;
  const offsets: number[] = [];
  let width = 0;
  for (const part of spec.parts) {
    offsets.push(width);
    width += part.outcomes.length;
  }
  return {
    spec,
    localOf,
    localFaults,
    stateKeys: localStates.map((s) => s.key),
    stateMask,
    shows: Float64Array.from(localFaults, (key) => spec.showsToday(key)),
    width,
    offsets,
    factors: new Map(),
    pairs: (spec.maxima?.pairs ?? [])
      .map(([a, b]) => [localFaults.indexOf(a), localFaults.indexOf(b)] as const)
      .filter(([a, b]) => a >= 0 && b >= 0),
  };
}

/**
 * @param before the same variable on a layout of which this one is the continuation: its places stand where they stood
 * @throws RangeError when the variable names an unknown cause
 */
export function placeVariable(
  spec: SpecVariable,
  layout: Layout,
  assignments: number,
  faultIndex: ReadonlyMap<string, number>,
  stateIndex: ReadonlyMap<string, number>,
  before: Placed | null,
): Placed {
  const { space } = layout;
  const shape = before?.variable.shape ?? shapeOf(spec, space.faults, assignments, faultIndex, stateIndex);
  const rows = new Rows(shape, before?.variable ?? null);
  const setRow = new Int32Array(space.count);
  if (before) setRow.set(before.setRow);
  const own = new Int16Array(3);
  const touched: number[] = [];
  for (let i = before ? before.setRow.length : 0; i < space.count; i++) {
    localsOf(space, i, shape.localOf, own);
    if (own[0]! < 0) continue;
    setRow[i] = rows.rowOf(own[0]!, own[1]!, own[2]!, 0);
    touched.push(i);
  }
  const furtherRow = furtherRows(shape, rows, setRow, layout, before?.furtherRow ?? null);
  return {
    variable: rows.compiled(),
    setRow,
    touched: continued(Int32Array, before?.touched ?? [], touched),
    touchedRow: continued(
      Int32Array,
      before?.touchedRow ?? [],
      touched.map((i) => setRow[i]!),
    ),
    furtherRow,
    stateless: shape.stateKeys.length === 0,
  };
}

/** The same variable on another layout of the same space: only the further places stand elsewhere. */
export function placedAgain(placed: Placed, layout: Layout): Placed {
  const { shape } = placed.variable;
  const rows = new Rows(shape, placed.variable);
  const furtherRow = furtherRows(shape, rows, placed.setRow, layout, null);
  return { ...placed, variable: rows.compiled(), furtherRow };
}

function furtherRows(
  { localOf, stateMask }: Shape,
  rows: Rows,
  setRow: Int32Array,
  { space, furtherSet, furtherAssignment }: Layout,
  before: Int32Array | null,
): Int32Array {
  const out = new Int32Array(furtherSet.length);
  if (before) out.set(before);
  const own = new Int16Array(3);
  for (let k = before?.length ?? 0; k < out.length; k++) {
    const set = furtherSet[k]!;
    const mask = stateMask[furtherAssignment[k]!]!;
    if (mask === 0) out[k] = setRow[set]!;
    else {
      localsOf(space, set, localOf, own);
      out[k] = rows.rowOf(own[0]!, own[1]!, own[2]!, mask);
    }
  }
  return out;
}
