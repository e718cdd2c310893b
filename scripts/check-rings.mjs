import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { ROOT } from './lib/paths.mjs';

/**
 * Ring order: core <- db <- features <- app. The core imports nothing outside itself but zod, and knows no clock and no
 * chance. Workers and the command line see the core only.
 */
const RINGS = {
  core: { may: ['core'], packages: ['zod'] },
  db: {
    may: ['core', 'db'],
    packages: ['drizzle-orm', 'drizzle-orm/mysql2', 'drizzle-orm/mysql-core', 'mysql2/promise', 'node:net', 'zod'],
  },
  workers: { may: ['core', 'workers'], packages: [] },
  cli: { may: ['core', 'cli'], packages: ['node:fs', 'node:child_process', 'node:os', 'node:url', 'node:util'] },
  ui: { may: ['ui'], packages: null },
  features: { may: ['core', 'db', 'ui', 'workers', 'features'], packages: null },
  app: { may: ['core', 'db', 'ui', 'features', 'app'], packages: null },
};
const CLOCK_AND_CHANCE =
  /\bDate\.now\(|\bnew Date\(\s*\)|\bMath\.random\(|\bperformance\.now\(|\bprocess\.|\bfetch\(|\bsetTimeout\(/;

const filesIn = (folder) =>
  readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path) : /\.tsx?$/.test(entry.name) ? [path] : [];
  });

const IMPORT =
  /^(?:import|export)\s+(?:type\s+)?(?:\*(?:\s+as\s+\w+)?|\{[^}]*\}|\w+(?:\s*,\s*\{[^}]*\})?)\s+from\s+'([^']+)'|^import\s+'([^']+)'|\bimport\('([^']+)'\)/gm;
const importsOf = (text) => [...text.matchAll(IMPORT)].map(([, a, b, c]) => a ?? b ?? c);

const wrong = [];
for (const [ring, { may, packages }] of Object.entries(RINGS)) {
  for (const file of filesIn(ring)) {
    const text = readFileSync(join(ROOT, file), 'utf8');
    for (const from of importsOf(text)) {
      const local = from.startsWith('@/')
        ? from.slice(2)
        : from.startsWith('.')
          ? relative(ROOT, join(ROOT, dirname(file), from))
          : null;
      if (local === null) {
        if (packages && !packages.includes(from)) wrong.push(`${file}: ${ring} may not import the package ${from}`);
      } else if (!may.includes(local.split('/')[0]))
        wrong.push(`${file}: ${ring} may not import from ${local.split('/')[0]}`);
    }
    if (ring === 'core' && CLOCK_AND_CHANCE.test(text))
      wrong.push(`${file}: the core takes time and chance as arguments`);
  }
}
if (wrong.length > 0) {
  process.stderr.write(`${wrong.join('\n')}\n`);
  process.exitCode = 1;
}
