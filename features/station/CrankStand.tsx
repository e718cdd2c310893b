import type { CaseHead } from '@/core/index.ts';
import {
  crankStand,
  type DialCylinder,
  STROKES,
  type CrankStand as Stand,
  type Stroke,
  type Wants,
} from '@/core/station/index.ts';
import { arcPath, Drawing, onCircle, Words } from './parts.tsx';

const LETTER: Readonly<Record<Stroke, string>> = { power: 'P', exhaust: 'E', intake: 'I', compression: 'C' };
const [X, Y] = [150, 150];
/** Two turns are once round: half a degree of dial for one of the crank. */
const dial = (deg: number) => deg / 2;
const ringOf = (i: number) => 128 - 44 * i;
const RINGS = [1, 2, 3] as const;

const ORDER_NOT_KNOWN = ['Firing order not known:', 'find each cylinder’s top by itself.'] as const;

/** Two turns of the crank as one dial: what each cylinder does, where the check wants the crank, and how one knows that it stands there. */
export function CrankStandView({ head, wants, cylinder }: { head: CaseHead; wants: Wants; cylinder: number | null }) {
  const stand = crankStand(head.engine, head.figures, head.rules, wants);
  const own = stand.cylinders?.find((c) => c.cylinder === (cylinder || 1)) ?? null;
  return (
    <Drawing says={saidOf(stand, own)} width={560} height={312}>
      {stand.cylinders === null ? (
        ORDER_NOT_KNOWN.map((line, i) => (
          <Words key={line} x={10} y={140 + 24 * i} bold>
            {line}
          </Words>
        ))
      ) : (
        <Dial cylinders={stand.cylinders} own={own} />
      )}
      <HowToKnow stand={stand} own={own} />
    </Drawing>
  );
}

function Dial({ cylinders, own }: { cylinders: readonly DialCylinder[]; own: DialCylinder | null }) {
  return (
    <g data-dial>
      {cylinders.map((c, i) => (
        <g key={c.cylinder} opacity={own && c.cylinder !== own.cylinder ? 0.55 : 1}>
          {c.strokes.map(({ stroke, fromDeg, toDeg }) => {
            const [lx, ly] = onCircle(X, Y, ringOf(i), dial((fromDeg + toDeg) / 2));
            return (
              <g key={stroke} data-stroke={`${c.cylinder}-${stroke}`}>
                <path
                  d={arcPath(X, Y, ringOf(i), dial(fromDeg) + 1, dial(toDeg) - 1)}
                  fill="none"
                  stroke={stroke === 'compression' || stroke === 'power' ? 'var(--ridge)' : 'var(--line)'}
                  strokeWidth={34}
                />
                <text
                  x={lx}
                  y={ly + 6}
                  textAnchor="middle"
                  fontWeight={800}
                  fontSize={17}
                  fill={stroke === 'compression' || stroke === 'power' ? 'var(--sheet)' : 'var(--ink)'}
                >
                  {LETTER[stroke]}
                </text>
              </g>
            );
          })}
          <Top deg={c.topCompressionDeg} r={ringOf(i)} full />
          <Top deg={c.topOverlapDeg} r={ringOf(i)} full={false} />
        </g>
      ))}
      {own?.wantedDeg != null && <Wanted deg={own.wantedDeg} cylinder={own.cylinder} />}
      {/* Three rings leave no room in the middle: the paint stripe says whose it is. */}
      {cylinders.length < 3 && (
        <>
          <Words x={X} y={Y - 6} at="middle" bold size={34}>
            {own?.cylinder ?? ''}
          </Words>
          <Words x={X} y={Y + 16} at="middle" soft size={15}>
            cylinder
          </Words>
        </>
      )}
    </g>
  );
}

