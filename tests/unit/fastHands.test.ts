import { describe, expect, it } from 'vitest';
import { CHECKS } from '@/core/index.ts';
import { ACTIONS, findChecks, meantBy } from '@/features/bench/keys.ts';
import { placeNames } from '@/features/bench/placeNames.ts';
import { TWIN } from './jobs.ts';
import { random } from './random.ts';

const SINGLE = { ...TWIN, cylinders: 1, layout: 'single' } as const;

describe('two letters', () => {
  it('are two lower-case letters, each pair meant once, and never begin a figure that is open', () => {
    const codes = [...CHECKS.map((c) => c.code), ...Object.keys(ACTIONS)];
    for (const code of codes) expect(code).toMatch(/^[a-np-z][a-z]$/);
    expect(new Set(codes).size).toBe(codes.length);
  });

  it('mean the check they are printed beside, an action, or nothing on this engine', () => {
    for (const check of CHECKS.filter((c) => c.appliesTo(TWIN)))
      expect(meantBy(check.code, TWIN)).toEqual({ kind: 'check', check });
    expect(meantBy('re', TWIN)).toEqual({ kind: 'action', action: 're' });
    expect(meantBy('zz', TWIN)).toEqual({ kind: 'nothing' });
    const onlyTwins = CHECKS.find((c) => c.appliesTo(TWIN) && !c.appliesTo(SINGLE))!;
    expect(meantBy(onlyTwins.code, SINGLE)).toEqual({ kind: 'nothing' });
  });
});

describe('the search', () => {
  const names = (asked: string, engine: Parameters<typeof findChecks>[1] = TWIN) =>
    findChecks(asked, engine).map((f) => `${f.check.id}${f.cylinder === null ? '' : ` ${f.cylinder}`}`);

  it('puts the check of that very name first, by any of its words, and a figure behind it is the cylinder', () => {
    for (const check of CHECKS.filter((c) => c.appliesTo(TWIN))) expect(names(check.title)[0]).toBe(check.id);
    expect(names('tester 2')[0]).toBe('spark.tester 2');
    expect(names('coil res 1')[0]).toBe('spark.coil-ohms 1');
  });

  it('offers no side the engine has not, and finds nothing for nothing', () => {
    expect(names('tester 3')).toEqual([]);
    for (const found of names('coil 2', SINGLE)) expect(found).not.toMatch(/ 2$/);
    expect(names('  ')).toEqual([]);
  });
});

describe('names over the ridge', () => {
  it('stand inside the picture, on no crag and on no other name, whatever the skyline', () => {
    const seed = 20261125;
    const { next } = random(seed);
    for (let round = 0; round < 400; round++) {
      const columns = 8 + Math.floor(next() * 24);
      const column = 12 + next() * 60;
      const line = 12 + next() * 24;
      const room = line * (2 + next() * 5);
      const heights = Array.from({ length: columns }, () => (next() < 0.7 ? next() * 4 : next() * (room - line)));
      const peaks = heights.flatMap((height, i) =>
        height > 8 ? [{ id: `${i}`, x: (i + 0.5) * column, width: 20 + next() * 180, weight: height }] : [],
      );
      const placed = placeNames(peaks, heights, column, line, room);
      const boxes = placed.map((name) => {
        const { width } = peaks.find((p) => p.id === name.id)!;
        return { left: name.x - width / 2, right: name.x + width / 2, low: name.rise, high: name.rise + line };
      });
      const where = `seed ${seed}, round ${round}`;
      for (const [i, box] of boxes.entries()) {
        expect(box.left, where).toBeGreaterThanOrEqual(-1e-9);
        expect(box.right, where).toBeLessThanOrEqual(columns * column + 1e-9);
        expect(box.high, where).toBeLessThanOrEqual(room + 1e-9);
        const under = heights.filter((_, k) => (k + 1) * column > box.left + 1e-9 && k * column < box.right - 1e-9);
        expect(box.low, where).toBeGreaterThan(Math.max(...under));
        // Its own peak lies under the name, or a leader leads to it.
        expect(placed[i]!.peakX, where).toBeGreaterThanOrEqual(box.left - 1e-9);
        expect(placed[i]!.peakX, where).toBeLessThanOrEqual(box.right + 1e-9);
        for (const other of boxes.slice(i + 1))
          expect(
            box.right <= other.left ||
              other.right <= box.left ||
              box.high <= other.low + 1e-9 ||
              other.high <= box.low + 1e-9,
            where,
          ).toBe(true);
      }
    }
  });

  it('names the likelier of two that have no room for both', () => {
    const peaks = [
      { id: 'less', x: 30, width: 90, weight: 0.3 },
      { id: 'more', x: 50, width: 90, weight: 0.6 },
    ];
    expect(placeNames(peaks, [20, 20, 20, 20, 20], 20, 16, 40).map((p) => p.id)).toEqual(['more']);
  });
});
