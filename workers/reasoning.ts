import {
  advance,
  type Bench,
  type BenchPlan,
  type BenchSummary,
  type CheckDefinition,
  checkOf,
  checksSeeing,
  type Explanation,
  explainSuspect,
  fromSi,
  type JobEvent,
  type Money,
  type NextCheck,
  nextChecks,
  type PartId,
  type PartsInVain,
  partsInVain,
  type Quote,
  quoteOf,
  readCase,
  readEvent,
  replayAll,
  summarise,
  type Weighed,
  warmingUp,
  weighed,
} from '../core/index.ts';
import type { Believed, PreparedCheck } from './answers.ts';

/** The longest a question waits for work that nobody asked for [ms]. */
const SLICE_MS = 12;
const PREPARED_CHECKS = 5;
/**
 * So many readings that nobody took are worked out and thrown away on a page just opened, and of so many the list as well: what has run often
 * is compiled, and else the first readings of the technician would be what it is learnt on.
 */
const TRIAL_READINGS = 150;
const TRIAL_PLANS = 30;

/** The next slice of warming is put behind whatever was asked meanwhile. */
export type Later = (work: () => void) => void;

/**
 * The reasoner behind the page: one job, asked one question at a time. A question is answered at once; tables are made, and code is
 * run in, in slices between questions.
 */
export class Reasoning {
  private bench: Bench | null = null;
  private summary: BenchSummary | null = null;
  private warming: { readonly of: Bench['base']; readonly steps: Generator<void> } | null = null;
  /** The last plan, and what it was worked out of. */
  private planned: { readonly of: Bench; readonly plan: BenchPlan } | null = null;
  private trials = 0;
  private round = 0;

  constructor(private readonly later: Later) {}

  /** Takes up a job with its record so far. @throws Error when it is not a case */
  open(head: unknown, events: readonly unknown[]): Believed {
    const read = readCase({ ...(head as object), events });
    if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('; '));
    const believed = this.believe(() => replayAll(read.value, read.value.events));
    this.warmUp(null);
    return believed;
  }

  /** One more event. @throws Error when no job is open or the event is not one */
  add(event: unknown): Believed {
    const before = this.opened();
    const read = readEvent(event, '$', before.head.engine, before.known.figures);
    if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('; '));
    return this.believe(() => advance(before, read.value));
  }

  /** One more event that the page has read already. @throws Error when no job is open */
  addRead(event: JobEvent): Believed {
    const before = this.opened();
    return this.believe(() => advance(before, event));
  }

  /** What to check next after that many events; null when the record has moved on. */
  plan(events: number): { readonly plan: BenchPlan; readonly tookMs: number } | null {
    const bench = this.opened();
    if (bench.printed.length !== events) return null;
    const began = performance.now();
    const plan = this.planOf(bench);
    this.warmUp(plan.next.slice(0, PREPARED_CHECKS));
    return { plan, tookMs: performance.now() - began };
  }

  /** What each answer of a check would do, and why it is not among the next; null where it is not made on this engine. */
  weigh(check: PreparedCheck): Weighed | null {
    const bench = this.opened();
    return weighed(bench, check, this.planOf(bench).next);
  }

  /** What a repair on belief alone may cost for nothing; null where it is proven. */
  inVain(key: string): PartsInVain | null {
    return partsInVain(this.opened(), this.summary!, key);
  }

  /** What the job has come to, and may come to by what is believed. */
  quote(money: Money): Quote {
    return quoteOf(this.opened(), money);
  }

  /** What speaks for and against a suspect. @throws RangeError for a fault this engine cannot have */
  explain(key: string): Explanation {
    return explainSuspect(this.opened(), key);
  }

  /** The checks that speak of a part, those that can settle it first. */
  checksSeeing(part: PartId): readonly string[] {
    return checksSeeing(part, this.opened().head.engine);
  }

  /** A check came onto the plate: its tables are made while it is measured. */
  prepare(check: PreparedCheck): void {
    const bench = this.bench;
    if (!bench) return;
    for (const inFigures of [false, true])
      this.later(() => {
        if (this.bench === bench) tryOut(bench, check, inFigures);
      });
  }

  private planOf(bench: Bench): BenchPlan {
    if (this.planned?.of !== bench) this.planned = { of: bench, plan: nextChecks(bench, this.summary!) };
    return this.planned.plan;
  }

  private opened(): Bench {
    if (!this.bench) throw new Error('no job is open');
    return this.bench;
  }

  private believe(work: () => Bench): Believed {
    const began = performance.now();
    const bench = work();
    const summary = summarise(bench);
    this.bench = bench;
    this.summary = summary;
    // Its plan is asked for next: nothing stands in the way of that.
    this.round++;
    const { readings, open, repairs, printed } = bench;
    const tookMs = performance.now() - began;
    return { events: printed.length, summary, readings, open: [...open], repairs, tookMs };
  }

  /**
   * Goes on making the tables of a plan, then tries out the checks most likely to be read next; a newer question starts it anew.
   * @param next those checks, or null where they are still to be worked out
   */
  private warmUp(next: readonly NextCheck[] | null): void {
    const bench = this.bench!;
    const round = ++this.round;
    if (this.warming?.of !== bench.base) this.warming = { of: bench.base, steps: warmingUp(bench) };
    const { steps } = this.warming;
    const tries = this.tryingOut(bench, next);
    const slice = () => {
      if (this.round !== round) return;
      const until = performance.now() + SLICE_MS;
      do {
        if (steps.next().done !== true) continue;
        const { done, value } = tries.next();
        if (done === true) return;
        if (value === 'long next') break;
      } while (performance.now() < until);
      this.later(slice);
    };
    this.later(slice);
  }

  /** Tries out checks one after the other; says so before what takes as long as a slice by itself, that a question may go first. */
  private *tryingOut(bench: Bench, next: readonly NextCheck[] | null): Generator<'long next' | undefined, void> {
    if (!next) yield 'long next';
    const checks = next ?? nextChecks(bench, this.summary!).next.slice(0, PREPARED_CHECKS);
    for (let tried = 0; tried < checks.length || this.trials < TRIAL_READINGS + TRIAL_PLANS; tried++) {
      if (checks.length === 0) return;
      const then = tryOut(bench, checks[tried % checks.length]!, tried % 2 === 1);
      if (then && this.trials >= TRIAL_READINGS) {
        yield 'long next';
        nextChecks(then.bench, then.summary);
      }
      this.trials++;
      yield;
    }
  }
}

/** Works out, and leaves, what one reading of a check would do, in words or in figures: its tables stay. */
function tryOut(bench: Bench, { check: id, cylinder, condition, temperature }: PreparedCheck, inFigures: boolean) {
  const check = checkOf(id);
  const fields = inFigures ? figuresOf(check) : {};
  const reading = {
    check: id,
    ...(check.scope === 'cylinder' && cylinder !== null ? { cylinder } : {}),
    condition,
    ...(temperature === null ? {} : { temperature }),
    ...(Object.keys(fields).length > 0
      ? { fields }
      : check.outcomes[1]
        ? { outcome: check.outcomes[1].id }
        : { symptoms: [] }),
  };
  const read = readEvent(reading, '$', bench.head.engine);
  if (!read.ok) return null;
  const after = advance(bench, read.value);
  return { bench: after, summary: summarise(after) };
}

/** Some figure for each that a check asks for: the middle of what it can be. */
const figuresOf = ({ fields }: CheckDefinition) =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, field]) =>
      field.kind === 'number' && field.required
        ? [[name, fromSi((field.min + field.max) / 2, field.dimension, field.habit.metric)]]
        : [],
    ),
  );
