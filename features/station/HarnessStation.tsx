import { useState } from 'react';
import {
  type HarnessRow,
  type HarnessSet,
  type HarnessState,
  harnessReadings,
  harnessSparks,
  type Meter,
  type Probe,
} from '@/core/station/index.ts';
import { Choice } from '@/ui/Choice.tsx';
import { Drawing, TapPlace, Words } from './parts.tsx';
import type { StationProps } from './stationProps.ts';

type Set = HarnessSet;
const pointsOf = (legs: number): readonly { readonly probe: Probe; readonly id: string; readonly label: string }[] => [
  ...Array.from({ length: legs }, (_, i) => ({ probe: { leg: i }, id: `leg-${i + 1}`, label: `Leg ${i + 1}` })),
  { probe: 'common', id: 'common', label: 'Common' },
  { probe: 'ground', id: 'ground', label: 'Ground' },
];

const FIRST: Readonly<Record<string, Set>> = {
  'spark.kill-continuity': { coils: 'unplugged', key: 'run', connector: 'parted', range: 'ohm' },
};
const USUAL: Set = { coils: 'unplugged', key: 'run', connector: 'parted', range: 'diode' };

/** The kill harness alive: two meter leads on any two points, and what the meter should show if all is well and for everything that may be wrong. */
export function HarnessStation({ check, head: { engine }, sides }: StationProps) {
  const [set, setSet] = useState<Set>(FIRST[check.id] ?? USUAL);
  const points = pointsOf(engine.cylinders);
  const own = sides[0]?.side ? `leg-${sides[0].side}` : 'leg-1';
  const [red, setRed] = useState(check.id === 'spark.kill-continuity' ? 'common' : own);
  const [black, setBlack] = useState(check.id === 'spark.kill-continuity' ? 'ground' : 'common');
  const at = (id: string) => points.find((p) => p.id === id)!;
  const rows = harnessReadings(engine, set, at(red).probe, at(black).probe);
  /** A tap takes the red lead there; on a lead that stands there already it changes the two over. */
  const place = (id: string) => {
    if (id !== red && id !== black) return setRed(id);
    setRed(black);
    setBlack(red);
  };
  return (
    <div className="space-y-1.5">
      <Drawing says={saidOf(rows, set, at(red).label, at(black).label)} width={600} height={210}>
        <Circuit
          legs={engine.cylinders}
          set={set}
          polarity={engine.killDiodePolarity ?? 'unknown'}
          red={red}
          black={black}
          onPlace={place}
        />
      </Drawing>
      <div className="flex flex-wrap items-center gap-1.5">
        <LeadPick name="Red" at={red} points={points} onPick={(id) => (id === black ? place(id) : setRed(id))} />
        <LeadPick name="Black" at={black} points={points} onPick={(id) => (id === red ? place(id) : setBlack(id))} />
        <Flips set={set} onSet={setSet} />
      </div>
      <Predicted rows={rows} set={set} />
      <Fires engine={engine} set={set} />
    </div>
  );
}

