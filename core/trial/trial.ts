import {
  advance,
  type Bench,
  type BenchSummary,
  type CheckDue,
  dueBefore,
  openBench,
  summarise,
} from '../bench/index.ts';
import { type CaseHead, readCase, readEvent } from '../casefile/index.ts';
import { type Random, random } from '../chance/random.ts';
import { checkOf } from '../checks/index.ts';
import { findCondition, findFault } from '../faults/index.ts';
import { splitKey } from '../machine/key.ts';
import { injectedKey, injectFaults } from '../mower/injectFaults.ts';
import { type Asked, simulateCheck } from '../mower/simulateCheck.ts';
import { charged } from '../mower/standing.ts';
import { type View, viewOf } from '../mower/tell.ts';
import { SEARCH_CAP_MIN } from '../reason/index.ts';
import { type Drawn, presentAt } from './draw.ts';
import { minutesOf, type Policy, type PolicyName, policyOf, type Steps } from './policy.ts';
import { curedBy, EMPTIED_V, FLAT, hasOnlyFollowed, repairOf } from './repairs.ts';
import { allSound, foundSound, isOf, lookFurther, soundRuns } from './sound.ts';
import {
  CHARGE,
  CHARGING_MIN,
  canMake,
  dry,
  insteadOf,
  isUntreated,
  notPerformedOf,
  wantsCharge,
  wasInVain,
  wasSeen,
} from './states.ts';

export interface TrialResult {
  readonly number: number;
  readonly truth: readonly string[];
  readonly repaired: readonly string[];
  /** What is repaired in the end is what was wrong. */
  readonly right: boolean;
  readonly gaveUp: boolean;
  /** Let go with oil that is thinned with fuel, or with liquid in a cylinder. */
  readonly untreated: boolean;
  /** Parts replaced that were sound. */
  readonly wrongParts: number;
  readonly searchMin: number;
  /** Of the work that the machine's state and what was done to it ask for; told apart from the search, of every policy alike. */
  readonly workMin: number;
  readonly checks: number;
  readonly end: 'ready' | 'nothing-wrong' | 'minutes' | 'no-check-left';
  /** Of suspects above a twentieth after each reading before the first repair: ten bins of how many there were, and how many were so. */
  readonly calibration: {
    readonly said: readonly number[];
    readonly count: readonly number[];
    readonly so: readonly number[];
  };
  /** The whole job as a case file, so that it can be traced. */
  readonly caseFile: unknown;
}

/** Nothing is wrong, and one can say so, from here on. */
const NOTHING_WRONG = 0.55;
const MOST_CHECKS = 90;
function headOf(drawn: Drawn) {
  const { engine, sound, complaint, history } = drawn;
  const sheet = Object.fromEntries(Object.entries(sound.figures).filter(([, v]) => v !== null));
  return {
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: engine.cylinders === 2 ? 'zero-turn' : 'lawn-tractor', engine: { ...engine, sheet } },
    history,
    complaint,
  };
}

/** Who looks on, and who answers in the machine's place. */
export interface Beside {
  /** Each check of the search before it is made, with what it costs [min]; gates and re-tests are none. */
  readonly watch?: (bench: Bench, asked: Asked, minutes: number) => void;
  /** What was really read there; null where only the machine can say. */
  readonly answers?: (asked: Asked, bench: Bench) => readonly unknown[] | null;
}

/** One machine on the bench, from complaint to the end. */
class Trial {
  private bench: Bench;
  private readonly raws: unknown[] = [];
  private readonly truth: readonly string[];
  private readonly gone = new Set<string>();
  private readonly views = new Map<string, View>();
  /** Work that leaves the machine another than it came, whatever is wrong with it. */
  private readonly worked = { drained: false, charged: false, freshOil: false };
  private minutes = 0;
  private workMin = 0;
  private checks = 0;
  private wrongParts = 0;
  private readonly repaired: string[] = [];
  private readonly followed = new Set<string>();
  private readonly repairsMade = new Set<string>();
  /** Of the runs before handing back what is sound, those that could not be made: then it is not sound. */
  private readonly ranInVain = new Set<string>();
  private readonly calibration = {
    said: Array<number>(10).fill(0),
    count: Array<number>(10).fill(0),
    so: Array<number>(10).fill(0),
  };
  private readonly chance: Random;
  private readonly head: ReturnType<typeof headOf>;

