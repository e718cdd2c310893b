import { Suspense } from 'react';
import {
  ACTION_WORDS,
  accessLabel,
  CAUTIONS_IN_SHORT,
  CLOSE_WORDS,
  carburettorText,
  checkLabel,
  faultLabel,
  partCardText,
  type RawEvent,
  readingText,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { EngineLine } from './EngineLine.tsx';
import { useFaultCards } from './FaultWords.tsx';
import { BesideLine, ConditionLine } from './laterLine.ts';
import { TookLine } from './TookLine.tsx';
import { accessKey, isBeside, notPerformedText, setUpText } from './tapeLines.ts';

/** A repair, what was not made, what was opened, what was learnt of the engine, a closing, a note. */
export function PrintedWork({ event, habit }: { event: RawEvent; habit: Habit }) {
  const cards = useFaultCards();
  if ('repair' in event && event.repair !== undefined)
    return (
      <p className="font-bold">
        ⚒ {ACTION_WORDS[event.action!]}
        {event.temporary && ' for the time being'}:{' '}
        {faultLabel(event.cylinder === undefined ? event.repair : `${event.repair}[${event.cylinder}]`, cards)}
        {event.fitted !== undefined && `. Fitted: the part of line ${event.fitted}`}
        {event.did && `. ${carburettorText(event.did)}`}
        {event.note ? `. ${event.note}` : ''}
      </p>
    );
  if ('unmade' in event) return <p>{notPerformedText(event)}</p>;
  if ('setUp' in event) return <p>{setUpText(event)}</p>;
  if ('heeded' in event)
    return (
      <p className="text-[0.9rem] text-soft">
        Cautions read: {CAUTIONS_IN_SHORT[event.heeded[0]!].toLowerCase()}
        {event.heeded.length > 1 && `, ${event.heeded.length - 1} more`}
      </p>
    );
  if ('part' in event)
    return (
      <>
        <p className="font-bold">On the bench. {partCardText(event)}</p>
        {(event.readings ?? []).map((reading) => (
          <p key={reading.check}>
            {checkLabel(reading.check, null)}: {readingText(reading)}
          </p>
        ))}
        <p className="text-[0.9rem] text-soft">Its readings are the part's until it is fitted.</p>
      </>
    );
  if (isBeside(event))
    return (
      <Suspense fallback={null}>
        <BesideLine event={event} />
      </Suspense>
    );
  if ('took' in event) return <TookLine event={event} />;
  if ('access' in event)
    return (
      <p>
        {event.now === 'open' ? 'Opened' : 'Put back'}: {accessLabel(accessKey(event))}
      </p>
    );
  if ('engine' in event) return <EngineLine event={event} habit={habit} />;
  if ('work' in event || 'letIn' in event || 'waived' in event)
    return (
      <Suspense fallback={null}>
        <ConditionLine event={event} />
      </Suspense>
    );
  if ('close' in event)
    return (
      <p className="font-bold">
        Closed: {CLOSE_WORDS[event.close]}
        {event.note ? `. ${event.note}` : ''}
      </p>
    );
  return 'note' in event && !('correct' in event) ? <p>{event.note}</p> : null;
}
