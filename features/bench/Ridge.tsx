'use client';
import { clsx } from 'clsx';
import { type KeyboardEvent, type MouseEvent, memo, useEffect, useRef, useState } from 'react';
import {
  leadingSide,
  type BoltMark as Mark,
  PARTS,
  type PartId,
  type RidgePart,
  SYSTEMS,
  type System,
} from '@/core/index.ts';
import { BoltMark, MARK_WORDS } from './BoltMark.tsx';
import { type Peak, type PlacedName, placeNames } from './placeNames.ts';
import { useMeasured } from './useMeasured.ts';

const SYSTEM_WORDS: Record<System, { readonly long: string; readonly short: string }> = {
  power: { long: 'Power', short: 'Power' },
  turning: { long: 'Turning', short: 'Turn' },
  spark: { long: 'Spark', short: 'Spark' },
  fuel: { long: 'Fuel and air', short: 'Fuel' },
  valves: { long: 'Valves', short: 'Valves' },
  sealing: { long: 'Sealing', short: 'Seal' },
};

/** Heights in lines of text, so that the picture grows with the letters. */
const STRIP = 1.55;
const RISE = 3.1;
const NAMES = 2.3;
const BAND = 2.1;
const MARGIN = 4.4;

const NAMED_FROM = 0.08;
const NAMES_SHOWN = 5;
/** A tap this near a suspected part is meant for it: a gloved finger is wider than a column. */
const REACH_PX = 30;
const WORTH_A_TAP = 0.03;
/** Letters of the ridge are about this wide in heavy type, against their size. */
const LETTER = 0.6;

export interface Outline {
  readonly parts: readonly RidgePart[];
  /** P(some fault sits on that cylinder), by cylinder 1..n. */
  readonly sides: readonly number[];
}

const heightsOf = (parts: readonly RidgePart[], side: number) => parts.map((part) => part.sides[side]?.p ?? 0);

/** A skyline of flat crags with saddles between; `sign` -1 rises, +1 hangs. */
function skyline(heights: readonly number[], column: number, base: number, sign: 1 | -1): string {
  const shown = heights.map((h) => Math.max(1.5, h));
  const points = shown.flatMap((h, i) => {
    const saddle = 0.35 * Math.min(h, shown[i - 1] ?? 0);
    const x = i * column;
    return [
      `${x.toFixed(1)},${(base + sign * saddle).toFixed(1)}`,
      `${(x + column * 0.22).toFixed(1)},${(base + sign * h).toFixed(1)}`,
      `${(x + column * 0.78).toFixed(1)},${(base + sign * h).toFixed(1)}`,
    ];
  });
  return `M0,${base} L${points.join(' L')} L${shown.length * column},${base} Z`;
}

const markOf = (part: RidgePart, side: number): Mark => part.sides[side]?.mark ?? 'hollow';

/** Chance that something in a system is at fault, taken together. */
const systemChance = (parts: readonly RidgePart[], system: System) =>
  1 -
  parts.reduce(
    (quiet, part, i) => (PARTS[i]!.system === system ? quiet * (1 - Math.max(...part.sides.map((s) => s.p))) : quiet),
    1,
  );

/**
 * The machine from battery to exhaust with suspicion as height, on a square-root scale; on a twin cylinder 1 rises and
 * cylinder 2 hangs. The outline before the last reading stays as a broken line.
 */
