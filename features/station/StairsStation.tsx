import { Suspense } from 'react';
import { type Stair, type StairLeg, type VoltageStairs, voltageStairs } from '@/core/station/index.ts';
import { RestCurve } from './charts.ts';
import { Drawing, Hatch, Words } from './parts.tsx';
import { fieldOf, figureOf, latestOf, type StationProps } from './stationProps.ts';

/** The check that reads each figure, and its box. */
const READ_BY = {
  positive: 'power.drop-positive',
  relay: 'power.drop-relay',
  ground: 'power.drop-ground',
  atPosts: 'power.crank-volts',
} as const;
const NAMES: Readonly<Record<StairLeg, string>> = {
  positive: 'Positive side',
  relay: 'Relay contacts',
  ground: 'Ground side',
};
const NEXT: Readonly<Record<StairLeg | 'at-posts', string>> = {
  'at-posts': 'Next: the battery posts while cranking',
  positive: 'Next: the positive cables, post to relay and relay to starter',
  relay: 'Next: across the two big studs of the relay',
  ground: 'Next: negative post to starter body',
};
const MISFIT: Readonly<Record<NonNullable<VoltageStairs['doesNotFit']>, string>> = {
  'sum-over-posts': 'The legs lose more than the posts have.',
  'starter-does-not-add-up': 'What the starter has does not add up with the legs.',
};

/** The starter circuit end to end: what each part loses while it cranks, and what is left for the starter. */
export function StairsStation(props: StationProps) {
  const { check, head } = props;
  if (check.id === 'power.rest-volts')
    return (
      <Suspense fallback={<div className="min-h-60" />}>
        <RestCurve volts={figureOf(props.sides[0]!, 'value')} rules={head.rules} />
      </Suspense>
    );
  const limitOf = (id: string, rule: number) =>
    check.id === id ? (props.sides[0]!.assessed?.limits[0]?.value ?? rule) : rule;
  const { dropCableVolts, dropRelayVolts, dropGroundVolts } = head.rules;
  const stairs = voltageStairs(
    { ...seenIn(props), atStarter: null },
    {
      positive: limitOf('power.drop-positive', dropCableVolts.value),
      relay: limitOf('power.drop-relay', dropRelayVolts.value),
      ground: limitOf('power.drop-ground', dropGroundVolts.value),
    },
  );
  const { atPosts } = seenIn(props);
  return (
    <Drawing says={saidOf(stairs, atPosts)} width={580} height={304}>
      <defs>
        <Hatch id="lost" colour="var(--rust)" />
      </defs>
      <CircuitLine probed={check.id} />
      <Steps stairs={stairs} atPosts={atPosts} />
      <Words x={0} y={302} bold>
        {stairs.doesNotFit
          ? `Does not fit. ${MISFIT[stairs.doesNotFit]}`
          : stairs.next
            ? NEXT[stairs.next]
            : left(stairs)}
      </Words>
    </Drawing>
  );
}

const left = ({ leftForStarter }: VoltageStairs) =>
  leftForStarter === null ? '' : `Left for the starter: ${leftForStarter.toFixed(2)} V`;

/** What is typed goes before what was read since the last repair. */
function seenIn(props: StationProps) {
  const { check, sides } = props;
  const of = (name: keyof typeof READ_BY) =>
    check.id === READ_BY[name] && figureOf(sides[0]!, 'value') !== null
      ? figureOf(sides[0]!, 'value')
      : fieldOf(latestOf(props, READ_BY[name])?.fields ?? null, 'value');
  return { positive: of('positive'), relay: of('relay'), ground: of('ground'), atPosts: of('atPosts') };
}

/** Battery, relay, starter and back; where the two leads of the meter belong for this check. */
function CircuitLine({ probed }: { probed: string }) {
  const leads: Readonly<Record<string, readonly [number, number, number, number]>> = {
    'power.drop-positive': [70, 26, 430, 26],
    'power.drop-relay': [214, 26, 292, 26],
    'power.drop-ground': [70, 92, 430, 92],
    'power.crank-volts': [70, 26, 70, 92],
  };
  const [x1, y1, x2, y2] = leads[probed] ?? [70, 26, 70, 92];
  return (
    <g data-probed={probed}>
      <rect x={14} y={26} width={56} height={66} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <Words x={42} y={52} at="middle" bold>
        +
      </Words>
      <Words x={42} y={84} at="middle" bold>
        −
      </Words>
      <path d="M70,36 H214 M292,36 H430" stroke="var(--ink)" strokeWidth={6} />
      <rect x={214} y={20} width={78} height={32} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <Words x={253} y={41} at="middle" size={14.5}>
        relay
      </Words>
      <circle cx={464} cy={59} r={38} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <Words x={464} y={64} at="middle" bold>
        starter
      </Words>
      <path d="M70,84 H430" stroke="var(--ink)" strokeWidth={6} strokeDasharray="16 4" />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y], i) => (
        <g key={i}>
          <polygon
            points="-11,0 -5.5,-9.5 5.5,-9.5 11,0 5.5,9.5 -5.5,9.5"
            transform={`translate(${x} ${y! + (y! < 60 ? 10 : -8)})`}
            fill={i === 0 ? 'var(--rust)' : 'var(--ink)'}
            stroke="var(--sheet)"
            strokeWidth={2}
          />
        </g>
      ))}
    </g>
  );
}

