import { advance, type Bench, cannotBeMade, handsBack, openBench, summarise } from '../bench/index.ts';
import { type CaseHead, readCase, readEvent } from '../casefile/index.ts';
import { random } from '../chance/random.ts';
import { checkOf } from '../checks/index.ts';
import { DEMANDING } from '../engine/index.ts';
import { findFault, isCondition, sameRepair } from '../faults/index.ts';
import { splitKey } from '../machine/key.ts';
import { chargePercent } from '../measure/battery.ts';
import type { Mower } from '../mower/machine.ts';
import { charged, putKey, withFaults } from '../mower/put.ts';
import { type Asked, take } from '../mower/take.ts';
import { cranks, starts, type View, viewOf } from '../mower/tell.ts';
import { SEARCH_CAP_MIN, type StandingReading } from '../reason/index.ts';
import type { Drawn } from './draw.ts';
import { minutesOf, needsToRun, type PolicyName, policyOf, type Steps } from './policy.ts';

export interface TrialResult {
  readonly number: number;
  readonly truth: readonly string[];
  readonly repaired: readonly string[];
  /** What is repaired in the end is what was wrong. */
  readonly right: boolean;
  readonly gaveUp: boolean;
  /** Parts replaced that were sound. */
  readonly wrongParts: number;
  readonly searchMin: number;
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
const NOTHING_WRONG = 0.7;
const MOST_CHECKS = 90;
/** A fault that comes and goes stays as it is for so long [min]. */
const SPELL_MIN = 15;

/** What is wrong at this minute: what comes and goes is there or not for a spell at a time. */
function presentAt(drawn: Drawn, gone: ReadonlySet<string>, minute: number): readonly Drawn['puts'][number][] {
  const spell = Math.floor(minute / SPELL_MIN);
  return drawn.puts.filter((put, i) => {
    if (gone.has(putKey(put))) return false;
    return put.shows >= 1 || random(drawn.seed ^ Math.imul(spell + 1, 0x27d4eb2f) ^ (i + 1)).next() < put.shows;
  });
}

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

/**
 * One machine, one policy, from complaint to the end: checks on the physical machine, repairs of what the record proves, until the complaint
 * is shown gone, or one gives up.
 * @throws Error when the mower gives a reading that the door refuses
 */
export function runTrial(drawn: Drawn, name: PolicyName, steps: Steps = 'one'): TrialResult {
  const policy = policyOf(name, steps);
  const chance = random(drawn.seed ^ 0x5bd1e995);
  const head = headOf(drawn);
  const read = readCase({ ...head, events: [] });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  let bench = openBench(read.value as CaseHead);
  const raws: unknown[] = [];
  const truth = drawn.puts.map(putKey).sort();
  const gone = new Set<string>();
  const views = new Map<string, View>();
  /** Work that leaves the machine another than it came, whatever is wrong with it. */
  const worked = { drained: false, charged: false };
  let minutes = 0;
  let checks = 0;
  let wrongParts = 0;
  const repaired: string[] = [];
  const followed = new Set<string>();
  const repairsMade = new Set<string>();
  /** Of the runs before handing back what is sound, those that could not be made: then it is not sound. */
  const ranInVain = new Set<string>();
  const calibration = {
    said: Array<number>(10).fill(0),
    count: Array<number>(10).fill(0),
    so: Array<number>(10).fill(0),
  };

  const viewNow = (): View => {
    const present = presentAt(drawn, gone, minutes);
    const key = `${present.map(putKey).join()}|${worked.drained}|${worked.charged}`;
    let view = views.get(key);
    if (!view) {
      const m = dry(withFaults(drawn.sound, present), worked.drained);
      view = viewOf(worked.charged ? charged(m) : m);
      views.set(key, view);
    }
    return view;
  };
  const record = (raw: unknown) => {
    const event = readEvent(raw, '$', drawn.engine);
    if (!event.ok) throw new Error(`${JSON.stringify(raw)}: ${JSON.stringify(event.issues)}`);
    raws.push(raw);
    bench = advance(bench, event.value);
  };
  const make = (asked: Asked) => {
    for (const raw of take(viewNow(), asked, chance)) record(raw);
    if (asked.check === 'turn.plugs-out') worked.drained = true;
    if (asked.check === 'power.tester' && wantsCharge(viewNow())) charge();
  };
  /** A tester says nothing of a battery that is not charged: it is put on the charger, which is a repair and written down as one. */
  const charge = () => {
    const { openVolts } = viewNow().m.battery;
    record(take(viewNow(), REST_VOLTS, chance)[0]);
    minutes += CHARGING_MIN;
    worked.charged = true;
    if (truth.includes(FLAT) && !gone.has(FLAT)) repaired.push(FLAT);
    else if (openVolts < EMPTIED_V) followed.add(FLAT);
    gone.add(FLAT);
    repairsMade.add(FLAT);
    record(repairOf(FLAT));
  };
  const done = (end: TrialResult['end']): TrialResult => {
    const final = [...new Set(repaired)].filter((key) => !followed.has(key)).sort();
    return {
      number: drawn.number,
      truth,
      repaired: final,
      right: (end === 'ready' || end === 'nothing-wrong') && final.join() === truth.join(),
      gaveUp: end === 'minutes' || end === 'no-check-left',
      wrongParts,
      searchMin: Math.min(SEARCH_CAP_MIN, minutes),
      checks,
      end,
      calibration,
      caseFile: { ...head, events: raws },
    };
  };

  for (;;) {
    const summary = summarise(bench);
    if (bench.repairs.length === 0)
      for (const { key, p } of summary.suspects) {
        if (p < 0.05) break;
        const bin = Math.min(9, Math.floor(p * 10));
        calibration.said[bin]! += p;
        calibration.count[bin]!++;
        if (truth.includes(key)) calibration.so[bin]!++;
      }
    // Nobody replaces the same part twice in a job.
    const proven = summary.settled.find((s) => !repairsMade.has(s.fault));
    if (proven) {
      // What lies open is looked at before a part is bought.
      const look = proven.glance && {
        ...proven.glance,
        condition: checkOf(proven.glance.check).states[0]!,
        temperature: null,
      };
      if (look && canMake(viewNow(), look)) {
        minutes += minutesOf(bench, look);
        checks++;
        make(look);
        continue;
      }
      const cured = drawn.puts.filter((put) => !gone.has(putKey(put)) && curedBy(proven.fault, put));
      for (const put of cured) gone.add(putKey(put));
      if (cured.length > 0) repaired.push(...cured.map(putKey));
      // A battery that something else emptied is empty: charging it is no wrong part, nor the cause.
      else if (proven.fault === FLAT && viewNow().m.battery.openVolts < EMPTIED_V) followed.add(proven.fault);
      else wrongParts++;
      repairsMade.add(proven.fault);
      if (cured.length === 0) repaired.push(proven.fault);
      record(repairOf(proven.fault));
      worked.drained = true;
      // A new one comes charged.
      if (proven.fault.startsWith('power.battery-')) worked.charged = true;
      continue;
    }
    if (summary.phase === 'ready') {
      // What belongs to handing back is no search either; what cannot be run for it is left.
      const left = summary.handingBack
        .map((next): Asked => ({ ...next, cylinder: null }))
        .find((asked) => canMake(viewNow(), asked));
      if (left) {
        make(left);
        continue;
      }
      if (allSound(bench)) return done('ready');
    }
    const due = summary.retests[0];
    if (
      due &&
      bench.repairs.length > 0 &&
      !bench.readings.some((r) => r.event > bench.repairs.at(-1)!.event && r.retest && same(r.reading, due))
    ) {
      const asked = {
        check: due.check,
        cylinder: due.cylinder,
        condition: due.condition,
        temperature: due.temperature,
      };
      // What shows the complaint gone belongs to any repair: its minutes are no search.
      if (canMake(viewNow(), asked)) {
        for (const raw of take(viewNow(), asked, chance)) record({ ...raw, retest: true });
        continue;
      }
    }
    if (repaired.length === 0 && summary.none > NOTHING_WRONG && ranInVain.size === 0) {
      // Nobody hands back what he has not run, and run hot: what comes and goes, or comes with heat, is given its time.
      const ran = [RUN_LOADED, RUN_HOT].map((asked) => ({
        asked,
        run: bench.readings.findLast((r) => isOf(r, asked)),
      }));
      if (ran.every(({ run }) => run && foundSound(run))) return done('nothing-wrong');
      const next = ran.find(({ run }) => !run);
      if (next) {
        minutes += minutesOf(bench, next.asked);
        checks++;
        if (canMake(viewNow(), next.asked)) make(next.asked);
        else {
          record(unmadeOf(viewNow(), next.asked));
          make(insteadOf(viewNow()));
        }
        if (!bench.readings.some((r) => isOf(r, next.asked))) ranInVain.add(next.asked.check);
        continue;
      }
    }
    if (minutes >= SEARCH_CAP_MIN || checks >= MOST_CHECKS) return done('minutes');
    const asked = policy(bench, summary, chance).find((a) => !wasInVain(bench, viewNow(), a));
    if (!asked) return done('no-check-left');
    minutes += minutesOf(bench, asked);
    checks++;
    if (canMake(viewNow(), asked)) make(asked);
    // That it cannot be brought to that state is written down, with what is seen of it instead.
    else {
      record(unmadeOf(viewNow(), asked));
      if (!wasSeen(bench, insteadOf(viewNow()))) make(insteadOf(viewNow()));
    }
  }
}

const FLAT = 'power.battery-flat';
/** A battery under this something emptied [V]; hands-on minutes of putting it on the charger and off [M]. */
const EMPTIED_V = 12.2;
const CHARGING_MIN = 3;
const TESTER_PERCENT = 75;
const REST_VOLTS: Asked = { check: 'power.rest-volts', cylinder: null, condition: 'key-off', temperature: null };
const wantsCharge = ({ m }: View) => !m.battery.cellGone && chargePercent(m.battery.openVolts) < TESTER_PERCENT;

const RUN_HOT: Asked = { check: 'run.minutes', cylinder: null, condition: 'loaded', temperature: 'hot' };
const RUN_LOADED: Asked = { check: 'look.run', cylinder: null, condition: 'loaded', temperature: null };

const same = (a: { check: string; cylinder: number | null }, b: { check: string; cylinder: number | null }) =>
  a.check === b.check && a.cylinder === b.cylinder;

/** What was wrong is cured by the repair of another fault, where both take the same new part. */
function curedBy(key: string, put: Drawn['puts'][number]): boolean {
  if (putKey(put) === key) return true;
  const { id, cylinder } = splitKey(key);
  const [made, was] = [findFault(id), findFault(put.fault)];
  // A new plug comes with its gap.
  if (id === 'spark.plug-fouled' && put.fault === 'spark.plug-gap') return cylinder === put.cylinder;
  return made !== undefined && was !== undefined && sameRepair(made, was) && cylinder === put.cylinder;
}

const dry = (m: Mower, drained: boolean): Mower => {
  if (drained) for (const c of m.cylinders) c.liquidMl = 0;
  return m;
};

/** Whether the engine can be brought to the state a check is made in; what belongs to the cranking circuit needs the key alone. */
function canMake(view: View, asked: Asked): boolean {
  if (asked.check === 'look.run') return cranks(view, false);
  const hot = asked.temperature === 'hot';
  // What is tried to see whether it then runs needs no more than a start.
  if (checkOf(asked.check).needsOnlyStart && asked.condition !== 'cranking') return starts(view, false);
  if (asked.check.startsWith('run.') && asked.check !== 'run.leak-watch') return starts(view, false);
  if (needsToRun(asked) || hot)
    return starts(view, false) && (!needsToRun(asked) || view.going(asked.condition, hot).runs);
  if (asked.condition === 'cranking' && checkOf(asked.check).impliesState) return cranks(view, hot);
  return true;
}

/** What is seen when it cannot: how it cranks, or that it does not start. */
const insteadOf = (view: View): Asked =>
  cranks(view, false)
    ? { check: 'look.run', cylinder: null, condition: 'cranking', temperature: null }
    : { check: 'look.crank', cylinder: null, condition: 'cranking', temperature: null };

const isLast = (check: string) => handsBack(check);

/** Whether nothing of what belongs to handing back was found wanting since the last repair. */
const allSound = (bench: Bench) =>
  bench.readings.filter((r) => r.event > sinceRepair(bench) && isLast(r.reading.check)).every(foundSound);

const foundSound = ({ reading, assessment }: StandingReading) =>
  reading.check === 'look.run'
    ? reading.symptoms?.length === 0
    : assessment.outcome === null || assessment.outcome === checkOf(reading.check).outcomes[0]?.id;

const isOf = ({ reading }: StandingReading, { check, condition }: Asked) =>
  reading.check === check && reading.condition === condition;

const sinceRepair = (bench: Bench) => Math.max(0, ...bench.repairs.map((r) => r.event));

const wasSeen = (bench: Bench, { check }: Asked) =>
  bench.readings.some((r) => r.event > sinceRepair(bench) && r.reading.check === check);

/** It is written down already, since the last repair, that the engine does not come to that state. */
const wasInVain = (bench: Bench, view: View, asked: Asked): boolean =>
  !canMake(view, asked) && cannotBeMade(bench, asked);

/** The engine does not come to that state; what is made on a standing hot one wants it to run first. */
const unmadeOf = (view: View, { check, condition, temperature }: Asked): unknown =>
  DEMANDING.includes(condition) && (condition === 'cranking' || starts(view, false))
    ? { unmade: check, condition, ...(temperature === 'hot' ? { temperature } : {}), because: 'not-reached' }
    : { unmade: 'look.run', condition: 'idle', because: 'not-reached' };

function repairOf(key: string): unknown {
  const { id, cylinder } = splitKey(key);
  const action = isCondition(id) ? 'cleaned' : (findFault(id)?.repair.action ?? 'replaced');
  return { repair: id, action, ...(cylinder === null ? {} : { cylinder }) };
}