export const Ridge = memo(function Ridge({
  outline,
  previous,
  chosen,
  onChoose,
}: {
  outline: Outline;
  previous: Outline | null;
  chosen: PartId | null;
  onChoose: (part: PartId) => void;
}) {
  const [frame, { width, rem, known }] = useMeasured<HTMLElement>();
  const { parts, sides } = outline;
  const twin = sides.length > 1;
  const margin = twin ? MARGIN * rem : 0;
  const column = (width - margin) / PARTS.length;
  const strip = STRIP * rem;
  const rise = RISE * rem;
  const room = (RISE + NAMES) * rem;
  const top = strip + room;
  const bottom = top + BAND * rem;
  const height = twin ? bottom + room : bottom + 0.3 * rem;
  const scaled = (side: number, of: readonly RidgePart[]) =>
    heightsOf(of, side).map((p) => rise * Math.sqrt(Math.min(1, p)));
  const up = scaled(0, parts);
  const down = scaled(1, parts);
  const names = [up, ...(twin ? [down] : [])].map((heights, side) => namesOf(parts, side, heights, column, rem, room));
  const bolt = Math.min(column * 0.4, 0.7 * rem);
  const edge = column * PARTS.length;
  return (
    <section
      ref={frame}
      aria-label="Ridge of suspicion"
      data-measured={known}
      className="relative bg-sheet data-[measured=false]:overflow-hidden"
      style={{ height }}
    >
      <svg width={width} height={height} className="absolute inset-0 overflow-visible" aria-hidden="true">
        {SYSTEMS.map((system, i) => {
          const first = PARTS.findIndex((p) => p.system === system);
          const count = PARTS.filter((p) => p.system === system).length;
          return (
            i % 2 === 0 && (
              <rect key={system} x={first * column} y={0} width={count * column} height={height} fill="var(--well)" />
            )
          );
        })}
        <path d={skyline(up, column, top, -1)} fill="var(--ridge)" />
        {twin && <path d={skyline(down, column, bottom, 1)} fill="var(--ridge)" />}
        {previous && (
          <g fill="none" stroke="var(--ink)" strokeOpacity={0.6} strokeWidth={1.4} strokeDasharray="3 4">
            <path d={skyline(scaled(0, previous.parts), column, top, -1)} />
            {twin && <path d={skyline(scaled(1, previous.parts), column, bottom, 1)} />}
          </g>
        )}
        <line x1={0} x2={edge} y1={top} y2={top} stroke="var(--line)" />
        {twin && <line x1={0} x2={edge} y1={bottom} y2={bottom} stroke="var(--line)" />}
        {PARTS.map((part, i) => {
          const here = parts[i]!;
          const x = (i + 0.5) * column;
          if (!(twin && part.perCylinder))
            return (
              <BoltMark
                key={part.id}
                mark={markOf(here, 0)}
                x={x}
                y={top + (BAND / 2) * rem}
                r={Math.min(column * 0.44, 0.78 * rem)}
              />
            );
          const small = Math.min(bolt, (BAND / 4) * rem * 1.02);
          return (
            <g key={part.id}>
              <BoltMark mark={markOf(here, 0)} x={x} y={top + (BAND / 4) * rem + 0.5} r={small} />
              <BoltMark mark={markOf(here, 1)} x={x} y={bottom - (BAND / 4) * rem - 0.5} r={small} />
            </g>
          );
        })}
        {chosen && (
          // Only about the bolt: names and tabs stay readable.
          <rect
            x={PARTS.findIndex((p) => p.id === chosen) * column + 1}
            y={top - 1}
            width={column - 2}
            height={bottom - top + 2}
            fill="none"
            stroke="var(--rust)"
            strokeWidth={3}
          />
        )}
        {names[0]?.map((n) => (
          <Name key={n.id} name={n} base={top} sign={-1} rem={rem} parts={parts} side={0} />
        ))}
        {names[1]?.map((n) => (
          <Name key={n.id} name={n} base={bottom} sign={1} rem={rem} parts={parts} side={1} />
        ))}
      </svg>
      {SYSTEMS.map((system) => (
        <SystemTab key={system} system={system} parts={parts} column={column} rem={rem} />
      ))}
      {twin &&
        sides.map((p, c) => (
          <SideBadge
            key={c}
            cylinder={c + 1}
            p={p}
            ahead={leadingSide(sides) === c + 1}
            style={{ left: edge, width: margin, top: c === 0 ? strip : bottom, height: room }}
          />
        ))}
      <Columns parts={parts} column={column} height={height} chosen={chosen} onChoose={onChoose} />
    </section>
  );
});

function namesOf(
  parts: readonly RidgePart[],
  side: number,
  heights: readonly number[],
  column: number,
  rem: number,
  room: number,
): PlacedName[] {
  const peaks = PARTS.map((part, i): Peak & { shared: boolean } => {
    const p = parts[i]!.sides[side]?.p ?? 0;
    return {
      id: part.id,
      x: (i + 0.5) * column,
      width: (nameText(part.name, p).length + 0.4) * LETTER * rem,
      weight: p,
      shared: !part.perCylinder,
    };
  });
  const wanted = peaks
    // A shared part stands on both sides and is named once.
    .filter((peak) => peak.weight >= NAMED_FROM && !(side > 0 && peak.shared))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, NAMES_SHOWN);
  return placeNames(wanted, heights, column, 1.12 * rem, room);
}

/** In a hundred; nothing is ever certain. */
const percent = (p: number) => Math.min(99, Math.round(100 * p));
const nameText = (name: string, p: number) => `${name} ${percent(p)}`;

function Name({
  name,
  base,
  sign,
  rem,
  parts,
  side,
}: {
  name: PlacedName;
  base: number;
  sign: 1 | -1;
  rem: number;
  parts: readonly RidgePart[];
  side: number;
}) {
  const i = PARTS.findIndex((p) => p.id === name.id);
  const p = parts[i]!.sides[side]?.p ?? 0;
  const y = base + sign * name.rise + (sign < 0 ? -0.24 * rem : 0.84 * rem);
  return (
    <g>
      {name.rise - name.foot > 0.5 * rem && (
        <line
          x1={name.peakX}
          x2={name.peakX}
          y1={base + sign * (name.foot + 1)}
          y2={base + sign * (name.rise - 1)}
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
      )}
      <text
        x={name.x}
        y={y}
        textAnchor="middle"
        fontSize={rem}
        fontWeight={700}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        {PARTS[i]!.name} <tspan fontWeight={850}>{percent(p)}</tspan>
      </text>
    </g>
  );
}

