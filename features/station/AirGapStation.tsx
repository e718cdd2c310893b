import { fromSi, windowBy } from '@/core/index.ts';
import { type ValveLadder, valveLadder } from '@/core/station/index.ts';
import { GapBar, LIES } from './GapBar.tsx';
import { Drawing, Hatch, Words } from './parts.tsx';
import { figureOf, type StationProps, shownOf } from './stationProps.ts';

const LEGS = ['gapA', 'gapB'] as const;

/** The coil's two legs over the magnet, and both gaps against their window. */
export function AirGapStation({ head, habit, sides }: StationProps) {
  const shown = shownOf(sides, null);
  const names = ['coilGapLowMm', 'coilGapHighMm'] as const;
  const rules = ['airGapLowMm', 'airGapHighMm'] as const;
  const { low, high } = windowBy(head.figures, head.rules, names, rules, 'mm');
  const of = (name: string) => {
    const m = figureOf(shown, name);
    return m === null ? null : 1000 * m;
  };
  const ladder = valveLadder(
    LEGS.map((leg) => ({ goesMm: of(leg), refusesMm: null, beforeMm: null, lowMm: low, highMm: high, turns: null })),
    null,
  );
  const gap = (mm: number) =>
    habit === 'metric' ? `${mm.toFixed(2)} mm` : `${fromSi(mm / 1000, 'length', 'in').value.toFixed(3)} in`;
  return (
    <Drawing says={saidOf(ladder, gap, low, high)} width={560} height={240}>
      <defs>
        <Hatch id="gap-window" colour="var(--sound)" />
      </defs>
      <Legs ladder={ladder} />
      <Words x={286} y={34} bold>
        Magnet under both legs.
      </Words>
      <Words x={286} y={58}>
        Gap to the magnet, not to the rim.
      </Words>
      {LEGS.map((leg, i) => (
        <Gap
          key={leg}
          name={i === 0 ? 'Leg A' : 'Leg B'}
          rung={ladder.valves[i]!}
          y={104 + 52 * i}
          value={of(leg) === null ? '' : gap(of(leg)!)}
        />
      ))}
      <Words x={286} y={222} soft size={14.5}>
        {`window ${gap(low)} to ${gap(high)}`}
      </Words>
    </Drawing>
  );
}

type Rung = ValveLadder['valves'][number];

/** The coil over the wheel; each gap is drawn wider than it is, both at one scale. */
function Legs({ ladder }: { ladder: ValveLadder }) {
  const tall = (rung: Rung) => 6 + 30 * Math.min(1.2, rung.goes ?? rung.low);
  return (
    <g>
      <path d="M20,232 A240,240 0 0 1 250,232" fill="none" stroke="var(--ink)" strokeWidth={4} />
      <path d="M84,206 Q135,196 186,206" fill="none" stroke="var(--rust)" strokeWidth={16} />
      <Words x={135} y={232} at="middle" bold size={14.5}>
        magnet
      </Words>
      <rect x={60} y={24} width={150} height={62} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <path d="M78,38 h114 M78,50 h114 M78,62 h114 M78,74 h114" stroke="var(--ridge)" strokeWidth={4} />
      {ladder.valves.map((rung, i) => (
        <rect
          key={i}
          x={i === 0 ? 84 : 154}
          y={86}
          width={32}
          height={106 - tall(rung)}
          fill="var(--well)"
          stroke="var(--ink)"
          strokeWidth={3}
          data-leg-gap={rung.goes?.toFixed(3) ?? ''}
        />
      ))}
    </g>
  );
}

function Gap({ name, rung, y, value }: { name: string; rung: Rung; y: number; value: string }) {
  return (
    <g data-gap={name} data-lies={rung.lies ?? ''}>
      <Words x={286} y={y + 20} bold>
        {name}
      </Words>
      <GapBar rung={rung} x={340} y={y} wide={150} hatch="gap-window" />
      <Words x={556} y={y + 20} at="end" bold>
        {value}
      </Words>
    </g>
  );
}

function saidOf(ladder: ValveLadder, gap: (mm: number) => string, low: number, high: number): string {
  const legs = ladder.valves.map((rung, i) =>
    rung.goes === null
      ? `leg ${'AB'[i]} not measured`
      : `leg ${'AB'[i]} ${gap(rung.goes * ladder.fullMm)}, ${LIES[rung.lies!]}`,
  );
  return `Coil gap over the magnet, window ${gap(low)} to ${gap(high)}: ${legs.join(', ')}.`;
}
