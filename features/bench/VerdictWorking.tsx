import { clearsOf } from '@/core/checks/clears.ts';
import { placeLabel, quantityLine, REMARK_WORDS, shownUnit } from '@/core/index.ts';
import { isSound, type VerdictProps } from './Verdict.tsx';

/** What is to be minded about it, then how it came to that: the figures worked out, the limits with where they came from, what it does not clear. */
export function VerdictWorking({ check, assessed, side }: VerdictProps) {
  const sound = isSound(assessed);
  const clears = clearsOf(check.id);
  const mayOnlyMean = assessed.outcome !== null && !sound ? clears.mayOnlyMean : [];
  const cannotClear = sound ? clears.cannotClear : [];
  const points = assessed.outcome !== null && !sound ? assessed.points : [];
  const quantities = Object.entries(assessed.quantities);
  const plain = assessed.remarks.map((remark) => REMARK_WORDS[remark] ?? remark);
  if (
    quantities.length + plain.length + assessed.missing.length + assessed.limits.length === 0 &&
    mayOnlyMean.length + cannotClear.length + points.length === 0
  )
    return null;
  return (
    <div
      className="border-l-8 bg-well px-3 py-1.5 text-[0.92rem] leading-snug"
      style={{ borderColor: assessed.outcome === null ? 'var(--line)' : sound ? 'var(--sound)' : 'var(--rust)' }}
      data-testid="working"
    >
      {side !== null && <p className="font-extrabold">Cylinder {side}</p>}
      {plain.map((line) => (
        <p key={line} className="font-bold">
          {line}
        </p>
      ))}
      {quantities.length > 0 && (
        <p className="font-semibold">
          {quantities.map(([name, quantity]) => quantityLine(name, quantity)).join(' · ')}
        </p>
      )}
      {points.length > 0 && <p className="font-bold">Points at: {points.map(placeLabel).join(', ')}.</p>}
      {assessed.missing.map(({ name, reason }) => (
        <p key={name}>{reason}</p>
      ))}
      {assessed.limits.map((limit) => (
        <p key={`${limit.name}${limit.value}`} className="text-soft">
          {limit.name} {Number(limit.value.toPrecision(4))} {shownUnit(limit.unit)} ({limit.source})
        </p>
      ))}
      {mayOnlyMean.length > 0 && <p>May only mean: {mayOnlyMean.join('; ')}.</p>}
      {cannotClear.length > 0 && <p>Does not clear: {cannotClear.join('; ')}.</p>}
    </div>
  );
}
