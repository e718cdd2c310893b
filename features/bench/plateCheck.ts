import type {
  HeededLine,
  NextCheck,
  RawHeededEvent,
  RawSetUpEvent,
  RunningState,
  Temperature,
  Weighed,
} from '@/core/index.ts';
import type { Entry } from './entry.ts';

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

/** What the plate needs to say what a check is worth. */
export interface WorthOf {
  readonly ask: (check: Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>) => Promise<Weighed | null>;
  /** Of so many lines it is worked out; a newer record has it worked out anew. */
  readonly events: number;
  readonly stale: boolean;
  readonly onInstead: (next: NextCheck) => void;
}

/** What a check that takes its time needs to know of the clock. */
export interface ClockOf {
  readonly jobId: string;
  /** When it was set up to stand by itself; null where it was not. */
  readonly since: string | null;
  readonly onSetUp: (event: RawSetUpEvent, id: string) => void;
}

/** What the cautions of a plate need to know of the tape. */
export interface CautionsOf {
  readonly tape: readonly HeededLine[];
  /** Who is at the tablet; null while nobody said. */
  readonly person: string | null;
  readonly onHeed: (event: RawHeededEvent, id: string) => void;
}
