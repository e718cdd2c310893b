import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/** The colours as the pages use them, by day and by night. */
const css = readFileSync(new URL('../../app/globals.css', import.meta.url), 'utf8');
const colours = new Map(
  [...css.matchAll(/--([\w-]+): light-dark\((#[0-9a-f]{6}), (#[0-9a-f]{6})\)/g)].map(
    ([, name, day, night]) => [name!, { day: day!, night: night! }] as const,
  ),
);

/** Relative luminance and contrast ratio. @see W3C, Web Content Accessibility Guidelines 2.1, "relative luminance" */
function contrast(a: string, b: string): number {
  const luminance = (hex: string) => {
    const [r, g, bl] = [1, 3, 5].map((at) => {
      const c = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
      return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
    }) as [number, number, number];
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

const LETTERS: readonly [string, readonly string[]][] = [
  ['ink', ['sheet', 'well', 'ground']],
  ['soft', ['sheet', 'well']],
  ['rust', ['sheet', 'well']],
  ['on-iron', ['iron']],
  ['on-bar', ['bar']],
  ['on-hazard', ['hazard']],
];
const SHAPES: readonly [string, readonly string[]][] = [
  ['ridge', ['sheet', 'well']],
  ['iron', ['sheet', 'ground']],
  ['sound', ['sheet']],
  ['rust', ['ground']],
];

describe.each(['day', 'night'] as const)('by %s', (light) => {
  const of = (name: string) => colours.get(name)![light];

  it('white on black is 21 to 1 and a colour on itself 1 to 1', () => {
    expect(contrast('#ffffff', '#000000')).toBeCloseTo(21, 10);
    expect(contrast(of('rust'), of('rust'))).toBe(1);
  });

  it.each(LETTERS.flatMap(([ink, grounds]) => grounds.map((ground) => [ink, ground] as const)))(
    'letters in %s on %s reach 4.5 to 1',
    (ink, ground) => expect(contrast(of(ink), of(ground))).toBeGreaterThanOrEqual(4.5),
  );

  it.each(SHAPES.flatMap(([shape, grounds]) => grounds.map((ground) => [shape, ground] as const)))(
    '%s stands out from %s by 3 to 1',
    (shape, ground) => expect(contrast(of(shape), of(ground))).toBeGreaterThanOrEqual(3),
  );

  it('what is said in a figure of docs/design.md is what the colours give', () => {
    const note = readFileSync(new URL('../../docs/design.md', import.meta.url), 'utf8');
    const rows = [...note.matchAll(/^\| (\S+) on (\S+) +\| ([\d.]+) +\| ([\d.]+) +\|/gm)];
    expect(rows.length).toBeGreaterThan(8);
    for (const [, ink, ground, day, night] of rows)
      expect(contrast(of(ink!), of(ground!)), `${ink} on ${ground}`).toBeCloseTo(
        Number(light === 'day' ? day : night),
        1,
      );
  });
});
