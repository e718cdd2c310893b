import { readdirSync, readFileSync } from 'node:fs';
import { quantileSorted } from 'simple-statistics';
import { advance, nextChecks, openBench, readCase, summarise } from '../core/index.ts';

/** Times of the core over every step of every case file: update (one more event and the ridge), and one-step ranking. */
const folder = new URL('../tests/cases/', import.meta.url);
const cases = readdirSync(folder).map((file) => {
  const read = readCase(JSON.parse(readFileSync(new URL(file, folder), 'utf8')).case);
  if (!read.ok) throw new Error(file);
  return read.value;
});
const ROUNDS = 6;
const update: number[] = [];
const ranking: number[] = [];
for (let round = 0; round < ROUNDS; round++) {
  for (const given of cases) {
    let bench = openBench(given);
    for (const event of given.events) {
      const start = performance.now();
      bench = advance(bench, event);
      const summary = summarise(bench);
      const updated = performance.now();
      nextChecks(bench, summary);
      // The first round warms the tables, as the page's worker does on opening a job.
      if (round > 0) {
        update.push(updated - start);
        ranking.push(performance.now() - updated);
      }
    }
  }
}
const figures = (times: number[]) => {
  const sorted = [...times].sort((a, b) => a - b);
  return { median: quantileSorted(sorted, 0.5), p95: quantileSorted(sorted, 0.95), n: sorted.length };
};
console.log(JSON.stringify({ update: figures(update), ranking: figures(ranking) }));
