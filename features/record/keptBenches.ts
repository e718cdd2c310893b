import type { Bench } from '../../core/index.ts';

/** What engines a bench's tables are of: they take some 50 MB for each kind of engine, and are shared by all jobs on one. */
const engineOf = (bench: Bench): unknown => bench.catalogue.faults;

/** Benches asked for last; at most so many, and of at most so many kinds of engine. */
export class KeptBenches {
  private readonly byKey = new Map<string, Bench>();

  constructor(
    private readonly most: number,
    private readonly engines: number,
  ) {}

  get(key: string): Bench | undefined {
    return this.byKey.get(key);
  }

  /** Keeps a bench as the one asked for last. */
  keep(key: string, bench: Bench): void {
    this.byKey.delete(key);
    this.byKey.set(key, bench);
    while (this.byKey.size > this.most || new Set([...this.byKey.values()].map(engineOf)).size > this.engines)
      this.byKey.delete(this.byKey.keys().next().value!);
  }

  drop(key: string): void {
    this.byKey.delete(key);
  }

  clear(): void {
    this.byKey.clear();
  }
}
