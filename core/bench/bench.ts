import type { CaseHead, JobEvent } from '../casefile/index.ts';
import { type AccessOnMachine, accessPlan, withAccess } from '../checks/index.ts';
import { type EngineKnown, type EngineWords, learnt } from '../engine/index.ts';
import { practiceOf } from '../house/house.ts';
import { catalogueFor } from '../reason/catalogue/catalogueFor.ts';
import { askedTriples } from '../reason/expand.ts';
import { compileNetwork, type Network } from '../reason/network.ts';
import { type Planner, plannerFor } from '../reason/planner.ts';
import { believedAgain } from './believedAgain.ts';
import { NOTHING_BESIDE, withBeside } from './beside.ts';
import { complained } from './complained.ts';
import { withWorkDone } from './conditionWork.ts';
import { withPartFitted } from './partFitted.ts';
import { withReadingTaken } from './readingTaken.ts';
import { withRepairMade } from './repairMade.ts';
import { type Bench, type BenchOptions, epochOf, houseMakes } from './state.ts';

/** The bench as it is with nothing but the complaint. */
export const openBench = (given: CaseHead, options: BenchOptions = {}): Bench => openedOn(given, given.engine, options);

/** @param engine its words as they came to be known in the end */
function openedOn(given: CaseHead, engine: EngineWords, options: BenchOptions): Bench {
  const head = { ...given, engine };
  const catalogue = catalogueFor(head.engine, head.history, options.weights);
  const base = compileNetwork(catalogue.network);
  return blank({ given, head, options, practice: practiceOf(head.house), catalogue, base }, base, []);
}

/** What no event changes. */
type Fixed = Pick<Bench, 'given' | 'head' | 'options' | 'practice' | 'catalogue' | 'base'>;

/** How the machine is opened, and the planner that goes by it; made when the first plan is asked for. */
function openedBy({ head, practice, catalogue, base }: Fixed, own: AccessOnMachine): Pick<Bench, 'access' | 'planner'> {
  const access = accessPlan(own);
  let planner: Planner | null = null;
  return {
    access,
    planner: () => {
      planner ??= plannerFor(catalogue, base, head.complaint, access, (check) => houseMakes(head, practice, check));
      return planner;
    },
  };
}

function blank(fixed: Fixed, network: Network, triples: Bench['triples']): Bench {
  const { given, head, options, practice, catalogue, base } = fixed;
  return {
    given,
    head: { ...head, figures: given.figures, access: given.access },
    known: given,
    judgedBy: new Map(),
    options,
    practice,
    catalogue,
    ...openedBy(fixed, given.access),
    base,
    network,
    belief: complained(network, head.complaint),
    epochs: [],
    triples,
    standing: [],
    printed: [],
    readings: [],
    repairs: [],
    parts: [],
    notPerformed: [],
    works: [],
    setUps: [],
    beside: NOTHING_BESIDE,
    letIn: [],
    waived: [],
    open: new Set(),
    hot: false,
    hasRun: false,
    lastCylinder: null,
    closed: null,
  };
}

/** The bench after one more event. A correction replays the record from its first event, as if the struck line had never been. */
export function advance(bench: Bench, event: JobEvent): Bench {
  const printed = [...bench.printed, event];
  if (event.kind === 'engine') {
    const { engine } = learnt(bench.known, event.learnt);
    // On another engine other things can be wrong: what was read is put to those.
    if (!sameWords(engine, bench.head.engine))
      return { ...replayed(openedOn(bench.given, engine, bench.options), [...bench.standing, event]), printed };
  }
  if (event.kind !== 'correct') return { ...stepped(bench, event), printed };
  const standing = [...bench.standing, null];
  // A correction of a correction strikes the line that was printed last in its place.
  standing[originOf(bench.printed, event.event) - 1] = judgedBy(event.replacement, bench.known);
  return { ...replayed(blank(bench, bench.base, []), standing), printed };
}

const sameWords = (a: EngineWords, b: EngineWords) =>
  [...new Set([...Object.keys(a), ...Object.keys(b)] as (keyof EngineWords)[])].every(
    (word) => (a[word] ?? 'unknown') === (b[word] ?? 'unknown'),
  );

/** What stands in the place of a struck reading was read when that was known. */
const judgedBy = (replacement: JobEvent | null, known: EngineKnown): JobEvent | null =>
  replacement?.kind === 'reading' ? { ...replacement, judgedBy: known } : replacement;

/**
 * A record put to a bench with nothing but the complaint. The sets of three that it asks for anywhere are put in all at once: they follow from what
 * each reading weighs by itself, so that nothing is believed twice, first without them.
 */
function replayed(start: Bench, standing: readonly (JobEvent | null)[]): Bench {
  const heard = new Set<number>();
  const triples: Triple[] = [];
  let weighed: Bench = { ...start, belief: { ...start.belief, weighedOnly: true } };
  for (const event of standing) {
    weighed = applied(weighed, event);
    triples.push(...askedTriples(weighed.network, weighed.belief, heard));
  }
  return triples.length === 0 ? standing.reduce(applied, start) : expandedBy(weighed, triples);
}

/** One standing event put to the bench; the hypotheses are expanded by the sets of three that it asks for. */
function stepped(bench: Bench, event: JobEvent | null): Bench {
  const next = applied(bench, event);
  const asked = askedTriples(next.network, next.belief);
  return asked.length === 0 ? next : expandedBy(next, asked);
}

