import { useMemo, useState } from 'react';
import {
  type Assessment,
  assessingContext,
  type CaseHead,
  type CheckDefinition,
  cylindersOf,
  type Reading,
  type StandingReading,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import type { StationSide } from '@/features/station/stationProps.ts';
import { blankEntry, type Drafted, draftEvent, type Entry, figuresPossible } from './entry.ts';
import type { Entries, PlateCheck } from './plateCheck.ts';
import { useDoubts } from './useDoubts.ts';

/** What stands in the boxes of one side: as an event, or what is wrong with it, and what it says. */
export interface Draft {
  readonly side: number;
  readonly drafted: Drafted;
  readonly reading: Reading | null;
}
export interface Judged {
  readonly side: number;
  readonly assessed: Assessment | null;
}

const sidesOf = (plate: PlateCheck, head: CaseHead) => (plate.pair ? cylindersOf(head.engine) : [plate.cylinder ?? 0]);

interface Around {
  readonly plate: PlateCheck;
  readonly check: CheckDefinition;
  readonly first: Entries | null;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
}

/** What is typed on the plate, side by side, read and judged as it is typed. */
export function usePlateEntry({ plate, check, first, head, habit, readings, epoch }: Around) {
  const sides = sidesOf(plate, head);
  const [entries, setEntries] = useState<Entries>(
    () => first ?? Object.fromEntries(sides.map((side) => [side, blankEntry(plate.condition, plate.temperature)])),
  );
  const drafts = useMemo(
    () =>
      sidesOf(plate, head).map((side): Draft => {
        const drafted = draftEvent(check, side || null, head.engine, habit, entries[side]!);
        return { side, drafted, reading: drafted.state === 'sound' ? drafted.read.reading : null };
      }),
    [check, plate, head, habit, entries],
  );
  const doubts = useDoubts(check, head, habit, entries);
  const judged = useMemo(
    () =>
      drafts.map(({ side, reading }): Judged => {
        // Nobody is told a verdict on a figure that is still asked about.
        if (!reading || Object.keys(doubts[side] ?? {}).length > 0) return { side, assessed: null };
        const beside = drafts.find((d) => d.side !== side)?.reading;
        const taken = readings.findLast(
          (r) => r.epoch === epoch && r.reading.check === check.id && r.reading.cylinder !== (side || null),
        )?.reading;
        return { side, assessed: check.assess(reading, assessingContext(head, beside ?? taken)) };
      }),
    [drafts, doubts, head, readings, epoch, check],
  );
  const stationSides = useMemo(
    () =>
      drafts.map(({ side }, i): StationSide => {
        const same = (r: StandingReading) => r.reading.check === check.id;
        const own = (r: StandingReading) => same(r) && r.reading.cylinder === (side || null);
        return {
          side,
          entry: entries[side]!,
          figures: figuresPossible(check, head.engine, habit, entries[side]!),
          assessed: judged[i]!.assessed,
          twin: readings.findLast((r) => r.epoch === epoch && same(r) && !own(r))?.reading.fields ?? null,
          before: readings.findLast((r) => r.epoch < epoch && own(r))?.reading.fields ?? null,
        };
      }),
    [drafts, judged, entries, check, head, habit, readings, epoch],
  );
  /** How it was running and how hot is one for both sides. */
  const withEntry = (side: number, next: Entry): Entries => {
    const { condition, temperature } = next;
    return Object.fromEntries(
      sides.map((s) => [s, s === side ? next : { ...entries[s]!, condition, temperature }]),
    ) as Entries;
  };
  return { sides, entries, setEntries, withEntry, drafts, judged, doubts, stationSides, state: entries[sides[0]!]! };
}
