import { drizzle } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { createConnection } from 'mysql2/promise';
import { under } from './lib/paths.mjs';

/** Brings the database of DATABASE_OWNER_URL (or DATABASE_URL) up to date; steps only go forward. */
const connection = await createConnection(process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL);
await migrate(drizzle(connection), { migrationsFolder: under('db', 'migrations') });
await connection.end();
