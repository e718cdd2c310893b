import { type CompiledVariable, Further, furtherKey, plainRow, type Shape } from './shape.ts';
import { variableOf } from './table.ts';

/** Finds the row of a combination, and writes down one not met before. */
export class Rows {
  readonly added: number[] = [];
  private readonly met = new Map<number, number>();
  private readonly first: number;
  private readonly locals: number;

  constructor(
    private readonly shape: Shape,
    private readonly from: CompiledVariable | null,
  ) {
    this.locals = shape.localFaults.length;
    this.first = from ? from.rows : 1 + this.locals + (this.locals * (this.locals - 1)) / 2;
  }

  rowOf(a: number, b: number, c: number, mask: number): number {
    if (mask === 0 && c < 0) return plainRow(a, b, this.locals);
    const key = furtherKey(a, b, c, mask, this.locals);
    const found = this.met.get(key) ?? this.from?.book.further.get(key);
    if (found !== undefined) return found;
    const row = this.first + this.added.length / 4;
    this.met.set(key, row);
    this.added.push(a, b, c, mask);
    // What it looks like on a day on which a cause does not show itself is met with it.
    const { shows } = this.shape;
    const comes = (local: number) => local >= 0 && shows[local]! < 1;
    if (comes(a)) this.rowOf(b, c, -1, mask);
    if (comes(b)) this.rowOf(a, c, -1, mask);
    if (comes(c)) this.rowOf(a, b, -1, mask);
    return row;
  }

  /** The variable with all that was met; the one it came from where nothing new was. */
  compiled(): CompiledVariable {
    if (this.from && this.added.length === 0) return this.from;
    const rows = this.first + this.added.length / 4;
    const locals = new Int16Array(3 * rows).fill(-1);
    const masks = new Uint8Array(rows);
    if (this.from) {
      locals.set(this.from.book.locals);
      masks.set(this.from.book.masks);
    } else {
      let at = 1;
      for (let a = 0; a < this.locals; a++) locals[3 * at++] = a;
      for (let a = 0; a < this.locals; a++)
        for (let b = a + 1; b < this.locals; b++) {
          locals[3 * at] = a;
          locals[3 * at++ + 1] = b;
        }
    }
    for (let k = 0, row = this.first; k < this.added.length; k += 4, row++) {
      for (let place = 0; place < 3; place++) locals[3 * row + place] = this.added[k + place]!;
      masks[row] = this.added[k + 3]!;
    }
    return variableOf(
      this.shape,
      { locals, masks, further: new Further(this.met, this.from?.book.further ?? null) },
      rows,
      this.from,
    );
  }
}
