'use client';
import { PARTS, type RidgePart } from '@/core/index.ts';
import { type Peak, type PlacedName, placeNames } from './placeNames.ts';
import { percent } from './ridgeShape.ts';

export function Name({
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

/** The peaks by name in one line, tallest first: the ridge as a strip. */
export function PeakNames({ parts, sides }: { parts: readonly RidgePart[]; sides: readonly number[] }) {
  const peaks = PARTS.flatMap((part, i) =>
    (part.perCylinder ? parts[i]!.sides : parts[i]!.sides.slice(0, 1)).map((side, c) => ({
      name: `${part.name}${part.perCylinder && sides.length > 1 ? ` ${c + 1}` : ''}`,
      p: side.p,
    })),
  )
    .filter(({ p }) => p >= PEAK_FROM)
    .toSorted((a, b) => b.p - a.p)
    .slice(0, NAMES_SHOWN);
  return (
    <p aria-hidden="true" className="absolute top-0 flex h-[1.55rem] gap-x-4 overflow-hidden px-2 whitespace-nowrap">
      {peaks.map(({ name, p }) => (
        <span key={name} className="text-[0.9rem] leading-[1.5rem] font-bold">
          {name} <span className="font-extrabold">{percent(p)}</span>
        </span>
      ))}
      {peaks.length === 0 && <span className="text-[0.9rem] leading-[1.5rem] text-soft">Nothing stands out yet</span>}
    </p>
  );
}

/** From this chance on a part is named on the strip. */
const PEAK_FROM = 0.04;

export function namesOf(
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

const nameText = (name: string, p: number) => `${name} ${percent(p)}`;

const NAMED_FROM = 0.08;

const NAMES_SHOWN = 5;

/** Letters of the ridge are about this wide in heavy type, against their size. */
const LETTER = 0.6;
