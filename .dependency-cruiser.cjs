/**
 * The rings of the house, what each may fetch from outside of it, and the one rule on circles: there are none.
 * `scripts/check-rings.mjs` follows every import, those of types alone included, and holds how many files were seen against git.
 */
const RINGS = {
  core: { sees: ['core'], packages: ['zod', 'fft.js'] },
  db: { sees: ['core', 'db'], packages: ['drizzle-orm', 'mysql2', 'zod'], node: ['net', 'util'] },
  keep: {
    sees: ['core', 'db', 'keep'],
    packages: ['drizzle-orm', 'mysql2'],
    node: ['child_process', 'crypto', 'fs', 'fs/promises', 'path', 'stream', 'stream/promises', 'util', 'zlib'],
  },
  keys: {
    sees: ['db', 'keys'],
    packages: ['@node-rs/argon2', 'cookie', 'nanoid', 'zod'],
    node: ['crypto'],
  },
  workers: { sees: ['core', 'workers'], packages: ['comlink'] },
  cli: { sees: ['core', 'cli'], packages: ['wavefile'], node: ['fs', 'child_process', 'os', 'url', 'util'] },
  ui: { sees: ['ui'] },
  features: { sees: ['core', 'db', 'keep', 'keys', 'ui', 'workers', 'features'] },
  app: { sees: ['core', 'db', 'keep', 'keys', 'ui', 'features', 'app'] },
  server: {
    sees: ['db', 'keep', 'keys', 'server'],
    packages: ['next', 'nanoid', 'qrcode', 'rate-limiter-flexible', 'zod'],
    node: ['fs', 'http', 'https', 'path', 'util'],
  },
};
const own = Object.keys(RINGS).join('|');

const allowed = ({ sees, packages = [], node = [] }) => [
  `^(${sees.join('|')})/`,
  ...packages.map((name) => `(^|/)node_modules/(@types/)?${name}/`),
  ...node.map((name) => `^(node:)?${name}$`),
];

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      comment: 'Two files that need each other are one idea, or hide a third.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    ...Object.entries(RINGS).map(([ring, { sees }]) => ({
      name: `ring-${ring}`,
      comment: `${ring} sees ${sees.join(', ')} and nothing further out.`,
      severity: 'error',
      from: { path: `^${ring}/` },
      to: { path: `^(${own})/`, pathNot: `^(${sees.join('|')})/` },
    })),
    ...Object.entries(RINGS)
      .filter(([, { packages }]) => packages)
      .map(([ring, rule]) => ({
        name: `packages-of-${ring}`,
        comment: `From outside, ${ring} takes ${rule.packages.join(', ') || 'nothing'}.`,
        severity: 'error',
        from: { path: `^${ring}/` },
        to: { pathNot: [...allowed(rule), `^(${own})/`] },
      })),
    {
      name: 'no-unresolved',
      comment: 'An import that leads nowhere is seen by no other rule.',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true },
    },
  ],
  options: {
    parser: 'swc',
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.css'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
