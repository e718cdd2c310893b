import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { plannedPath } from '../core/trial/index.ts';
import { casesIn } from './caseTruth.ts';

/**
 * npm run paths -- [--folder tests/cases] [--only WORD] [--two] [--title TITLE] [--out FILE]
 * Each case with a known truth, planned from its bare complaint: the checks in the order the planner asks for them, what they cost, and what is silly about any.
 */
const { values } = parseArgs({
  options: {
    folder: { type: 'string', default: 'tests/cases' },
    only: { type: 'string', default: '' },
    two: { type: 'boolean', default: false },
    out: { type: 'string' },
    title: { type: 'string', default: 'Cases' },
  },
});

const lines: string[] = [];
let silly = 0;
let steps = 0;
let minutes = 0;
let right = 0;
let count = 0;
for (const { name, raw, truth } of casesIn(values.folder)) {
  if (values.only && !name.includes(values.only)) continue;
  count++;
  try {
    const path = plannedPath(raw, truth, 7, 0.3, values.two ? 'two' : 'one');
    const odd = path.steps.filter((s) => s.silly);
    silly += odd.length;
    steps += path.steps.length;
    minutes += path.result.searchMin;
    if (path.result.right) right++;
    const told = path.steps
      .map((s) => `${s.name}${s.listed ? '' : ' (not listed)'}${s.silly ? ` !${s.silly}` : ''}`)
      .join(', ');
    lines.push(
      `| ${name} | ${path.result.truth.join(', ')} | ${path.result.right ? 'found' : path.result.end} | ${Math.round(path.result.searchMin)} | ${odd.length} | ${told} |`,
    );
  } catch (error) {
    lines.push(`| ${name} | ${truth.join()} | failed | | | ${(error as Error).message.slice(0, 160)} |`);
  }
}
const title = `## ${values.title}: ${count}, ${right} found, ${Math.round(minutes)} minutes, ${silly === 0 ? 'none' : silly} silly`;
const head = [title, '', '| case | wrong | end | min | silly | path |', '| --- | --- | --- | --- | --- | --- |'];
const text = [...head, ...lines].join('\n');
if (values.out) writeFileSync(values.out, `${text}\n`);
else console.log(text);
console.log(`${count} cases, ${right} found, ${steps} steps, ${Math.round(minutes)} min, ${silly} silly`);
