'use client';
import { useEffect, useState } from 'react';
import { type CheckDefinition, fromSi } from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { type Entry, habitUnit } from './entry.ts';
import type { ClockOf } from './plateCheck.ts';
import { whenText } from './tapeLines.ts';

interface Props extends ClockOf {
  readonly check: CheckDefinition;
  readonly habit: Habit;
  readonly entry: Entry;
  readonly onChange: (entry: Entry) => void;
}

/** The clock of a check that takes its time: a stopwatch for a run, the hour at which something was set up to stand by itself. */
export function Clock(props: Props) {
  if (props.check.unattendedMinutes > 0) return <Standing {...props} />;
  return props.check.lastsMin === null ? null : <Stopwatch {...props} />;
}

/** The time that went by, in the unit and the box of the check's own minutes. */
function timed({ check, habit, entry }: Pick<Props, 'check' | 'habit' | 'entry'>, box: string, seconds: number): Entry {
  const field = check.fields[box];
  if (field?.kind !== 'number') return entry;
  const { value } = fromSi(seconds, field.dimension, habitUnit(field, habit));
  return { ...entry, typed: { ...entry.typed, [box]: String(Math.floor(value * 10) / 10) } };
}

/** The seconds of the clock, once a second while it goes. */
function useNow(goes: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!goes) return;
    setNow(Date.now());
    const ticking = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(ticking);
  }, [goes]);
  return now;
}

/** One stopwatch for a job: it goes on over a reload, and writes into the run that lies on the plate. */
function Stopwatch({ jobId, ...on }: Props) {
  const { check, entry, onChange } = on;
  const [startedAt, setStartedAt] = useState<number | null>(null);
  useEffect(() => setStartedAt(clocks.startOf(jobId)), [jobId]);
  const now = useNow(startedAt !== null);
  const set = (at: number | null) => {
    clocks.keep(jobId, at);
    setStartedAt(at);
  };
  if (startedAt === null)
    return (
      <Button className="min-h-14 text-[1.15rem]" onClick={() => set(Date.now())}>
        Start the clock
      </Button>
    );
  const seconds = Math.max(0, (now - startedAt) / 1000);
  const end = (outcome: string) => {
    onChange({ ...timed(on, 'minutes', (Date.now() - startedAt) / 1000), outcome });
    set(null);
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-l-8 border-paint bg-well px-3 py-2">
      <span
        role="timer"
        aria-label="Runs for"
        className="min-w-28 text-[2.1rem] leading-none font-extrabold tabular-nums"
      >
        {clockText(seconds)}
      </span>
      {check.fields.stumbled && (
        <Button onClick={() => onChange(timed(on, 'stumbled', seconds))} disabled={entry.typed.stumbled !== undefined}>
          First stumble
        </Button>
      )}
      <Button look="stop" onClick={() => end('failed')}>
        It failed
      </Button>
      <Button onClick={() => end('clean')}>Still clean: stop</Button>
    </div>
  );
}

const clockText = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** What stands by itself: set up now, looked at later. */
function Standing({ since, onSetUp, ...on }: Props) {
  const { check, onChange } = on;
  const id = useEntryId();
  const now = useNow(since !== null);
  const hours = Math.round(check.unattendedMinutes / 6) / 10;
  if (since === null)
    return (
      <Button className="min-h-14 text-[1.15rem]" onClick={() => onSetUp({ setUp: check.id }, id)}>
        Set it up now, look in {hours} h
      </Button>
    );
  const seconds = Math.max(0, (now - new Date(since).getTime()) / 1000);
  const due = new Date(new Date(since).getTime() + check.unattendedMinutes * 60_000).toISOString();
  return (
    <div className="flex flex-wrap items-center gap-2 border-l-8 border-paint bg-well px-3 py-2">
      <p className="text-[1.1rem] font-bold">
        Stands since {whenText(since)}, to be looked at {whenText(due)}.
      </p>
      {check.fields.minutes && (
        <Button onClick={() => onChange(timed(on, 'minutes', seconds))}>
          Stood {Math.floor(seconds / 360) / 10} h
        </Button>
      )}
    </div>
  );
}

/** Clocks that go, kept in this browser. Without storage a clock goes as long as the page. */
const clocks = {
  startOf(jobId: string): number | null {
    try {
      return Number(localStorage.getItem(`ridge-clock/${jobId}`)) || null;
    } catch {
      return null;
    }
  },
  keep(jobId: string, at: number | null): void {
    try {
      if (at === null) localStorage.removeItem(`ridge-clock/${jobId}`);
      else localStorage.setItem(`ridge-clock/${jobId}`, String(at));
    } catch {
      // Nothing can be kept here: it goes on in memory.
    }
  },
};
