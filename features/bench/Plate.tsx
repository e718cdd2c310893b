'use client';
import { type FormEvent, type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import {
  type Assessment,
  assessingContext,
  type CaseHead,
  type CheckDefinition,
  checkOf,
  cylindersOf,
  DEMANDING,
  type NextCheck,
  NOT_REACHED_WORDS,
  type NumberField,
  OUT_OF_REACH_WORDS,
  type RawCheckEvent,
  type RawUnmadeEvent,
  type Reading,
  type RunningState,
  readReading,
  STATE_WORDS,
  type StandingReading,
  sideWord,
  TEMPERATURE_WORDS,
  type Temperature,
  whyLine,
} from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { Cautions } from './Cautions.tsx';
import { EntryBoxes, StatePick } from './EntryBoxes.tsx';
import { blankEntry, boxesOf, draftEvent, type Entry } from './entry.ts';
import { Keypad } from './Keypad.tsx';
import { VerdictHead, VerdictWorking } from './Verdict.tsx';

/** A check on the plate: from the plan, from the search, as a re-test or in place of a struck line. */
export interface PlateCheck {
  readonly check: string;
  /** The side it is made on; null for the whole machine, and for both sides as a pair. */
  readonly cylinder: number | null;
  /** Both cylinders, side by side. */
  readonly pair: boolean;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  readonly from: NextCheck | null;
  readonly retest: boolean;
  /** The printed line it replaces. */
  readonly replaces: number | null;
}

/** What stands in the boxes, by side; `0` where a check has none. */
export type Entries = Readonly<Record<number, Entry>>;

/** Whether a new plate draws the focus: what somebody is just writing elsewhere is not interrupted by the plan. */
export type TakesFocus = 'always' | 'unless-writing' | 'no';

interface Props {
  readonly plate: PlateCheck;
  /** What was typed before: kept over a reload, or taken from the line that is corrected. */
  readonly first: Entries | null;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
  /** What the same check showed before the repair, as printed; null where it repeats nothing. */
  readonly beforeText: (asked: Pick<Reading, 'check' | 'cylinder' | 'condition' | 'temperature'>) => string | null;
  readonly onTouched: (entries: Entries) => void;
  readonly onSide: (cylinder: number | null) => void;
  /** True when it was taken down; false while it is asked who does it. */
  readonly onRecord: (events: readonly { readonly event: RawCheckEvent; readonly id: string }[]) => boolean;
  readonly onUnmade: (event: RawUnmadeEvent, id: string) => boolean;
  readonly onLeave: (() => void) | null;
  readonly takesFocus: TakesFocus;
}

const sidesOf = (plate: PlateCheck, head: CaseHead) => (plate.pair ? cylindersOf(head.engine) : [plate.cylinder ?? 0]);

/** The next check: what, in which state, why, the hazard, and the entry right there. */
export function Plate({
  plate,
  first,
  head,
  habit,
  readings,
  epoch,
  beforeText,
  onTouched,
  onSide,
  onRecord,
  onUnmade,
  onLeave,
  takesFocus,
}: Props) {
  const check = checkOf(plate.check);
  const sides = sidesOf(plate, head);
  const [entries, setEntries] = useState<Entries>(
    () => first ?? Object.fromEntries(sides.map((side) => [side, blankEntry(plate.condition, plate.temperature)])),
  );
  const ids = [useEntryId(), useEntryId()];
  const [insisted, setInsisted] = useState(false);
  const [unmade, setUnmade] = useState(false);
  /** Taken down: it only waits to leave the plate. */
  const recorded = useRef(false);
  const [figure, setFigure] = useState<HTMLInputElement | null>(null);
  const form = useRef<HTMLFormElement>(null);
  const foot = useRef<HTMLDivElement>(null);
  const state = entries[sides[0]!]!;
  const befores = sides.flatMap((side) => {
    const { condition, temperature } = state;
    const text = beforeText({ check: check.id, cylinder: side || null, condition, temperature });
    return text === null ? [] : [{ side, text }];
  });
  const drafts = useMemo(
    () =>
      sidesOf(plate, head).map((side) => {
        const drafted = draftEvent(check, side === 0 ? null : side, head.engine, habit, entries[side]!);
        return { side, drafted, read: drafted.state === 'sound' ? readReading(drafted.event, '$', head.engine) : null };
      }),
    [check, plate, head, habit, entries],
  );
  const judged = useMemo(
    () =>
      drafts.map(({ side, read }): { side: number; assessed: Assessment | null } => {
        if (!read?.ok) return { side, assessed: null };
        const beside = drafts.find((d) => d.side !== side)?.read;
        const twin =
          (beside?.ok ? beside.value.reading : undefined) ??
          readings.findLast(
            (r) => r.epoch === epoch && r.reading.check === check.id && r.reading.cylinder !== (side || null),
          )?.reading;
        return { side, assessed: check.assess(read.value.reading, assessingContext(head, twin)) };
      }),
    [drafts, head, readings, epoch, check],
  );

  useEffect(() => {
    if (takesFocus === 'always' || (takesFocus === 'unless-writing' && !writesElsewhere(form.current)))
      focusFirst(form.current);
  }, [takesFocus]);

  const change = (side: number, next: Entry) => {
    if (recorded.current) return;
    // How it was running and how hot is one for both sides.
    const { condition, temperature } = next;
    const all = Object.fromEntries(
      sides.map((s) => [s, s === side ? next : { ...entries[s]!, condition, temperature }]),
    ) as Entries;
    setEntries(all);
    onTouched(all);
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    const sound = drafts.flatMap(({ drafted }, i) =>
      drafted.state === 'sound' ? [{ event: drafted.event, id: ids[i]! }] : [],
    );
    if (sound.length > 0 && drafts.every((d) => d.drafted.state !== 'refused')) {
      recorded.current = onRecord(sound);
      // What is typed next is meant for the next plate.
      if (recorded.current) form.current?.focus({ preventScroll: true });
    } else {
      setInsisted(true);
      focusNextEmpty(form.current);
    }
  };
  const fieldset = (side: number) => form.current?.querySelector<HTMLElement>(`[data-side="${side}"]`) ?? null;
  /** On to the other side of a pair while that is empty; true when it went. */
  const goOn = (from: HTMLElement): boolean => {
    const at = sides.findIndex((side) => fieldset(side)?.contains(from));
    const next = drafts[at + 1];
    if (at < 0 || !next || next.drafted.state !== 'empty' || drafts[at]!.drafted.state === 'refused') return false;
    return focusFirst(fieldset(next.side));
  };
  const enter = (e: KeyboardEvent<HTMLElement>) => {
    if (e.key !== 'Enter' || e.ctrlKey || e.metaKey || e.altKey) return;
    const target = e.target as HTMLElement;
    // Space turns a key on and off; Enter takes what is on.
    const isEntry =
      target.role === 'radio' ||
      target.closest('[data-numbered] [aria-pressed]') !== null ||
      (target instanceof HTMLInputElement && target.type === 'text');
    if (!isEntry && target !== form.current) return;
    e.preventDefault();
    if (!goOn(target)) form.current?.requestSubmit();
  };
  // Digits pick an outcome from wherever the focus is, unless something is typed.
  const byKey = useRef<(e: globalThis.KeyboardEvent) => void>(() => {});
  byKey.current = (e) => {
    const target = e.target as HTMLElement;
    if (
      recorded.current ||
      e.ctrlKey ||
      e.metaKey ||
      e.altKey ||
      target.closest('input, textarea, select, [role="dialog"]')
    )
      return;
    const index = Number(e.key) - 1;
    const side =
      sides.find((s) => fieldset(s)?.contains(target)) ??
      drafts.find((d) => d.drafted.state === 'empty')?.side ??
      sides[0]!;
    const chosen = fieldset(side)?.querySelectorAll<HTMLElement>('[data-numbered] button')[index];
    if (!chosen) return;
    e.preventDefault();
    if (chosen.ariaChecked !== 'true') chosen.click();
    chosen.focus();
  };
  useEffect(() => {
    const press = (e: globalThis.KeyboardEvent) => byKey.current(e);
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  // Once something was read it was made.
  const mayBeUnmade = !plate.retest && plate.replaces === null && drafts.every((d) => d.drafted.state === 'empty');
  const nothing = insisted && drafts.every((d) => d.drafted.state === 'empty');
  const bilateral = check.scope === 'cylinder' && head.engine.cylinders > 1;
  const field = figure ? fieldOf(check, head, figure.name) : null;
  return (
    <form
      ref={form}
      onSubmit={submit}
      onKeyDown={enter}
      onFocus={(e) => {
        // The foot keeps its height while a finger is on its way to Record.
        if (foot.current?.contains(e.target)) return;
        setFigure(e.target instanceof HTMLInputElement && e.target.dataset.figure ? e.target : null);
      }}
      aria-label="Next check"
      tabIndex={-1}
      noValidate
      className="flex flex-col border-t-8 border-iron bg-sheet outline-none"
      data-check={check.id}
      data-cylinder={plate.cylinder ?? undefined}
    >
      <div className="px-4 pt-2.5 pb-3">
        <PlateHead plate={plate} check={check} state={state} twin={head.engine.cylinders > 1} />
        <p className="mt-1.5 max-w-[64ch] text-[1.1rem] leading-snug">{check.todo}</p>
        {plate.from && <p className="mt-1 text-[0.95rem] leading-snug text-soft">{whyLine(plate.from)}</p>}
        {befores.map(({ side, text }) => (
          <p key={side} className="mt-1 bg-well px-2 py-1 font-semibold">
            Before{plate.pair && `, cylinder ${side}`}: {text}
          </p>
        ))}
        <div className="mt-2">
          <Cautions ids={check.hazards} />
        </div>
        <div className="mt-2.5 space-y-2.5">
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            {bilateral && plate.replaces === null && (
              <SidePick cylinders={head.engine.cylinders} plate={plate} onSide={onSide} />
            )}
            <StatePick check={check} entry={state} onChange={(entry) => change(sides[0]!, entry)} />
          </div>
          <div className={plate.pair ? 'grid gap-x-4 gap-y-3 @xl:grid-cols-2' : ''}>
            {drafts.map(({ side, drafted }) => (
              <fieldset key={side} data-side={side} className="m-0 min-w-0 border-0 p-0">
                {plate.pair && (
                  <legend className="mb-1 block w-full border-b-2 border-ink text-[1.1rem] font-extrabold">
                    Cylinder {side}
                  </legend>
                )}
                <EntryBoxes
                  check={check}
                  engine={head.engine}
                  habit={habit}
                  entry={entries[side]!}
                  complaint={head.complaint}
                  issues={drafted.state === 'refused' && (insisted || !drafted.waiting) ? drafted.issues : {}}
                  onChange={(entry) => change(side, entry)}
                />
              </fieldset>
            ))}
          </div>
          {judged.map(
            ({ side, assessed }) =>
              assessed && (
                <VerdictWorking key={side} check={check} assessed={assessed} side={plate.pair ? side : null} />
              ),
          )}
          {nothing && (
            <p className="font-bold text-rust" role="alert">
              Nothing entered yet:{' '}
              {boxesOf(check, head.engine).length > 0 ? 'type a figure or pick an outcome' : 'pick what you saw'}.
            </p>
          )}
        </div>
      </div>
      <div ref={foot} data-sticky className="sticky bottom-0 z-10 mt-auto border-t-2 border-line bg-sheet">
        <div className="flex items-stretch gap-2 p-2">
          <Button look="main" type="submit" className="min-w-36 text-center text-[1.25rem]">
            Record
          </Button>
          <div className="min-w-0 flex-1 self-center">
            {judged.map(
              ({ side, assessed }) =>
                assessed && (
                  <VerdictHead key={side} check={check} assessed={assessed} side={plate.pair ? side : null} />
                ),
            )}
          </div>
          {mayBeUnmade && (
            <Button aria-expanded={unmade} onClick={() => setUnmade(!unmade)}>
              Cannot be made
            </Button>
          )}
          {onLeave && <Button onClick={onLeave}>Back to the plan</Button>}
        </div>
        {mayBeUnmade && unmade && (
          <WhyUnmade
            plate={plate}
            state={state}
            onUnmade={(event) => {
              recorded.current = onUnmade(event, ids[0]!);
            }}
          />
        )}
        {figure && field && (
          <div className="hidden pointer-coarse:block">
            <Keypad
              dimension={field.dimension}
              openLoop={field.openLoop}
              onType={(text) => typeInto(figure, text)}
              onErase={() => rubOut(figure)}
              onNext={() => nextBox(form.current, figure)}
            />
          </div>
        )}
      </div>
    </form>
  );
}

/** Why not: the engine does not come to that state, or nobody gets at it. Neither says anything of a fault. */
function WhyUnmade({
  plate: { check, cylinder },
  state: { condition, temperature },
  onUnmade,
}: {
  plate: PlateCheck;
  state: Entry;
  onUnmade: (event: RawUnmadeEvent) => void;
}) {
  const because = (why: RawUnmadeEvent['because']) => () =>
    onUnmade({
      unmade: check,
      ...(cylinder === null ? {} : { cylinder }),
      condition,
      ...(temperature === null ? {} : { temperature }),
      because: why,
    });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a row of keys, not a group of form fields.
    <div role="group" aria-label="Why it cannot be made" className="flex flex-wrap gap-2 border-t-2 border-line p-2">
      {DEMANDING.includes(condition) && (
        <Button onClick={because('not-reached')}>
          {NOT_REACHED_WORDS[condition]}
          {temperature === 'hot' && ' hot'}
        </Button>
      )}
      <Button onClick={because('out-of-reach')}>{OUT_OF_REACH_WORDS}</Button>
    </div>
  );
}

function PlateHead({
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
        ? 'Next check'
        : 'Your pick';
  const where = [
    STATE_WORDS[state.condition],
    state.temperature ? TEMPERATURE_WORDS[state.temperature] : '',
    check.needs.join(', '),
  ].filter((x) => x !== '');
  return (
    <div className="flex items-start justify-between gap-3">
      <div className="min-w-0">
        <p className="text-[0.9rem] leading-tight font-semibold text-soft">{kind}</p>
        <h2 className="text-[1.9rem] leading-none font-extrabold [font-stretch:90%]">
          {check.title}
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
            <span className="block text-[0.85rem] text-soft">and {check.unattendedMinutes} waiting</span>
          )}
        </p>
      )}
    </div>
  );
}

