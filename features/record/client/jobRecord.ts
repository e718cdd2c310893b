import type { RawEvent } from '@/core/index.ts';
import type { PrintedEvent } from '../printedEvent.ts';
import type * as kept from './keptRecord.ts';
import type { Unsent } from './keptRecord.ts';
import type { Sent } from './send.ts';

const RETRY_MS = 3000;

/** Whether the server takes events: `busy` is a server that answers and cannot take them just now, `signed-out` one that knows nobody here. */
export type Reach = 'in-reach' | 'out-of-reach' | 'busy' | 'signed-out';

export interface RecordView {
  /** What the server has, without gaps. */
  readonly events: readonly PrintedEvent[];
  /** What is on its way or was refused, in order. */
  readonly unsent: readonly Unsent[];
  readonly reach: Reach;
  /** False when this browser keeps nothing: then a closed tab would lose what is unsent. */
  readonly keeps: boolean;
}

/** What the server has, and of which database that is. */
export interface Fetched {
  readonly events: readonly PrintedEvent[];
  readonly epoch: string;
}

/** Why it is tried again later. */
export type NotNow = 'out-of-reach' | 'again' | 'signed-out';
const isNotNow = (answer: unknown): answer is NotNow =>
  answer === 'out-of-reach' || answer === 'again' || answer === 'signed-out';

/** Everything outside of the record that it needs. */
export interface RecordPorts {
  readonly store: Pick<
    typeof kept,
    'keepPrinted' | 'keepUnsent' | 'dropUnsent' | 'keptOf' | 'unsentOf' | 'sawJob' | 'forgetPrinted'
  >;
  /** Sends with no other tab sending of the same job. */
  readonly alone: <T>(work: () => Promise<T>) => Promise<T>;
  /** Puts the mark of who is signed in on an event; as it was where nobody can. */
  readonly sign: (event: Unsent) => Promise<Unsent>;
  readonly send: (event: Unsent, known: number) => Promise<Sent>;
  /** The events after that number; null where the server answers without them. */
  readonly fetchAfter: (known: number) => Promise<Fetched | null | NotNow>;
  readonly now: () => number;
  /** Something new is to be shown; `soon` may wait for what is more urgent. */
  readonly changed: (view: RecordView, urgency: 'now' | 'soon') => void;
  /** The record is another than was believed: another tab wrote, or an event was refused. */
  readonly rewritten: (events: readonly RawEvent[]) => void;
  /** Says in other tabs that something was kept here, or written. */
  readonly tell: (what: 'kept' | 'written') => void;
  readonly trouble: (error: unknown) => void;
}

/** The record without gaps: what is known, and what of `more` goes on from it. */
function joined(known: readonly PrintedEvent[], more: readonly PrintedEvent[]): readonly PrintedEvent[] {
  const out = [...known];
  for (const event of [...more].sort((a, b) => a.seq - b.seq)) if (event.seq === out.length + 1) out.push(event);
  return out;
}

/**
 * The record of a job in the browser: what is printed and what is still on its way. Each event carries an id of its own, so that
 * sending it twice writes it once; it stands in the browser's database until it is acknowledged. What is refused stays, too, to be
 * put right or left out.
 */
