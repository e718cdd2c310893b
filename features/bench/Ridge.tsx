'use client';
import { memo } from 'react';
import { leadingSide, PARTS, type PartId, type RidgePart, SYSTEMS } from '@/core/index.ts';
import { BoltMark } from './BoltMark.tsx';
import { Columns } from './RidgeColumns.tsx';
import { Name, namesOf, PeakNames } from './RidgeNames.tsx';
import { SideBadge, SystemTab } from './RidgeTabs.tsx';
import { BAND, FOLDED, heightsOf, MARGIN, markOf, NAMES, type Outline, RISE, STRIP, skyline } from './ridgeShape.ts';
import { useMeasured } from './useMeasured.ts';

/** Columns of the last system, and the room its name and "in 100" need beside each other [rem]. */
const LAST = PARTS.filter((p) => p.system === SYSTEMS.at(-1)).length;
const ROOM_FOR_BOTH_REM = 7.8;

/** Where everything stands, in pixels of what was measured. */
interface Frame {
  readonly twin: boolean;
  readonly width: number;
  readonly rem: number;
  readonly margin: number;
  readonly column: number;
  readonly strip: number;
  readonly rise: number;
  readonly folded: boolean;
  readonly room: number;
  readonly top: number;
  readonly bottom: number;
  readonly height: number;
  readonly edge: number;
}

function frameOf(
  { width, rem }: { readonly width: number; readonly rem: number },
  twin: boolean,
  folded: boolean,
): Frame {
  const margin = twin ? MARGIN * rem : 0;
  const column = (width - margin) / PARTS.length;
  const strip = STRIP * rem;
  const rise = (folded ? FOLDED : RISE) * rem;
  const room = folded ? rise : (RISE + NAMES) * rem;
  const top = strip + room;
  const bottom = top + (folded ? 0.2 : BAND) * rem;
  const height = twin ? bottom + room : bottom + 0.3 * rem;
  return {
    twin,
    width,
    rem,
    margin,
    column,
    strip,
    rise,
    folded,
    room,
    top,
    bottom,
    height,
    edge: column * PARTS.length,
  };
}

/**
 * The machine from battery to exhaust with suspicion as height, on a square-root scale; on a twin cylinder 1 rises and
 * cylinder 2 hangs. The outline before the last reading stays as a broken line.
 */
export const Ridge = memo(function Ridge({
  outline,
  previous,
  chosen,
  onChoose,
  folded,
}: {
  outline: Outline;
  previous: Outline | null;
  chosen: PartId | null;
  onChoose: (part: PartId) => void;
  folded: boolean;
}) {
  const [box, measured] = useMeasured<HTMLElement>();
  const { parts, sides } = outline;
  const frame = frameOf(measured, sides.length > 1, folded);
  const { twin, column, strip, room, bottom, height, edge, margin } = frame;
  return (
    <section
      ref={box}
      aria-label="Ridge of suspicion"
      data-measured={measured.known}
      data-folded={folded || undefined}
      className="relative bg-sheet data-[measured=false]:overflow-hidden"
      style={{ height }}
    >
      <RidgePicture frame={frame} outline={outline} previous={previous} chosen={chosen} />
      {folded ? (
        <PeakNames parts={parts} sides={sides} />
      ) : (
        SYSTEMS.map((system) => (
          <SystemTab key={system} system={system} parts={parts} column={column} rem={measured.rem} />
        ))
      )}
      {twin &&
        !folded &&
        sides.map((p, c) => (
          <SideBadge
            key={c}
            cylinder={c + 1}
            p={p}
            ahead={leadingSide(sides) === c + 1}
            style={{ left: edge, width: margin, top: c === 0 ? strip : bottom, height: room }}
          />
        ))}
      {/* Said once: every figure on the ridge is one. Where the last name needs the room, it is left out. */}
      {(folded || twin || LAST * column > ROOM_FOR_BOTH_REM * measured.rem) && (
        <p
          aria-hidden="true"
          className="absolute top-0 right-1 text-[0.8rem] leading-[1.35rem] text-soft @[88rem]:hidden"
        >
          in 100
        </p>
      )}
      <Columns
        parts={parts}
        column={column}
        height={height}
        chosen={chosen}
        nameTop={folded ? 2 : bottom + 4}
        onChoose={onChoose}
      />
    </section>
  );
});

/** The skylines, the outline before, the bolts and the names. */
function RidgePicture({
  frame,
  outline: { parts },
  previous,
  chosen,
}: {
  frame: Frame;
  outline: Outline;
  previous: Outline | null;
  chosen: PartId | null;
}) {
  const { twin, width, rem, column, rise, room, top, bottom, height, edge, folded } = frame;
  const scaled = (side: number, of: readonly RidgePart[]) =>
    heightsOf(of, side).map((p) => rise * Math.sqrt(Math.min(1, p)));
  const up = scaled(0, parts);
  const down = scaled(1, parts);
  const names = [up, ...(twin ? [down] : [])].map((heights, side) => namesOf(parts, side, heights, column, rem, room));
  return (
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
      {!folded && <Bolts frame={frame} parts={parts} />}
      {chosen && !folded && (
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
      {!folded &&
        names[0]?.map((n) => <Name key={n.id} name={n} base={top} sign={-1} rem={rem} parts={parts} side={0} />)}
      {!folded &&
        names[1]?.map((n) => <Name key={n.id} name={n} base={bottom} sign={1} rem={rem} parts={parts} side={1} />)}
    </svg>
  );
}

/** One bolt for a shared part, one for each cylinder where the part is the cylinder's own. */
function Bolts({ frame, parts }: { frame: Frame; parts: readonly RidgePart[] }) {
  const { twin, rem, column, top, bottom } = frame;
  const bolt = Math.min(column * 0.4, 0.7 * rem);
  return PARTS.map((part, i) => {
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
  });
}