  constructor(
    private readonly drawn: Drawn,
    private readonly policy: Policy,
    private readonly beside: Beside = {},
  ) {
    this.chance = random(drawn.seed ^ 0x5bd1e995);
    this.head = headOf(drawn);
    this.truth = drawn.puts.map(injectedKey).sort();
    const read = readCase({ ...this.head, events: [] });
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    this.bench = openBench(read.value as CaseHead);
  }

  run(): TrialResult {
    for (;;) {
      const summary = summarise(this.bench);
      if (this.bench.repairs.length === 0) this.calibrate(summary);
      // Nobody replaces the same part twice in a job.
      const proven = summary.confirmed.find((s) => !this.repairsMade.has(s.fault));
      if (proven) this.ruleOutOrRepair(proven);
      else {
        const end = this.handOver(summary) ?? this.checkOn(summary);
        if (end !== 'went-on') return this.result(end);
      }
    }
  }

  /** The machine at this minute. */
  private get view(): View {
    return this.viewWith(presentAt(this.drawn, this.gone, this.minutes));
  }

  private viewWith(present: readonly Drawn['puts'][number][]): View {
    const { drawn, worked } = this;
    const key = `${present.map(injectedKey).join()}|${worked.drained}|${worked.charged}|${worked.freshOil}`;
    let view = this.views.get(key);
    if (!view) {
      const m = dry(injectFaults(drawn.sound, present), worked.drained);
      if (worked.freshOil) m.oil.fuelShare = 0;
      view = viewOf(worked.charged ? charged(m) : m);
      this.views.set(key, view);
    }
    return view;
  }

  private record(raw: unknown): void {
    const event = readEvent(raw, '$', this.drawn.engine);
    if (!event.ok) throw new Error(`${JSON.stringify(raw)}: ${JSON.stringify(event.issues)}`);
    this.raws.push(raw);
    this.bench = advance(this.bench, event.value);
  }

  private make(asked: Asked): void {
    const told = this.beside.answers?.(asked, this.bench);
    const { cranking, asksCharged, mayBeOverlooked } = checkOf(asked.check);
    // What lies before the eye lies there also while it does no harm.
    const view = mayBeOverlooked
      ? this.viewWith(this.drawn.puts.filter((put) => !this.gone.has(injectedKey(put))))
      : this.view;
    for (const raw of told ?? simulateCheck(view, asked, this.chance)) this.record(raw);
    // What lets an engine be cranked again lets out what stood in it.
    if (cranking && 'safeUnless' in cranking) this.worked.drained = true;
    if (asksCharged && wantsCharge(this.view)) this.charge();
  }

  /** As a check of the search: its minutes count. */
  private search(asked: Asked, otherwise: () => void): void {
    this.minutes += minutesOf(this.bench, asked);
    this.checks++;
    if (canMake(this.view, asked)) this.make(asked);
    else {
      // That it cannot be brought to that state is written down, with what is seen of it instead.
      this.record(notPerformedOf(this.view, asked));
      otherwise();
    }
  }

  /** A tester says nothing of a battery that is not charged: it is put on the charger, which is a repair and written down as one. */
  private charge(): void {
    const { openVolts } = this.view.m.battery;
    this.record(simulateCheck(this.view, CHARGE, this.chance)[0]);
    this.minutes += CHARGING_MIN;
    this.worked.charged = true;
    if (this.truth.includes(FLAT) && !this.gone.has(FLAT)) this.repaired.push(FLAT);
    else if (openVolts < EMPTIED_V) this.followed.add(FLAT);
    this.gone.add(FLAT);
    this.repairsMade.add(FLAT);
    this.record(repairOf(FLAT));
  }

  private calibrate({ suspects }: BenchSummary): void {
    for (const { key, p } of suspects) {
      if (p < 0.05) break;
      const bin = Math.min(9, Math.floor(p * 10));
      this.calibration.said[bin]! += p;
      this.calibration.count[bin]!++;
      if (this.truth.includes(key)) this.calibration.so[bin]!++;
    }
  }

