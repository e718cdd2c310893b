import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/**
 * Follows every import below some folders and holds them against the rules of the house.
 * dependency-cruiser reads TypeScript by swc, and asks swc for .ts alone; without swc, beside TypeScript 7, it would see nothing and pass.
 * @param folders below `root`
 * @param root the folder whose rings these are
 * @returns the modules of these folders that were seen, and what breaks a rule
 */
export async function cruise(folders, root) {
  const swc = require('@swc/core');
  const { parseFileSync } = swc;
  swc.parseFileSync = (file, options) => parseFileSync(file, { ...options, tsx: file.endsWith('.tsx') });
  const { cruise: follow } = await import('dependency-cruiser');
  const { options, forbidden } = require('../../.dependency-cruiser.cjs');
  // Where nothing else is known to lead, `@/` is the root.
  const alias = { '@': root };
  const { output } = await follow(
    folders,
    { ...options, baseDir: root, validate: true, ruleSet: { forbidden } },
    { alias },
  );
  return {
    modules: output.modules
      .map((m) => m.source)
      .filter((file) => /\.tsx?$/.test(file) && folders.some((f) => file.startsWith(`${f}/`))),
    violations: output.summary.violations.map(({ rule, from, to, cycle }) => ({
      rule: rule.name,
      from,
      to: cycle ? cycle.map((step) => step.name).join(' -> ') : to,
    })),
  };
}
