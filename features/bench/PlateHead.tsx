import { type CheckDefinition, STATE_WORDS, sideWord, TEMPERATURE_WORDS } from '@/core/index.ts';
import type { Entry } from './entry.ts';
import type { PlateCheck } from './plateCheck.ts';

/** What is to be checked, where, in which state, with what, and how long it takes. */
export function PlateHead({
  plate,
  check,
  state,
  twin,
}: {
  plate: PlateCheck;
  check: CheckDefinition;
  state: Entry;
  twin: boolean;
}) {
  const kind = plate.retest
    ? 'Re-test'
    : plate.replaces !== null
      ? `In place of line ${plate.replaces}`
      : plate.from
        ? plate.from.why.code === 'say-how'
          ? 'It did not come through that run'
          : 'Next check'
        : 'Your pick';
  const where = [
    STATE_WORDS[state.condition],
    state.temperature ? TEMPERATURE_WORDS[state.temperature] : '',
    check.needs.join(', '),
  ].filter((x) => x !== '');
  return (
    <div className="flex min-w-0 flex-[1_1_22rem] items-start justify-between gap-3">
      <div className="min-w-0">
        <p className="text-[0.9rem] leading-tight font-semibold text-soft">{kind}</p>
        <h2 className="text-[1.9rem] leading-none font-extrabold [font-stretch:90%]">
          {plate.from?.why.code === 'say-how' ? 'What did it do?' : check.title}
          {plate.pair && <span className="text-rust">, both cylinders</span>}
          {plate.cylinder !== null && twin && <span className="text-rust">, {sideWord(plate.cylinder)}</span>}
        </h2>
        <p className="mt-0.5 font-semibold">{where.join(' · ')}</p>
      </div>
      {plate.from && (
        <p className="shrink-0 text-right leading-none">
          <span className="text-[2rem] font-extrabold">{Math.round(plate.from.minutes * 2) / 2}</span>{' '}
          <span className="text-soft">min</span>
          {check.unattendedMinutes > 0 && (
            <span className="block text-[0.85rem] text-soft">and {check.unattendedMinutes / 60} h waiting</span>
          )}
        </p>
      )}
    </div>
  );
}

/** Which side it is made on, or both. */
export function SidePick({
  cylinders,
  plate,
  onSide,
}: {
  cylinders: number;
  plate: PlateCheck;
  onSide: (cylinder: number | null) => void;
}) {
  const sides = [...Array.from({ length: cylinders }, (_, i) => i + 1), null];
  return (
    // biome-ignore lint/a11y/useSemanticElements: a row of keys, not a group of form fields.
    <div role="group" aria-label="Which side" className="flex gap-1.5">
      {sides.map((c) => (
        <button
          key={c ?? 'both'}
          type="button"
          aria-pressed={plate.pair ? c === null : plate.cylinder === c}
          onClick={() => onSide(c)}
          className="min-h-tap min-w-tap border-2 border-line bg-sheet px-3.5 font-bold aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
        >
          {c === null ? 'Both' : `Cylinder ${c}`}
        </button>
      ))}
    </div>
  );
}
