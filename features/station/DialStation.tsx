import { fromSi } from '@/core/index.ts';
import { type Dial, type DialCheck, dialOf, loadTable, needleDeg } from '@/core/station/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { arcPath, Drawing, onCircle, Words } from './parts.tsx';
import { figureOf, type StationProps } from './stationProps.ts';

const [X, Y, R] = [150, 140, 112];
const SAYS = { bad: 'bad', doubtful: 'doubtful', good: 'good' } as const;
const LOOK = {
  bad: { stroke: 'var(--rust)', width: 16 },
  doubtful: { stroke: 'var(--line)', width: 10 },
  good: { stroke: 'var(--sound)', width: 16 },
} as const;

/** Tester, load and charging on one dial with the house's zones; beside the load its table. */
export function DialStation({ check, head, habit, sides }: StationProps) {
  const [own] = sides as [StationProps['sides'][number]];
  const batteryC = figureOf(own, 'temperature') ?? head.ambient.temperatureC ?? null;
  const dial = dialOf(check.id as DialCheck, head.rules, batteryC);
  const health = own.assessed?.quantities.healthPercent;
  const value = check.id === 'power.tester' ? (health?.value ?? null) : figureOf(own, 'value');
  const deg = (v: number) => needleDeg(v - dial.from, dial.to - dial.from);
  return (
    <Drawing says={saidOf(dial, value)} width={560} height={276}>
      <circle cx={X} cy={Y} r={R + 16} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
      {dial.zones.map((zone) => (
        <path
          key={zone.from}
          d={arcPath(X, Y, R, deg(zone.from), deg(zone.to))}
          fill="none"
          stroke={LOOK[zone.says].stroke}
          strokeWidth={LOOK[zone.says].width}
          data-zone={zone.says}
        />
      ))}
      {dial.zones.slice(1).map(({ from }) => {
        const [tx, ty] = onCircle(X, Y, R - 26, deg(from));
        return (
          <Words key={from} x={tx} y={ty + 5} at="middle" bold size={15}>
            {Number.isInteger(from) ? String(from) : from.toFixed(1)}
          </Words>
        );
      })}
      {value !== null && <Hand deg={deg(value)} />}
      <Words x={X} y={Y + 84} at="middle" bold size={26}>
        {value === null ? '?' : `${value.toFixed(dial.unit === 'V' ? 2 : 0)} ${dial.unit}`}
      </Words>
      {check.id === 'power.load' && <Table habit={habit} batteryC={batteryC} />}
      {check.id === 'power.tester' && (
        <Words x={310} y={40} bold>
          Of what it is rated
        </Words>
      )}
      {check.id === 'charge.volts' && (
        <Words x={310} y={40} bold>
          On a charged battery, after 3 min
        </Words>
      )}
    </Drawing>
  );
}

function Hand({ deg }: { deg: number }) {
  const [x, y] = onCircle(X, Y, R - 8, deg);
  return (
    <g data-hand={deg.toFixed(0)}>
      <line x1={X} y1={Y} x2={x} y2={y} stroke="var(--rust)" strokeWidth={6} />
      <polygon
        points="-11,0 -5.5,-9.5 5.5,-9.5 11,0 5.5,9.5 -5.5,9.5"
        transform={`translate(${X} ${Y})`}
        fill="var(--ink)"
      />
    </g>
  );
}

/** Least volts under load by how warm the battery is; the nearest line is this one. */
function Table({ habit, batteryC }: { habit: Habit; batteryC: number | null }) {
  const unit = habit === 'metric' ? 'degC' : 'degF';
  const shown = (c: number) =>
    `${Math.round(fromSi(c, 'temperature', unit).value)} ${habit === 'metric' ? '°C' : '°F'}`;
  const near = (c: number) => batteryC !== null && Math.abs(c - batteryC) <= 5;
  return (
    <g>
      <Words x={310} y={40} bold>
        Must hold, after 15 s
      </Words>
      {loadTable().map(([c, volts], i) => (
        <g key={c} data-load={volts.toFixed(1)}>
          <Words x={390} y={72 + 26 * i} at="end" bold={near(c)}>
            {shown(c)}
          </Words>
          <Words x={480} y={72 + 26 * i} at="end" bold={near(c)}>
            {`${volts.toFixed(1)} V`}
          </Words>
        </g>
      ))}
    </g>
  );
}

function saidOf(dial: Dial, value: number | null): string {
  const zones = dial.zones.map((z) => `${SAYS[z.says]} ${z.from.toFixed(1)} to ${z.to.toFixed(1)}`).join(', ');
  return `Dial in ${dial.unit === 'V' ? 'volts' : 'percent of rated'}: ${zones}. ${value === null ? 'Not read yet.' : `Read ${value.toFixed(2)}.`}`;
}
