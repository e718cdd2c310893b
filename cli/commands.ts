import { readFileSync, statSync } from 'node:fs';
import { assessInput, checksAsData, faultsAsData, type InputIssue, readCase, traceCase } from '../core/index.ts';
import { BadRecording, LISTEN_USAGE, listenTo } from './listen.ts';
import { BadTrial, TRIAL_USAGE, trial } from './trial.ts';

const USAGE = `npm run -s ridge -- trace <case.json>          what is suspected and what to check next, after every event
npm run -s ridge -- assess <check> <json|file|->  one check's verdict
${TRIAL_USAGE}
                                                  the reasoner, or another order, on machines of physics
${LISTEN_USAGE}
npm run -s ridge -- checks                        the checks, as JSON
npm run -s ridge -- faults                        the faults, as JSON`;

/** A case of a long job is some 50 kB; anything near this is not a case file. */
const MOST_BYTES = 2_000_000;

class Refused extends Error {}

/** Where a command reads what it is not given by name, and where it says what. */
export interface Terminal {
  readonly input: () => string;
  readonly out: (text: string) => void;
  readonly error: (text: string) => void;
}

/**
 * Does what the words of a command line ask for.
 * @returns exit code: 0, 1 where a machine of a trial could not be run, 2 where it was refused with a word on the error side
 */
export async function ridge(args: readonly string[], terminal: Terminal): Promise<number> {
  const { out, error } = terminal;
  const [command, ...rest] = args;
  try {
    if (command === 'trial') return await trial(rest, terminal);
    out(`${JSON.stringify(answer(command, rest, terminal), null, 2)}\n`);
    return 0;
  } catch (refused) {
    if (!(refused instanceof Refused || refused instanceof BadTrial || refused instanceof BadRecording)) throw refused;
    error(`${refused.message}\n`);
    return 2;
  }
}

function answer(command: string | undefined, rest: readonly string[], { input }: Terminal): unknown {
  switch (command) {
    case 'trace':
      return trace(rest);
    case 'assess':
      return assess(rest, input);
    case 'listen':
      return listenTo(rest);
    case 'checks':
      return checksAsData();
    case 'faults':
      return faultsAsData();
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

function assess([check, given, ...stray]: readonly string[], input: () => string) {
  if (check === undefined || stray.length > 0) throw new Refused(USAGE);
  const text =
    given === undefined || given === '-' ? input() : given.trimStart().startsWith('{') ? given : textOf(given);
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
