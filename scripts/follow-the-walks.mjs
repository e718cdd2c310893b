import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { under } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { say } from './lib/say.mjs';

/**
 * node scripts/follow-the-walks.mjs: does in a copy of the project what the pages on adding a check and a fault say, holds the compiler to what
 * they say of it, and lets the copy reason with the new pair.
 */
const WALKS = [
  { page: 'docs/adding-a-check.md', redAfter: '2. Its line', names: 'spark.boot-dark' },
  { page: 'docs/adding-a-fault.md', redAfter: '1. Its id', names: 'spark.boot-burnt' },
];
const COPIED = [
  'core',
  'scripts/walked.ts',
  'tests/unit/jobs.ts',
  'tests/unit/random.ts',
  'package.json',
  'tsconfig.json',
];

/** The steps of a page: under which heading, which file, what is to be done to it. */
function stepsOf(page) {
  const steps = [];
  let heading = '';
  let step = null;
  for (const line of readFileSync(under(page), 'utf8').split('\n')) {
    const opened = /^```(ts|diff) (\S+)$/.exec(line);
    if (step && line === '```') step = null;
    else if (step) step.lines.push(line);
    else if (opened) {
      step = { heading, kind: opened[1], file: opened[2], lines: [] };
      steps.push(step);
    } else if (line.startsWith('## ')) heading = line.slice(3);
  }
  return steps;
}

/** What stood there (kept and taken out) and what stands there now (kept and put in). */
function changeOf(lines) {
  const without = (sign) => lines.filter((line) => line[0] !== sign).map((line) => line.slice(1));
  return { before: without('+').join('\n'), after: without('-').join('\n') };
}

function follow(copy, { kind, file, lines }) {
  const path = join(copy, file);
  if (kind === 'ts') {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, `${lines.join('\n')}\n`, { flag: 'wx' });
    return;
  }
  const text = readFileSync(path, 'utf8');
  const { before, after } = changeOf(lines);
  const found = text.split(`${before}\n`).length - 1;
  if (found !== 1) throw new Error(`${file}: what the page goes by stands there ${found} times:\n${before}`);
  writeFileSync(
    path,
    text.replace(`${before}\n`, () => `${after}\n`),
  );
}

const compile = (copy) => run(under('node_modules', '.bin', 'tsc'), ['-p', 'tsconfig.walk.json'], { cwd: copy });

async function walk(copy, { page, redAfter, names }) {
  const steps = stepsOf(page);
  const last = steps.findLastIndex(({ heading }) => heading.startsWith(redAfter));
  if (last < 0 || last === steps.length - 1) throw new Error(`${page}: no step "${redAfter}", or nothing after it`);
  for (const step of steps.slice(0, last + 1)) follow(copy, step);
  const half = await compile(copy);
  if (half.code === 0 || !half.output.includes(names))
    throw new Error(`${page}: after "${redAfter}" the compiler should ask for ${names}; it said:\n${half.output}`);
  for (const step of steps.slice(last + 1)) follow(copy, step);
  const whole = await compile(copy);
  if (whole.code !== 0) throw new Error(`${page}: followed to its end it does not compile:\n${whole.output}`);
  say(`${page}: ${steps.length} steps`);
}

const copy = mkdtempSync(join(tmpdir(), 'ridge-walk-'));
try {
  for (const path of execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', ...COPIED], {
    cwd: under('.'),
    encoding: 'utf8',
  })
    .split('\n')
    .filter(Boolean))
    cpSync(under(path), join(copy, path));
  symlinkSync(under('node_modules'), join(copy, 'node_modules'));
  writeFileSync(
    join(copy, 'tsconfig.walk.json'),
    JSON.stringify({
      extends: './tsconfig.json',
      compilerOptions: { incremental: false, plugins: [] },
      include: ['core'],
    }),
  );
  for (const each of WALKS) await walk(copy, each);
  const reasoned = await run(under('node_modules', '.bin', 'tsx'), ['scripts/walked.ts'], { cwd: copy });
  say(reasoned.output.trim());
  if (reasoned.code !== 0) process.exitCode = 1;
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  rmSync(copy, { recursive: true, force: true });
}
