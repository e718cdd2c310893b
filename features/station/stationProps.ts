import type { Assessment, CaseHead, CheckDefinition, Reading, StandingReading } from '@/core/index.ts';
import type { Entry } from '@/features/bench/entry.ts';
import type { OnBench } from '@/features/bench/PartForm.tsx';
import type { Habit } from '@/features/shop/settings.ts';

type Fields = Reading['fields'];

/** One side of the check on the plate, as far as it is typed. */
export interface StationSide {
  /** 0 where the check has no sides. */
  readonly side: number;
  readonly entry: Entry;
  /** What is typed, in inside units; a box that does not read is left out. */
  readonly figures: Readonly<Record<string, number | 'OL'>>;
  readonly assessed: Assessment | null;
  /** What the same check read on the other cylinder since the last repair. */
  readonly twin: Fields | null;
  /** What it read on this one before the last repair. */
  readonly before: Fields | null;
}

export interface StationProps {
  readonly check: CheckDefinition;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly sides: readonly StationSide[];
  /** Every reading that stands, and the repairs made so far. */
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
  /** Parts that lie on the bench, with what they read there. */
  readonly parts: readonly OnBench[];
  readonly onChange: (side: number, entry: Entry) => void;
  /** Which of its views it begins with. */
  readonly view?: 'crank' | 'gauges';
}

export const figureOf = ({ figures }: Pick<StationSide, 'figures'>, name: string): number | null => {
  const value = figures[name];
  return typeof value === 'number' ? value : null;
};

export const fieldOf = (fields: Fields | null, name: string): number | null => {
  const value = fields?.[name];
  return typeof value === 'number' ? value : null;
};

/** The side that is drawn: the one last touched, else the first that has something. */
export const shownOf = (sides: readonly StationSide[], touched: number | null): StationSide =>
  sides.find((s) => s.side === touched) ??
  sides.find((s) => Object.keys(s.figures).length > 0 || s.entry.outcome !== null) ??
  sides[0]!;

/** The latest reading of a check since the last repair, whatever its cylinder. */
export const latestOf = (
  { readings, epoch }: Pick<StationProps, 'readings' | 'epoch'>,
  check: string,
  cylinder?: number | null,
): Reading | null =>
  readings.findLast(
    (r) =>
      r.epoch === epoch && r.reading.check === check && (cylinder === undefined || r.reading.cylinder === cylinder),
  )?.reading ?? null;
