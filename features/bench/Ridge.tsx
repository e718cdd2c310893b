'use client';
import { useEffect, useRef, useState } from 'react';
import { type BoltMark as Mark, PARTS, type PartId, type RidgePart, SYSTEMS, type System } from '@/core/index.ts';
import { BoltMark, MARK_WORDS } from './BoltMark.tsx';

const SYSTEM_WORDS: Record<System, string> = {
  power: 'POWER',
  turning: 'TURNING',
  spark: 'SPARK',
  fuel: 'FUEL, AIR',
  valves: 'VALVES',
  sealing: 'SEALING',
};
const COLUMN = 43;
const WIDTH = PARTS.length * COLUMN;
const RISE = 66;
const BAND = 38;
const STRIP = 20;
const HEAD = 22;
const MARGIN = 50;
const NAMED_FROM = 0.1;
const NAMES_SHOWN = 4;

const heightOf = (p: number) => RISE * Math.sqrt(Math.min(1, p));

/** The crags that were another height before, as they stood. */
function formerCrags(before: readonly number[], now: readonly number[], base: number, sign: 1 | -1): string {
  return before
    .map((h, i) => {
      const y = heightOf(h);
      if (Math.abs(y - heightOf(now[i] ?? 0)) < 3) return '';
      const x = i * COLUMN;
      return `M${x + 2},${base} L${x + COLUMN * 0.24},${base + sign * y} L${x + COLUMN * 0.76},${base + sign * y} L${x + COLUMN - 2},${base}`;
    })
    .join(' ');
}

/** A skyline of flat-topped crags, one to a part. `sign` -1 rises, +1 hangs. */
function skyline(heights: readonly number[], base: number, sign: 1 | -1): string {
  const points = heights.flatMap((h, i) => {
    const x = i * COLUMN;
    const y = base + sign * Math.max(1.5, heightOf(h));
    return [`${x + 2},${base}`, `${x + COLUMN * 0.24},${y}`, `${x + COLUMN * 0.76},${y}`, `${x + COLUMN - 2},${base}`];
  });
  return `M0,${base} L${points.join(' L')} L${WIDTH},${base} Z`;
}

interface PeakName {
  readonly x: number;
  readonly y: number;
  readonly name: string;
}

/** Names for the tallest crags of one side, moved apart where they would run into each other; shared parts are named once. */
function peakNames(heights: readonly number[], base: number, sign: 1 | -1, ownOnly: boolean): PeakName[] {
  const tall = heights
    .map((p, i) => ({ p, i }))
    .filter(({ p, i }) => p >= NAMED_FROM && (!ownOnly || PARTS[i]!.perCylinder))
    .sort((a, b) => b.p - a.p)
    .slice(0, NAMES_SHOWN)
    .sort((a, b) => a.i - b.i);
  const placed: (PeakName & { half: number })[] = [];
  for (const { p, i } of tall) {
    const name = PARTS[i]!.name;
    const half = name.length * 4.9 + 6;
    const x = Math.min(WIDTH - half, Math.max(half, (i + 0.5) * COLUMN));
    let y = base + sign * (heightOf(p) + (sign < 0 ? 7 : 19));
    for (const other of placed)
      if (Math.abs(other.x - x) < other.half + half && Math.abs(other.y - y) < 18) y = other.y + sign * 18;
    placed.push({ x, y, name, half });
  }
  return placed;
}

const markOf = (part: RidgePart, side: number): Mark => part.sides[side]?.mark ?? 'hollow';

/**
 * The machine from battery to exhaust with suspicion as height; on a twin cylinder 1 rises and cylinder 2 hangs. The outline
 * before the last reading stays as a broken line.
 */
