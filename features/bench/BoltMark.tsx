import type { BoltMark as Mark } from '@/core/index.ts';

export const MARK_WORDS: Record<Mark, string> = {
  hollow: 'not looked at',
  half: 'looked at, partly cleared',
  filled: 'cleared',
  cracked: 'suspected',
  striped: 'proven',
};

const HEX = '-1,0 -0.5,-0.866 0.5,-0.866 1,0 0.5,0.866 -0.5,0.866';

/** A bolt head seen from above; its meaning is in its shape, colour only repeats it. */
export function BoltMark({ mark, x, y, r }: { mark: Mark; x: number; y: number; r: number }) {
  return (
    <g transform={`translate(${x} ${y}) scale(${r})`} data-mark={mark}>
      <polygon points={HEX} fill={mark === 'filled' || mark === 'striped' ? 'var(--ink)' : 'var(--sheet)'} />
      {mark === 'half' && <polygon points="-1,0 -0.5,0.866 0.5,0.866 1,0" fill="var(--ink)" />}
      <polygon
        points={HEX}
        fill="none"
        stroke={mark === 'cracked' ? 'var(--rust)' : 'var(--ink)'}
        strokeWidth={mark === 'cracked' ? 0.26 : 0.18}
      />
      {mark === 'cracked' && (
        <path d="M-0.2,-0.866 L0.12,-0.25 L-0.22,0.1 L0.2,0.866" fill="none" stroke="var(--rust)" strokeWidth="0.24" />
      )}
      {mark === 'striped' && (
        <>
          {/* The stripe parts the bolt, so that it shows without its colour too. */}
          <line x1="-1.25" y1="0.75" x2="1.25" y2="-0.75" stroke="var(--sheet)" strokeWidth="0.98" />
          <line x1="-1.25" y1="0.75" x2="1.25" y2="-0.75" stroke="var(--paint)" strokeWidth="0.5" />
        </>
      )}
    </g>
  );
}

/** The same mark as a small picture in a line of text. */
export function BoltGlyph({ mark, size = 22 }: { mark: Mark; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="-1.35 -1.35 2.7 2.7"
      role="img"
      aria-label={MARK_WORDS[mark]}
      className="inline-block shrink-0"
    >
      <BoltMark mark={mark} x={0} y={0} r={1} />
    </svg>
  );
}
