import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readCase, type TraceStep, traceCase } from '@/core/index.ts';

/**
 * Whole cases with what must be believed after which event. The expectations were written and committed before the tables;
 * where one fails, the knowledge is mended, not the case. Trade expectations: common practice, no source.
 */
interface Expectation {
  readonly after: number;
  readonly first?: string;
  readonly atLeast?: number;
  readonly kind?: string;
  readonly rankAtMost?: number;
  readonly side?: number;
  readonly settled?: string;
  readonly unsettled?: string;
  readonly none?: number;
  readonly noneBelow?: number;
  readonly surpriseBelow?: number;
  readonly surpriseAtLeast?: number;
  /** Index of the event in the file's list, 0 = first. */
  readonly slipped?: number;
  readonly amongFirst?: { readonly suspect: string; readonly n: number };
  readonly nextAmongFirst?: { readonly check: string; readonly cylinder?: number; readonly n: number };
}
interface CaseTest {
  readonly title: string;
  readonly case: { readonly events: readonly Record<string, unknown>[] } & Record<string, unknown>;
  readonly expect: readonly Expectation[];
}

const folder = new URL('../cases/', import.meta.url);
const files = readdirSync(folder).filter((f) => f.endsWith('.json'));
const load = (file: string): CaseTest => JSON.parse(readFileSync(new URL(file, folder), 'utf8'));
const key = (s: { fault: string; cylinder?: number }) =>
  s.cylinder === undefined ? s.fault : `${s.fault}[${s.cylinder}]`;

function trace(raw: unknown, withoutNext = false): TraceStep[] {
  const read = readCase(raw);
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return traceCase(read.value, { withoutNext }).steps;
}

/** The cylinder named and everything it touches, swapped 1 for 2. */
const swapKey = (name: string) =>
  name.replace(/\[(\d)\]|-(\d)$/, (_, a, b) => (a ? `[${3 - Number(a)}]` : `-${3 - Number(b)}`));

function check(steps: readonly TraceStep[], e: Expectation): void {
  const step = steps[e.after]!;
  const where = `after event ${e.after}: ${JSON.stringify(step.suspects.slice(0, 4))}`;
  if (e.first !== undefined) {
    expect(key(step.suspects[0]!), where).toBe(e.first);
    if (e.atLeast !== undefined) expect(step.suspects[0]!.p, where).toBeGreaterThanOrEqual(e.atLeast);
  }
  if (e.kind !== undefined) {
    const rank = step.suspects.findIndex((s) => s.fault === e.kind);
    if (e.rankAtMost !== undefined) expect(rank + 1, where).toBeLessThanOrEqual(e.rankAtMost);
    if (e.atLeast !== undefined)
      expect(
        step.suspects.filter((s) => s.fault === e.kind).reduce((sum, s) => sum + s.p, 0),
        where,
      ).toBeGreaterThanOrEqual(e.atLeast);
  }
  if (e.side !== undefined) expect(step.sides[String(e.side)], where).toBeGreaterThanOrEqual(e.atLeast!);
  if (e.settled !== undefined) expect(step.settled.map(key), where).toContain(e.settled);
  if (e.unsettled !== undefined) expect(step.settled.map(key), where).not.toContain(e.unsettled);
  if (e.none !== undefined) expect(step.none, where).toBeGreaterThanOrEqual(e.none);
  if (e.noneBelow !== undefined) expect(step.none, where).toBeLessThan(e.noneBelow);
  if (e.surpriseBelow !== undefined) expect(step.surprise, where).toBeLessThan(e.surpriseBelow);
  if (e.surpriseAtLeast !== undefined) expect(step.surprise, where).toBeGreaterThanOrEqual(e.surpriseAtLeast);
  if (e.slipped !== undefined) expect(step.slipped, where).toBe(e.slipped + 1);
  if (e.amongFirst) expect(step.suspects.slice(0, e.amongFirst.n).map(key), where).toContain(e.amongFirst.suspect);
  if (e.nextAmongFirst) {
    const { check: id, cylinder, n } = e.nextAmongFirst;
    const next = step.next.slice(0, n).map((x) => ({ check: x.check, cylinder: x.cylinder }));
    expect(
      next.some((x) => x.check === id && (cylinder === undefined || x.cylinder === cylinder)),
      `${where} next ${JSON.stringify(step.next.slice(0, 6).map((x) => [x.check, x.cylinder, x.minutesSaved]))}`,
    ).toBe(true);
  }
}

