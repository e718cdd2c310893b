import type { LadderRung } from '@/core/station/index.ts';

/** How a gap lies against its window, in words. */
export const LIES = { in: 'in its window', wide: 'wide', tight: 'tight', 'on-the-limit': 'on the limit' } as const;

/** A gap as a bar against its window, which is hatched by the pattern of that id. */
export function GapBar({
  rung,
  x,
  y,
  wide,
  hatch,
}: {
  readonly rung: Pick<LadderRung, 'low' | 'high' | 'goes' | 'lies'>;
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly hatch: string;
}) {
  const at = (share: number) => wide * Math.min(1, share);
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect width={wide} height={32} fill="var(--well)" stroke="var(--line)" />
      <rect
        x={at(rung.low)}
        width={at(rung.high) - at(rung.low)}
        height={32}
        fill={`url(#${hatch})`}
        stroke="var(--sound)"
        strokeWidth={2}
      />
      {rung.goes !== null && (
        <rect y={9} width={at(rung.goes)} height={14} fill={rung.lies === 'in' ? 'var(--sound)' : 'var(--rust)'} />
      )}
    </g>
  );
}
