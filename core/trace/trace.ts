import { advance, type Bench, type BenchSummary, nextChecks, openBench, summarise } from '../bench/index.ts';
import type { Case } from '../casefile/index.ts';
import { faultCards } from '../faults/cards.ts';
import { splitKey } from '../machine/key.ts';
import { whyLine } from '../wording/wording.ts';

const CARDS = faultCards();

export interface TraceOptions {
  /** Leave the ranked next checks out; the belief alone is much quicker. */
  readonly withoutNext?: boolean;
}

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));
const named = (key: string) => {
  const { id, cylinder } = splitKey(key);
  return cylinder === null ? { fault: id } : { fault: id, cylinder };
};

/** One step of a trace as printed; `event` 0 is the complaint alone, 1 the first event. */
export function traceStep(bench: Bench, event: number, options: TraceOptions = {}) {
  const summary = summarise(bench);
  return {
    event,
    suspects: summary.suspects.map((s) => ({ ...named(s.key), p: rounded(s.p, 6) })),
    none: rounded(summary.none, 6),
    sets: summary.sets.map((s) => ({ faults: s.keys.map(named), p: rounded(s.p, 6) })),
    conditions: summary.conditions.map((c) => ({ condition: c.id, p: rounded(c.p, 6) })),
    sides: Object.fromEntries(summary.sides.map((p, i) => [String(i + 1), rounded(p, 6)])),
    surprise: rounded(summary.surprise, 6),
    ...(summary.grossError === null ? {} : { slipped: summary.grossError }),
    unsteady: summary.conflicting,
    ...planOf(bench, summary, options),
    settled: summary.confirmed.map((s) => ({ ...named(s.fault), by: s.by })),
    phase: summary.phase,
    retests: summary.retests.map(({ check, cylinder, condition, temperature }) => ({
      check,
      ...(cylinder === null ? {} : { cylinder }),
      condition,
      ...(temperature === null ? {} : { temperature }),
    })),
  };
}

function planOf(bench: Bench, summary: BenchSummary, { withoutNext }: TraceOptions) {
  if (withoutNext) return { next: [] };
  const plan = nextChecks(bench, summary);
  return {
    expectedSearchMinutes: rounded(plan.expectedSearchMin, 2),
    next: plan.next.map((n) => ({
      check: n.check,
      ...(n.cylinder === null ? {} : { cylinder: n.cylinder }),
      condition: n.condition,
      ...(n.temperature === null ? {} : { temperature: n.temperature }),
      minutes: n.minutes,
      minutesSaved: rounded(n.minutesSaved, 2),
      why: whyLine(n, CARDS),
    })),
  };
}

export type TraceStep = ReturnType<typeof traceStep>;

/** Everything the reasoner says after every event of a case. */
export function traceCase(given: Case, options: TraceOptions = {}): { steps: TraceStep[] } {
  let bench = openBench(given);
  const steps = [traceStep(bench, 0, options)];
  given.events.forEach((event, i) => {
    bench = advance(bench, event);
    steps.push(traceStep(bench, i + 1, options));
  });
  return { steps };
}
