import { createHash } from 'node:crypto';
import { drizzle } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { type Connection, createConnection } from 'mysql2/promise';
import { backUp } from './backup.ts';
import { MIGRATIONS, stepsKnown } from './steps.ts';

/** Of all who start at once, one migrates. */
const LOCK = 'ridge-migrate';
const LOCK_SECONDS = 120;

/** How many steps a database has gone; 0 for an empty one. */
export async function stepsGone(connection: Pick<Connection, 'query'>): Promise<number> {
  const [tables] = await connection.query("SHOW TABLES LIKE '\\_\\_drizzle\\_migrations'");
  if ((tables as unknown[]).length === 0) return 0;
  const [rows] = await connection.query('SELECT COUNT(*) AS n FROM __drizzle_migrations');
  return Number((rows as { n: number }[])[0]!.n);
}

/**
 * Brings a database up to date. MariaDB cannot take structure back, so a step cut in the middle leaves half of it: every statement
 * may therefore be run twice, and what was in the database is dumped first.
 * @param url of a user that may change structure
 * @param backups folder for the dump; null makes none
 * @param folder of the steps, another one in tests
 */
export async function migrateDatabase(url: string, backups: string | null, folder = MIGRATIONS): Promise<void> {
  const connection = await createConnection(url);
  try {
    const name = createHash('sha256').update(`${LOCK}${connection.config.database}`).digest('hex').slice(0, 40);
    await connection.query('SELECT GET_LOCK(?, ?)', [name, LOCK_SECONDS]);
    const gone = await stepsGone(connection);
    const known = stepsKnown(folder);
    if (gone > known)
      throw new Error(`this database is of a later version: it has gone ${gone} steps, this one knows ${known}`);
    if (gone === known) return;
    if (backups !== null && (await holdsAnything(connection)))
      await backUp(url, backups, { name: `before-step-${known}` });
    await migrate(drizzle(connection), { migrationsFolder: folder });
  } finally {
    await connection.end();
  }
}

async function holdsAnything(connection: Connection): Promise<boolean> {
  const [tables] = await connection.query("SHOW TABLES LIKE 'people'");
  if ((tables as unknown[]).length === 0) return false;
  const [rows] = await connection.query('SELECT COUNT(*) AS n FROM people');
  return Number((rows as { n: number }[])[0]!.n) > 0;
}
