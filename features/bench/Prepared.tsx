import { assessingContext, type CaseHead, type CheckDefinition, shownUnit } from '@/core/index.ts';

/** Where the crank has to stand, in few words: it is read with a hand on the wheel. */
const SAID: Readonly<Record<string, string>> = {
  lashAngleDeg: 'past the top',
  rimArcMm: 'of rim by tape',
  rimChordMm: 'by ruler',
  rimTeeth: '',
};

/** Where things have to stand before anything is measured. */
export function Prepared({ check, head }: { check: CheckDefinition; head: CaseHead }) {
  if (check.prepare === null) return null;
  const { quantities, missing } = check.prepare(assessingContext(head));
  const lines = Object.entries(quantities).map(([name, { value, unit }]) =>
    [`${value.toFixed(0)} ${shownUnit(unit)}`.replace(' °', '°'), SAID[name] ?? name].join(' ').trim(),
  );
  const atTop = quantities.lashAngleDeg?.value === 0;
  return (
    <p className="border-l-8 border-iron bg-well px-3 py-1 text-[1.1rem] font-bold" data-testid="prepared">
      {atTop ? 'At the top of compression' : [...lines, ...missing.map((m) => m.reason)].join(' · ')}
    </p>
  );
}
