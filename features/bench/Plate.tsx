'use client';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import {
  type CaseHead,
  checkOf,
  type RawEngineEvent,
  type RawNotPerformedEvent,
  type Reading,
  type ReadingEvent,
  type StandingReading,
} from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { mayTakeFocus } from '@/ui/mayTakeFocus.ts';
import { focusDoubt, focusFirst, focusNextEmpty } from './boxFocus.ts';
import type { Entry } from './entry.ts';
import type { OnBench } from './PartForm.tsx';
import { PlateBody } from './PlateBody.tsx';
import { PlateFoot } from './PlateFoot.tsx';
import type { OpenOf } from './PutBack.tsx';
import type { CautionsOf, ClockOf, Entries, PlateCheck, TakesFocus, WorthOf } from './plateCheck.ts';
import { usePlateEntry } from './usePlateEntry.ts';
import { usePlateKeys } from './usePlateKeys.ts';

type Asked = Pick<Reading, 'check' | 'cylinder' | 'condition' | 'temperature'>;

interface Props {
  readonly plate: PlateCheck;
  /** What was typed before: kept over a reload, or taken from the line that is corrected. */
  readonly first: Entries | null;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
  /** What the same check showed before the last repair ahead of that line, as printed; null where it repeats nothing. */
  readonly beforeText: (asked: Asked, number?: number) => string | null;
  readonly onTouched: (entries: Entries) => void;
  readonly onSide: (cylinder: number | null) => void;
  /** True when it was taken down; false while it is asked who does it. */
  readonly onRecord: (readings: readonly { readonly read: ReadingEvent; readonly id: string }[]) => boolean;
  readonly onNotPerformed: (event: RawNotPerformedEvent, id: string) => boolean;
  readonly onLearnt: (event: RawEngineEvent, id: string) => void;
  readonly worth: WorthOf;
  readonly clock: ClockOf;
  readonly cautions: CautionsOf;
  readonly opened: OpenOf;
  readonly parts: readonly OnBench[];
  readonly onLeave: (() => void) | null;
  readonly takesFocus: TakesFocus;
}

/** The next check: what, in which state, why, the hazard, and the entry right there. */
export function Plate({ plate, first, head, habit, readings, epoch, beforeText, takesFocus, ...on }: Props) {
  const check = checkOf(plate.check);
  const around = { plate, check, first, head, habit, readings, epoch };
  const { sides, entries, setEntries, withEntry, drafts, judged, doubts, stationSides, state } = usePlateEntry(around);
  const ids = [useEntryId(), useEntryId()];
  const [insisted, setInsisted] = useState(false);
  // Taken down, it only waits to leave the plate.
  const recorded = useRef(false);
  const [figure, setFigure] = useState<HTMLInputElement | null>(null);
  const form = useRef<HTMLFormElement>(null);
  const foot = useRef<HTMLDivElement>(null);
  const enter = usePlateKeys(form, sides, drafts, () => recorded.current);
  useEffect(() => {
    if (takesFocus !== 'no' && mayTakeFocus(form.current, takesFocus === 'always')) focusFirst(form.current);
  }, [takesFocus]);

  const change = (side: number, next: Entry) => {
    if (recorded.current) return;
    const all = withEntry(side, next);
    setEntries(all);
    on.onTouched(all);
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    const sound = drafts.flatMap(({ drafted }, i) =>
      drafted.state === 'sound' ? [{ read: drafted.read, id: ids[i]! }] : [],
    );
    if (focusDoubt(form.current)) return;
    if (sound.length > 0 && drafts.every((d) => d.drafted.state !== 'refused')) {
      recorded.current = on.onRecord(sound);
      // What is typed next is meant for the next plate.
      if (recorded.current) form.current?.focus({ preventScroll: true });
    } else {
      setInsisted(true);
      focusNextEmpty(form.current);
    }
  };
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
      <PlateBody
        {...around}
        {...{ state, entries, drafts, judged, doubts, stationSides, insisted }}
        befores={beforesOf(plate, sides, state, beforeText)}
        onChange={change}
        onSide={on.onSide}
        onLearnt={on.onLearnt}
        worth={on.worth}
        clock={on.clock}
        cautions={on.cautions}
        opened={on.opened}
        parts={on.parts}
      />
      <PlateFoot
        {...{ form, foot, plate, check, head, state, judged, figure }}
        mayBeNotPerformed={!plate.retest && plate.replaces === null && drafts.every((d) => d.drafted.state === 'empty')}
        onNotPerformed={(event) => {
          recorded.current = on.onNotPerformed(event, ids[0]!);
        }}
        onLeave={on.onLeave}
      />
    </form>
  );
}

/** What each side showed before the repair, in the state it is measured in now. */
const beforesOf = (
  { check, replaces }: PlateCheck,
  sides: readonly number[],
  { condition, temperature }: Entry,
  beforeText: Props['beforeText'],
) =>
  sides.flatMap((side) => {
    const text = beforeText({ check, cylinder: side || null, condition, temperature }, replaces ?? undefined);
    return text === null ? [] : [{ side, text }];
  });
