import {
  approvalText,
  backText,
  bookedText,
  GRADE_WORDS,
  laterText,
  needText,
  offText,
  PHOTO_WORDS,
  type RawBeside,
  seenName,
  sentText,
  supplyText,
  tightText,
} from '@/core/index.ts';

/** What was written down beside the tracing, as printed. */
export function BesideLine({ event }: { event: RawBeside }) {
  if ('seen' in event)
    return (
      <p>
        Also seen: {seenName({ part: event.seen, note: event.note ?? null })}
        {event.bad === 'safety' && <b> ⚠ {GRADE_WORDS.safety}</b>}
        {event.bad !== 'safety' && `, ${GRADE_WORDS[event.bad].toLowerCase()}`}
      </p>
    );
  if ('asked' in event)
    return (
      <p>
        Of line {event.asked} the customer says: {event.answer}
        {event.price !== undefined && `, at ${event.price}`}
      </p>
    );
  if ('off' in event)
    return (
      <p>
        Off: {offText(event)}
        {event.photo && <span className="text-soft"> (photo)</span>}
      </p>
    );
  if ('on' in event)
    return (
      <p>
        Back on: line {event.on}
        {event.tight !== undefined && `, ${tightText(event)}`}
      </p>
    );
  if ('need' in event) return <p>Part needed: {needText(event)}</p>;
  if ('supply' in event)
    return (
      <p>
        Part of line {event.supply}: {supplyText(event)}
      </p>
    );
  if ('approval' in event) return <p className="font-bold">{approvalText(event)}</p>;
  if ('booked' in event) return <p>{bookedText(event)}</p>;
  if ('sent' in event) return <p>Sent out: {sentText(event)}</p>;
  if ('back' in event)
    return (
      <p className={event.read.every(({ passes }) => passes) ? undefined : 'font-bold text-rust'}>
        Line {event.back} is back. {backText(event)}
      </p>
    );
  if ('later' in event) return <p>Later: {laterText(event)}</p>;
  return <p>Photo: {PHOTO_WORDS[event.of].toLowerCase()}</p>;
}