  /** What lies open is looked at before a part is bought; then it is. */
  private ruleOutOrRepair({ fault, ruleOut }: BenchSummary['confirmed'][number]): void {
    const look = ruleOut && { ...ruleOut, condition: checkOf(ruleOut.check).states[0]!, temperature: null };
    if (look && canMake(this.view, look)) {
      this.minutes += minutesOf(this.bench, look);
      this.checks++;
      this.make(look);
      return;
    }
    this.repair(fault);
    this.worked.drained = true;
    // A new one comes charged.
    if (findFault(splitKey(fault).id)?.part === 'battery') this.worked.charged = true;
  }

  /** That repair made, whatever it cures. */
  private repair(fault: string): void {
    const cured = this.drawn.puts.filter((put) => !this.gone.has(injectedKey(put)) && curedBy(fault, put));
    for (const put of cured) this.gone.add(injectedKey(put));
    if (cured.length > 0) this.repaired.push(...cured.map(injectedKey));
    // Charging it, or a new fuse, is no wrong part then, nor the cause.
    else if (hasOnlyFollowed(fault, this.view.m)) this.followed.add(fault);
    else this.wrongParts++;
    this.repairsMade.add(fault);
    if (cured.length === 0) this.repaired.push(fault);
    this.record(repairOf(fault));
  }

  /** What belongs to showing it cured or sound, and is no search; null where there is nothing of that kind to do. */
  private handOver(summary: BenchSummary): TrialResult['end'] | 'went-on' | null {
    const { bench } = this;
    if (summary.phase === 'ready') {
      const further = lookFurther(bench, summary);
      if (further) this.search(further, () => {});
      if (further) return 'went-on';
      for (const next of summary.handingBack) {
        const asked = { ...next, cylinder: null };
        // What cannot be run for it is left, and how it fails to run is written down.
        const made = canMake(this.view, asked) ? asked : insteadOf(this.view, asked);
        if (made !== asked && wasSeen(bench, made)) continue;
        this.make(made);
        return 'went-on';
      }
      if (allSound(bench)) return 'ready';
    }
    if (summary.phase === 'work') return this.workBeforeItLeaves(summary);
    const due = summary.retests[0];
    const last = bench.repairs.at(-1);
    if (due && last && !bench.readings.some((r) => r.event > last.event && r.retest && same(r.reading, due))) {
      const { check, cylinder, condition, temperature } = due;
      const asked = { check, cylinder, condition, temperature };
      // What shows the complaint gone belongs to any repair.
      if (canMake(this.view, asked)) {
        for (const raw of simulateCheck(this.view, asked, this.chance)) this.record({ ...raw, retest: true });
        return 'went-on';
      }
    }
    return this.repaired.length === 0 && summary.none > NOTHING_WRONG && this.ranInVain.size === 0
      ? this.runAsSound()
      : null;
  }

  /**
   * What the conditions of the machine ask for before it is brought to that state: looked at where it is only believed, else done. Its minutes count for
   * every policy.
   */
  private workBefore({ work }: BenchSummary, { check, condition }: Asked): 'none' | 'done' | 'stuck' {
    const due = dueBefore(work.due, check, condition);
    if (!due) return 'none';
    // Made once in vain nobody makes it again.
    if (due.repair && this.repairsMade.has(due.repair)) return 'stuck';
    if (due.look !== null) {
      this.search(
        { check: due.look, cylinder: null, condition: checkOf(due.look).states[0]!, temperature: null },
        () => {},
      );
      return 'done';
    }
    this.doWork(due);
    return 'done';
  }

  private doWork({ condition, before, steps, checks, repair }: BenchSummary['work']['due'][number]): void {
    if (checks.length > 0) {
      this.makeDue(condition, checks);
      return;
    }
    if (repair) {
      this.repair(repair);
      return;
    }
    if (before !== 'leaving') this.worksFor(findCondition(condition)!.repair.minutes);
    this.record({ work: condition, steps: steps.map((step) => step.id) });
    if (before === 'cranking') this.worked.drained = true;
    if (before === 'running') this.worked.freshOil = true;
  }