function mirrored({ case: given, expect: expectations }: CaseTest): { raw: unknown; expectations: Expectation[] } {
  const history = given.history as { flags?: readonly string[] } | undefined;
  const swap = (c: unknown) => (typeof c === 'number' ? 3 - c : c);
  const events = given.events.map((event) => ({
    ...event,
    ...('cylinder' in event ? { cylinder: swap(event.cylinder) } : {}),
    ...('readings' in event
      ? {
          readings: Object.fromEntries(
            Object.entries(event.readings as object).map(([c, v]) => [String(3 - Number(c)), v]),
          ),
        }
      : {}),
  }));
  return {
    raw: { ...given, history: { ...history, flags: (history?.flags ?? []).map(swapKey) }, events },
    expectations: expectations.map((e) => ({
      ...e,
      ...(e.first ? { first: swapKey(e.first) } : {}),
      ...(e.settled ? { settled: swapKey(e.settled) } : {}),
      ...(e.unsettled ? { unsettled: swapKey(e.unsettled) } : {}),
      ...(e.side ? { side: 3 - e.side } : {}),
      ...(e.amongFirst ? { amongFirst: { ...e.amongFirst, suspect: swapKey(e.amongFirst.suspect) } } : {}),
      ...(e.nextAmongFirst?.cylinder
        ? { nextAmongFirst: { ...e.nextAmongFirst, cylinder: 3 - e.nextAmongFirst.cylinder } }
        : {}),
    })),
  };
}

/** The same figures in the other habit's units. */
function inOtherUnits(given: CaseTest['case']): unknown {
  const convert = (v: unknown): unknown => {
    if (Array.isArray(v)) return v.map(convert);
    if (typeof v !== 'object' || v === null) return v;
    const q = v as { value?: unknown; unit?: unknown };
    if (typeof q.value === 'number' && typeof q.unit === 'string') {
      if (q.unit === 'degC') return { value: q.value * 1.8 + 32, unit: 'degF' };
      if (q.unit === 'in') return { value: q.value * 25.4, unit: 'mm' };
      if (q.unit === 'V') return { value: q.value * 1000, unit: 'mV' };
      if (q.unit === 'mohm') return { value: q.value / 1000, unit: 'ohm' };
      if (q.unit === 'min') return { value: q.value * 60, unit: 's' };
      return v;
    }
    return Object.fromEntries(Object.entries(v).map(([k, inner]) => [k, convert(inner)]));
  };
  return convert(given);
}

/** The readings between two repairs, in reverse order. */
function shuffled(events: readonly Record<string, unknown>[]): Record<string, unknown>[] {
  const out: Record<string, unknown>[] = [];
  let run: Record<string, unknown>[] = [];
  for (const event of [...events, null]) {
    if (event !== null && 'check' in event) run.push(event);
    else {
      out.push(...run.reverse());
      run = [];
      if (event !== null) out.push(event);
    }
  }
  return out;
}

const byKey = (step: TraceStep) => new Map(step.suspects.map((s) => [key(s), s.p]));
function expectAlike(a: Map<string, number>, b: Map<string, number>, digits = 6): void {
  for (const name of new Set([...a.keys(), ...b.keys()])) {
    const [left, right] = [a.get(name) ?? 0, b.get(name) ?? 0];
    // Suspects under 0.001 are not printed.
    if (Math.max(left, right) > 0.0011) expect(left, name).toBeCloseTo(right, digits - 1);
  }
}

describe.each(files)('%s', (file) => {
  const test = load(file);
  const single = (test.case as { machine?: { engine: { cylinders: number } } }).machine?.engine.cylinders === 1;

  it(test.title, () => {
    const steps = trace(test.case);
    for (const e of test.expect) check(steps, e);
  });

  it.skipIf(single)('reads the same with the cylinders swapped', () => {
    const { raw, expectations } = mirrored(test);
    const [steps, plain] = [trace(raw), trace(test.case, true)];
    for (const e of expectations) check(steps, e);
    for (const [i, step] of steps.entries())
      expectAlike(new Map(step.suspects.map((s) => [swapKey(key(s)), s.p])), byKey(plain[i]!));
  });

  it('believes the same in whichever order the readings between two repairs come', () => {
    const last = trace(test.case, true).at(-1)!;
    expectAlike(byKey(trace({ ...test.case, events: shuffled(test.case.events) }, true).at(-1)!), byKey(last));
  });

  it('believes the same in other units', () => {
    const plain = trace(test.case, true);
    for (const [i, step] of trace(inOtherUnits(test.case), true).entries()) expectAlike(byKey(step), byKey(plain[i]!));
  });
});
