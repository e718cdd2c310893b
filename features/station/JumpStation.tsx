import { JUMP_ORDER } from '@/core/station/index.ts';
import { Drawing, Words } from './parts.tsx';
import type { StationProps } from './stationProps.ts';

/** Where each end goes, on the drawing. */
const AT = {
  1: [156, 84],
  2: [392, 84],
  3: [466, 84],
  4: [286, 226],
} as const;

/** The jump leads: which end goes where, in which order. */
export function JumpStation({ sides }: StationProps) {
  const outcome = sides[0]!.entry.outcome;
  return (
    <Drawing says={says(outcome)} width={580} height={290}>
      <Battery x={56} name="flat one, in the machine" signs={['−', '+']} />
      <Battery x={366} name="good one" signs={['+', '−']} />
      <path d="M82,146 V214" stroke="var(--ink)" strokeWidth={6} strokeDasharray="16 4" />
      <rect x={40} y={214} width={290} height={44} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      <Words x={60} y={242} bold>
        engine, bare metal
      </Words>
      <path d="M156,78 C156,6 392,6 392,78" fill="none" stroke="var(--rust)" strokeWidth={6} />
      <path
        d="M466,90 C520,200 440,236 296,226"
        fill="none"
        stroke="var(--ink)"
        strokeWidth={6}
        strokeDasharray="16 4"
      />
      {JUMP_ORDER.map(({ step }) => {
        const [x, y] = AT[step];
        return (
          <g key={step} data-jump={step} transform={`translate(${x} ${y})`}>
            <polygon points="-20,0 -10,-17 10,-17 20,0 10,17 -10,17" fill="var(--ink)" />
            <text textAnchor="middle" y={7} fontSize={19} fontWeight={800} fill="var(--sheet)">
              {step}
            </text>
          </g>
        );
      })}
      <Words x={0} y={286} bold>
        {outcome === 'cures'
          ? 'Cures it: the battery, or how it is charged. Off again 4, 3, 2, 1'
          : outcome === 'same'
            ? 'Changes nothing: not the battery. Off again 4, 3, 2, 1'
            : 'On 1, 2, 3, 4; off again 4, 3, 2, 1'}
      </Words>
    </Drawing>
  );
}

function Battery({ x, name, signs }: { x: number; name: string; signs: readonly [string, string] }) {
  return (
    <g>
      <rect x={x} y={84} width={126} height={62} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
      {signs.map((sign, i) => (
        <Words key={sign} x={x + 26 + 74 * i} y={132} at="middle" bold size={20}>
          {sign}
        </Words>
      ))}
      <Words x={x + 40} y={166} soft size={14.5}>
        {name}
      </Words>
    </g>
  );
}

const says = (outcome: string | null) =>
  `Jump leads. ${JUMP_ORDER.map(({ step, says: said }) => `${step}: ${said}`).join('; ')}. Off again the other way round.${outcome === 'cures' ? ' It cured it.' : outcome === 'same' ? ' It changed nothing.' : ''}`;