/** A top: a filled bolt where both valves are shut, a hollow one where both stand a little open. */
function Top({ deg, r, full }: { deg: number; r: number; full: boolean }) {
  const [x, y] = onCircle(X, Y, r, dial(deg));
  return (
    <polygon
      points="-9,0 -4.5,-7.8 4.5,-7.8 9,0 4.5,7.8 -4.5,7.8"
      transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}
      fill={full ? 'var(--ink)' : 'var(--sheet)'}
      stroke="var(--ink)"
      strokeWidth={2}
    />
  );
}

/** The paint stripe: here it has to stand. */
function Wanted({ deg, cylinder }: { deg: number; cylinder: number }) {
  const [x1, y1] = onCircle(X, Y, ringOf(cylinder - 1) - 24, dial(deg));
  const [x2, y2] = onCircle(X, Y, 149, dial(deg));
  return (
    <g data-wanted={deg.toFixed(1)}>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--sheet)" strokeWidth={12} />
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--paint)" strokeWidth={7} />
    </g>
  );
}

const mm = (value: number | null, how: string) => (value === null ? null : `${Math.round(value)} mm ${how}`);

/** A way along the rim as it is measured. */
const wayText = ({
  deg,
  arcMm,
  chordMm,
  teeth,
}: {
  deg: number;
  arcMm: number | null;
  chordMm: number | null;
  teeth: number | null;
}) =>
  [mm(arcMm, 'by tape'), mm(chordMm, 'by ruler'), teeth === null ? null : `${Math.round(teeth)} teeth`]
    .filter(Boolean)
    .join(', ') || `${Math.round(deg)}° of the crank`;

function linesOf(
  stand: Stand,
  own: DialCylinder | null,
): readonly { readonly text: string; readonly bold?: boolean }[] {
  const past = stand.pastTop;
  const onward = stand.onward.filter(({ from }) => from === own?.cylinder);
  return [
    {
      text: past ? `${Math.round(past.deg)}° past its top` : own?.wantedDeg != null ? 'At its top of compression' : '',
      bold: true,
    },
    ...(past
      ? wayText(past)
          .split(', ')
          .map((text) => ({ text, bold: true }))
      : []),
    { text: 'Top of compression: both rockers' },
    { text: 'loose, breath at the plug hole.' },
    { text: 'Both tight: the other top, a turn off.' },
    { text: 'A straw or a wooden dowel rises in' },
    { text: 'the hole; no metal, no starter, out' },
    { text: 'before it is turned on.' },
    ...onward.flatMap(({ to, way }) => [
      { text: `On to cylinder ${to}: ${Math.round(way.deg)}°`, bold: true },
      ...(way.arcMm === null ? [] : [{ text: `${Math.round(way.arcMm)} mm on along the rim` }]),
    ]),
    ...(stand.missing.includes('stroke-or-rod') ? [{ text: 'The sheet has no stroke or rod.' }] : []),
  ].filter(({ text }) => text !== '');
}

function HowToKnow({ stand, own }: { stand: Stand; own: DialCylinder | null }) {
  const rings = stand.cylinders?.length ?? 0;
  return (
    <g data-how>
      {linesOf(stand, own).map(({ text, bold }, i) => (
        <Words key={text} x={310} y={18 + 22 * i} bold={bold ?? false} size={15.5}>
          {text}
        </Words>
      ))}
      <Words x={310} y={292} soft size={14.5}>
        {rings > 1 ? `Rings from outside: ${RINGS.slice(0, rings).join(', ')}` : 'Two turns of the crank'}
      </Words>
      <Words x={310} y={310} soft size={14.5}>
        Power, Exhaust, Intake, Compress
      </Words>
    </g>
  );
}

function saidOf(stand: Stand, own: DialCylinder | null): string {
  if (!stand.cylinders) return ORDER_NOT_KNOWN.join(' ');
  const strokes = stand.cylinders
    .map((c) => `cylinder ${c.cylinder} fires at ${c.topCompressionDeg} degrees of 720`)
    .join(', ');
  return `Crank dial, two turns: ${strokes}; strokes in order ${STROKES.join(', ')}. ${linesOf(stand, own)
    .map((l) => l.text)
    .join(' ')}`;
}
