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
