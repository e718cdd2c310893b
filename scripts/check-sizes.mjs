import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join, resolve } from 'node:path';
import { ROOT } from './lib/paths.mjs';

/**
 * node scripts/check-sizes.mjs [--list]: how long files and functions are. What is data (faults, the demo, tests) may be as long as it is.
 * A function is as long as the lines it spans, less those of functions within it that have a name of their own.
 */
const FILE_LINES = 400;
const FUNCTION_LINES = 80;
const FEATURES_NINETY = 30;

const { parseSync } = createRequire(import.meta.url)('@swc/core');
const root = resolve(ROOT);
const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
  cwd: root,
  encoding: 'utf8',
})
  .split('\n')
  .filter(
    (file) =>
      /^(app|cli|core|db|features|keep|keys|scripts|server|ui|workers)\/.*\.(ts|tsx|mjs)$/.test(file) &&
      existsSync(join(root, file)),
  );

/** Functions of a file with the lines they span. */
function functionsIn(file, text) {
  const bytes = Buffer.from(text);
  const ast = parseSync(text, { syntax: 'typescript', tsx: file.endsWith('.tsx'), target: 'es2022' });
  const base = ast.span.start;
  const starts = [0];
  for (let i = 0; i < bytes.length; i++) if (bytes[i] === 10) starts.push(i + 1);
  const lineOf = (offset) => {
    let low = 0;
    let high = starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (starts[middle] <= offset) low = middle;
      else high = middle - 1;
    }
    return low + 1;
  };
  const first = Math.max(
    0,
    bytes.findIndex((b) => b > 32),
  );
  const at = (span) => [lineOf(span.start - base + first), lineOf(span.end - base + first - 1)];
  const found = [];
  const visit = (node, name) => {
    if (Array.isArray(node)) {
      for (const child of node) visit(child, name);
      return;
    }
    if (node === null || typeof node !== 'object') return;
    const named = node.identifier?.value ?? node.id?.value ?? node.key?.value ?? name;
    if (
      /^(FunctionDeclaration|FunctionExpression|ArrowFunctionExpression|ClassMethod|MethodProperty|Constructor|PrivateMethod)$/.test(
        node.type,
      )
    ) {
      const span = node.span ?? node.function?.span;
      if (span) {
        const [from, to] = at(span);
        found.push({ file, name: named ?? '(arrow)', from, lines: to - from + 1 });
      }
    }
    for (const [key, child] of Object.entries(node))
      if (key !== 'span' && typeof child === 'object') visit(child, named);
  };
  visit(ast.body, undefined);
  return found;
}

const wrong = [];
const functions = [];
for (const file of files) {
  const text = readFileSync(join(root, file), 'utf8');
  const lines = text.split('\n').length - 1;
  if (lines > FILE_LINES && !/^core\/faults\//.test(file)) wrong.push(`${file}: ${lines} lines, at most ${FILE_LINES}`);
  functions.push(...functionsIn(file, text));
}
for (const { file, name, from, lines } of functions)
  if (lines > FUNCTION_LINES && !/^core\/faults\//.test(file))
    wrong.push(`${file}:${from} ${name}: ${lines} lines, at most ${FUNCTION_LINES}`);
const inFeatures = functions
  .filter(({ file }) => file.startsWith('features/'))
  .map(({ lines }) => lines)
  .sort((a, b) => a - b);
const ninety = inFeatures[Math.floor(0.9 * (inFeatures.length - 1))] ?? 0;
if (ninety > FEATURES_NINETY)
  wrong.push(`features/: nine functions of ten are at most ${ninety} lines long, not ${FEATURES_NINETY}`);
process.stdout.write(
  `${files.length} files, ${functions.length} functions, features 90th percentile ${ninety} lines, ${wrong.length} too long\n`,
);
if (functions.length < files.length) wrong.push('hardly a function was seen');
if (wrong.length > 0) {
  process.stderr.write(`${wrong.join('\n')}\n`);
  process.exitCode = 1;
}
