import { useId, useState } from 'react';
import { cylindersOf, fromSi, windowBy } from '@/core/index.ts';
import { type LadderRung, type ValveLadder, valveLadder } from '@/core/station/index.ts';
import { turnsSaid } from '@/core/wording/quantities.ts';
import { CrankStandView } from './CrankStand.tsx';
import { GapBar, LIES } from './GapBar.tsx';
import { Drawing, Hatch, Views, Words } from './parts.tsx';
import { fieldOf, figureOf, type StationProps, type StationSide, shownOf } from './stationProps.ts';

const VALVES = ['intake', 'exhaust'] as const;
const WINDOWS = {
  intake: ['lashIntakeLowMm', 'lashIntakeHighMm'],
  exhaust: ['lashExhaustLowMm', 'lashExhaustHighMm'],
} as const;
const VIEWS = { crank: 'Where it stands', gaps: 'The gaps' } as const;

/** Where the crank has to stand, then the two gaps against their windows. */
export function LashStation(props: StationProps) {
  const { head, sides } = props;
  const shown = shownOf(sides, null);
  const taken = sides.some((s) => VALVES.some((v) => figureOf(s, v) !== null));
  const [asked, setAsked] = useState<keyof typeof VIEWS | null>(null);
  const view = asked ?? (taken ? 'gaps' : 'crank');
  return (
    <div className="space-y-1.5">
      <Views views={VIEWS} shown={view} onShow={setAsked} />
      {view === 'crank' ? (
        <CrankStandView head={head} wants="lash" cylinder={shown.side || cylindersOf(head.engine)[0]!} />
      ) : (
        sides.map((s) => <Ladder key={s.side} {...props} shown={s} small={sides.length > 1} />)
      )}
    </div>
  );
}

const toMm = (metres: number | null) => (metres === null ? null : 1000 * metres);

function Ladder({ head, habit, shown, small }: StationProps & { shown: StationSide; small: boolean }) {
  const hatch = useId();
  const windows = VALVES.map((v) => windowBy(head.figures, head.rules, WINDOWS[v], WINDOWS[v], 'mm'));
  const turns = VALVES.map(
    (v) => shown.assessed?.quantities[`adjusterTurns${v === 'intake' ? 'Intake' : 'Exhaust'}`]?.value ?? null,
  );
  const ladder = valveLadder(
    VALVES.map((v, i) => ({
      goesMm: toMm(figureOf(shown, v)),
      refusesMm: toMm(figureOf(shown, `${v}Refuses`)),
      beforeMm: toMm(fieldOf(shown.before, v)),
      lowMm: windows[i]!.low,
      highMm: windows[i]!.high,
      turns: turns[i]!,
    })),
    head.figures.releaseBumpMm ?? null,
  );
  const gap = (mm: number) =>
    habit === 'metric' ? `${mm.toFixed(2)} mm` : `${fromSi(mm / 1000, 'length', 'thou').value.toFixed(0)} thou`;
  return (
    <Drawing says={saidOf(ladder, windows, gap, turns, shown.side)} width={560} height={small ? 170 : 250}>
      <defs>
        <Hatch id={hatch} colour="var(--sound)" />
      </defs>
      {small && (
        <Words x={0} y={16} bold>
          Cylinder {shown.side}
        </Words>
      )}
      {ladder.valves.map((rung, i) => (
        <Rung
          key={VALVES[i]}
          rung={rung}
          hatch={hatch}
          y={small ? 28 + 70 * i : 24 + 88 * i}
          name={VALVES[i] === 'intake' ? 'Intake' : 'Exhaust'}
          window={`${gap(windows[i]!.low)} to ${gap(windows[i]!.high)}`}
          turns={turns[i]!}
        />
      ))}
      {ladder.release && !small && (
        <g data-release={ladder.release.leftMm.toFixed(3)}>
          <Words x={0} y={214} bold>
            Release left
          </Words>
          <rect x={110} y={200} width={330} height={18} fill="none" stroke="var(--ink)" strokeWidth={2} />
          <rect x={110} y={200} width={330 * ladder.release.share} height={18} fill="var(--ridge)" />
          <Words x={450} y={214}>
            {gap(ladder.release.leftMm)}
          </Words>
        </g>
      )}
    </Drawing>
  );
}

const SPAN = 330;
const LEFT = 110;

/** One valve: its window hatched, the blade that goes as a bar, what refuses as its whisker, what it was before as a broken line. */
function Rung({
  rung,
  hatch,
  y,
  name,
  window,
  turns,
}: {
  rung: LadderRung;
  hatch: string;
  y: number;
  name: string;
  window: string;
  turns: number | null;
}) {
  const at = (share: number) => LEFT + SPAN * Math.min(1, share);
  return (
    <g data-rung={name} data-lies={rung.lies ?? ''}>
      <Words x={0} y={y + 22} bold size={17}>
        {name}
      </Words>
      <GapBar rung={rung} x={LEFT} y={y} wide={SPAN} hatch={hatch} />
      {rung.refuses !== null && rung.goes !== null && rung.refuses > rung.goes && (
        <path
          d={`M${at(rung.goes)},${y + 16} H${at(rung.refuses)} M${at(rung.refuses)},${y + 6} V${y + 26}`}
          stroke="var(--ink)"
          strokeWidth={3}
          fill="none"
        />
      )}
      {rung.before !== null && (
        <line
          x1={at(rung.before)}
          x2={at(rung.before)}
          y1={y - 4}
          y2={y + 36}
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray="3 4"
        />
      )}
      <Words x={LEFT} y={y + 50} soft size={14.5}>
        {`window ${window}`}
      </Words>
      {rung.handDeg !== null && turns !== null && (
        <Adjuster x={486} y={y + 18} handDeg={rung.handDeg} words={turnsSaid(turns)} />
      )}
    </g>
  );
}

/** The adjuster's turn as the hand of a clock: from noon, clockwise in. */
function Adjuster({ x, y, handDeg, words }: { x: number; y: number; handDeg: number; words: string }) {
  const t = ((handDeg - 90) * Math.PI) / 180;
  return (
    <g data-hand={handDeg.toFixed(0)}>
      <circle cx={x} cy={y} r={24} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
      <line x1={x} y1={y} x2={x} y2={y - 20} stroke="var(--line)" strokeWidth={3} />
      <line x1={x} y1={y} x2={x + 20 * Math.cos(t)} y2={y + 20 * Math.sin(t)} stroke="var(--rust)" strokeWidth={4} />
      <Words x={556} y={y + 42} at="end" bold size={14.5}>
        {words.replace(/ \(.*/, '')}
      </Words>
    </g>
  );
}

function saidOf(
  ladder: ValveLadder,
  windows: readonly { readonly low: number; readonly high: number }[],
  gap: (mm: number) => string,
  turns: readonly (number | null)[],
  side: number,
): string {
  const valves = ladder.valves.map((rung, i) => {
    const [name, window] = [VALVES[i]!, `${gap(windows[i]!.low)} to ${gap(windows[i]!.high)}`];
    if (rung.goes === null) return `${name} not measured, window ${window}`;
    const turn = turns[i] == null ? '' : `, turn ${turnsSaid(turns[i]!)}`;
    return `${name} ${gap(rung.goes * ladder.fullMm)}, ${LIES[rung.lies!]}, window ${window}${turn}`;
  });
  const release = ladder.release ? ` Release left ${gap(ladder.release.leftMm)}.` : '';
  return `Valve gaps${side > 0 ? `, cylinder ${side}` : ''}: ${valves.join('; ')}.${release}`;
}
