import { fork } from 'node:child_process';
import { appendFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { keepEngines } from '../core/reason/index.ts';
import {
  drawMachine,
  figuresOf,
  POLICIES,
  type PolicyName,
  runTrial,
  type Share,
  type Steps,
  type TrialResult,
} from '../core/trial/index.ts';

/**
 * Trials on machines of physics: drawn by seed, run in as many processes as there are cores, each result a line in a file, so that a run
 * that was stopped goes on where it was.
 */
interface Asked {
  readonly machines: number;
  readonly seed: number;
  readonly policy: PolicyName;
  readonly steps: Steps;
  readonly folder: string;
}

/** Of the files of a run. */
const nameOf = ({ policy, seed, steps }: Asked) => `${policy}${steps === 'two' ? '-two' : ''}-seed${seed}`;

/** What is wrong with what was asked for. */
export class BadTrial extends Error {}

export const TRIAL_USAGE =
  'npm run -s ridge -- trial --machines N --seed S --policy ridge|textbook|random [--step one|two] [--anew] [--folder .data/trials]';

/** A machine whose trial could not be run: a defect of the mower or the door, and said so. */
interface Failed {
  readonly number: number;
  readonly failed: string;
}

const WORST = 10;
const STEPS: readonly Steps[] = ['one', 'two'];
const MOST_MACHINES = 1_000_000;

/** @returns exit code: 1 where a machine could not be run */
export async function trial(
  args: readonly string[],
  { out, error }: { readonly out: (text: string) => void; readonly error: (text: string) => void },
): Promise<number> {
  const asked = readAsked(args);
  const file = `${asked.folder}/${nameOf(asked)}.jsonl`;
  mkdirSync(asked.folder, { recursive: true });
  if (asked.anew || !existsSync(file)) writeFileSync(file, '');
  const done = readResults(file);
  const waiting = Array.from({ length: asked.machines }, (_, i) => i).filter((i) => !done.has(i));
  const failed = await runAll(asked, waiting, file, error);
  // In the order of their numbers, whoever finished first: sums are the same to the last digit.
  const results = [...readResults(file).values()]
    .filter((r) => r.number < asked.machines)
    .sort((a, b) => a.number - b.number);
  const figures = figuresOf(results);
  out(`${JSON.stringify({ policy: asked.policy, seed: asked.seed, ...figures }, null, 2)}\n`);
  error(said(asked, figures));
  writeWorst(asked, results, error);
  return failed > 0 ? 1 : 0;
}

function readAsked(args: readonly string[]): Asked & { readonly anew: boolean } {
  let given: ReturnType<typeof parse>;
  try {
    given = parse(args);
  } catch (error) {
    throw new BadTrial(`${(error as Error).message}\n${TRIAL_USAGE}`);
  }
  const whole = (name: string, text: string | undefined, most: number) => {
    const value = Number(text);
    if (text === undefined || !Number.isInteger(value) || value < 0 || value > most)
      throw new BadTrial(
        `--${name} must be a whole number from 0 to ${most}, not ${text ?? 'left out'}\n${TRIAL_USAGE}`,
      );
    return value;
  };
  const policy = POLICIES.find((p) => p === given.policy);
  if (!policy)
    throw new BadTrial(
      `--policy must be one of ${POLICIES.join(', ')}, not ${given.policy ?? 'left out'}\n${TRIAL_USAGE}`,
    );
  const steps = STEPS.find((s) => s === given.step);
  if (!steps || (steps === 'two' && policy !== 'ridge'))
    throw new BadTrial(`--step must be one, or two for the planner, not ${given.step}
${TRIAL_USAGE}`);
  return {
    machines: whole('machines', given.machines, MOST_MACHINES),
    seed: whole('seed', given.seed, 2 ** 31),
    policy,
    steps,
    folder: given.folder,
    anew: given.anew,
  };
}

function parse(args: readonly string[]) {
  return parseArgs({
    args: [...args],
    options: {
      machines: { type: 'string' },
      seed: { type: 'string' },
      policy: { type: 'string' },
      step: { type: 'string', default: 'one' },
      folder: { type: 'string', default: '.data/trials' },
      anew: { type: 'boolean', default: false },
    },
  }).values;
}

/** Results so far; a line cut off by a stop is left out and run again. */
function readResults(file: string): Map<number, TrialResult> {
  const out = new Map<number, TrialResult>();
  for (const line of readFileSync(file, 'utf8').split('\n')) {
    try {
      const result = JSON.parse(line) as TrialResult;
      out.set(result.number, result);
    } catch {
      // Not whole.
    }
  }
  return out;
}

/** @returns how many could not be run */
async function runAll(
  { seed, policy, steps }: Asked,
  waiting: readonly number[],
  file: string,
  error: (text: string) => void,
): Promise<number> {
  const total = waiting.length;
  const queue = [...waiting];
  const began = performance.now();
  let finished = 0;
  let failed = 0;
  const progress = () => {
    const share = total === 0 ? 1 : finished / total;
    const seconds = (performance.now() - began) / 1000;
    const left = share > 0 ? (seconds / share) * (1 - share) : 0;
    const bar = '#'.repeat(Math.round(30 * share)).padEnd(30, '.');
    error(`\r${bar} ${finished}/${total}  ${seconds.toFixed(0)} s, ${left.toFixed(0)} s left   `);
  };
  await Promise.all(
    Array.from({ length: Math.min(total, availableParallelism()) }, () => {
      const child = fork(fileURLToPath(import.meta.url), ['part', String(seed), policy, steps], {
        execArgv: process.execArgv,
      });
      return new Promise<void>((resolve, reject) => {
        const hand = () => {
          const next = queue.shift();
          if (next === undefined) {
            child.disconnect();
            resolve();
          } else child.send(next);
        };
        child.on('message', (result: TrialResult | Failed) => {
          if ('failed' in result) {
            failed++;
            error(`\nmachine ${result.number}: ${result.failed}\n`);
          } else appendFileSync(file, `${JSON.stringify(result)}\n`);
          finished++;
          progress();
          hand();
        });
        child.on('exit', (code) => {
          if (code) reject(new Error(`a part of the trial ended with ${code}`));
        });
        hand();
      });
    }),
  );
  if (total > 0) error('\n');
  return failed;
}

const withInterval = ({ value, low, high }: Share, times = 1, digits = 1) =>
  `${(times * value).toFixed(digits)} (${(times * low).toFixed(digits)} to ${(times * high).toFixed(digits)})`;

function said({ policy, seed }: Asked, f: ReturnType<typeof figuresOf>): string {
  return `${policy}, seed ${seed}, ${f.machines} machines
right at the end     ${withInterval(f.right, 100)} %
${f.rightByFaults.map((own, faults) => `  with ${faults} wrong      ${withInterval(own, 100)} %, ${own.machines} machines`).join('\n')}
gave up              ${withInterval(f.gaveUp, 100)} %
let go untreated     ${f.untreated}
search minutes       ${withInterval(f.searchMin)}
wrong parts          ${withInterval(f.wrongParts, 1, 2)} a machine
checks               ${f.checks.toFixed(1)} a machine
calibration error    ${f.calibrationError.toFixed(3)}
${f.calibration.map((b) => `  said ${b.from.toFixed(1)}-${(b.from + 0.1).toFixed(1)}  ${String(b.count).padStart(6)}  mean ${b.said.toFixed(3)}  so ${b.so.toFixed(3)}`).join('\n')}
`;
}

/** The worst misses as case files: wrong parts first, then minutes lost. */
function writeWorst(asked: Asked, results: readonly TrialResult[], error: (text: string) => void): void {
  const worst = results
    .filter((r) => !r.right)
    .sort((a, b) => b.wrongParts - a.wrongParts || b.searchMin - a.searchMin || a.number - b.number)
    .slice(0, WORST);
  if (worst.length === 0) return;
  const to = `${asked.folder}/${nameOf(asked)}-worst`;
  mkdirSync(to, { recursive: true });
  for (const r of worst) {
    const name = `${to}/${r.number}.json`;
    writeFileSync(name, `${JSON.stringify(r.caseFile, null, 1)}\n`);
    error(
      `${name}  was ${r.truth.join(', ') || 'nothing'}; repaired ${r.repaired.join(', ') || 'nothing'}; ${r.end}\n`,
    );
  }
}

/** Kinds of engine that are drawn: the tables of each serve every machine of it. */
const ENGINES_DRAWN = 40;

if (process.argv[2] === 'part' && process.send) {
  const [, , , seed, policy, steps] = process.argv;
  keepEngines(ENGINES_DRAWN);
  process.on('message', (number: number) => {
    let result: TrialResult | Failed;
    try {
      result = runTrial(drawMachine(Number(seed), number), policy as PolicyName, steps as Steps);
    } catch (error) {
      result = { number, failed: (error as Error).message };
    }
    process.send!(result);
  });
}
