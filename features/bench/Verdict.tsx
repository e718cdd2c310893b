import type { Assessment, CheckDefinition } from '@/core/index.ts';
import { outcomeLabel } from '@/core/index.ts';

export interface VerdictProps {
  readonly check: CheckDefinition;
  readonly assessed: Assessment;
  /** The cylinder, where two verdicts stand together. */
  readonly side: number | null;
}

export const isSound = (assessed: Assessment) => assessed.outcome !== null && (assessed.severity ?? 0) <= 0.05;

/** What a reading says, in one line: a sign and a word. */
export function VerdictHead({ check, assessed, side }: VerdictProps) {
  const sound = isSound(assessed);
  const sign = assessed.outcome === null ? '?' : assessed.tooCloseToCall ? '≈' : sound ? '✓' : '✗';
  const colour = assessed.outcome === null ? 'var(--ink)' : sound ? 'var(--sound)' : 'var(--rust)';
  return (
    <output className="block text-[1.3rem] leading-tight font-extrabold" data-testid="verdict">
      <span aria-hidden="true" className="mr-2" style={{ color: colour }}>
        {sign}
      </span>
      {side !== null && <span className="mr-2 text-soft">{side}:</span>}
      {assessed.outcome === null ? 'Cannot tell' : outcomeLabel(check, assessed.outcome)}
      {assessed.tooCloseToCall && <span className="ml-2 text-base font-semibold">too close to call</span>}
    </output>
  );
}
