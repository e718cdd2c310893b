import { readFileSync, statSync } from 'node:fs';
import { assessInput, checksAsData, faultsAsData, type InputIssue, readCase, traceCase } from '../core/index.ts';
import { BadTrial, TRIAL_USAGE, trial } from './trial.ts';

const USAGE = `npm run -s ridge -- trace <case.json>          what is suspected and what to check next, after every event
npm run -s ridge -- assess <check> <json|file|->  one check's verdict
${TRIAL_USAGE}
                                                  the reasoner, or another order, on machines of physics
npm run -s ridge -- checks                        the checks, as JSON
npm run -s ridge -- faults                        the faults, as JSON`;

/** A case of a long job is some 50 kB; anything near this is not a case file. */
const MOST_BYTES = 2_000_000;

class Refused extends Error {}

function main(args: readonly string[]): void {
  const [command, ...rest] = args;
  switch (command) {
    case 'trace':
      print(trace(rest));
      break;
    case 'assess':
      print(assess(rest));
      break;
    case 'trial':
      void trial(rest).catch(refused);
      break;
    case 'checks':
      print(checksAsData());
      break;
    case 'faults':
      print(faultsAsData());
      break;
    default:
      throw new Refused(command === undefined ? USAGE : `there is no command "${command}"\n${USAGE}`);
  }
}

function trace([file, ...stray]: readonly string[]) {
  if (file === undefined || stray.length > 0) throw new Refused(USAGE);
  const read = readCase(parse(textOf(file), file));
  if (!read.ok) throw new Refused(`${file} is not a case this reads; nothing of it was used\n${listed(read.issues)}`);
  return traceCase(read.value);
}

function assess([check, given, ...stray]: readonly string[]) {
  if (check === undefined || stray.length > 0) throw new Refused(USAGE);
  const text =
    given === undefined || given === '-'
      ? readFileSync(0, 'utf8')
      : given.trimStart().startsWith('{')
        ? given
        : textOf(given);
  const read = assessInput(check, parse(text, 'the reading'));
  if (!read.ok) throw new Refused(`this is not a reading of ${check}\n${listed(read.issues)}`);
  return read.value;
}

function textOf(file: string): string {
  let bytes: number;
  try {
    bytes = statSync(file).size;
  } catch {
    throw new Refused(`there is no file ${file}`);
  }
  if (bytes > MOST_BYTES)
    throw new Refused(`${file} has ${(bytes / 1e6).toFixed(1)} MB; a case file has at most ${MOST_BYTES / 1e6} MB`);
  return readFileSync(file, 'utf8');
}

function parse(text: string, what: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Refused(`${what} is not whole JSON: ${(error as Error).message}`);
  }
}

function listed(issues: readonly InputIssue[]): string {
  return issues
    .map(
      ({ path, message, accepted }) =>
        `  ${path}: ${message}${accepted ? `\n    accepted: ${accepted.join(' | ')}` : ''}`,
    )
    .join('\n');
}

function print(value: unknown): void {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
}

function refused(error: unknown): void {
  if (!(error instanceof Refused || error instanceof BadTrial)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 2;
}

// A reader that has seen enough closes its end: `| head` is no failure.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit(0);
});

try {
  main(process.argv.slice(2));
} catch (error) {
  refused(error);
}
