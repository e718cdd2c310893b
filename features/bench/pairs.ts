import {
  type BeforeAfter,
  checkLabel,
  checkOf,
  outcomeLabel,
  type RawCheckEvent,
  readingText,
  type StandingReading,
  stateLabel,
} from '@/core/index.ts';

export interface BeforeAfterLine {
  readonly key: string;
  readonly check: string;
  readonly before: string;
  readonly after: string;
}

/** One check before and after a repair, as printed. */
export function beforeLineText(
  { before, after }: BeforeAfter,
  raw: (event: number) => RawCheckEvent | null,
): BeforeAfterLine {
  const text = (standing: StandingReading) => {
    const event = raw(standing.event);
    const { outcome } = standing.assessment;
    const verdict =
      outcome !== null && event?.outcome === undefined && event?.symptoms === undefined
        ? ` → ${outcomeLabel(checkOf(standing.reading.check), outcome)}`
        : '';
    return `${event ? readingText(event) : outcomeLabel(checkOf(standing.reading.check), outcome)}${verdict} (${stateLabel(standing.reading)})`;
  };
  return {
    key: `${before.event}/${after.event}`,
    check: checkLabel(after.reading.check, after.reading.cylinder),
    before: text(before),
    after: text(after),
  };
}
