'use client';
import { type FormEvent, useEffect, useMemo, useRef, useState } from 'react';
import {
  type AssessContext,
  type CaseHead,
  checkOf,
  DEFAULT_RULES,
  type NextCheck,
  type RawCheckEvent,
  type RunningState,
  readEvent,
  STATE_WORDS,
  type StandingReading,
  sideWord,
  TEMPERATURE_WORDS,
  type Temperature,
  whyLine,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { Cautions } from './Cautions.tsx';
import { EntryBoxes, StatePick } from './EntryBoxes.tsx';
import { blankEntry, boxesOf, draftEvent, type Entry } from './entry.ts';
import { useEntryId } from './useRecord.ts';
import { Verdict } from './Verdict.tsx';

/** A check on the plate: from the plan, from the search, as a re-test or in place of a struck line. */
export interface PlateCheck {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  readonly from: NextCheck | null;
  readonly retest: boolean;
  /** The printed line it replaces. */
  readonly replaces: number | null;
  readonly beforeText: string | null;
}

interface Props {
  readonly plate: PlateCheck;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
  readonly canRecord: boolean;
  readonly onTouched: () => void;
  readonly onCylinder: (cylinder: number) => void;
  readonly onRecord: (event: RawCheckEvent, id: string) => void;
  readonly onLeave: (() => void) | null;
  readonly autoFocus: boolean;
}

/** The next check: what, in which state, why, the hazard, and the entry right there. */
export function Plate({
  plate,
  head,
  habit,
  readings,
  epoch,
  canRecord,
  onTouched,
  onCylinder,
  onRecord,
  onLeave,
  autoFocus,
}: Props) {
  const check = checkOf(plate.check);
  const [entry, setEntry] = useState<Entry>(() => blankEntry(plate.condition, plate.temperature));
  const id = useEntryId();
  const [insisted, setInsisted] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const drafted = useMemo(
    () => draftEvent(check, plate.cylinder, head.engine, habit, entry),
    [check, plate.cylinder, head.engine, habit, entry],
  );
  const assessed = useMemo(() => {
    if (drafted.state !== 'sound') return null;
    const read = readEvent(drafted.event, '$', head.engine);
    if (!read.ok || read.value.kind !== 'reading') return null;
    const twin = readings.findLast(
      (r) => r.epoch === epoch && r.reading.check === check.id && r.reading.cylinder !== plate.cylinder,
    )?.reading;
    const context: AssessContext = {
      engine: head.engine,
      figures: head.figures,
      rules: DEFAULT_RULES,
      ...(twin ? { twin } : {}),
    };
    return check.assess(read.value.reading, context);
  }, [drafted, head, readings, epoch, check, plate.cylinder]);

  useEffect(() => {
    if (autoFocus)
      form.current
        ?.querySelector<HTMLElement>('input[type=text], [role=radio], button[aria-pressed]')
        ?.focus({ preventScroll: true });
  }, [autoFocus]);

  const change = (next: Entry) => {
    onTouched();
    setEntry(next);
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (drafted.state === 'sound' && canRecord) onRecord(drafted.event, id);
    else {
      setInsisted(true);
      focusNextEmpty(form.current);
    }
  };
  // Digits pick an outcome from wherever the focus is, unless something is typed; Enter records from an outcome, too.
  const byKey = useRef<(e: KeyboardEvent) => void>(() => {});
  byKey.current = (e) => {
    const target = e.target as HTMLElement;
    if (e.ctrlKey || e.metaKey || e.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
    if (e.key === 'Enter' && target.role === 'radio' && form.current?.contains(target)) {
      e.preventDefault();
      form.current.requestSubmit();
      return;
    }
    const outcome = check.outcomes[Number(e.key) - 1];
    if (!outcome) return;
    e.preventDefault();
    change({ ...entry, outcome: outcome.id });
    form.current?.querySelectorAll<HTMLElement>('[aria-label=Outcome] [role=radio]')[Number(e.key) - 1]?.focus();
  };
  useEffect(() => {
    const press = (e: KeyboardEvent) => byKey.current(e);
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  const issues = drafted.state === 'refused' && (insisted || !drafted.waiting) ? drafted.issues : {};
  const nothing = drafted.state === 'empty' && insisted;
  const needs = check.needs.join(', ');
  const bilateral = check.scope === 'cylinder' && head.engine.cylinders > 1;
  return (
    <form
      ref={form}
      onSubmit={submit}
      aria-label="Next check"
      noValidate
      className="border-t-8 border-iron bg-sheet px-4 pt-3 pb-4"
      data-check={check.id}
      data-cylinder={plate.cylinder ?? undefined}
    >
      <div className="flex flex-wrap items-start justify-between gap-2">
        <div className="min-w-0">
          <p className="text-[0.9rem] font-semibold text-soft">
            {plate.retest
              ? 'Re-test'
              : plate.replaces === null
                ? plate.from
                  ? 'Next check'
                  : 'Your pick'
                : `In place of line ${plate.replaces}`}
          </p>
          <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">
            {check.title}
            {plate.cylinder !== null && head.engine.cylinders > 1 && (
              <span className="text-rust">, {sideWord(plate.cylinder)}</span>
            )}
          </h2>
          <p className="mt-1 font-semibold">
            {[STATE_WORDS[entry.condition], entry.temperature ? TEMPERATURE_WORDS[entry.temperature] : '', needs]
              .filter((x) => x !== '')
              .join(' · ')}
          </p>
        </div>
        {plate.from && (
          <p className="text-right leading-none">
            <span className="text-[2rem] font-extrabold">{Math.round(plate.from.minutes * 2) / 2}</span>{' '}
            <span className="text-soft">min</span>
            {check.unattendedMinutes > 0 && (
              <span className="block text-[0.85rem] text-soft">and {check.unattendedMinutes} waiting</span>
            )}
          </p>
        )}
      </div>
      <p className="mt-2 max-w-[62ch] text-[1.1rem] leading-snug">{check.todo}</p>
      {plate.from && <p className="mt-1 text-[0.95rem] text-soft">{whyLine(plate.from)}</p>}
      {plate.beforeText !== null && <p className="mt-1 bg-well px-2 py-1 font-semibold">Before: {plate.beforeText}</p>}
      <div className="mt-2">
        <Cautions ids={check.hazards} />
      </div>
      <div className="mt-3 space-y-3">
        {bilateral && (
          <div className="flex gap-1.5">
            {Array.from({ length: head.engine.cylinders }, (_, i) => i + 1).map((c) => (
              <button
                key={c}
                type="button"
                aria-pressed={plate.cylinder === c}
                onClick={() => onCylinder(c)}
                className="min-h-12 border-2 border-line bg-sheet px-4 font-bold aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
              >
                Cylinder {c}
              </button>
            ))}
          </div>
        )}
        <StatePick check={check} entry={entry} onChange={change} />
        <EntryBoxes
          check={check}
          engine={head.engine}
          habit={habit}
          entry={entry}
          complaint={head.complaint}
          issues={issues}
          onChange={change}
        />
      </div>
      <div className="mt-3 space-y-3">
        {assessed && <Verdict check={check} assessed={assessed} />}
        {nothing && (
          <p className="font-bold text-rust">
            Nothing entered yet:{' '}
            {boxesOf(check, head.engine).length > 0 ? 'type a figure or pick an outcome' : 'pick what you saw'}.
          </p>
        )}
        {!canRecord && <p className="font-bold text-rust">Pick who you are at the top first.</p>}
        <div className="flex flex-wrap gap-2">
          <Button look="main" type="submit" className="min-w-44 text-[1.2rem]">
            Record
          </Button>
          {onLeave && <Button onClick={onLeave}>Back to the plan</Button>}
        </div>
      </div>
    </form>
  );
}

function focusNextEmpty(form: HTMLFormElement | null): void {
  const boxes = [...(form?.querySelectorAll<HTMLInputElement>('input[type=text]') ?? [])];
  (
    boxes.find((box) => box.getAttribute('aria-invalid') === 'true') ?? boxes.find((box) => box.value.trim() === '')
  )?.focus();
}
