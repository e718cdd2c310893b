import { ORIGIN_WORDS, type Quantity, toSi, windowBy } from '@/core/index.ts';
import { type CoilPair, type CoilRow, type CoilSeen, coilPair } from '@/core/station/index.ts';
import { Drawing, Hatch, Words } from './parts.tsx';
import { latestOf, type StationProps, type StationSide } from './stationProps.ts';

type Figure = number | 'OL' | null;
const LEFT = 128;
const SPAN = 400;

/** Coils side by side on one scale: window at 20 C, what was read, how far it moved while flexed, the kill tab beside it. */
export function CoilStation(props: StationProps) {
  const { head } = props;
  const names = ['coilOhmsLow', 'coilOhmsHigh'] as const;
  const { low, high } = windowBy(head.figures, head.rules, names, names, 'ohm');
  const pair = coilPair([...coilsOf(props), ...partsOf(props)], { low, high }, head.rules.coilShortedOhms.value);
  const top = 118;
  return (
    <Drawing says={saidOf(pair, low, high)} width={560} height={top + 58 * pair.rows.length + 30}>
      <defs>
        <Hatch id="coil-window" colour="var(--sound)" />
      </defs>
      <Leads />
      <rect
        x={LEFT + SPAN * pair.low}
        y={top - 8}
        width={SPAN * (pair.high - pair.low)}
        height={58 * pair.rows.length}
        fill="url(#coil-window)"
        opacity={0.55}
        data-window
      />
      {pair.rows.map((row, i) => (
        <Row key={row.name} row={row} y={top + 58 * i} fullOhms={pair.fullOhms} />
      ))}
      <Words x={LEFT + SPAN * pair.low} y={top + 58 * pair.rows.length + 14} soft size={14.5}>
        {`${kilo(low)} to ${kilo(high)} at 20 °C`}
      </Words>
      {pair.apartPercent !== null && (
        <Words x={556} y={top + 58 * pair.rows.length + 14} at="end" bold size={15}>
          {`${pair.apartPercent.toFixed(0)} % apart`}
        </Words>
      )}
    </Drawing>
  );
}

const kilo = (ohms: number) => `${(ohms / 1000).toFixed(ohms < 10_000 ? 2 : 1)} kΩ`;

/** What is typed goes before what was read; the other side is drawn from its last reading. */
function coilsOf(props: StationProps): CoilSeen[] {
  const { sides, head } = props;
  return Array.from({ length: head.engine.cylinders }, (_, i): CoilSeen => {
    const typed = sides.find((s) => s.side === i + 1);
    const figures: Readonly<Record<string, unknown>> =
      typed && hasAny(typed) ? typed.figures : (latestOf(props, 'spark.coil-ohms', i + 1)?.fields ?? {});
    const of = (name: string): Figure => (figures[name] === undefined ? null : (figures[name] as Figure));
    const winding = of('coilTemperature');
    return {
      name: `Cylinder ${i + 1}`,
      toGround: of('toGround'),
      toKillTab: of('toKillTab'),
      flexMin: of('flexMin'),
      flexMax: of('flexMax'),
      windingC: typeof winding === 'number' ? winding : null,
      part: false,
    };
  });
}

/** Coils that lie on the bench, with what they read there. */
const partsOf = ({ parts }: StationProps): CoilSeen[] =>
  parts.flatMap(({ line, event }): CoilSeen[] => {
    const fields = event.readings?.find((r) => r.check === 'spark.coil-ohms')?.fields;
    if (event.part !== 'coil' || !fields) return [];
    const of = (name: string): Figure => {
      const raw = fields[name];
      if (raw === 'OL') return 'OL';
      if (typeof raw !== 'object' || !('value' in raw) || typeof raw.value !== 'number') return null;
      return toSi(raw as Quantity, name === 'coilTemperature' ? 'temperature' : 'resistance');
    };
    const winding = of('coilTemperature');
    return [
      {
        name: `${ORIGIN_WORDS[event.origin]}, line ${line}`,
        toGround: of('toGround'),
        toKillTab: of('toKillTab'),
        flexMin: of('flexMin'),
        flexMax: of('flexMax'),
        windingC: typeof winding === 'number' ? winding : null,
        part: true,
      },
    ];
  });

const hasAny = ({ figures }: StationSide) => Object.keys(figures).length > 0;

