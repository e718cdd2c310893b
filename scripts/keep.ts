import { openShop } from '../db/client.ts';
import { BackupError, backUp, restore } from '../keep/backup.ts';
import { verify } from '../keep/verify.ts';

/** One of backup, restore FILE and verify, on the database of DATABASE_URL; see keep.mjs. */
const url = process.env.DATABASE_URL!;
const MB = 1e6;
const MOST_SHOWN = 40;

const COMMANDS: Readonly<Record<string, (file: string) => Promise<string>>> = {
  backup: async () => {
    const { file, bytes } = await backUp(url, process.env.RIDGE_BACKUP_FOLDER!);
    return `Backed up: ${process.env.RIDGE_BACKUP_FOLDER}/${file} (${(bytes / MB).toFixed(2)} MB).`;
  },
  restore: async (file) => {
    const { at } = await restore(url, file);
    return `Put back as it was at ${at}; what arrived is what was taken.`;
  },
  verify: async () => {
    const { shop, end } = openShop(url);
    const { jobs, events, figures, keptUnread, wrong } = await verify(shop);
    await end();
    if (wrong.length > 0) throw new BackupError([`${wrong.length} wrong:`, ...wrong.slice(0, MOST_SHOWN)].join('\n'));
    const kept = keptUnread > 0 ? `, ${keptUnread} lines kept as another version wrote them` : '';
    return `${jobs} jobs, ${events} lines, ${figures} figures: every record replays, every figure is its line's${kept}.`;
  },
};

try {
  console.log(await COMMANDS[process.argv[2]!]!(process.argv[3]!));
} catch (error) {
  console.error(error instanceof BackupError ? error.message : error);
  process.exitCode = 1;
}
