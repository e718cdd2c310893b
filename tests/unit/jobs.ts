import { advance, type Bench, type EngineWords, type JobEvent, openBench, readCase, readEvent } from '@/core/index.ts';

/** The engine most tests speak of. */
export const TWIN: EngineWords = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pump',
  lifters: 'solid',
  ignition: 'coil-per-cylinder',
  compressionRelease: 'none',
  carburettor: 'two-barrel',
};

/** An event through the door; what the door refuses is the test's own mistake. */
export function eventOf(raw: object, engine: EngineWords = TWIN): JobEvent {
  const read = readEvent(raw, '$', engine);
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value;
}

/** A job with nothing but its complaint. */
export function complaintOf(
  complaint: readonly string[],
  extra: { flags?: readonly string[]; hours?: number; storedMonths?: number; engine?: Partial<EngineWords> } = {},
): Bench {
  const { engine, ...history } = extra;
  const read = readCase({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine: { ...TWIN, ...engine } },
    history: { flags: [], ...history },
    complaint,
    events: [],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return openBench(read.value);
}

/** The bench after these events. */
export function withEvents(bench: Bench, ...events: object[]): Bench {
  return events.reduce<Bench>((b, raw) => advance(b, eventOf(raw, b.head.engine)), bench);
}