function SidePick({
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

function fieldOf(check: CheckDefinition, head: CaseHead, name: string): NumberField | null {
  const field = boxesOf(check, head.engine).find((b) => b.name === name)?.field;
  return field?.kind === 'number' ? field : null;
}

/** Whether somebody is typing outside of `form`. */
export function writesElsewhere(form: HTMLElement | null): boolean {
  const at = document.activeElement;
  return at !== null && /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName) && !form?.contains(at);
}

/** Puts the focus where the next digit belongs: the first empty box that is asked for, or the form itself, where digits pick outcomes. */
function focusFirst(within: HTMLElement | null): boolean {
  if (!within) return false;
  const boxes = [...within.querySelectorAll<HTMLInputElement>('input[data-asked]')];
  const target =
    boxes.find((box) => box.value === '') ??
    boxes[0] ??
    (within instanceof HTMLFormElement ? within : within.querySelector<HTMLElement>('[data-numbered] button'));
  target?.focus({ preventScroll: true });
  return target !== undefined && target !== null;
}

function focusNextEmpty(form: HTMLFormElement | null): void {
  const boxes = [...(form?.querySelectorAll<HTMLInputElement>('input[data-figure]') ?? [])];
  (
    boxes.find((box) => box.getAttribute('aria-invalid') === 'true') ?? boxes.find((box) => box.value.trim() === '')
  )?.focus();
}

function nextBox(form: HTMLFormElement | null, from: HTMLInputElement): void {
  const boxes = [...(form?.querySelectorAll<HTMLInputElement>('input[data-figure]') ?? [])];
  const next = boxes[boxes.indexOf(from) + 1];
  if (next) next.focus();
  else form?.querySelector<HTMLElement>('button[type=submit]')?.focus();
}

/** Types into a box as a keyboard would: what is marked is written over. */
function typeInto(box: HTMLInputElement, text: string): void {
  const from = box.selectionStart ?? box.value.length;
  const to = box.selectionEnd ?? box.value.length;
  setText(box, box.value.slice(0, from) + text + box.value.slice(to), from + text.length);
}

function rubOut(box: HTMLInputElement): void {
  const to = box.selectionEnd ?? box.value.length;
  const from = Math.min(box.selectionStart ?? to, to);
  const start = from === to ? Math.max(0, from - 1) : from;
  setText(box, box.value.slice(0, start) + box.value.slice(to), start);
}

/** Sets the text so that React hears of it. */
function setText(box: HTMLInputElement, text: string, caret: number): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(box, text);
  box.dispatchEvent(new Event('input', { bubbles: true }));
  box.setSelectionRange(caret, caret);
}