  private worksFor(minutes: number): void {
    this.minutes += minutes;
    this.workMin += minutes;
  }

  /** What has to be read before it goes on. An engine that does not come to that state has something else wrong: what is seen of it is written down, once. */
  private makeDue(condition: string, checks: readonly CheckDue[]): void {
    const all = checks.map((due): Asked => ({ ...due, temperature: null }));
    const inVain = all.find((asked) => !canMake(this.view, asked));
    if (inVain) {
      const instead = insteadOf(this.view, inVain);
      if (wasSeen(this.bench, instead)) this.record({ waived: condition, because: 'cannot be brought to it' });
      else this.make(instead);
    } else
      for (const asked of all) {
        this.worksFor(minutesOf(this.bench, asked));
        // What comes and goes may have come meanwhile: then it is still due.
        if (!canMake(this.view, asked)) return;
        this.make(asked);
      }
  }

  /** Shown gone: what is agreed for later, and what let it come about where nothing broken did. */
  private workBeforeItLeaves({ work: { due, causes } }: BenchSummary): 'went-on' {
    for (const one of due) this.doWork(one);
    for (const { condition, ways } of causes) this.record({ letIn: condition, through: ways[0]!.id });
    return 'went-on';
  }

  /** Nobody hands back what he has not run, and run hot: what comes and goes, or comes with heat, is given its time. */
  private runAsSound(): 'nothing-wrong' | 'went-on' | null {
    const ran = soundRuns(this.bench).map((asked) => ({
      asked,
      run: this.bench.readings.findLast((r) => isOf(r, asked)),
    }));
    if (ran.every(({ run }) => run && foundSound(run))) return 'nothing-wrong';
    const next = ran.find(({ run }) => !run);
    if (!next) return null;
    this.search(next.asked, () => this.make(insteadOf(this.view, next.asked)));
    if (!this.bench.readings.some((r) => isOf(r, next.asked))) this.ranInVain.add(next.asked.check);
    return 'went-on';
  }

  /** The next check of the policy. */
  private checkOn(summary: BenchSummary): TrialResult['end'] | 'went-on' {
    if (this.minutes - this.workMin >= SEARCH_CAP_MIN || this.checks >= MOST_CHECKS) return 'minutes';
    const asked = this.policy(this.bench, summary, this.chance).find((a) => !wasInVain(this.bench, this.view, a));
    if (!asked) return 'no-check-left';
    const work = this.workBefore(summary, asked);
    if (work !== 'none') return work === 'done' ? 'went-on' : 'no-check-left';
    this.beside.watch?.(this.bench, asked, minutesOf(this.bench, asked));
    this.search(asked, () => {
      const instead = insteadOf(this.view, asked);
      if (!wasSeen(this.bench, instead)) this.make(instead);
    });
    return 'went-on';
  }

  private result(end: TrialResult['end']): TrialResult {
    const { drawn, truth, wrongParts, minutes, workMin, checks, calibration, head, raws } = this;
    const repaired = [...new Set(this.repaired)].filter((key) => !this.followed.has(key)).sort();
    return {
      number: drawn.number,
      truth,
      repaired,
      right: (end === 'ready' || end === 'nothing-wrong') && repaired.join() === truth.join(),
      untreated: (end === 'ready' || end === 'nothing-wrong') && isUntreated(this.view.m),
      gaveUp: end === 'minutes' || end === 'no-check-left',
      wrongParts,
      searchMin: Math.min(SEARCH_CAP_MIN, minutes - workMin),
      workMin,
      checks,
      end,
      calibration,
      caseFile: { ...head, events: raws },
    };
  }
}

/**
 * One machine, one policy, from complaint to the end: checks on the physical machine, repairs of what the record proves, until the complaint
 * is shown gone, or one gives up.
 * @throws Error when the mower gives a reading that the door refuses
 */
export function runTrial(drawn: Drawn, name: PolicyName, steps: Steps = 'one', beside: Beside = {}): TrialResult {
  return new Trial(drawn, policyOf(name, steps), beside).run();
}

const same = (a: { check: string; cylinder: number | null }, b: { check: string; cylinder: number | null }) =>
  a.check === b.check && a.cylinder === b.cylinder;
