import type {
  BenchPlan,
  Explanation,
  JobEvent,
  Money,
  PartId,
  PartsInVain,
  Quote,
  RawEvent,
  Weighed,
} from '@/core/index.ts';
import type { Stand } from '@/features/record/printedEvent.ts';
import type { Believed, PreparedCheck } from '@/workers/answers.ts';
import type { Reasoning } from '@/workers/reasoning.ts';

type Answers<T> = {
  readonly [K in keyof T]: T[K] extends (...a: infer A) => infer R ? (...a: A) => Promise<Awaited<R>> : never;
};

/** A worker as far as this needs it. */
export interface SpawnedReasoner {
  readonly ask: Answers<
    Pick<
      Reasoning,
      'open' | 'add' | 'addRead' | 'plan' | 'explain' | 'weigh' | 'inVain' | 'quote' | 'checksSeeing' | 'prepare'
    >
  >;
  /** Calls back once, should the worker die of itself. */
  readonly onDeath: (died: (error: Error) => void) => void;
  readonly stop: () => void;
}

/** How it stands with the reasoner: it works, it was started anew by itself, or it gave up. */
export type Health = { readonly state: 'well' | 'restarting' } | { readonly state: 'stopped'; readonly why: string };

export interface ReasonerEvents {
  readonly believed: (believed: Believed) => void;
  readonly planned: (events: number, plan: BenchPlan, tookMs?: number) => void;
  readonly health: (health: Health) => void;
}

/** A worker that says nothing for so long is dead, whatever it says of itself [ms]. */
export const SILENT_MS = 20_000;

/** The worker died or fell silent; what was asked of it may be asked of a new one. */
class Died extends Error {}

/**
 * Asks the worker for belief, then for the plan, and keeps the record: a worker that fails is replaced by one that takes it up whole,
 * once by itself; a second time in a row it says so and waits to be asked again. Every question ends in an answer or an error.
 */
export class ReasonerClient {
  private record: readonly RawEvent[];
  /** Events the page has read already. */
  private readonly readAs = new WeakMap<RawEvent, JobEvent>();
  private worker: SpawnedReasoner | null = null;
  private waking: Promise<SpawnedReasoner> | null = null;
  private down: Promise<never> = new Promise(() => {});
  /** The record the worker has taken up, and the one that was last planned for. */
  private taken: readonly RawEvent[] | null = null;
  private planned: readonly RawEvent[] | null;
  private askedElsewhere: readonly RawEvent[] | null = null;
  private offered: readonly RawEvent[] | null = null;
  private running: Promise<void> | null = null;
  private yet: ReturnType<typeof setTimeout> | undefined;
  /** The check that came onto the plate before there was a worker. */
  private onPlate: PreparedCheck | null = null;
  private failures = 0;
  private closed = false;
  private lastPlanMs: number | null = null;

  constructor(
    private readonly head: unknown,
    first: readonly RawEvent[],
    private readonly spawn: () => Promise<SpawnedReasoner>,
    /** The same asked elsewhere, of the server: belief and plan after a record; null where it has nothing to say. */
    private readonly elsewhere: (record: readonly RawEvent[]) => Promise<Stand | null>,
    private readonly tell: ReasonerEvents,
  ) {
    this.record = first;
    // The page came with the plan of what it came with.
    this.planned = first;
  }

