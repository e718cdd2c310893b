import { readFileSync } from 'node:fs';
import { ridge } from './commands.ts';

// A reader that has seen enough closes its end: `| head` is no failure.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit(0);
});

process.exitCode = await ridge(process.argv.slice(2), {
  input: () => readFileSync(0, 'utf8'),
  out: (text) => process.stdout.write(text),
  error: (text) => process.stderr.write(text),
});
