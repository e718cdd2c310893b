/// <reference lib="webworker" />
import {
  advance,
  type Bench,
  type CheckDefinition,
  checkOf,
  explainSuspect,
  fromSi,
  type NextCheck,
  nextChecks,
  openBench,
  readCase,
  readEvent,
  summarise,
  warmingUp,
} from '../core/index.ts';
import type { FromReasoner, PreparedCheck, ToReasoner } from './messages.ts';

/** Belief and planning off the page's thread. The ridge is answered first, the list of next checks after it. */
let bench: Bench | null = null;
/** Answers to an older question are not sent once a newer one came in. */
let latest = 0;

const answer = (message: FromReasoner) => self.postMessage(message);

self.onmessage = ({ data }: MessageEvent<ToReasoner>) => {
  try {
    handle(data);
  } catch (error) {
    answer({ kind: 'failed', ticket: data.ticket, message: error instanceof Error ? error.message : String(error) });
  }
};

function handle(message: ToReasoner): void {
  switch (message.kind) {
    case 'open': {
      const read = readCase({ ...(message.head as object), events: message.events });
      if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('; '));
      bench = read.value.events.reduce(advance, openBench(read.value));
      speak(message.ticket);
      break;
    }
    case 'add': {
      if (!bench) throw new Error('no job is open');
      const read = readEvent(message.event, '$', bench.head.engine);
      if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('; '));
      const began = performance.now();
      bench = advance(bench, read.value);
      speak(message.ticket, began);
      break;
    }
    case 'prepare':
      if (bench) for (const inFigures of [false, true]) makeTables(bench, message.check, inFigures);
      break;
    case 'explain':
      if (!bench) throw new Error('no job is open');
      answer({ kind: 'explained', ticket: message.ticket, explanation: explainSuspect(bench, message.key) });
  }
}

function speak(ticket: number, began = performance.now()): void {
  latest = ticket;
  const now = bench!;
  const summary = summarise(now);
  answer({
    kind: 'believed',
    ticket,
    events: now.printed.length,
    summary,
    readings: now.readings,
    open: [...now.open],
    repairs: now.repairs,
    tookMs: performance.now() - began,
  });
  const still = () => latest === ticket && bench === now;
  // A reading that came in meanwhile is served before this one's list.
  warmUp(now, still, () => {
    const planning = performance.now();
    const plan = nextChecks(now, summary);
    answer({ kind: 'planned', ticket, events: now.printed.length, plan, tookMs: performance.now() - planning });
    prepare(now, plan.next.slice(0, PREPARED_CHECKS), still);
  });
}

/** The longest a reading waits for tables that are being made. */
const SLICE_MS = 12;
let warming: { readonly of: Bench['base']; readonly steps: Generator<void> } | null = null;

/** Makes the tables of a first plan in slices, then goes on; a newer question ends it, and takes up where it was left. */
function warmUp(now: Bench, still: () => boolean, then: () => void): void {
  if (warming?.of !== now.base) warming = { of: now.base, steps: warmingUp(now) };
  const { steps } = warming;
  setTimeout(() => {
    if (!still()) return;
    const until = performance.now() + SLICE_MS;
    let over = false;
    while (!over && performance.now() < until) over = steps.next().done === true;
    if (over) then();
    else warmUp(now, still, then);
  });
}

const PREPARED_CHECKS = 5;
/**
 * So many readings that nobody took are worked out and thrown away on a page just opened, and of so many the list as well: what has run often
 * is compiled, and else the first readings of the technician would be what it is learnt on.
 */
const TRIAL_READINGS = 150;
const TRIAL_PLANS = 30;
let trials = 0;

/** The tables of the checks most likely to be read next are made while nobody waits; then, once a page, readings and lists are tried. */
function prepare(now: Bench, checks: readonly NextCheck[], still: () => boolean, at = 0): void {
  if (checks.length === 0 || (at >= checks.length && trials >= TRIAL_READINGS + TRIAL_PLANS)) return;
  setTimeout(() => {
    if (!still()) return;
    let next = at;
    for (const until = performance.now() + SLICE_MS; performance.now() < until; next++) {
      if (next >= checks.length && trials >= TRIAL_READINGS + TRIAL_PLANS) return;
      const then = makeTables(now, checks[next % checks.length]!, next % 2 === 1);
      if (then && trials >= TRIAL_READINGS) nextChecks(then.bench, then.summary);
      trials++;
    }
    prepare(now, checks, still, next);
  });
}

/** Works out, and throws away, what one reading of a check would do, in words or in figures: its tables stay. */
function makeTables(now: Bench, { check: id, cylinder, condition, temperature }: PreparedCheck, inFigures: boolean) {
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
  const read = readEvent(reading, '$', now.head.engine);
  if (!read.ok) return null;
  const bench = advance(now, read.value);
  return { bench, summary: summarise(bench) };
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
