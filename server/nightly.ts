import { type BackupStatus, backUp, backupStatus } from '../keep/backup.ts';

const LOOK_EVERY_MS = 10 * 60_000;
/** After a start, so as not to be in its way [ms]. */
const FIRST_LOOK_MS = 30_000;
const HOUR_MS = 3600_000;
/** At night nobody writes; a computer that is off by night is backed up by day. */
const NIGHT = { from: 1, to: 5 };
const AT_NIGHT_AFTER_H = 20;
const BY_DAY_AFTER_H = 26;
/** One that failed is tried again. */
const AGAIN_AFTER_H = 1;

/** Whether it is time for the next backup. */
export function isDue(now: Date, { lastSuccess, lastFailure }: BackupStatus): boolean {
  const hours = (iso: string | undefined) =>
    iso === undefined ? Number.POSITIVE_INFINITY : (now.getTime() - Date.parse(iso)) / HOUR_MS;
  if (lastFailure && hours(lastFailure.at) < AGAIN_AFTER_H) return false;
  const since = hours(lastSuccess?.at);
  const isNight = now.getHours() >= NIGHT.from && now.getHours() < NIGHT.to;
  // A clock that was put back must not stop backups for as long as it was ahead.
  return since < -1 || since > (isNight ? AT_NIGHT_AFTER_H : BY_DAY_AFTER_H);
}

/** Backs the shop up every night for as long as the process lives. How it went stands in the folder; `failed` says it aloud besides. */
export function backUpNightly(url: string, folder: string, failed: (error: unknown) => void): void {
  const look = async () => {
    try {
      if (isDue(new Date(), backupStatus(folder))) await backUp(url, folder, { name: 'nightly' });
    } catch (error) {
      failed(error);
    }
  };
  setTimeout(look, FIRST_LOOK_MS).unref();
  setInterval(look, LOOK_EVERY_MS).unref();
}