export class JobRecord {
  private printed: readonly PrintedEvent[];
  private queue: readonly Unsent[] = [];
  private reach: Reach = 'in-reach';
  private keeps = true;
  private lastOrder = 0;
  /** Of what is on its way, what this tab found kept and did not take down itself. */
  private readonly fromOthers = new Set<string>();
  private sending = false;
  private closed = false;
  private retry: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly jobId: string,
    first: readonly PrintedEvent[],
    private epoch: string,
    private readonly ports: RecordPorts,
  ) {
    this.printed = first;
  }

  get view(): RecordView {
    return { events: this.printed, unsent: this.queue, reach: this.reach, keeps: this.keeps };
  }

  /** Takes up what this browser kept, what is on its way first; sends what waits, and looks what the server has besides. */
  async restore(): Promise<void> {
    const { store, now, rewritten } = this.ports;
    try {
      const found = await store.keptOf(this.jobId);
      if (this.closed) return;
      // What was known of another database is no line of this one.
      const isOther = found.epoch !== undefined && found.epoch !== this.epoch;
      const grown = isOther ? [] : this.take(found.printed);
      if (this.join(found.unsent) || grown.length > 0) rewritten(this.whole());
      if (isOther) await store.forgetPrinted(this.jobId);
      await store.sawJob(this.jobId, now(), this.epoch);
      await store.keepPrinted(this.jobId, this.printed);
    } catch (error) {
      this.keepsNothing(error);
    }
    await this.flush();
    // A page brought back by "back", or shown from what the browser kept, may be older than the record.
    await this.look();
  }

  /** Another tab keeps something of this job, and may be gone by now: what waits there is sent here as well. */
  async joinOthers(): Promise<void> {
    try {
      const unsent = await this.ports.store.unsentOf(this.jobId);
      if (this.closed || !this.join(unsent)) return;
      this.ports.rewritten(this.whole());
    } catch (error) {
      this.ports.trouble(error);
    }
    await this.flush();
    await this.look();
  }

  /** @returns whether there was anything new in what is kept */
  private join(unsent: readonly Unsent[]): boolean {
    for (const { id } of unsent) if (this.isPrinted(id)) this.keeping(this.ports.store.dropUnsent(id));
    const left = unsent.filter((u) => !this.isKnown(u.id));
    if (left.length === 0) return false;
    for (const { id } of left) this.fromOthers.add(id);
    this.lastOrder = Math.max(this.lastOrder, ...left.map((u) => u.order));
    this.setQueue([...left, ...this.queue].sort((a, b) => a.order - b.order));
    return true;
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.retry);
  }

  /** Whether that id was used already: a second click on the same entry is the same event. */
  isKnown(id: string): boolean {
    return this.queue.some((u) => u.id === id) || this.isPrinted(id);
  }

  private isPrinted(id: string): boolean {
    return this.printed.some((e) => e.id === id);
  }

  /** Takes down an event: it is kept at once, shown soon, and sent with `flush`. */
  record(event: RawEvent, personId: string, id: string): void {
    this.lastOrder = Math.max(this.lastOrder + 1, this.ports.now());
    const at = new Date(this.ports.now()).toISOString();
    const { jobId, lastOrder: order, epoch } = this;
    const fresh: Unsent = { id, jobId, order, at, personId, event, epoch, refused: null };
    this.queue = [...this.queue, fresh];
    // Kept at once as it is, and once more with its mark on it; other tabs take it up only then.
    const kept = this.ports.store.keepUnsent(fresh);
    const signing = this.signed(fresh);
    this.signing.set(id, signing);
    this.keeping(kept.then(() => this.keepSigned(signing)).then(() => this.ports.tell('kept')));
    this.ports.changed(this.view, 'soon');
  }

  /** What is being signed, by the ids of the events. */
  private readonly signing = new Map<string, Promise<Unsent>>();

  /** Signed by who is at the bench now; what cannot be signed goes by who is signed in when it is sent. */
  private async signed(fresh: Unsent): Promise<Unsent> {
    const signed = await this.ports.sign(fresh).catch((error) => {
      this.ports.trouble(error);
      return fresh;
    });
    this.queue = this.queue.map((u) => (u.id === signed.id ? signed : u));
    this.signing.delete(fresh.id);
    return signed;
  }

  /** What was written or left out meanwhile is not kept again. */
  private async keepSigned(signing: Promise<Unsent>): Promise<void> {
    const signed = await signing;
    if (signed.signature !== undefined && this.queue.includes(signed)) await this.ports.store.keepUnsent(signed);
  }

  /** Leaves out an event that was refused. */
  leaveOut(id: string): void {
    this.setQueue(this.queue.filter((u) => u.id !== id));
    this.keeping(this.ports.store.dropUnsent(id));
  }

  /** Sends what waits, one after another, until one cannot be taken now. */
  async flush(): Promise<void> {
    if (this.sending || this.closed || !this.waiting()) return;
    this.sending = true;
    try {
      await this.ports.alone(async () => {
        await this.leaveSent();
        await this.sendInOrder();
      });
    } finally {
      this.sending = false;
    }
  }

  /** What came from another tab, and is kept no longer, was sent or left out there while this one waited for its turn. */
  private async leaveSent(): Promise<void> {
    if (!this.queue.some((u) => this.fromOthers.has(u.id))) return;
    try {
      const still = new Set((await this.ports.store.unsentOf(this.jobId)).map((u) => u.id));
      this.setQueue(this.queue.filter((u) => still.has(u.id) || !this.fromOthers.has(u.id)));
    } catch (error) {
      this.ports.trouble(error);
    }
  }

  private async sendInOrder(): Promise<void> {
    for (let next = this.waiting(); next && !this.closed; next = this.waiting()) {
      const signed = (await this.signing.get(next.id)) ?? next;
      const sent = await this.ports.send(signed, this.printed.length);
      if (this.closed) return;
      if (sent.kind !== 'written' && sent.kind !== 'refused') return this.tryAgain(sent.kind);
      this.setReach('in-reach');
      if (sent.kind === 'written') this.wasWritten(next, sent.events);
      else this.wasRefused(next, { issues: sent.issues, blockers: sent.blockers });
    }
  }

  /** Looks whether the server has more than is known; not while something waits, for that brings the rest with it. */
  async look(): Promise<void> {
    if (this.waiting() || this.closed) return;
    const fresh = await this.ports.fetchAfter(this.printed.length);
    if (this.closed) return;
    if (isNotNow(fresh)) return this.tryAgain(fresh);
    this.setReach('in-reach');
    if (fresh && fresh.epoch !== this.epoch) return this.beginAnew(fresh.epoch);
    if (fresh && fresh.events.length > 0 && !this.waiting() && this.take(fresh.events).length > 0)
      this.ports.rewritten(this.whole());
  }

  /** The shop's record was restored: what stands here is what stands there, and no line that is not. */
  private async beginAnew(epoch: string): Promise<void> {
    const all = await this.ports.fetchAfter(0);
    if (this.closed || all === null) return;
    if (isNotNow(all)) return this.tryAgain(all);
    const { store, now, changed, rewritten } = this.ports;
    this.epoch = epoch;
    this.printed = joined([], all.events);
    this.keeping(store.forgetPrinted(this.jobId).then(() => store.sawJob(this.jobId, now(), epoch)));
    changed(this.view, 'now');
    rewritten(this.whole());
  }

  private waiting(): Unsent | undefined {
    return this.queue.find((u) => u.refused === null);
  }

  private whole(): readonly RawEvent[] {
    return [...this.printed.map((e) => e.event), ...this.queue.filter((u) => u.refused === null).map((u) => u.event)];
  }

  /** Joins what the server has; returns what is new in it. */
  private take(fresh: readonly PrintedEvent[]): readonly PrintedEvent[] {
    const before = this.printed.length;
    this.printed = joined(this.printed, fresh);
    const news = this.printed.slice(before);
    if (news.length > 0) {
      // Another tab may have sent what waits here as well.
      const known = new Set(news.map((e) => e.id));
      this.queue = this.queue.filter((u) => !known.has(u.id));
      this.keeping(this.ports.store.keepPrinted(this.jobId, news));
      this.ports.changed(this.view, 'now');
    }
    return news;
  }

  private wasWritten(sent: Unsent, events: readonly PrintedEvent[]): void {
    this.queue = this.queue.filter((u) => u.id !== sent.id);
    this.keeping(this.ports.store.dropUnsent(sent.id));
    const news = this.take(events);
    this.ports.changed(this.view, 'now');
    // Just the one that was sent, and the belief is that already.
    if (news.length > 0 && !(news.length === 1 && news[0]!.id === sent.id)) this.ports.rewritten(this.whole());
    this.ports.tell('written');
  }

  private wasRefused(sent: Unsent, why: NonNullable<Unsent['refused']>): void {
    const refused = { ...sent, refused: why };
    this.setQueue(this.queue.map((u) => (u.id === sent.id ? refused : u)));
    this.keeping(this.ports.store.keepUnsent(refused));
    this.ports.rewritten(this.whole());
  }

  private tryAgain(why: NotNow): void {
    this.setReach(why === 'again' ? 'busy' : why);
    // One try is under way at most, however many events wait.
    clearTimeout(this.retry);
    this.retry = setTimeout(() => void this.flush().then(() => this.look()), RETRY_MS);
  }

  private setReach(reach: Reach): void {
    if (reach === this.reach) return;
    this.reach = reach;
    this.ports.changed(this.view, 'now');
  }

  private setQueue(queue: readonly Unsent[]): void {
    this.queue = queue;
    this.ports.changed(this.view, 'now');
  }

  private keeping(work: Promise<unknown>): void {
    work.catch((error) => this.keepsNothing(error));
  }

  private keepsNothing(error: unknown): void {
    this.ports.trouble(error);
    if (!this.keeps) return;
    this.keeps = false;
    this.ports.changed(this.view, 'now');
  }
}
