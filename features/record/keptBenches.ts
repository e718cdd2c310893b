import type { Bench } from '../../core/index.ts';

/**
 * The tables a bench stands on: some 50 MB for each kind of engine, shared by all jobs on one, and as much again for a record that asked for sets of
 * three.
 */
const tablesOf = ({ catalogue, network, triples }: Bench): unknown[] =>
  triples.length === 0 ? [catalogue.faults] : [catalogue.faults, network];

/** Benches asked for last; at most so many, and on at most so many tables. */
export class KeptBenches {
  private readonly byKey = new Map<string, Bench>();

  constructor(
    private readonly most: number,
    private readonly tables: number,
  ) {}

  get(key: string): Bench | undefined {
    return this.byKey.get(key);
  }

  /** Keeps a bench as the one asked for last. */
  keep(key: string, bench: Bench): void {
    this.byKey.delete(key);
    this.byKey.set(key, bench);
    while (this.byKey.size > this.most || new Set([...this.byKey.values()].flatMap(tablesOf)).size > this.tables)
      this.byKey.delete(this.byKey.keys().next().value!);
  }

  drop(key: string): void {
    this.byKey.delete(key);
  }

  clear(): void {
    this.byKey.clear();
  }
}
