import 'server-only';
import pino, { type Logger } from 'pino';
import { createStream } from 'rotating-file-stream';
import { environment } from '@/db/environment.ts';

const FILE = 'ridge.log';
/** The log takes some 30 MB of the disk at most. */
const ROTATION = { size: '5M', maxFiles: 5 } as const;

/** One log per process, whatever the bundler reloads. */
const kept = globalThis as typeof globalThis & { ridgeBoltLog?: Logger };

/** Takes down what failed. Without a log to write to, it goes to the terminal. */
export function reported(err: unknown, what: string, besides: object = {}): void {
  try {
    log().error({ err, ...besides }, what);
  } catch {
    console.error(what, err);
  }
}

/** Where the server says what went wrong: on the terminal, and in files that are turned over. */
export function log(): Logger {
  if (!kept.ridgeBoltLog) {
    const file = createStream(FILE, { path: environment().RIDGE_LOG_FOLDER, ...ROTATION });
    // A log that cannot be written is no reason to stop: the terminal still has it.
    file.on('error', (error) => process.stderr.write(`the log file cannot be written: ${error.message}\n`));
    kept.ridgeBoltLog = pino(
      { base: undefined, timestamp: pino.stdTimeFunctions.isoTime },
      pino.multistream([{ stream: process.stdout }, { stream: file }]),
    );
  }
  return kept.ridgeBoltLog;
}
