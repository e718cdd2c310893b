import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { cruise } from './lib/cruise.mjs';
import { ROOT } from './lib/paths.mjs';

/**
 * node scripts/check-rings.mjs [folder]: the rings, no circle of files, nothing but zod from the core, and no clock and no chance in it.
 * Every .ts and .tsx file that git knows below the rings has to have been seen: a checker that sees nothing finds nothing.
 */
const FOLDERS = [
  'core',
  'db',
  'keep',
  'keys',
  'server',
  'workers',
  'cli',
  'ui',
  'features',
  'app',
  'demo',
  'scripts',
  'tests',
];
const CLOCK_AND_CHANCE =
  /\bDate\.now\(|\bnew Date\(\s*\)|\bMath\.random\(|\bperformance\.now\(|\bprocess\.|\bfetch\(|\bsetTimeout\(/;

const root = resolve(process.argv[2] ?? ROOT);
const folders = FOLDERS.filter((folder) => existsSync(join(root, folder)));
const inGit = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', ...folders], {
  cwd: root,
  encoding: 'utf8',
})
  .split('\n')
  .filter((file) => /\.tsx?$/.test(file) && existsSync(join(root, file)));

const { modules, violations } = await cruise(folders, root);
const seen = new Set(modules);
const wrong = [
  ...violations.map(({ rule, from, to }) => `${rule}: ${from} -> ${to}`),
  ...inGit.filter((file) => !seen.has(file)).map((file) => `not seen: ${file}`),
  ...inGit
    .filter((file) => file.startsWith('core/') && CLOCK_AND_CHANCE.test(readFileSync(join(root, file), 'utf8')))
    .map((file) => `${file}: the core takes time and chance as arguments`),
];
process.stdout.write(`${modules.length} files followed, ${inGit.length} in git, ${wrong.length} wrong\n`);
if (inGit.length === 0) wrong.push('nothing was looked at');
if (wrong.length > 0) {
  process.stderr.write(`${wrong.join('\n')}\n`);
  process.exitCode = 1;
}
