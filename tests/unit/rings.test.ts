import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, describe, expect, it } from 'vitest';

const script = fileURLToPath(new URL('../../scripts/check-rings.mjs', import.meta.url));
const folders: string[] = [];
afterEach(() => {
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** The checker, let loose on a small house of these files. */
function checked(files: Readonly<Record<string, string>>) {
  const root = mkdtempSync(join(tmpdir(), 'ridge-rings-'));
  folders.push(root);
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  }
  execFileSync('git', ['init', '-q'], { cwd: root });
  const { status, stdout, stderr } = spawnSync(process.execPath, [script, root], { encoding: 'utf8' });
  return { status, stdout, stderr };
}

describe('the rings', () => {
  it('a sound house passes, and every file of it was seen', () => {
    const { status, stdout, stderr } = checked({
      'core/a.ts': "import type { B } from './b.ts';\nexport const a = (b: B) => b;\n",
      'core/b.ts': 'export interface B { readonly x: number }\n',
      'features/screen/Screen.tsx':
        "import { a } from '@/core/a.ts';\nexport const Screen = () => <p>{a({ x: 1 }).x}</p>;\n",
    });
    expect(stderr).toBe('');
    expect(stdout).toContain('3 files followed, 3 in git, 0 wrong');
    expect(status).toBe(0);
  });

  it.each<[string, Record<string, string>, string]>([
    [
      'a circle of two',
      {
        'core/a.ts': "import { b } from './b.ts';\nexport const a = () => b();\n",
        'core/b.ts': "import { a } from './a.ts';\nexport const b = () => a();\n",
      },
      'no-circular: core/a.ts',
    ],
    [
      'a circle of types alone',
      {
        'core/a.ts': "import type { B } from './b.ts';\nexport interface A { readonly b: B }\n",
        'core/b.ts': "import type { A } from './a.ts';\nexport interface B { readonly a: A }\n",
      },
      'no-circular: core/a.ts',
    ],
    [
      'a circle through a screen’s component',
      {
        'features/x/A.tsx': "import { b } from './b.ts';\nexport const A = () => <p>{b}</p>;\n",
        'features/x/b.ts': "import { A } from './A.tsx';\nexport const b = String(A);\n",
      },
      'no-circular: features/x/',
    ],
    [
      'a type fetched from further out',
      {
        'core/a.ts': "import type { Row } from '@/db/row.ts';\nexport type A = Row;\n",
        'db/row.ts': 'export interface Row { readonly id: string }\n',
      },
      'ring-core: core/a.ts -> db/row.ts',
    ],
    [
      'a file system in the core',
      { 'core/a.ts': "import { readFileSync } from 'node:fs';\nexport const a = readFileSync;\n" },
      'packages-of-core: core/a.ts',
    ],
    [
      'a clock in the core',
      { 'core/a.ts': 'export const a = () => Date.now();\n' },
      'the core takes time and chance as arguments',
    ],
    [
      'an import that leads nowhere',
      { 'core/a.ts': "import { x } from './gone.ts';\nexport const a = x;\n" },
      'no-unresolved: core/a.ts',
    ],
    ['nothing to look at', { 'README.md': '' }, 'nothing was looked at'],
  ])('%s goes red', (_, files, says) => {
    const { status, stderr } = checked(files);
    expect(stderr).toContain(says);
    expect(status).toBe(1);
  });
});
