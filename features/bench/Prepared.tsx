import { assessingContext, type CaseHead, type CheckDefinition, quantityLine } from '@/core/index.ts';

/** Where things have to stand before anything is measured. */
export function Prepared({ check, head }: { check: CheckDefinition; head: CaseHead }) {
  if (check.prepare === null) return null;
  const { quantities, missing } = check.prepare(assessingContext(head));
  const lines = Object.entries(quantities).map(([name, quantity]) => quantityLine(name, quantity));
  const atTop = quantities.lashAngleDeg?.value === 0;
  return (
    <p className="border-l-8 border-iron bg-well px-3 py-1 font-bold" data-testid="prepared">
      {atTop ? 'At the top of compression.' : [...lines, ...missing.map((m) => m.reason)].join(' · ')}
    </p>
  );
}
