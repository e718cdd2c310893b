import { and, eq, type SQL, sql } from 'drizzle-orm';
import type { MySqlColumn, MySqlTable } from 'drizzle-orm/mysql-core';
import type { Connection } from './pool.ts';

/** Every table but that of the shops themselves says whose its rows are. */
type ShopTable = MySqlTable & { readonly shopId: MySqlColumn };
type Row<T extends ShopTable> = T['$inferSelect'];
/** A row to be written; whose it is, is put in here. */
type Fresh<T extends ShopTable> = Omit<T['$inferInsert'], 'shopId'>;

interface Asked {
  readonly orderBy?: readonly (SQL | MySqlColumn)[];
  readonly limit?: number;
  /** Held until the transaction is over. */
  readonly forUpdate?: boolean;
}

/** MariaDB's own numbers of a transaction it gave up for another one's sake: nothing of it is written, and it may be tried again. */
const GIVEN_UP = [1213, 1205];
/**
 * Two took the same id or number at once, for two jobs or on two nodes of a cluster, where a held row holds nobody: the key lets one in,
 * and the other, begun again, finds it there.
 */
const DOUBLE = 1062;
const TRIES = 8;

interface DatabaseTrouble {
  readonly errno?: number;
  readonly cause?: unknown;
}

/** Whether a transaction failed for another one's sake; also when it was to be committed. */
export function mayBeTriedAgain(error: unknown): boolean {
  const { errno, cause } = (error ?? {}) as DatabaseTrouble;
  if (errno === undefined) return cause !== undefined && mayBeTriedAgain(cause);
  return GIVEN_UP.includes(errno) || errno === DOUBLE;
}

/**
 * The one door to the tables: whose row it is, is written and asked for here and nowhere else.
 * @param writes a database, or the transaction this stands in
 * @param reads where questions outside of a transaction go
 * @param isWhole this stands in a transaction already
 */
export class Shop {
  constructor(
    private readonly writes: Connection,
    private readonly reads: Connection,
    readonly id = 1,
    private readonly isWhole = false,
  ) {}

  /** The shop's rows of a table. */
  async rows<T extends ShopTable>(table: T, where?: SQL, { orderBy, limit, forUpdate }: Asked = {}): Promise<Row<T>[]> {
    const asked = this.reads
      .select()
      .from(table as MySqlTable)
      .where(and(eq(table.shopId, this.id), where))
      .$dynamic();
    if (orderBy) asked.orderBy(...orderBy);
    if (limit !== undefined) asked.limit(limit);
    if (forUpdate) asked.for('update');
    return (await asked) as Row<T>[];
  }

  async row<T extends ShopTable>(table: T, where: SQL, asked: Asked = {}): Promise<Row<T> | null> {
    return (await this.rows(table, where, { ...asked, limit: 1 }))[0] ?? null;
  }

  async add<T extends ShopTable>(table: T, ...fresh: readonly Fresh<T>[]): Promise<void> {
    if (fresh.length > 0) await this.writes.insert(table as MySqlTable).values(this.ofHere(fresh));
  }

  /** Adds a row unless its key is there. @returns whether it was added */
  async addUnlessThere<T extends ShopTable>(table: T, fresh: Fresh<T>): Promise<boolean> {
    const [result] = await this.writes
      .insert(table as MySqlTable)
      .ignore()
      .values(this.ofHere([fresh]));
    return result.affectedRows === 1;
  }

  /** Adds a row, or puts it in the place of the one with its key. */
  async put<T extends ShopTable>(table: T, fresh: Fresh<T>): Promise<void> {
    const [row] = this.ofHere([fresh]);
    await this.writes
      .insert(table as MySqlTable)
      .values(row!)
      .onDuplicateKeyUpdate({ set: row! });
  }

  async change<T extends ShopTable>(table: T, where: SQL, set: Partial<Fresh<T>>): Promise<void> {
    await this.writes
      .update(table as MySqlTable)
      .set(set as Record<string, unknown>)
      .where(and(eq(table.shopId, this.id), where));
  }

  /** The next number of a job. Held until the transaction is over, so that numbers have no gaps. */
  async nextNumber(): Promise<number> {
    await this.writes.execute(
      sql`update shops set last_number = last_insert_id(last_number + 1) where id = ${this.id}`,
    );
    const [rows] = await this.writes.execute(sql`select last_insert_id() as number`);
    return Number((rows as unknown as { number: number }[])[0]!.number);
  }

  /** Which database this is: another one after every restoring. */
  async epoch(): Promise<string> {
    const [rows] = await this.reads.execute(sql`select epoch from shops where id = ${this.id}`);
    return (rows as unknown as { epoch: string }[])[0]!.epoch;
  }

  /** How many steps of its structure the database has gone. */
  async stepsGone(): Promise<number> {
    const [rows] = await this.reads.execute(sql`select count(*) as n from __drizzle_migrations`);
    return Number((rows as unknown as { n: number }[])[0]!.n);
  }

  /** Wholly or not at all; tried again, as a whole, where it came into another one's way: on a cluster that may be said only at the end. */
  async wholly<T>(work: (shop: Shop) => Promise<T>): Promise<T> {
    if (this.isWhole) return work(this);
    for (let left = TRIES; ; left--) {
      try {
        return await this.writes.transaction((tx) => work(new Shop(tx, tx, this.id, true)));
      } catch (error) {
        if (left <= 1 || !mayBeTriedAgain(error)) throw error;
      }
    }
  }

  private ofHere<T>(fresh: readonly T[]): Record<string, unknown>[] {
    return fresh.map((row) => ({ ...row, shopId: this.id }));
  }
}
