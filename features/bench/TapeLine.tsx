'use client';
import { clsx } from 'clsx';
import { Suspense } from 'react';
import {
  checkLabel,
  checkOf,
  instrumentName,
  outcomeLabel,
  type RawCheckEvent,
  readingText,
  STATE_WORDS,
  type StandingReading,
  TEMPERATURE_WORDS,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { PrintedWork, Remarks } from './panels.ts';
import { checkOfLine, type Line, whenText } from './tapeLines.ts';

/** What stood before a repair, beside the line that shows it after. */
export interface Before {
  readonly number: number;
  readonly event: RawCheckEvent;
}

interface Props {
  readonly line: Line;
  readonly standing: StandingReading | undefined;
  readonly before: Before | undefined;
  readonly habit: Habit;
  /** Its correction is asked for. */
  readonly asked: boolean;
  readonly canStrike: boolean;
  readonly onAsk: () => void;
  readonly onStrike: () => void;
  readonly onReplace: (event: RawCheckEvent) => void;
}

/** One line of the tape: what, when, who, its verdict, and how it is put right. */
export function TapeLine({ line, standing, before, habit, asked, canStrike, onAsk, onStrike, onReplace }: Props) {
  const { event } = line;
  const struck = line.struckBy !== null;
  const check = checkOfLine(event);
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
            {whenText(line.at)}
          </time>
          {line.timeDoubtful && <span className="font-bold text-rust"> (that clock was wrong)</span>} · {line.who}
          {line.imported && ' · from another shop'}
        </span>
        {!line.sent && <span className="font-bold text-rust">not sent yet</span>}
      </p>
      <div className="flex items-start justify-between gap-2">
        <div className={clsx('min-w-0 wrap-anywhere', struck && 'line-through decoration-2 opacity-60')}>
          {'correct' in event && (
            <p className="font-semibold text-rust">
              Line {event.correct} struck{event.reason ? `: ${event.reason}` : ''}
            </p>
          )}
          {check && <PrintedReading check={check} standing={standing} />}
          {before && (
            <p className="text-[0.9rem]">
              <span className="text-soft">before, line {before.number}:</span> {readingText(before.event)}
            </p>
          )}
          <Suspense fallback={null}>
            <PrintedWork event={event} habit={habit} />
          </Suspense>
        </div>
        {canStrike && (
          <button
            type="button"
            aria-expanded={asked}
            aria-label={`Correct line ${line.number}`}
            onClick={onAsk}
            className="min-h-tap min-w-tap shrink-0 text-[0.9rem] font-semibold text-soft underline decoration-line underline-offset-4"
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

/** A check as it was read, its verdict, and what is to be minded about it. */
function PrintedReading({ check, standing }: { check: RawCheckEvent; standing: StandingReading | undefined }) {
  const how = [
    check.condition ? STATE_WORDS[check.condition] : '',
    check.temperature ? TEMPERATURE_WORDS[check.temperature] : '',
    instrumentName(check.instrument) ?? '',
  ].filter(Boolean);
  return (
    <>
      <p className="leading-tight font-semibold">
        {checkLabel(check.check, check.cylinder ?? null)}
        {check.retest && <span className="text-soft"> (re-test)</span>}
      </p>
      <p className="text-[1.08rem] leading-snug">
        <VerdictSign standing={standing} /> {readingText(check)}
        {standing?.assessment.outcome && check.outcome === undefined && !check.symptoms && (
          <span className="font-bold"> → {outcomeLabel(checkOf(check.check), standing.assessment.outcome)}</span>
        )}
      </p>
      {standing && standing.assessment.remarks.length > 0 && (
        <Suspense fallback={null}>
          <Remarks remarks={standing.assessment.remarks} />
        </Suspense>
      )}
      {how.length > 0 && <p className="text-[0.85rem] text-soft">{how.join(', ')}</p>}
    </>
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
