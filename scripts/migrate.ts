import { migrateDatabase } from '../keep/migrate.ts';

/** Brings the database of DATABASE_OWNER_URL (or DATABASE_URL) up to date; what is in it is dumped into RIDGE_BACKUP_FOLDER first. */
const url = process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL!;
await migrateDatabase(url, process.env.RIDGE_BACKUP_FOLDER!);
