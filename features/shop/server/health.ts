import 'server-only';
import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { type BackupStatus, backupStatus } from '@/keep/backup.ts';
import { stepsKnown } from '@/keep/steps.ts';

export interface Health {
  readonly alive: true;
  /** The record can be read and written. */
  readonly ready: boolean;
  readonly message: string | null;
  /** Steps of the database's structure: those it has gone, those this version knows. */
  readonly migrations: { readonly gone: number | null; readonly known: number };
  /** ISO time of the last backup that succeeded. */
  readonly lastBackup: string | null;
  readonly backupFailed: string | null;
  /** Which database this is. */
  readonly epoch: string | null;
}

/** How the shop's computer is. Never fails: what does not answer is said to be out of reach. */
export async function healthOf(): Promise<Health> {
  const known = stepsKnown();
  const { lastSuccess, lastFailure } = backups();
  const rest = {
    alive: true,
    lastBackup: lastSuccess?.at ?? null,
    backupFailed: lastFailure?.message ?? null,
  } as const;
  try {
    const [gone, epoch] = await Promise.all([shop().stepsGone(), shop().epoch()]);
    const message = gone === known ? null : 'The database and these pages are of different versions.';
    return { ...rest, ready: message === null, message, migrations: { gone, known }, epoch };
  } catch {
    const message = 'The record is out of reach: the database does not answer.';
    return { ...rest, ready: false, message, migrations: { gone: null, known }, epoch: null };
  }
}

/** How the last backups went. A status that cannot be read is a failure like any other. */
export function backups(): BackupStatus {
  try {
    return backupStatus(environment().RIDGE_BACKUP_FOLDER);
  } catch (error) {
    const message = `how the last backup went cannot be read: ${error instanceof Error ? error.message : error}`;
    return { lastSuccess: null, lastFailure: { at: new Date(0).toISOString(), message } };
  }
}
