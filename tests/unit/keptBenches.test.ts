import { expect, it } from 'vitest';
import { type Bench, openBench, readCase } from '@/core/index.ts';
import { KeptBenches } from '@/features/record/keptBenches.ts';

const benchOn = (layout: string): Bench => {
  const read = readCase({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine: { cylinders: 2, layout } },
    complaint: ['low-power'],
    events: [],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return openBench(read.value);
};

it('keeps the benches asked for last, and on no more tables than there is room for', () => {
  const benches = new KeptBenches(3, 2);
  const [first, second, other, third] = [
    benchOn('v-twin-90'),
    benchOn('v-twin-90'),
    benchOn('opposed-twin'),
    benchOn('parallel-twin'),
  ];
  benches.keep('a', first);
  benches.keep('b', second);
  benches.keep('c', other);
  benches.keep('a', first);
  expect(['a', 'b', 'c'].map((key) => benches.get(key))).toEqual([first, second, other]);
  // A fourth is one too many: the one asked for longest ago goes.
  benches.keep('d', benchOn('v-twin-90'));
  expect(benches.get('b')).toBeUndefined();
  // A third kind of engine: of what is left, the oldest go until there are two kinds.
  benches.keep('e', third);
  expect(benches.get('c')).toBeUndefined();
  expect(benches.get('e')).toBe(third);
  expect(benches.get('d')).toBeDefined();
});

it('counts the tables of a record that asked for sets of three as its own', () => {
  const benches = new KeptBenches(9, 2);
  const plain = benchOn('v-twin-90');
  const grown = (): Bench => ({ ...benchOn('v-twin-90'), triples: [[0, 1, 2]] });
  benches.keep('a', plain);
  benches.keep('b', grown());
  expect(benches.get('a')).toBe(plain);
  // Those of the engine, of one record and of another: one too many.
  benches.keep('c', grown());
  expect(['a', 'b', 'c'].map((key) => benches.get(key) !== undefined)).toEqual([false, false, true]);
});
