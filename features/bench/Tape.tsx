'use client';
import { memo, Suspense } from 'react';
import type { RawCheckEvent, StandingReading } from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { RefusedLine } from './panels.ts';
import { type Before, TapeLine } from './TapeLine.tsx';
import { correctable, linesOf } from './tapeLines.ts';

interface Props {
  readonly events: readonly PrintedEvent[];
  readonly unsent: readonly Unsent[];
  readonly readings: readonly StandingReading[];
  readonly people: readonly Person[];
  readonly closed: boolean;
  readonly habit: Habit;
  readonly said: string;
  /** What stood before a repair, by the number of the line that shows it after. */
  readonly befores: ReadonlyMap<number, Before>;
  /** The line whose correction is asked for. */
  readonly asked: number | null;
  readonly onAsk: (number: number | null) => void;
  readonly onStrike: (number: number) => void;
  readonly onReplace: (number: number, event: RawCheckEvent) => void;
  /** Types a refused reading again. */
  readonly onAgain: (unsent: Unsent) => void;
  readonly onLeaveOut: (id: string) => void;
}

/** The record as a paper tape, the newest line on top. Nothing is rubbed out: a line is struck and a new one printed. */
export const Tape = memo(function Tape(props: Props) {
  const { events, unsent, readings, befores, people, closed, said, asked, onAsk, onStrike, onReplace } = props;
  const lines = linesOf(
    events,
    unsent.filter((u) => u.refused === null),
    people,
  ).toReversed();
  return (
    <section
      aria-label="Tape"
      tabIndex={-1}
      className="flex flex-col bg-sheet [background-image:radial-gradient(circle_at_7px_12px,var(--ground)_3.2px,transparent_3.6px)] [background-size:14px_24px] [background-repeat:repeat-y]"
    >
      <h2 className="px-3 pt-3 pl-6 text-[1.15rem] font-extrabold">Tape</h2>
      {unsent.map(
        (u) =>
          u.refused && (
            <Suspense key={u.id} fallback={null}>
              <RefusedLine unsent={u} closed={closed} onAgain={props.onAgain} onLeaveOut={props.onLeaveOut} />
            </Suspense>
          ),
      )}
      <ol className="pl-6">
        {lines.map((line) => (
          <TapeLine
            key={line.key}
            line={line}
            standing={readings.find((r) => r.event === line.number)}
            before={befores.get(line.number)}
            habit={props.habit}
            asked={asked === line.number}
            canStrike={!closed && line.sent && line.struckBy === null && correctable(line.event)}
            onAsk={() => onAsk(asked === line.number ? null : line.number)}
            onStrike={() => {
              onAsk(null);
              onStrike(line.number);
            }}
            onReplace={(event) => {
              onAsk(null);
              onReplace(line.number, event);
            }}
          />
        ))}
        <li className="px-3 py-2 text-[0.95rem] wrap-anywhere">
          <span className="text-[0.85rem] text-soft">Complaint</span>
          <p>{said}</p>
        </li>
      </ol>
    </section>
  );
});
