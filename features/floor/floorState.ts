import {
  advance,
  awaited,
  awayText,
  type Bench,
  type BenchSummary,
  type Beside,
  CLOSE_WORDS,
  checkLabel,
  faultCards,
  faultLabel,
  nextChecks,
  notBackYet,
  type Phase,
  type Plan,
  type RawEvent,
  readCase,
  readEvent,
  replayAll,
  stateLabel,
  summarise,
} from '../../core/index.ts';

const CARDS = faultCards();
const SHOWN_SUSPECT = 0.3;

/** How a job stands, as the floor shows it. */
export interface FloorState {
  readonly phase: Phase;
  readonly waitsFor: string;
  /** The day on which what it waits for is promised; left out by states that were worked out earlier. */
  readonly dueOn?: string | null;
  /** Something stands by itself, to be looked at then; ISO time. */
  readonly standsUntil: string | null;
  /** The likeliest suspect, or null when nothing stands out. */
  readonly suspect: string | null;
}

/** `unread`: this version cannot read its record; nothing of it is touched. */
export type RowState = FloorState | { readonly phase: 'unread'; readonly why: string };

/** One line of a record, and when. */
interface Told {
  readonly seq: number;
  readonly at: string;
  readonly event: RawEvent;
}

/** A job's bench by its record. @param before the same bench some events ago, gone on with */
export function benchAfter(head: object, events: readonly Told[], before: Bench | undefined): Bench {
  const known = before?.printed.length ?? 0;
  if (!before || known > events.length) {
    const read = readCase({ ...head, events: events.map((e) => e.event) });
    if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('; '));
    return replayAll(read.value, read.value.events);
  }
  return events.slice(known).reduce((bench, { event }) => {
    const read = readEvent(event, '$', bench.head.engine, bench.known.figures);
    if (!read.ok) throw new Error(read.issues.map((i) => i.message).join('; '));
    return advance(bench, read.value);
  }, before);
}

/** How a job stands by its bench. */
export function floorStateOf(bench: Bench, events: readonly Told[]): FloorState {
  const summary = summarise(bench);
  const last = events.at(-1)?.event;
  const top = summary.suspects[0];
  const others = waitsForOthers(bench.beside);
  return {
    phase: summary.phase,
    waitsFor:
      last && 'close' in last
        ? CLOSE_WORDS[last.close]
        : (others?.waitsFor ?? waitsFor(summary, () => nextChecks(bench, summary))),
    dueOn: others?.dueOn ?? null,
    standsUntil: standsUntil(summary, events),
    suspect:
      summary.phase === 'tracing' && top && top.p >= SHOWN_SUSPECT
        ? `${faultLabel(top.key, CARDS)} (${Math.round(100 * top.p)} %)`
        : null,
  };
}

/** The hour at which the last thing that stands by itself is to be looked at. */
function standsUntil({ standing }: BenchSummary, events: readonly Told[]): string | null {
  const last = standing.at(-1);
  const since = last && events.find((e) => e.seq === last.event)?.at;
  return since ? new Date(new Date(since).getTime() + last.minutes * 60_000).toISOString() : null;
}

/** What nobody here can hurry: what is elsewhere, and parts; null where it waits for none. */
function waitsForOthers(beside: Beside): Required<Pick<FloorState, 'waitsFor' | 'dueOn'>> | null {
  const away = notBackYet(beside).find(({ back }) => back === null);
  if (away) {
    const { dueOn } = away;
    return { waitsFor: `Sent out: ${awayText(away)}${dueOn ? `, back by ${dueOn}` : ''}`, dueOn };
  }
  const [part] = awaited(beside);
  if (!part) return null;
  return part.now === 'wanted'
    ? { waitsFor: `Part to order: ${part.name}`, dueOn: null }
    : { waitsFor: `Part: ${part.name}, due ${part.dueOn}`, dueOn: part.dueOn };
}

function waitsFor(summary: BenchSummary, plan: () => Plan): string {
  const [standing] = summary.standing;
  if (standing) return `Set up: ${checkLabel(standing.check, null)}`;
  switch (summary.phase) {
    case 'repair':
      return `Repair: ${faultLabel(summary.confirmed[0]!.fault, CARDS)}`;
    case 'retest': {
      const [due] = summary.retests;
      return `Re-test: ${checkLabel(due!.check, due!.cylinder)}`;
    }
    case 'work': {
      const [due] = summary.work.due;
      return due ? `Work: ${due.steps[0]?.label ?? due.title}` : 'To be said: what let it in';
    }
    case 'ready':
      return 'Ready to close';
    case 'closed':
      return 'Closed';
    case 'tracing': {
      const next = plan().next[0];
      return next
        ? `Check: ${checkLabel(next.check, next.cylinder)} (${stateLabel(next)})`
        : 'Check: run it and listen';
    }
  }
}
