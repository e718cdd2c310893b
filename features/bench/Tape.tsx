'use client';
import { clsx } from 'clsx';
import {
  ACTION_WORDS,
  accessLabel,
  blockerSentence,
  CLOSE_WORDS,
  checkLabel,
  checkOf,
  faultLabel,
  instrumentName,
  outcomeLabel,
  type RawCheckEvent,
  type RawEvent,
  type RawUnmadeEvent,
  REMARK_WORDS,
  readingText,
  STATE_WORDS,
  type StandingReading,
  TEMPERATURE_WORDS,
  unmadeWords,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';
import { Button } from '@/ui/Button.tsx';

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

export interface Before {
  readonly number: number;
  readonly event: RawCheckEvent;
}

interface Props {
  readonly events: readonly PrintedEvent[];
  readonly unsent: readonly Unsent[];
  readonly readings: readonly StandingReading[];
  readonly people: readonly Person[];
  readonly closed: boolean;
  readonly said: string;
  /** What stood before a repair, by the number of the line that shows it after. */
  readonly befores: ReadonlyMap<number, Before>;
  /** The line whose correction is asked for. */
  readonly asked: number | null;
  readonly onAsk: (number: number | null) => void;
  readonly onStrike: (number: number) => void;
  readonly onReplace: (number: number, event: Extract<RawEvent, { check: string }>) => void;
  /** Types a refused reading again. */
  readonly onAgain: (unsent: Unsent) => void;
  readonly onLeaveOut: (id: string) => void;
}

/** Whether a printed line has something that can be corrected: a note, a closing and a bare strike have not. */
export const correctable = (event: RawEvent) =>
  'unmade' in event ||
  ('check' in event && event.check !== undefined) ||
  ('repair' in event && event.repair !== undefined);

/** The record as a paper tape, the newest line on top. Nothing is rubbed out: a line is struck and a new one printed. */
export function Tape({ events, unsent, readings, befores, people, closed, said, asked, onAsk, ...act }: Props) {
  const waiting = unsent.filter((u) => u.refused === null);
  const lines = linesOf(events, waiting, people).reverse();
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
            <div key={u.id} role="alert" className="mx-2 mb-2 ml-6 border-2 border-rust bg-well px-3 py-2">
              <p className="font-extrabold text-rust">Not taken down</p>
              <p className="font-semibold">{eventText(u.event)}</p>
              <p>
                {[...u.refused.issues.map((i) => i.message), ...u.refused.blockers.map((b) => blockerSentence(b))].join(
                  '; ',
                )}
              </p>
              <div className="mt-1.5 flex flex-wrap gap-1.5">
                {'check' in u.event && !closed && <Button onClick={() => act.onAgain(u)}>Type it again</Button>}
                <Button look="stop" onClick={() => act.onLeaveOut(u.id)}>
                  Leave it out
                </Button>
              </div>
            </div>
          ),
      )}
      <ol className="pl-6">
        {lines.map((line) => (
          <TapeLine
            key={line.key}
            line={line}
            standing={readings.find((r) => r.event === line.number)}
            before={befores.get(line.number)}
            asked={asked === line.number}
            canStrike={!closed && line.sent && line.struckBy === null && correctable(line.event)}
            onAsk={() => onAsk(asked === line.number ? null : line.number)}
            onStrike={() => {
              onAsk(null);
              act.onStrike(line.number);
            }}
            onReplace={(event) => {
              onAsk(null);
              act.onReplace(line.number, event);
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
}

function TapeLine({
  line,
  standing,
  before,
  asked,
  canStrike,
  onAsk,
  onStrike,
  onReplace,
}: {
  line: Line;
  standing: StandingReading | undefined;
  before: Before | undefined;
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
            {whenText(line.at)}
          </time>{' '}
          · {line.who}
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
              {standing?.assessment.remarks.map((remark) => (
                <p key={remark} className="text-[0.9rem] leading-snug font-semibold">
                  {REMARK_WORDS[remark] ?? remark}
                </p>
              ))}
              {(check.condition || check.temperature || check.instrument) && (
                <p className="text-[0.85rem] text-soft">
                  {[
                    check.condition ? STATE_WORDS[check.condition] : '',
                    check.temperature ? TEMPERATURE_WORDS[check.temperature] : '',
                    instrumentName(check.instrument) ?? '',
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </p>
              )}
            </>
          )}
          {before && (
            <p className="text-[0.9rem]">
              <span className="text-soft">before, line {before.number}:</span> {readingText(before.event)}
            </p>
          )}
          {'repair' in event && event.repair !== undefined && (
            <p className="font-bold">
              ⚒ {ACTION_WORDS[event.action!]}
              {event.temporary && ' for the time being'}:{' '}
              {faultLabel(event.cylinder === undefined ? event.repair : `${event.repair}[${event.cylinder}]`)}
              {event.note ? `. ${event.note}` : ''}
            </p>
          )}
          {'unmade' in event && <p>{unmadeText(event)}</p>}
          {'access' in event && (
            <p>
              {event.now === 'open' ? 'Opened' : 'Put back'}: {accessLabel(accessKey(event))}
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

const TIME = { hour: '2-digit', minute: '2-digit' } as const;

/** The time of day; with its date when that is not today. */
function whenText(iso: string): string {
  const at = new Date(iso);
  const today = at.toDateString() === new Date().toDateString();
  return at.toLocaleString('en-GB', today ? TIME : { day: 'numeric', month: 'short', ...TIME });
}

const accessKey = (event: { access: string; cylinder?: number | undefined }) =>
  event.cylinder === undefined ? event.access : `${event.access}[${event.cylinder}]`;

/** What could not be made, and why. */
function unmadeText({ unmade, cylinder, condition, temperature, because }: RawUnmadeEvent): string {
  const why = unmadeWords({
    condition: condition ?? checkOf(unmade).states[0]!,
    temperature: temperature ?? null,
    because,
  });
  return `Not made: ${checkLabel(unmade, cylinder ?? null)}. ${why}.`;
}

/** What an event says, for a line about it. */
export function eventText(event: RawEvent): string {
  if ('check' in event && event.check !== undefined) {
    return `${checkLabel(event.check, event.cylinder ?? null)}, ${readingText(event as RawCheckEvent)}`;
  }
  if ('repair' in event && event.repair !== undefined) return 'the repair';
  if ('unmade' in event) return unmadeText(event);
  if ('access' in event) return accessLabel(accessKey(event));
  if ('close' in event) return 'the closing';
  return 'correct' in event ? 'the correction' : 'the note';
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
