import 'server-only';
import {
  advance,
  type Bench,
  type BenchPlan,
  type BenchSummary,
  nextChecks,
  type Read,
  readEvent,
  replayAll,
  summarise,
} from '@/core/index.ts';
import { KeptBenches } from '../keptBenches.ts';
import type { Stand } from '../printedEvent.ts';
import { caseOf, type JobFile, said } from './jobFile.ts';
import { keepWarm } from './keepWarm.ts';

const KEPT = { benches: 120, tables: 12 };

/** The benches of the jobs that were asked about last, and what is believed on each. */
class Benches {
  private readonly kept = new KeptBenches(KEPT.benches, KEPT.tables);
  private readonly stands = new WeakMap<Bench, { readonly summary: BenchSummary; readonly plan: BenchPlan }>();

  /** The bench of a job after so many events, where it is kept: a record of that length never changes. */
  at(jobId: string, events: number): Bench | undefined {
    return this.kept.get(`${jobId}/${events}`);
  }

  forget(): void {
    this.kept.clear();
  }

  /** The bench of a job: kept, gone on with from the event before, or replayed. */
  of(jobId: string, file: JobFile): Bench {
    keepWarm(file.head);
    const bench = this.at(jobId, file.events.length) ?? this.worked(jobId, file);
    this.kept.keep(`${jobId}/${file.events.length}`, bench);
    return bench;
  }

  /** A bench after one more event, which is read here; the issues where it is none. */
  after(bench: Bench, event: unknown, path: string): Read<Bench> {
    const read = readEvent(event, path, bench.head.engine, bench.known.figures);
    return read.ok ? { ok: true, value: advance(bench, read.value) } : read;
  }

  /** Where a bench stands and what to check next; worked out once for each bench. */
  stand(bench: Bench): { readonly summary: BenchSummary; readonly plan: BenchPlan } {
    let stand = this.stands.get(bench);
    if (!stand) {
      const summary = summarise(bench);
      stand = { summary, plan: nextChecks(bench, summary) };
      this.stands.set(bench, stand);
    }
    return stand;
  }

  private worked(jobId: string, file: JobFile): Bench {
    const last = file.events.at(-1);
    const before = last && this.at(jobId, file.events.length - 1);
    if (!before) {
      const whole = caseOf(file);
      return replayAll(whole, whole.events);
    }
    const after = this.after(before, last.event, `$.events[${last.seq - 1}]`);
    if (!after.ok) throw new Error(`stored event does not read: ${said(after.issues)}`);
    return after.value;
  }
}

/** One per process: the bundler gives pages and route handlers a copy of every module each, and each copy would make every table anew. */
const shared = globalThis as typeof globalThis & { ridgeBoltBenches?: Benches };
shared.ridgeBoltBenches ??= new Benches();
const benches = shared.ridgeBoltBenches;

/** The bench of a job, replayed or gone on with; the last few are kept. @throws Error when a stored record is not a case */
export const benchOf = (jobId: string, file: JobFile): Bench => benches.of(jobId, file);

/** The bench of a job after so many events, where it is kept. */
export const keptBench = (jobId: string, events: number): Bench | undefined => benches.at(jobId, events);

/** Forgets every bench: the records they stood on are of another database. */
export const forgetBenches = (): void => benches.forget();

/** A bench after one more event from outside; the issues at `path` where it is none. */
export const benchAfter = (bench: Bench, event: unknown, path: string): Read<Bench> =>
  benches.after(bench, event, path);

/** Where a bench stands and what to check next. */
export const standOf = (bench: Bench): { readonly summary: BenchSummary; readonly plan: BenchPlan } =>
  benches.stand(bench);

/** Where a bench stands, as a page is told: what the worker would say of the same record. */
export function toldOf(bench: Bench): Stand {
  const { printed, readings, open, repairs } = bench;
  return { ...standOf(bench), events: printed.length, readings, open: [...open], repairs };
}
