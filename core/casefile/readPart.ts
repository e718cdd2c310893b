import { findCheck } from '../checks/index.ts';
import type { EngineWords } from '../engine/index.ts';
import { unitsOf } from '../units/index.ts';
import { type Read, refuse } from './issues.ts';
import type { PartCard } from './partCard.ts';
import { readReading } from './readReading.ts';
import type { RawPartEvent } from './schema.ts';

/** A part on the bench: each of its readings as the check reads it, whatever cylinder it may come to sit on. */
export function readPart(
  event: RawPartEvent,
  path: string,
  engine: EngineWords,
): Read<{ readonly kind: 'part'; readonly card: PartCard }> {
  const read = (event.readings ?? []).map((raw, i) => {
    const check = findCheck(raw.check);
    const on = check?.scope === 'cylinder' ? { cylinder: 1 } : {};
    return readReading({ ...raw, ...on }, `${path}.readings[${i}]`, engine);
  });
  const issues = read.flatMap((r) => (r.ok ? [] : r.issues));
  if (event.leadLength && !unitsOf('length').includes(event.leadLength.unit))
    issues.push({
      path: `${path}.leadLength.unit`,
      message: `${event.leadLength.unit} does not measure length`,
      accepted: unitsOf('length'),
    });
  if (event.leadLength && !(event.leadLength.value > 0))
    issues.push({ path: `${path}.leadLength.value`, message: 'a lead is longer than nothing' });
  if (issues.length > 0) return refuse(...issues);
  const card: PartCard = {
    part: event.part,
    origin: event.origin,
    name: event.name ?? null,
    readings: read.flatMap((r) => (r.ok ? [r.value] : [])),
    mounting: event.mounting ?? null,
    leadLength: event.leadLength ?? null,
    connector: event.connector ?? null,
    carriedOver: event.carriedOver ?? [],
    price: event.price ?? null,
    fit: event.fit ?? 'not-tried',
  };
  return { ok: true, value: { kind: 'part', card } };
}
