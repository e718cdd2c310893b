import { flowShares } from '@/core/station/index.ts';
import { Drawing, Words } from './parts.tsx';
import { StopwatchInto } from './StopwatchInto.tsx';
import type { StationProps } from './stationProps.ts';

/** Fuel that came beside what the engine drinks, once and as often as it should come, with a watch of its own. */
export function FlowStation({ head, sides, onChange }: StationProps) {
  const [own] = sides as [StationProps['sides'][number]];
  const quantities = own.assessed?.quantities ?? {};
  const shares = flowShares(
    quantities.flowMlPerMin?.value ?? null,
    quantities.demandMlPerMin?.value ?? null,
    head.rules.flowTimesDemand.value,
  );
  const ml = (share: number) => `${Math.round(share * (shares?.fullMlPerMin ?? 0))} ml/min`;
  const says = shares
    ? `Fuel flow: ${shares.flow === null ? 'not read' : ml(shares.flow)}; the engine drinks ${ml(shares.once)}, should come ${ml(shares.enough)}.`
    : 'Fuel flow against demand: drawn once volume and time are read, and the sheet has bore, stroke and governed speed.';
  return (
    <div className="space-y-2">
      <StopwatchInto
        onStop={(seconds) => onChange(own.side, { ...own.entry, typed: { ...own.entry.typed, time: String(seconds) } })}
      />
      <Drawing says={says} width={560} height={130}>
        <rect x={10} y={20} width={540} height={44} fill="var(--well)" stroke="var(--ink)" strokeWidth={3} />
        {shares === null ? (
          <Words x={24} y={48} soft>
            Volume and time: then it stands beside what the engine drinks.
          </Words>
        ) : (
          <>
            {shares.flow !== null && (
              <rect
                x={10}
                y={24}
                width={540 * Math.min(1, shares.flow)}
                height={36}
                fill={shares.flow < shares.enough ? 'var(--rust)' : 'var(--sound)'}
                data-flow={shares.flow.toFixed(3)}
              />
            )}
            <Stroke x={10 + 540 * shares.once} text={`drinks ${ml(shares.once)}`} y={92} />
            <Stroke x={10 + 540 * shares.enough} text={`should come ${ml(shares.enough)}`} y={116} />
          </>
        )}
      </Drawing>
    </div>
  );
}

function Stroke({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g>
      <line x1={x} x2={x} y1={14} y2={y - 14} stroke="var(--ink)" strokeWidth={2.5} strokeDasharray="6 3" />
      <Words x={x} y={y} at="middle" bold size={14.5}>
        {text}
      </Words>
    </g>
  );
}