type Triple = Bench['triples'][number];

/** The same bench over more hypotheses. */
function expandedBy(bench: Bench, asked: readonly Triple[]): Bench {
  const triples = [...bench.triples, ...asked];
  const network = compileNetwork(bench.catalogue.network, triples, bench.network);
  return { ...bench, network, triples, belief: believedAgain(bench, network) };
}

/** The number of the event that a chain of corrections began with. */
export function originOf(printed: readonly JobEvent[], number: number): number {
  const event = printed[number - 1];
  return event?.kind === 'correct' ? originOf(printed, event.event) : number;
}

/** The bench after a whole record, as if it had been taken down event by event. */
export function replayAll(head: CaseHead, events: readonly JobEvent[], options: BenchOptions = {}): Bench {
  const standing: (JobEvent | null)[] = [];
  let known: EngineKnown = head;
  for (const [number, event] of events.entries()) {
    standing.push(event.kind === 'correct' ? null : event);
    if (event.kind === 'engine') known = learnt(known, event.learnt);
    if (event.kind === 'correct')
      standing[originOf(events.slice(0, number), event.event) - 1] = judgedBy(event.replacement, known);
  }
  return { ...replayed(openedOn(head, known.engine, options), standing), printed: events };
}

/** The bench as it was before a line of its record, struck lines left out. */
export function benchBefore({ given, options, standing }: Bench, line: number): Bench {
  const before = standing.slice(0, line - 1);
  const known = knownAfter(given, before);
  return { ...replayed(openedOn(given, known.engine, options), before), printed: asPrinted(before) };
}

/** The benches as they were before several lines of a record, in the order of the lines: each goes on from the one before it. */
export function benchesBefore(bench: Bench, lines: readonly number[]): readonly Bench[] {
  let [last, done] = [null as Bench | null, 0];
  return lines.map((line) => {
    const since = bench.standing.slice(done, line - 1);
    // What was learnt of the engine may change what can be wrong with it: then it is put together anew.
    if (last === null || line <= done || !sameWords(knownAfter(last.known, since).engine, last.head.engine))
      last = benchBefore(bench, line);
    else last = { ...replayed(last, since), printed: asPrinted(bench.standing.slice(0, line - 1)) };
    done = line - 1;
    return last;
  });
}

/** What is known of the engine after those events. */
const knownAfter = (known: EngineKnown, events: Bench['standing']): EngineKnown =>
  events.reduce<EngineKnown>((k, e) => (e?.kind === 'engine' ? learnt(k, e.learnt) : k), known);

/** A struck line keeps its number. */
const asPrinted = (standing: Bench['standing']): readonly JobEvent[] =>
  standing.map((event): JobEvent => event ?? { kind: 'note', note: '' });

/** One standing event put to the bench, the hypotheses as they are. */
function applied(bench: Bench, event: JobEvent | null): Bench {
  const number = bench.standing.length + 1;
  const standing = [...bench.standing, event];
  switch (event?.kind) {
    case 'reading':
      return { ...withReadingTaken(bench, event, number), standing };
    case 'engine': {
      const known = learnt(bench.known, event.learnt);
      return { ...bench, standing, known, head: { ...bench.head, figures: known.figures } };
    }
    case 'repair':
      return { ...withPartFitted(withRepairMade(bench, event.repair, number), event.repair, number), standing };
    case 'part':
      return { ...bench, standing, parts: [...bench.parts, { event: number, card: event.card }] };
    case 'work':
      return { ...withWorkDone(bench, event, number), standing };
    case 'setUp':
      return { ...bench, standing, setUps: [...bench.setUps, { event: number, check: event.check }] };
    case 'seen':
    case 'asked':
    case 'off':
    case 'on':
    case 'photo':
    case 'need':
    case 'supply':
    case 'approval':
    case 'booked':
    case 'sent':
    case 'back':
    case 'later':
      return { ...bench, standing, beside: withBeside(bench.beside, event, number) };
    case 'letIn':
      return { ...bench, standing, letIn: [...bench.letIn, { ...event, event: number }] };
    case 'waived':
      return { ...bench, standing, waived: [...bench.waived, { ...event, event: number }] };
    case 'access':
      return { ...bench, standing, open: openAfter(bench, event.key, event.open) };
    case 'took': {
      const access = withAccess(bench.head.access, event.access, event.change);
      return { ...bench, standing, head: { ...bench.head, access }, ...openedBy(bench, access) };
    }
    case 'unmade':
      return {
        ...bench,
        standing,
        notPerformed: [...bench.notPerformed, { ...event.unmade, event: number, epoch: epochOf(bench) }],
      };
    case 'close':
      return { ...bench, standing, closed: { event: number, kind: event.close, note: event.note } };
    default:
      return { ...bench, standing };
  }
}

/** What stands open once one thing was opened or put back: the way to it comes with it, and what lies behind goes with it. */
function openAfter({ open, access }: Bench, key: string, opened: boolean): ReadonlySet<string> {
  const cylinder = Number(/\[(\d)\]/.exec(key)?.[1] ?? 0) || null;
  if (opened) return new Set([...open, ...access.chain([key.replace(/\[\d\]/, '[c]')], cylinder)]);
  return new Set([...open].filter((other) => other !== key && !access.liesBehind(other, key)));
}
