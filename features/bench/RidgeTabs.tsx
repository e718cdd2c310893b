'use client';
import { clsx } from 'clsx';
import { PARTS, type RidgePart, SYSTEMS, type System } from '@/core/index.ts';
import { percent } from './ridgeShape.ts';

/** A system's name at the head of its columns, with how suspect it is; the most suspect one stands out by its tab. */
export function SystemTab({
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
export function SideBadge({
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

const SYSTEM_WORDS: Record<System, { readonly long: string; readonly short: string }> = {
  power: { long: 'Power', short: 'Power' },
  turning: { long: 'Turning', short: 'Turn' },
  spark: { long: 'Spark', short: 'Spark' },
  fuel: { long: 'Fuel and air', short: 'Fuel' },
  valves: { long: 'Valves', short: 'Valves' },
  sealing: { long: 'Sealing', short: 'Seal' },
};

/** Chance that something in a system is at fault, taken together. */
const systemChance = (parts: readonly RidgePart[], system: System) =>
  1 -
  parts.reduce(
    (quiet, part, i) => (PARTS[i]!.system === system ? quiet * (1 - Math.max(...part.sides.map((s) => s.p))) : quiet),
    1,
  );
