import type { CaseHead, CheckDefinition, RawEngineEvent, StandingReading } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import type { StationSide } from '@/features/station/stationProps.ts';
import type { Entry } from './entry.ts';
import type { OnBench } from './PartForm.tsx';
import type { OpenOf } from './PutBack.tsx';
import type { CautionsOf, ClockOf, Entries, PlateCheck, WorthOf } from './plateCheck.ts';
import type { Doubts } from './useDoubts.ts';
import type { Draft, Judged } from './usePlateEntry.ts';

/** What the body of the plate shows and is told. */
export interface PlateBodyProps {
  readonly plate: PlateCheck;
  readonly check: CheckDefinition;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly befores: readonly { readonly side: number; readonly text: string }[];
  readonly state: Entry;
  readonly entries: Entries;
  readonly drafts: readonly Draft[];
  readonly judged: readonly Judged[];
  /** Which unit was meant, by side and box. */
  readonly doubts: Readonly<Record<number, Doubts>>;
  /** Recording was tried: what is missing is said too. */
  readonly insisted: boolean;
  readonly onChange: (side: number, entry: Entry) => void;
  readonly onSide: (cylinder: number | null) => void;
  readonly onLearnt: (event: RawEngineEvent, id: string) => void;
  readonly worth: WorthOf;
  readonly clock: ClockOf;
  readonly cautions: CautionsOf;
  readonly opened: OpenOf;
  readonly parts: readonly OnBench[];
  readonly stationSides: readonly StationSide[];
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
}