export function Ridge({
  ridge,
  chosen,
  onChoose,
}: {
  ridge: readonly RidgePart[];
  chosen: PartId | null;
  onChoose: (part: PartId) => void;
}) {
  const previous = usePrevious(ridge);
  const cylinders = ridge[0]?.sides.length ?? 1;
  const twin = cylinders > 1;
  const top = STRIP + HEAD + RISE;
  const bottom = top + BAND;
  const height = twin ? bottom + RISE + HEAD : bottom;
  const up = (r: readonly RidgePart[]) => r.map((part) => part.sides[0]?.p ?? 0);
  const down = (r: readonly RidgePart[]) => r.map((part) => part.sides[1]?.p ?? 0);
  return (
    <section aria-label="Ridge of suspicion" className="overflow-x-auto bg-sheet">
      <svg viewBox={`0 0 ${WIDTH + MARGIN} ${height}`} className="block w-full min-w-[760px]">
        <title>Suspicion over the parts of the machine</title>
        {SYSTEMS.map((system, i) => {
          const first = PARTS.findIndex((p) => p.system === system);
          const count = PARTS.filter((p) => p.system === system).length;
          const name = SYSTEM_WORDS[system];
          return (
            <g key={system}>
              {i % 2 === 0 && (
                <rect x={first * COLUMN} y={0} width={count * COLUMN} height={height} fill="var(--well)" />
              )}
              <text
                x={first * COLUMN + 6}
                y={15}
                fontSize={count < 3 ? 11 : 13}
                fontWeight={750}
                letterSpacing={count < 3 ? 0.3 : 1.5}
                fill="var(--soft)"
              >
                {name}
              </text>
            </g>
          );
        })}
        <path d={skyline(up(ridge), top, -1)} fill="var(--ridge)" />
        {previous && (
          <path
            d={formerCrags(up(previous), up(ridge), top, -1)}
            fill="none"
            stroke="var(--ink)"
            strokeOpacity={0.55}
            strokeWidth={1.4}
            strokeDasharray="3 4"
          />
        )}
        {twin && (
          <>
            <path d={skyline(down(ridge), bottom, 1)} fill="var(--ridge)" />
            {previous && (
              <path
                d={formerCrags(down(previous), down(ridge), bottom, 1)}
                fill="none"
                stroke="var(--ink)"
                strokeOpacity={0.55}
                strokeWidth={1.4}
                strokeDasharray="3 4"
              />
            )}
          </>
        )}
        {peakNames(up(ridge), top, -1, false).map((n) => (
          <Name key={n.name} {...n} />
        ))}
        {twin && peakNames(down(ridge), bottom, 1, true).map((n) => <Name key={n.name} {...n} />)}
        {twin && (
          <g fontWeight={800} fill="var(--ink)" textAnchor="middle">
            {[top - 24, bottom + 50].map((y, c) => (
              <g key={y}>
                <text x={WIDTH + MARGIN / 2} y={y - 30} fontSize={13}>
                  CYL.
                </text>
                <text x={WIDTH + MARGIN / 2} y={y} fontSize={34}>
                  {c + 1}
                </text>
              </g>
            ))}
          </g>
        )}
        {PARTS.map((part, i) => {
          const here = ridge[i]!;
          const x = (i + 0.5) * COLUMN;
          const split = twin && part.perCylinder;
          return (
            <g key={part.id}>
              {split ? (
                <>
                  <BoltMark mark={markOf(here, 0)} x={x} y={top + 10.5} r={8.2} />
                  <BoltMark mark={markOf(here, 1)} x={x} y={bottom - 10.5} r={8.2} />
                </>
              ) : (
                <BoltMark mark={markOf(here, 0)} x={x} y={top + BAND / 2} r={12} />
              )}
              {chosen === part.id && (
                <rect
                  x={i * COLUMN + 1}
                  y={1}
                  width={COLUMN - 2}
                  height={height - 2}
                  fill="none"
                  stroke="var(--rust)"
                  strokeWidth={2.5}
                />
              )}
            </g>
          );
        })}
      </svg>
      <PartKeys ridge={ridge} chosen={chosen} onChoose={onChoose} />
    </section>
  );
}

function Name({ x, y, name }: PeakName) {
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      fontSize={17}
      fontWeight={750}
      fill="var(--ink)"
      stroke="var(--sheet)"
      strokeWidth={4}
      paintOrder="stroke"
    >
      {name}
    </text>
  );
}

/** The columns again as keys for finger and keyboard; the likeliest parts by name. */
function PartKeys({
  ridge,
  chosen,
  onChoose,
}: {
  ridge: readonly RidgePart[];
  chosen: PartId | null;
  onChoose: (part: PartId) => void;
}) {
  const top = ridge
    .map((part, i) => ({ part, i, p: Math.max(...part.sides.map((s) => s.p)) }))
    .filter(({ p, part }) => p >= 0.03 || part.sides.some((s) => s.mark === 'striped'))
    .sort((a, b) => b.p - a.p)
    .slice(0, 6);
  return (
    <div className="flex flex-wrap gap-1.5 px-2 pb-1.5">
      {top.map(({ part, i, p }) => (
        <button
          key={part.part}
          type="button"
          aria-pressed={chosen === part.part}
          aria-label={`${PARTS[i]!.name}, ${part.sides.map((s) => MARK_WORDS[s.mark]).join(' and ')}, ${Math.round(p * 100)} in a hundred`}
          onClick={() => onChoose(part.part)}
          className="flex min-h-12 items-center gap-2 border-2 border-line bg-sheet px-3 font-semibold aria-pressed:border-rust"
        >
          {PARTS[i]!.name}
          <span className="text-[1.05rem] font-extrabold">{Math.round(p * 100)}</span>
        </button>
      ))}
    </div>
  );
}

/** The ridge as it was before it last changed. */
function usePrevious(ridge: readonly RidgePart[]): readonly RidgePart[] | null {
  const last = useRef(ridge);
  const [previous, setPrevious] = useState<readonly RidgePart[] | null>(null);
  useEffect(() => {
    if (sameHeights(last.current, ridge)) return;
    setPrevious(last.current);
    last.current = ridge;
  }, [ridge]);
  return previous;
}

const sameHeights = (a: readonly RidgePart[], b: readonly RidgePart[]) =>
  a.every((part, i) => part.sides.every((side, c) => Math.abs(side.p - (b[i]?.sides[c]?.p ?? 0)) < 1e-4));