/** On which point one lead of the meter is. */
function LeadPick({
  name,
  at,
  points,
  onPick,
}: {
  name: string;
  at: string;
  points: ReturnType<typeof pointsOf>;
  onPick: (id: string) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-[0.9rem] font-semibold">
      {name}
      <select
        aria-label={`${name} lead on`}
        value={at}
        onChange={(e) => onPick(e.target.value)}
        className="min-h-tap border-2 border-line bg-sheet px-1"
      >
        {points.map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </select>
    </label>
  );
}

const FLIPS = [
  { name: 'coils', words: { unplugged: 'Coils unplugged', plugged: 'Coils plugged in' } },
  { name: 'connector', words: { parted: 'Connector parted', joined: 'Connector joined' } },
  { name: 'key', words: { run: 'Key at run', stop: 'Key at stop' } },
  { name: 'range', words: { diode: 'Diode range', ohm: 'Ohm range' } },
] as const;

/** How it stands: each key says how, and flips it. */
function Flips({ set, onSet }: { set: Set; onSet: (set: Set) => void }) {
  return FLIPS.map(({ name, words }) => {
    const all = Object.entries(words);
    const [other] = all.find(([value]) => value !== set[name])!;
    return (
      <button
        key={name}
        type="button"
        data-set={name}
        onClick={() => onSet({ ...set, [name]: other })}
        className="min-h-tap border-2 border-line bg-sheet px-3 text-[0.9rem] font-semibold"
      >
        {all.find(([value]) => value === set[name])![1]} <span aria-hidden="true">⇄</span>
      </button>
    );
  });
}

const STATE_SAYS: Readonly<Record<HarnessState['kind'], string>> = {
  well: 'If all is well',
  'diode-shorted': 'Diode shorted',
  'diode-open': 'Diode open',
  'leg-chafed': 'Leg chafed to ground',
  'common-chafed': 'Common wire chafed',
  'key-stays-closed': 'Key side stays grounded',
  'key-stays-open': 'Key side never grounds',
};
const stateText = (state: HarnessState) => `${STATE_SAYS[state.kind]}${'leg' in state ? `, leg ${state.leg}` : ''}`;

const meterText = (meter: Meter, range: Set['range']) =>
  meter === 'OL'
    ? 'OL'
    : range === 'diode'
      ? `${meter.toFixed(2)} V`
      : `${meter < 10 ? meter.toFixed(1) : Math.round(meter)} Ω`;

/** Both polarities where the engine's is not known. */
const metersText = (meters: readonly Meter[], range: Set['range']) =>
  [...new globalThis.Set(meters.map((m) => meterText(m, range)))].join(' or ');

function Predicted({ rows, set }: { rows: readonly HarnessRow[]; set: Set }) {
  const shown = rows.filter((row) => row.state.kind === 'well' || !row.asWell);
  const hidden = rows.filter((row) => !shown.includes(row));
  return (
    <>
      <table className="w-full max-w-[40rem] border-collapse text-[0.95rem]" aria-label="What the meter should show">
        <tbody>
          {shown.map((row) => (
            <tr key={stateText(row.state)} data-state={stateText(row.state)} className="border-b border-line">
              <th scope="row" className="py-0.5 pr-2 text-left font-semibold">
                {stateText(row.state)}
              </th>
              <td className="py-0.5 text-right text-[1.1rem] font-extrabold tabular-nums">
                {metersText(row.meter, set.range)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {hidden.length > 0 && (
        <p className="text-[0.9rem] text-soft">
          Not seen here: {hidden.map((row) => stateText(row.state).toLowerCase()).join('; ')}.
        </p>
      )}
    </>
  );
}

/** Where a lead is opened, which cylinder fires: sound, and with the partner's diode shorted. */
function Fires({ engine, set }: { engine: StationProps['head']['engine']; set: Set }) {
  const [opened, setOpened] = useState<string>('0');
  const [state, setState] = useState<HarnessState>({ kind: 'well' });
  const sparks = harnessSparks(engine, state, set, Number(opened) || null);
  const suspects: readonly HarnessState[] = [
    { kind: 'well' },
    { kind: 'diode-shorted', leg: 1 },
    { kind: 'leg-chafed', leg: 1 },
    { kind: 'common-chafed' },
  ];
  return (
    <details>
      <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
        Running: which cylinder fires
      </summary>
      <div className="flex flex-wrap gap-x-4 gap-y-1.5">
        <Choice
          small
          label="Kill lead off"
          options={['0', ...sparks.map((_, i) => String(i + 1))].map((v) => ({
            value: v,
            label: v === '0' ? 'No lead off' : `Lead off, coil ${v}`,
          }))}
          value={opened}
          onChange={(v) => v && setOpened(v)}
        />
        <Choice
          small
          label="With"
          options={suspects.map((s) => ({ value: stateText(s), label: stateText(s) }))}
          value={stateText(state)}
          onChange={(v) => setState(suspects.find((s) => stateText(s) === v) ?? state)}
        />
      </div>
      <p className="mt-1 text-[1.1rem] font-bold" data-testid="fires">
        {sparks.map((spark, i) => `Cylinder ${i + 1}: ${spark === 'none' ? 'no spark' : spark}`).join(' · ')}
      </p>
    </details>
  );
}

/** Coils with their primaries, a diode each, the common wire, the connector and the key. */
function Circuit({
  legs,
  set,
  polarity,
  red,
  black,
  onPlace,
}: {
  legs: number;
  set: Set;
  polarity: string;
  red: string;
  black: string;
  onPlace: (id: string) => void;
}) {
  const y = (i: number) => 44 + 100 * (i / Math.max(1, legs - 1));
  const places: Record<string, readonly [number, number]> = {
    ...Object.fromEntries(Array.from({ length: legs }, (_, i) => [`leg-${i + 1}`, [196, y(i)] as const])),
    common: [344, 94],
    ground: [560, 182],
  };
  return (
    <g>
      {Array.from({ length: legs }, (_, i) => (
        <CoilLeg key={i} leg={i + 1} y={y(i)} plugged={set.coils === 'plugged'} polarity={polarity} />
      ))}
      <path
        d={set.connector === 'joined' ? 'M344,94 H470' : 'M344,94 H384 M420,94 H470'}
        stroke="var(--ink)"
        strokeWidth={4}
      />
      <rect x={386} y={80} width={13} height={28} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
      <rect x={403} y={80} width={13} height={28} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
      <Words x={401} y={128} at="middle" soft size={14.5}>
        connector
      </Words>
      <path d={set.key === 'stop' ? 'M470,94 H520' : 'M470,94 L514,72'} stroke="var(--ink)" strokeWidth={4} />
      <path
        d="M520,94 H560 V176 M544,182 H576 M550,190 H570 M556,198 H564"
        fill="none"
        stroke="var(--ink)"
        strokeWidth={4}
      />
      <Words x={498} y={128} at="middle" soft size={14.5}>
        key
      </Words>
      <Points places={places} red={red} black={black} onPlace={onPlace} />
    </g>
  );
}

/** One coil with its primary, its plug and its diode, up to the common wire. */
function CoilLeg({ leg, y, plugged, polarity }: { leg: number; y: number; plugged: boolean; polarity: string }) {
  return (
    <g data-leg={leg}>
      <rect x={20} y={y - 22} width={78} height={44} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <path
        d={`M34,${y - 12} h50 M34,${y - 4} h50 M34,${y + 4} h50 M34,${y + 12} h50`}
        stroke="var(--ridge)"
        strokeWidth={3}
      />
      <Words x={59} y={y + 40} at="middle" bold size={14.5}>
        {`Coil ${leg}`}
      </Words>
      {plugged ? (
        <line x1={98} x2={180} y1={y} y2={y} stroke="var(--ink)" strokeWidth={4} />
      ) : (
        <path
          d={`M98,${y} H118 M150,${y} H180 M122,${y - 8} l12,16 M146,${y - 8} l-12,16`}
          stroke="var(--ink)"
          strokeWidth={3}
        />
      )}
      <line x1={196} x2={244} y1={y} y2={y} stroke="var(--ink)" strokeWidth={4} />
      <Diode x={258} y={y} polarity={polarity} />
      <path d={`M274,${y} H300 L344,94`} fill="none" stroke="var(--ink)" strokeWidth={4} />
    </g>
  );
}

/** Where a lead of the meter can be held. */
function Points({
  places,
  red,
  black,
  onPlace,
}: {
  places: Readonly<Record<string, readonly [number, number]>>;
  red: string;
  black: string;
  onPlace: (id: string) => void;
}) {
  return (
    <>
      {Object.entries(places).map(([id, [x, py]]) => (
        <TapPlace
          key={id}
          data-point={id}
          data-lead={id === red ? 'red' : id === black ? 'black' : ''}
          onTap={() => onPlace(id)}
        >
          <circle cx={x} cy={py} r={26} fill="transparent" />
          <polygon
            points="-11,0 -5.5,-9.5 5.5,-9.5 11,0 5.5,9.5 -5.5,9.5"
            transform={`translate(${x} ${py})`}
            fill={id === red ? 'var(--rust)' : id === black ? 'var(--ink)' : 'var(--sheet)'}
            stroke="var(--ink)"
            strokeWidth={2.5}
          />
          {(id === red || id === black) && (
            <Words x={x} y={id === 'common' ? py + 30 : py - 18} at="middle" bold size={14.5}>
              {id === red ? 'red' : 'black'}
            </Words>
          )}
        </TapPlace>
      ))}
    </>
  );
}

/** Its point shows the way it lets pass; not known, it has none. */
function Diode({ x, y, polarity }: { x: number; y: number; polarity: string }) {
  const d = polarity === 'from-common' ? 1 : -1;
  if (polarity === 'unknown')
    return (
      <g>
        <rect x={x - 14} y={y - 13} width={30} height={26} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
        <Words x={x} y={y + 6} at="middle" bold size={16}>
          ?
        </Words>
      </g>
    );
  return (
    <g data-diode={polarity}>
      <path d={`M${x + 14 * d},${y - 13} V${y + 13} L${x - 12 * d},${y} Z`} fill="var(--ink)" />
      <line x1={x - 12 * d} x2={x - 12 * d} y1={y - 13} y2={y + 13} stroke="var(--ink)" strokeWidth={4} />
    </g>
  );
}

function saidOf(rows: readonly HarnessRow[], set: Set, red: string, black: string): string {
  const said = rows.map((row) => `${stateText(row.state)}: ${metersText(row.meter, set.range)}`);
  return `Kill harness, red on ${red}, black on ${black}, coils ${set.coils}, connector ${set.connector}, key at ${set.key}. ${said.join('. ')}.`;
}