  /** The page came with what is believed: its worker wakes once the page stands. */
  start(): void {
    this.closed = false;
    this.yet = setTimeout(() => void this.run(), WAKES_AFTER_MS);
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.yet);
    this.lose();
  }

  /** The record is another than was believed. */
  rewrite(events: readonly RawEvent[]): void {
    this.record = events;
    this.taken = null;
    void this.askElsewhere();
    void this.run();
  }

  /** @param read the same past the door, where that was worked out already */
  add(event: RawEvent, read?: JobEvent): void {
    if (read) this.readAs.set(event, read);
    const awake = this.taken === this.record;
    this.record = [...this.record, event];
    // A worker that is awake draws the ridge first: an answer from elsewhere would only stand in its way.
    const asked = awake ? pause(RIDGE_FIRST_MS).then(() => this.askElsewhere()) : this.askElsewhere();
    // One that sleeps would stand in the way of that answer, were it woken now.
    if (this.worker || this.waking) void this.run();
    else void Promise.race([asked, pause(ELSEWHERE_FIRST_MS)]).then(() => this.run());
  }

  /** Asked by hand after it gave up. */
  again(): void {
    this.failures = 0;
    void this.run();
  }

  /** Whether the worker is still waking up, or is slow on this machine: then it is as well to ask the server too. */
  get isSlow(): boolean {
    return this.lastPlanMs === null || this.lastPlanMs > SLOW_PLAN_MS;
  }

  /** While this worker is still waking up, somebody else may be faster. */
  private async askElsewhere(): Promise<void> {
    // Of two readings at once only the record with both is asked about.
    await Promise.resolve();
    const { record } = this;
    if (this.closed || !this.isSlow || this.askedElsewhere === record || this.planned === record) return;
    this.askedElsewhere = record;
    const stand = await this.elsewhere(record).catch(() => null);
    if (!stand || this.closed || this.record !== record || this.planned === record) return;
    if (this.taken !== record) this.tell.believed(stand);
    this.offered = record;
    this.tell.planned(stand.events, stand.plan);
  }

  /** @throws Error when the worker cannot say, also after it was started anew */
  explain(key: string): Promise<Explanation> {
    return this.question((ask) => ask.explain(key));
  }

  /** What each answer of a check would do, and why it is not among the next. @throws Error as `explain` */
  weigh(check: PreparedCheck): Promise<Weighed | null> {
    return this.question((ask) => ask.weigh(check));
  }

  /** What a repair on belief alone may cost for nothing. @throws Error as `explain` */
  inVain(key: string): Promise<PartsInVain | null> {
    return this.question((ask) => ask.inVain(key));
  }

  /** What the job may come to. @throws Error as `explain` */
  quote(money: Money): Promise<Quote> {
    return this.question((ask) => ask.quote(money));
  }

  /** The checks that speak of a part. @throws Error as `explain` */
  checksSeeing(part: PartId): Promise<readonly string[]> {
    return this.question((ask) => ask.checksSeeing(part));
  }

  /** Asked once more of a new worker where this one dies over it. */
  private async question<T>(ask: (ask: SpawnedReasoner['ask']) => Promise<T>): Promise<T> {
    if (!this.worker) void this.run();
    try {
      return await this.asked(ask);
    } catch (error) {
      if (!(error instanceof Died)) throw error;
      await this.run();
      return this.asked(ask);
    }
  }

  /** A check came onto the plate. */
  prepare(check: PreparedCheck): void {
    this.onPlate = check;
    if (this.taken !== null) void this.worker?.ask.prepare(check).catch(() => {});
  }

  /** Brings the worker up to the record, then asks for its plan, until nothing is left to ask. */
  private run(): Promise<void> {
    this.running ??= this.catchUp().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async catchUp(): Promise<void> {
    while (!this.closed && this.failures < GIVES_UP_AT) {
      try {
        if (this.taken !== this.record) await this.believe();
        else if (this.planned !== this.record) await this.plan();
        else {
          this.failures = 0;
          return;
        }
      } catch (error) {
        this.failed(error);
      }
    }
  }

  private async believe(): Promise<void> {
    const { record, taken } = this;
    const goesOn = taken !== null && record.length > taken.length && taken.every((event, i) => record[i] === event);
    const upTo = goesOn ? record.slice(0, taken.length + 1) : record;
    const believed = await this.asked((ask) =>
      goesOn ? this.addedBy(ask, record[taken.length]!) : ask.open(this.head, record),
    );
    if (this.closed) return;
    this.taken = upTo.length === this.record.length && this.record === record ? record : upTo;
    if (!goesOn && this.onPlate) this.prepare(this.onPlate);
    this.tell.health({ state: 'well' });
    if (this.taken === this.record) this.tell.believed(believed);
  }

  private addedBy(ask: SpawnedReasoner['ask'], event: RawEvent): Promise<Believed> {
    const read = this.readAs.get(event);
    return read ? ask.addRead(read) : ask.add(event);
  }

  private async plan(): Promise<void> {
    const { record } = this;
    const planned = await this.asked((ask) => ask.plan(record.length));
    this.lastPlanMs = planned?.tookMs ?? this.lastPlanMs;
    if (!planned || this.closed || this.record !== record) return;
    this.planned = record;
    // What came from the server is the same.
    if (this.offered !== record) this.tell.planned(record.length, planned.plan, planned.tookMs);
  }

  /** @throws Died when the worker died or said nothing for long; else what it threw */
  private async asked<T>(question: (ask: SpawnedReasoner['ask']) => Promise<T>): Promise<T> {
    const worker = this.worker ?? (await this.awake());
    let timer: ReturnType<typeof setTimeout> | undefined;
    const silent = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Died('it does not answer')), SILENT_MS);
    });
    try {
      return await Promise.race([question(worker.ask), this.down, silent]);
    } catch (error) {
      if (error instanceof Died && this.worker === worker) this.lose();
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }

  private awake(): Promise<SpawnedReasoner> {
    this.waking ??= this.wake().finally(() => {
      this.waking = null;
    });
    return this.waking;
  }

  private async wake(): Promise<SpawnedReasoner> {
    const worker = await this.spawn();
    if (this.closed) {
      worker.stop();
      throw new Error('the page was left');
    }
    this.worker = worker;
    this.taken = null;
    this.lastPlanMs = null;
    this.down = new Promise((_, reject) => {
      worker.onDeath((error) => {
        reject(new Died(error.message));
        if (this.worker !== worker) return;
        this.lose();
        void this.run();
      });
    });
    this.down.catch(() => {});
    return worker;
  }

  private lose(): void {
    this.worker?.stop();
    this.worker = null;
    this.taken = null;
  }

  private failed(error: unknown): void {
    if (this.closed) return;
    this.lose();
    this.failures += 1;
    const why = error instanceof Error ? error.message : String(error);
    this.tell.health(this.failures < GIVES_UP_AT ? { state: 'restarting' } : { state: 'stopped', why });
  }
}

/** A worker that is awake plans in a third of this [ms]. */
const SLOW_PLAN_MS = 60;
/** By then a worker that is awake has drawn its ridge [ms]. */
const RIDGE_FIRST_MS = 40;
/** A page just opened has been drawn by then, and its server asked if there was anything to ask [ms]. */
const WAKES_AFTER_MS = 1000;
const ELSEWHERE_FIRST_MS = 500;
/** It is started anew once by itself. */
const GIVES_UP_AT = 2;

const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));
