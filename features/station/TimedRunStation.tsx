import { fromSi } from '@/core/index.ts';
import { type TimedRun, timedRun } from '@/core/station/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Drawing, Words } from './parts.tsx';
import { figureOf, type StationProps } from './stationProps.ts';

/** Where the line of the run lies, and how tall the way of the temperatures stands over it. */
const [LINE_Y, HEAT_Y, HEAT_TALL] = [190, 130, 96];

/** A run against the clock: when it stumbled and died, and how warm the head was on the way. */
export function TimedRunStation({ check, head, habit, sides }: StationProps) {
  const [own] = sides as [StationProps['sides'][number]];
  const told = head.history.failsAfterMin ?? null;
  const seen = {
    diedS: figureOf(own, 'minutes'),
    stumbledS: figureOf(own, 'stumbled'),
    toldS: told === null ? null : 60 * told,
    headAt5: figureOf(own, 'headAt5'),
    headAt10: figureOf(own, 'headAt10'),
    headAt15: figureOf(own, 'headAt15'),
    headAtEnd: figureOf(own, 'headAtEnd'),
  };
  const run = timedRun(seen, check.lastsMin ?? 20);
  const { diedS, stumbledS, toldS } = seen;
  const x = (seconds: number) => 10 + (540 * seconds) / run.fullS;
  return (
    <div className="space-y-2">
      <Drawing says={saidOf(run, seen, habit)} width={560} height={238}>
        <HeadOnTheWay run={run} x={x} habit={habit} />
        <line x1={10} x2={550} y1={LINE_Y} y2={LINE_Y} stroke="var(--ink)" strokeWidth={4} />
        {diedS !== null && (
          <line x1={10} x2={x(diedS)} y1={LINE_Y} y2={LINE_Y} stroke="var(--ridge)" strokeWidth={14} data-ran={diedS} />
        )}
        {toldS !== null && <At x={x(toldS)} text="as told" y={LINE_Y + 40} dash />}
        {stumbledS !== null && <At x={x(stumbledS)} text={`stumbled ${minutes(stumbledS)}`} y={LINE_Y - 28} />}
        {diedS !== null && <At x={x(diedS)} text={minutes(diedS)} y={LINE_Y + 40} />}
      </Drawing>
      {run.doesNotFit && <p className="font-bold text-rust">Does not fit: noted after it had ended.</p>}
      <p className="text-[0.95rem]">
        Prepared before it fails: tester clipped on, a jar under the drain. Flow only once the exhaust is cold.
      </p>
    </div>
  );
}

const minutes = (seconds: number) => `${(seconds / 60).toFixed(seconds < 600 ? 1 : 0)} min`;

const shown = (c: number, habit: Habit) =>
  `${Math.round(fromSi(c, 'temperature', habit === 'metric' ? 'degC' : 'degF').value)} ${habit === 'metric' ? '°C' : '°F'}`;

/** The head over the time it ran; an empty frame says what belongs there. */
function HeadOnTheWay({ run, x, habit }: { run: TimedRun; x: (s: number) => number; habit: Habit }) {
  const { head, between } = run;
  const y = (c: number) =>
    between === null ? HEAT_Y : HEAT_Y - (HEAT_TALL * (c - between.fromC)) / (between.toC - between.fromC);
  return (
    <g>
      <line x1={10} x2={550} y1={HEAT_Y} y2={HEAT_Y} stroke="var(--line)" strokeWidth={2} />
      {[5, 10, 15].map((min) => (
        <g key={min}>
          <line x1={x(60 * min)} x2={x(60 * min)} y1={HEAT_Y} y2={HEAT_Y - HEAT_TALL} stroke="var(--line)" />
          {head.every(({ atS }) => atS !== 60 * min) && (
            <Words x={x(60 * min)} y={HEAT_Y - 38} at="middle" soft size={14.5}>
              {`${min} min ?`}
            </Words>
          )}
        </g>
      ))}
      <Words x={10} y={16} bold>
        Head on the way
      </Words>
      <polyline
        points={head.map(({ atS, c }) => `${x(atS)},${y(c)}`).join(' ')}
        fill="none"
        stroke="var(--rust)"
        strokeWidth={4}
      />
      {head.map(({ atS, c }) => (
        <g key={atS} data-head={`${atS} ${c.toFixed(0)}`}>
          <circle cx={x(atS)} cy={y(c)} r={8} fill="var(--rust)" stroke="var(--sheet)" strokeWidth={2} />
          <Words x={Math.min(530, x(atS))} y={y(c) - 13} at="middle" bold size={15}>
            {shown(c, habit)}
          </Words>
        </g>
      ))}
    </g>
  );
}

function saidOf(
  run: TimedRun,
  { diedS, stumbledS, toldS }: Record<'diedS' | 'stumbledS' | 'toldS', number | null>,
  habit: Habit,
): string {
  const way = run.head.map(({ atS, c }) => `${shown(c, habit)} at ${minutes(atS)}`);
  return [
    `Timed run: ${stumbledS === null ? 'no stumble noted' : `first stumble at ${minutes(stumbledS)}`}`,
    diedS === null ? 'not ended' : `ended at ${minutes(diedS)}`,
    ...(toldS === null ? [] : [`the customer says after ${minutes(toldS)}`]),
    way.length === 0 ? 'head not read on the way' : `head ${way.join(', ')}`,
    ...(run.doesNotFit ? ['does not fit: noted after it had ended'] : []),
  ].join('; ');
}

function At({ x, y, text, dash = false }: { x: number; y: number; text: string; dash?: boolean }) {
  return (
    <g>
      <line
        x1={x}
        x2={x}
        y1={LINE_Y - 20}
        y2={LINE_Y + 20}
        stroke={dash ? 'var(--ink)' : 'var(--rust)'}
        strokeWidth={4}
        {...(dash ? { strokeDasharray: '5 4' } : {})}
      />
      <Words x={Math.min(500, Math.max(50, x))} y={y} at="middle" bold size={14.5}>
        {text}
      </Words>
    </g>
  );
}