/** Where the meter's leads belong: bare conductor of the plug lead, engine ground, kill tab. */
function Leads() {
  return (
    <g>
      <rect x={140} y={20} width={92} height={56} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <path d="M232,36 C280,36 300,20 340,20" fill="none" stroke="var(--ink)" strokeWidth={6} />
      <path d="M340,20 H356" stroke="var(--paint)" strokeWidth={4} />
      <path d="M150,76 V92 H120 M130,98 H110 M126,104 H114" fill="none" stroke="var(--ink)" strokeWidth={3} />
      <path d="M222,76 V90" stroke="var(--ink)" strokeWidth={4} />
      <path d="M150,30 H170 M150,40 H170 M150,50 H170 M150,60 H170" stroke="var(--ridge)" strokeWidth={4} />
      <path d="M190,30 H222 M190,40 H222 M190,50 H222 M190,60 H222" stroke="var(--ink)" strokeWidth={1.5} />
      <Mark x={366} y={20} letter="A" />
      <Words x={384} y={25} size={14.5}>
        bare conductor of the lead
      </Words>
      <Mark x={100} y={88} letter="B" />
      <Words x={6} y={92} size={14.5}>
        ground
      </Words>
      <Mark x={240} y={92} letter="C" />
      <Words x={258} y={97} size={14.5}>
        kill tab
      </Words>
      <Words x={384} y={48} soft size={14.5}>
        A to B, then A to C.
      </Words>
      <Words x={384} y={68} soft size={14.5}>
        Flex it, range 20k.
      </Words>
    </g>
  );
}

function Mark({ x, y, letter }: { x: number; y: number; letter: string }) {
  return (
    <g>
      <circle cx={x} cy={y} r={11} fill="var(--ink)" />
      <text x={x} y={y + 5} textAnchor="middle" fontSize={14} fontWeight={800} fill="var(--sheet)">
        {letter}
      </text>
    </g>
  );
}

function Row({ row, y, fullOhms }: { row: CoilRow; y: number; fullOhms: number }) {
  const at = (share: number) => LEFT + SPAN * Math.min(1.04, share);
  const moved = row.read !== null && row.at20C !== null && Math.abs(row.read - row.at20C) > 0.004;
  return (
    <g data-coil={row.name} data-at20={row.at20C?.toFixed(4) ?? (row.open ? 'OL' : '')}>
      <Words x={0} y={y + 24} bold>
        {row.name}
      </Words>
      <line x1={LEFT} x2={LEFT + SPAN} y1={y + 19} y2={y + 19} stroke="var(--line)" strokeWidth={2} />
      {row.open && (
        <Words x={LEFT + SPAN} y={y + 14} at="end" bold size={17}>
          OL: open
        </Words>
      )}
      {row.flex && (
        <path
          d={`M${at(row.flex.from)},${y + 19} H${row.flex.toOpen ? LEFT + SPAN + 12 : at(row.flex.to)} M${at(row.flex.from)},${y + 10} V${y + 28}${row.flex.toOpen ? '' : ` M${at(row.flex.to)},${y + 10} V${y + 28}`}`}
          stroke="var(--rust)"
          strokeWidth={4}
          fill="none"
          data-flex
        />
      )}
      {moved && (
        <rect
          x={at(row.read!) - 3}
          y={y + 8}
          width={6}
          height={22}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray="3 3"
        />
      )}
      {row.at20C !== null && (
        <>
          <rect x={at(row.at20C) - 5} y={y + 5} width={10} height={28} fill="var(--ink)" />
          <Words x={at(row.at20C)} y={y - 1} at="middle" bold size={15}>
            {kilo(row.at20C * fullOhms)}
          </Words>
        </>
      )}
      {row.tab !== null && (
        <path
          d={`M${at(row.tab)},${y + 22} l-9,16 h18 z`}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={2.5}
          data-tab
        />
      )}
    </g>
  );
}

function saidOf(pair: CoilPair, low: number, high: number): string {
  const rows = pair.rows.map((row) => {
    if (row.open) return `${row.name} open`;
    if (row.at20C === null) return `${row.name} not read`;
    const flex = row.flex
      ? `, moved ${kilo(row.flex.from * pair.fullOhms)} to ${row.flex.toOpen ? 'open' : kilo(row.flex.to * pair.fullOhms)} while flexed`
      : '';
    return `${row.name} ${kilo(row.at20C * pair.fullOhms)} at 20 degrees${flex}`;
  });
  const apart = pair.apartPercent === null ? '' : ` ${pair.apartPercent.toFixed(0)} percent apart.`;
  return `Coils, window ${kilo(low)} to ${kilo(high)}: ${rows.join('; ')}.${apart} Meter from the bare conductor of the lead to engine ground, then to the kill tab.`;
}
