'use client';
import { useState } from 'react';
import {
  ACTION_WORDS,
  CLOSE_WORDS,
  checkLabel,
  checkOf,
  faultLabel,
  outcomeLabel,
  type RawEvent,
  readingText,
  STATE_WORDS,
  type StandingReading,
  TEMPERATURE_WORDS,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import { Button } from '@/ui/Button.tsx';
import type { PrintedEvent } from './jobFile.ts';
import type { Unsent } from './useRecord.ts';

interface Line {
  readonly key: string;
  readonly number: number;
  readonly at: string;
  readonly who: string;
  readonly event: RawEvent;
  readonly sent: boolean;
  /** The number of the line that struck this one. */
  readonly struckBy: number | null;
}

function linesOf(events: readonly PrintedEvent[], unsent: readonly Unsent[], people: readonly Person[]): Line[] {
  const name = (id: string) => people.find((p) => p.id === id)?.name ?? 'unknown';
  const struck = new Map<number, number>();
  const all = [
    ...events.map((e) => ({ key: e.id, number: e.seq, at: e.at, who: name(e.personId), event: e.event, sent: true })),
    ...unsent
      .filter((u) => !events.some((e) => e.id === u.id))
      .map((u, i) => ({
        key: u.id,
        number: events.length + 1 + i,
        at: u.at,
        who: name(u.personId),
        event: u.event,
        sent: false,
      })),
  ];
  for (const { number, event } of all) if ('correct' in event) struck.set(event.correct, number);
  return all.map((line) => ({ ...line, struckBy: struck.get(line.number) ?? null }));
}

interface Props {
  readonly events: readonly PrintedEvent[];
  readonly unsent: readonly Unsent[];
  readonly readings: readonly StandingReading[];
  readonly people: readonly Person[];
  readonly closed: boolean;
  readonly said: string;
  readonly onStrike: (number: number) => void;
  readonly onReplace: (number: number, event: Extract<RawEvent, { check: string }>) => void;
}

/** The record as a paper tape, the newest line on top. Nothing is rubbed out: a line is struck and a new one printed. */
export function Tape({ events, unsent, readings, people, closed, said, onStrike, onReplace }: Props) {
  const [asked, setAsked] = useState<number | null>(null);
  const lines = linesOf(events, unsent, people).reverse();
  return (
    <section
      aria-label="Tape"
      className="flex flex-col bg-sheet [background-image:radial-gradient(circle_at_7px_12px,var(--ground)_3.2px,transparent_3.6px)] [background-size:14px_24px] [background-repeat:repeat-y]"
    >
      <h2 className="px-3 pt-3 pl-6 text-[1.15rem] font-extrabold">Tape</h2>
      <ol className="pl-6">
        {lines.map((line) => (
          <TapeLine
            key={line.key}
            line={line}
            standing={readings.find((r) => r.event === line.number)}
            asked={asked === line.number}
            canStrike={
              !closed &&
              line.sent &&
              line.struckBy === null &&
              // A note, a closing and a bare strike have nothing that could be corrected.
              (('check' in line.event && line.event.check !== undefined) ||
                ('repair' in line.event && line.event.repair !== undefined))
            }
            onAsk={() => setAsked(asked === line.number ? null : line.number)}
            onStrike={() => {
              setAsked(null);
              onStrike(line.number);
            }}
            onReplace={(event) => {
              setAsked(null);
              onReplace(line.number, event);
            }}
          />
        ))}
        <li className="px-3 py-2 text-[0.95rem]">
          <span className="text-[0.85rem] text-soft">Complaint</span>
          <p>{said}</p>
        </li>
      </ol>
    </section>
  );
}

function TapeLine({
  line,
  standing,
  asked,
  canStrike,
  onAsk,
  onStrike,
  onReplace,
}: {
  line: Line;
  standing: StandingReading | undefined;
  asked: boolean;
  canStrike: boolean;
  onAsk: () => void;
  onStrike: () => void;
  onReplace: (event: Extract<RawEvent, { check: string }>) => void;
}) {
  const { event } = line;
  const struck = line.struckBy !== null;
  const check = 'check' in event && event.check !== undefined ? (event as Extract<RawEvent, { check: string }>) : null;
  return (
    <li
      className="border-b border-dashed border-line px-3 py-1.5"
      data-line={line.number}
      data-struck={struck || undefined}
    >
      <p className="flex justify-between gap-2 text-[0.82rem] text-soft">
        <span>
          {line.number} ·{' '}
          <time dateTime={line.at} suppressHydrationWarning>
            {new Date(line.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
          </time>{' '}
          · {line.who}
        </span>
        {!line.sent && <span className="font-bold text-rust">not sent yet</span>}
      </p>
      <div className="flex items-start justify-between gap-2">
        <div className={struck ? 'line-through decoration-2 opacity-60' : ''}>
          {'correct' in event && (
            <p className="font-semibold text-rust">
              Line {event.correct} struck{event.reason ? `: ${event.reason}` : ''}
            </p>
          )}
          {check && (
            <>
              <p className="leading-tight font-semibold">
                {checkLabel(check.check, check.cylinder ?? null)}
                {'retest' in check && check.retest && <span className="text-soft"> (re-test)</span>}
              </p>
              <p className="text-[1.08rem] leading-snug">
                <VerdictSign standing={standing} /> {readingText(check)}
                {standing?.assessment.outcome && check.outcome === undefined && !check.symptoms && (
                  <span className="font-bold">
                    {' '}
                    → {outcomeLabel(checkOf(check.check), standing.assessment.outcome)}
                  </span>
                )}
              </p>
              {(check.condition || check.temperature || check.instrument) && (
                <p className="text-[0.85rem] text-soft">
                  {[
                    check.condition ? STATE_WORDS[check.condition] : '',
                    check.temperature ? TEMPERATURE_WORDS[check.temperature] : '',
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </p>
              )}
            </>
          )}
          {'repair' in event && event.repair !== undefined && (
            <p className="font-bold">
              ⚒ {ACTION_WORDS[event.action!]}:{' '}
              {faultLabel(event.cylinder === undefined ? event.repair : `${event.repair}[${event.cylinder}]`)}
              {event.note ? `. ${event.note}` : ''}
            </p>
          )}
          {'close' in event && (
            <p className="font-bold">
              Closed: {CLOSE_WORDS[event.close]}
              {event.note ? `. ${event.note}` : ''}
            </p>
          )}
          {'note' in event && !('repair' in event) && !('close' in event) && !('correct' in event) && (
            <p>{event.note}</p>
          )}
        </div>
        {canStrike && (
          <button
            type="button"
            aria-expanded={asked}
            aria-label={`Correct line ${line.number}`}
            onClick={onAsk}
            className="min-h-12 min-w-12 text-[0.9rem] font-semibold text-soft underline decoration-line underline-offset-4"
          >
            Correct
          </button>
        )}
      </div>
      {asked && (
        <div className="flex flex-wrap gap-2 py-2">
          {check && <Button onClick={() => onReplace(check)}>Strike and take again</Button>}
          <Button look="stop" onClick={onStrike}>
            Strike it
          </Button>
        </div>
      )}
    </li>
  );
}

/** Verdict by sign, not by colour alone. */
function VerdictSign({ standing }: { standing: StandingReading | undefined }) {
  if (!standing) return null;
  const { outcome, severity, tooCloseToCall } = standing.assessment;
  const [sign, word] =
    outcome === null
      ? ['?', 'cannot tell']
      : tooCloseToCall
        ? ['≈', 'too close to call']
        : (severity ?? 0) <= 0.05
          ? ['✓', 'sound']
          : ['✗', 'finding'];
  return (
    <span
      role="img"
      aria-label={word}
      className="font-black"
      style={{ color: sign === '✗' ? 'var(--rust)' : sign === '✓' ? 'var(--sound)' : 'var(--soft)' }}
    >
      {sign}
    </span>
  );
}
