/** Figures that go on after others, in one array of that kind. */
export function continued<A extends Int32Array | Float64Array | Uint8Array>(
  kind: new (length: number) => A,
  before: ArrayLike<number>,
  more: ArrayLike<number>,
): A {
  const out = new kind(before.length + more.length);
  out.set(before);
  out.set(more, before.length);
  return out;
}
