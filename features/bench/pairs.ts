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
  /** The same figure before and after, where there is one; left out by sheets that were printed earlier. */
  readonly figures?: { readonly before: number; readonly after: number; readonly unit: string } | null;
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
    figures: figuresOf(raw(before.event), raw(after.event)),
  };
}

/** One figure of the same unit in both. */
function figuresOf(before: RawCheckEvent | null, after: RawCheckEvent | null): BeforeAfterLine['figures'] {
  const figure = (event: RawCheckEvent | null) => {
    const value = event?.value ?? event?.fields?.value;
    return typeof value === 'object' && 'unit' in value ? (value as { value: number; unit: string }) : null;
  };
  const [a, b] = [figure(before), figure(after)];
  return a && b && a.unit === b.unit ? { before: a.value, after: b.value, unit: a.unit } : null;
}
