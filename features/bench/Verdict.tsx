import type { Assessment, CheckDefinition } from '@/core/index.ts';
import { isWeighed, outcomeLabel, quantityLine, REMARK_WORDS, shownUnit } from '@/core/index.ts';

/** What a reading says, with the limit it was held against and where that came from. */
export function Verdict({ check, assessed }: { check: CheckDefinition; assessed: Assessment }) {
  const sound = assessed.outcome !== null && (assessed.severity ?? 0) <= 0.05;
  const sign = assessed.outcome === null ? '?' : assessed.tooCloseToCall ? '≈' : sound ? '✓' : '✗';
  return (
    <output
      className="block border-l-8 border-line bg-well px-3 py-2"
      style={{ borderColor: assessed.outcome === null ? 'var(--line)' : sound ? 'var(--sound)' : 'var(--rust)' }}
      data-testid="verdict"
    >
      <p className="text-[1.35rem] font-extrabold leading-tight">
        <span aria-hidden="true" className="mr-2">
          {sign}
        </span>
        {assessed.outcome === null ? 'Cannot tell' : outcomeLabel(check, assessed.outcome)}
        {assessed.tooCloseToCall && <span className="ml-2 text-base font-semibold">too close to call</span>}
      </p>
      <div className="text-[0.9rem] leading-snug text-soft">
        {Object.entries(assessed.quantities).map(([name, quantity]) => (
          <p key={name} className="font-semibold text-ink">
            {quantityLine(name, quantity)}
          </p>
        ))}
        {!isWeighed(check) && (
          <p className="font-semibold text-ink">
            Recorded, not weighed: what this check means is not in the catalogue yet.
          </p>
        )}
        {assessed.remarks.map((remark) => (
          <p key={remark} className="font-semibold text-ink">
            {REMARK_WORDS[remark] ?? remark}
          </p>
        ))}
        {assessed.missing.map(({ name, reason }) => (
          <p key={name}>{reason}</p>
        ))}
        {assessed.limits.map((limit) => (
          <p key={`${limit.name}${limit.value}`}>
            {limit.name} {limit.value} {shownUnit(limit.unit)} <span className="opacity-80">({limit.source})</span>
          </p>
        ))}
        {assessed.outcome !== null && !sound && check.mayOnlyMean.length > 0 && (
          <p className="mt-1">May only mean: {check.mayOnlyMean.join('; ')}.</p>
        )}
        {sound && check.cannotClear.length > 0 && (
          <p className="mt-1">Does not clear: {check.cannotClear.join('; ')}.</p>
        )}
      </div>
    </output>
  );
}