const BASE = 258;
const FULL = 128;
const PX_PER_VOLT = FULL / 13;
const filled = (volts: number) => Math.min(FULL, PX_PER_VOLT * volts);
/** Losses are small beside the battery: drawn this much taller, and said so. */
const TALLER = 5;

function Steps({ stairs, atPosts }: { stairs: VoltageStairs; atPosts: number | null }) {
  return (
    <g>
      <rect x={14} y={BASE - FULL} width={70} height={FULL} fill="none" stroke="var(--line)" />
      {atPosts !== null && (
        <rect x={14} y={BASE - filled(atPosts)} width={70} height={filled(atPosts)} fill="var(--ridge)" />
      )}
      <Words x={49} y={BASE - FULL - 6} at="middle" bold>
        {atPosts === null ? '?' : `${atPosts.toFixed(1)} V`}
      </Words>
      <Words x={49} y={BASE + 16} at="middle" soft size={14.5}>
        posts
      </Words>
      {stairs.stairs.map((stair, i) => (
        <Step key={stair.leg} stair={stair} x={126 + 130 * i} />
      ))}
      <Words x={576} y={BASE - 92} at="end" soft size={14.5}>
        {`losses ×${TALLER}`}
      </Words>
      <Words x={510} y={BASE - 60} at="middle" bold size={22}>
        {stairs.leftForStarter === null ? '?' : `${stairs.leftForStarter.toFixed(1)} V`}
      </Words>
      <Words x={510} y={BASE - 40} at="middle" soft size={14.5}>
        for the starter
      </Words>
    </g>
  );
}

/** One leg: what it lost as a bar, hatched where it is over, its limit as a line across. */
function Step({ stair: { leg, volts, limit, over }, x }: { stair: Stair; x: number }) {
  const tall = (v: number) => Math.min(FULL, TALLER * PX_PER_VOLT * v);
  return (
    <g data-leg={leg} data-over={over}>
      <rect x={x} y={BASE - FULL} width={70} height={FULL} fill="none" stroke="var(--line)" />
      {volts !== null && (
        <rect
          x={x}
          y={BASE - tall(volts)}
          width={70}
          height={tall(volts)}
          fill={over ? 'url(#lost)' : 'var(--sound)'}
          stroke={over ? 'var(--rust)' : 'var(--sound)'}
          strokeWidth={2}
        />
      )}
      <line
        x1={x - 8}
        x2={x + 78}
        y1={BASE - tall(limit)}
        y2={BASE - tall(limit)}
        stroke="var(--ink)"
        strokeWidth={2.5}
        strokeDasharray="6 3"
      />
      <Words x={x + 35} y={BASE - FULL - 6} at="middle" bold>
        {volts === null ? '?' : `${volts.toFixed(2)} V`}
      </Words>
      <Words x={x + 35} y={BASE + 16} at="middle" soft size={14.5}>
        {NAMES[leg]}
      </Words>
    </g>
  );
}

function saidOf(stairs: VoltageStairs, atPosts: number | null): string {
  const legs = stairs.stairs.map(({ leg, volts, limit, over }) =>
    volts === null
      ? `${NAMES[leg]} not read`
      : `${NAMES[leg]} loses ${volts.toFixed(2)} volts, ${over ? 'over' : 'within'} ${limit.toFixed(2)}`,
  );
  const misfit = stairs.doesNotFit ? ` Does not fit: ${MISFIT[stairs.doesNotFit]}` : '';
  return `Starter circuit: ${atPosts === null ? 'posts not read' : `posts ${atPosts.toFixed(1)} volts`}; ${legs.join('; ')}. ${left(stairs)}${misfit} ${stairs.next ? NEXT[stairs.next] : ''}`;
}