/** A system's name at the head of its columns, with how suspect it is; the most suspect one stands out by its tab. */
function SystemTab({
  system,
  parts,
  column,
  rem,
}: {
  system: System;
  parts: readonly RidgePart[];
  column: number;
  rem: number;
}) {
  const first = PARTS.findIndex((p) => p.system === system);
  const own = PARTS.filter((p) => p.system === system).length * column;
  const p = systemChance(parts, system);
  const most = p >= 0.5 && SYSTEMS.every((other) => systemChance(parts, other) <= p);
  const { long, short } = SYSTEM_WORDS[system];
  const fits = (text: string) => text.length * 0.56 * 0.82 * rem + 0.5 * rem <= own;
  const figure = percent(p) >= 1 ? ` ${percent(p)}` : '';
  const text = [long + figure, short + figure, short].find(fits) ?? short.slice(0, 2);
  return (
    <p
      aria-hidden="true"
      className={clsx(
        'absolute top-0 overflow-hidden whitespace-nowrap px-[0.25rem] text-[0.82rem] leading-[1.35rem] font-bold',
        most ? 'bg-iron text-on-iron' : 'text-soft',
      )}
      style={{ left: first * column, width: own }}
    >
      {text}
    </p>
  );
}

/** Which cylinder, and how surely something is wrong on it. */
function SideBadge({
  cylinder,
  p,
  ahead,
  style,
}: {
  cylinder: number;
  p: number;
  ahead: boolean;
  style: { left: number; width: number; top: number; height: number };
}) {
  return (
    <p
      className={clsx(
        'absolute flex flex-col items-center justify-center leading-none font-extrabold',
        ahead ? 'bg-rust text-sheet' : 'text-ink',
      )}
      style={style}
    >
      <span className="text-[0.75rem] font-bold">cylinder</span>
      <span className="text-[2.1rem]">{cylinder}</span>
      <span className="mt-0.5 text-[0.9rem]">{percent(p)} %</span>
    </p>
  );
}

/** The columns as keys: a tap takes the nearest suspected part, the arrow keys go along the ridge. */
function Columns({
  parts,
  column,
  height,
  chosen,
  onChoose,
}: {
  parts: readonly RidgePart[];
  column: number;
  height: number;
  chosen: PartId | null;
  onChoose: (part: PartId) => void;
}) {
  const list = useRef<HTMLDivElement>(null);
  const tallest = parts.reduce((best, part, i) => (chanceOf(part) > chanceOf(parts[best]!) ? i : best), 0);
  const [at, setAt] = useState<number | null>(null);
  const here = at ?? tallest;
  const go = (e: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
    if (step === undefined) return;
    e.preventDefault();
    const next = (here + step + PARTS.length) % PARTS.length;
    setAt(next);
    list.current?.querySelectorAll('button')[next]?.focus();
  };
  const tap = (e: MouseEvent, i: number) => {
    // A key press has no place; a finger has, and is wide.
    const target = e.detail === 0 ? i : nearest(parts, i, column, e.nativeEvent.offsetX);
    setAt(target);
    onChoose(PARTS[target]!.id);
  };
  return (
    <div ref={list} role="toolbar" aria-label="Parts along the ridge" onKeyDown={go} className="contents">
      {PARTS.map((part, i) => (
        <button
          key={part.id}
          type="button"
          tabIndex={i === here ? 0 : -1}
          aria-pressed={chosen === part.id}
          aria-label={`${part.name}, ${parts[i]!.sides.map((s) => MARK_WORDS[s.mark]).join(' and ')}, ${percent(chanceOf(parts[i]!))} in a hundred`}
          onClick={(e) => tap(e, i)}
          className="absolute top-0 outline-offset-[-3px]"
          style={{ left: i * column, width: column, height }}
          data-part={part.id}
        />
      ))}
    </div>
  );
}

const chanceOf = (part: RidgePart) => Math.max(...part.sides.map((s) => s.p));

function nearest(parts: readonly RidgePart[], i: number, column: number, offsetX: number): number {
  if (chanceOf(parts[i]!) >= WORTH_A_TAP || column >= 2 * REACH_PX) return i;
  const x = i * column + offsetX;
  let best = i;
  for (let j = 0; j < parts.length; j++) {
    const away = Math.abs((j + 0.5) * column - x);
    if (away <= REACH_PX && chanceOf(parts[j]!) >= WORTH_A_TAP && chanceOf(parts[j]!) > chanceOf(parts[best]!))
      best = j;
  }
  return best;
}

/** The outline as it was before it last changed. */
export function usePrevious(outline: Outline): Outline | null {
  const last = useRef(outline);
  const [previous, setPrevious] = useState<Outline | null>(null);
  useEffect(() => {
    if (sameHeights(last.current.parts, outline.parts)) return;
    setPrevious(last.current);
    last.current = outline;
  }, [outline]);
  return previous;
}

const sameHeights = (a: readonly RidgePart[], b: readonly RidgePart[]) =>
  a.every((part, i) => part.sides.every((side, c) => Math.abs(side.p - (b[i]?.sides[c]?.p ?? 0)) < 1e-4));
