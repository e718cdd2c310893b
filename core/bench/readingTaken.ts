import type { ReadingEvent } from '../casefile/index.ts';
import { type Assessment, checkOf, closedToRun, type Reading } from '../checks/index.ts';
import { NOT_RUNNING, type Symptom } from '../complaint/symptoms.ts';
import { cylindersOf, type EngineKnown, RUNNING, RUNNING_STATES } from '../engine/index.ts';
import { instanceKey } from '../machine/key.ts';
import { withGroups } from '../reason/belief.ts';
import { pointedKey } from '../reason/catalogue/impliedVariables.ts';
import { IMPLIED_CRANKS, IMPLIED_RUNS, IMPLIED_TROUBLE } from '../reason/catalogue/instances.ts';
import type { Evidence } from '../reason/evidence.ts';
import { atKey } from '../reason/spec.ts';
import { atOf, type StandingReading, withoutOutrankedMisses } from '../reason/standing.ts';
import { assessingContext } from './assessing.ts';
import { settlingIn } from './settling.ts';
import { type Bench, epochOf, toldAlready } from './state.ts';
import { adjustedIn, goneRound, isCharged } from './workDone.ts';

const sameWeights = (a: Evidence['weights'], b: Evidence['weights']) => JSON.stringify(a) === JSON.stringify(b);

const YES: Evidence['weights'] = { '': { yes: 1 } };

export function withReadingTaken(
  bench: Bench,
  { reading, raw, judgedBy = bench.known }: ReadingEvent,
  event: number,
): Bench {
  const retest = raw.retest === true;
  const { network } = bench;
  const epoch = epochOf(bench);
  const twins = bench.readings.filter(
    (r) => r.epoch === epoch && r.reading.check === reading.check && r.reading.cylinder !== reading.cylinder,
  );
  const assess = (own: Reading, twin: Reading | undefined, by: EngineKnown) =>
    checkOf(own.check).assess(own, assessingContext({ ...bench.head, ...by }, twin));
  const charged = isCharged(bench);
  const adjusted = adjustedIn(bench).has(instanceKey(reading.check, reading.cylinder));
  const assessment = onOwnBattery(
    reading,
    withoutSettling(bench, reading, assess(reading, twins.at(-1)?.reading, judgedBy)),
  );
  const bypassed = goneRound(bench);
  const taken: StandingReading = { event, reading, assessment, epoch, retest, charged, adjusted, bypassed };
  // The twin is judged again beside the new one, so that the order in which the pair was read does not matter.
  const judgedAgain = new Map(
    twins.map((r) => [r, assess(r.reading, reading, bench.judgedBy.get(r.event) ?? bench.given)]),
  );
  const moved = twins.filter((r) => !sameWeights(r.assessment.weights, judgedAgain.get(r)!.weights));
  const readings = [
    ...bench.readings.map((r) => (judgedAgain.has(r) ? { ...r, assessment: judgedAgain.get(r)! } : r)),
    taken,
  ];
  const evidence = new Map<string, readonly Evidence[]>();
  const by = (r: StandingReading) => (r === taken ? judgedBy : (bench.judgedBy.get(r.event) ?? bench.given));
  const counted = withoutOutdated(
    withoutOutrankedMisses(readings),
    by,
    (r, known) => assess(r, undefined, known).weights,
  );
  for (const variable of new Set([taken, ...moved].map((r) => instanceKey(r.reading.check, r.reading.cylinder)))) {
    if (!network.hasVariable(variable)) continue;
    evidence.set(
      variable,
      counted
        .filter(
          (r) =>
            r.epoch === epoch &&
            instanceKey(r.reading.check, r.reading.cylinder) === variable &&
            Object.keys(r.assessment.weights).length > 0,
        )
        .map((r): Evidence => {
          const weights = reading.symptoms === null ? r.assessment.weights : withoutToldAgain(bench, readings, r);
          return { variable, at: atOf(r), weights, event: r.event };
        }),
    );
  }
  for (const variable of impliedBy(reading, taken)) {
    const earlier = bench.belief.groups.get(variable)?.readings ?? [];
    const at = atOf(taken);
    // That it ran at that state and heat was known already.
    if (earlier.some((e) => atKey(e.at) === atKey(at))) continue;
    evidence.set(variable, [...earlier, { variable, at, weights: YES, event }]);
  }
  const pointed = pointedAt(bench, taken);
  if (pointed) evidence.set(pointed.variable, pointed.said);
  const boosted = boosterSays(bench, reading);
  if (boosted !== null && network.hasVariable(JUMP)) evidence.set(JUMP, jumpSaid(bench, taken, boosted));
  const told = toldAlready(bench);
  if (reading.symptoms?.some((symptom) => told.has(symptom))) {
    const at = { state: 'bench', temperature: null };
    evidence.set(IMPLIED_TROUBLE, [{ variable: IMPLIED_TROUBLE, at, weights: YES, event }]);
  }
  const belief = withGroups(network, bench.belief, evidence);
  return {
    ...bench,
    belief,
    readings,
    ...(judgedBy === bench.given ? {} : { judgedBy: new Map(bench.judgedBy).set(event, judgedBy) }),
    ...bodily(bench, reading),
  };
}

/** The side that a finding on the whole machine points to; null where it points to none. */
function pointedAt(bench: Bench, { reading, assessment, event, ...taken }: StandingReading) {
  if (reading.side === null || (assessment.outcome ?? '') === checkOf(reading.check).outcomes[0]?.id) return null;
  const variable = pointedKey(reading.check);
  const weights = { '': { [String(reading.side)]: 1 } };
  const said: readonly Evidence[] = [
    ...(bench.belief.groups.get(variable)?.readings ?? []),
    { variable, at: atOf({ reading, ...taken }), weights, event },
  ];
  return { variable, said };
}

/** Cranked on a booster is what that check is made for. */
const JUMP = 'power.jump';

/** How it cranks on a booster is no word on how it cranks by itself. */
const onOwnBattery = (reading: Reading, assessment: Assessment): Assessment =>
  reading.onBooster && reading.check === 'look.crank' ? { ...assessment, weights: {} } : assessment;

/** Of an engine that did not crank as it should: whether a booster cures that; null where that was not seen. */
function boosterSays({ head, readings }: Bench, { check, onBooster, outcome }: Reading): 'cures' | 'same' | null {
  if (!onBooster || check !== 'look.crank' || outcome === null) return null;
  const ailing =
    head.complaint.some((symptom) => CRANKS_BADLY.includes(symptom)) ||
    readings.some((r) => r.reading.check === check && !r.reading.onBooster && r.reading.outcome !== 'normal');
  return ailing ? (outcome === 'normal' ? 'cures' : 'same') : null;
}

/** What is known of a jump, with how it cranked on the booster now. */
const jumpSaid = (bench: Bench, taken: StandingReading, said: 'cures' | 'same'): readonly Evidence[] => [
  ...(bench.belief.groups.get(JUMP)?.readings ?? []),
  { variable: JUMP, at: atOf(taken), weights: { '': { [said]: 1 } }, event: taken.event },
];

const CRANKS_BADLY: readonly Symptom[] = ['no-crank-silent', 'no-crank-click', 'crank-stops', 'cranks-slow'];

/** What a flooded engine shows at first weighs on neither side: it is looked at again. */
function withoutSettling(bench: Bench, reading: Reading, assessment: Assessment): Assessment {
  const settling: readonly string[] = settlingIn(bench, reading);
  return settling.length === 0
    ? assessment
    : {
        ...assessment,
        weights: Object.fromEntries(Object.entries(assessment.weights).filter(([part]) => !settling.includes(part))),
      };
}

/** The same check in the same state, since the same repair. */
export const isSameAgain = (a: StandingReading, b: StandingReading): boolean =>
  a.epoch === b.epoch &&
  a.reading.check === b.reading.check &&
  a.reading.cylinder === b.reading.cylinder &&
  atKey(atOf(a)) === atKey(atOf(b));

/**
 * Readings without those that were read again in the same state by a sheet that judges them otherwise: they keep their verdict, but are no second opinion
 * that contradicts the new one.
 */
function withoutOutdated(
  readings: readonly StandingReading[],
  by: (reading: StandingReading) => EngineKnown,
  weightsBy: (reading: Reading, known: EngineKnown) => Evidence['weights'],
): readonly StandingReading[] {
  const outdated = (r: StandingReading, next: StandingReading) =>
    next.event > r.event &&
    by(next) !== by(r) &&
    isSameAgain(next, r) &&
    !sameWeights(weightsBy(r.reading, by(r)), weightsBy(r.reading, by(next)));
  return readings.filter((r) => !readings.some((next) => outdated(r, next)));
}

/** How much a run asks of the engine: of two that show the same, the one that asks more is the witness. */
export const asked = ({ reading, event }: StandingReading) => [
  RUNNING_STATES.indexOf(reading.condition),
  reading.temperature === 'hot' ? 1 : 0,
  -event,
];

/**
 * What a run says, without what was told already or another run shows that asks more: it is one and the same trouble, and no second witness of
 * which fault it is. So it does not matter which was made first.
 */
function withoutToldAgain(
  bench: Bench,
  readings: readonly StandingReading[],
  run: StandingReading,
): Evidence['weights'] {
  // What shows with something bypassed speaks for what is behind it, told already or not.
  if (run.epoch > 0 || run.bypassed.length > 0) return run.assessment.weights;
  const outranks = (other: StandingReading) => {
    const [a, b] = [asked(other), asked(run)];
    const differing = a.findIndex((rank, k) => rank !== b[k]);
    return differing >= 0 && a[differing]! > b[differing]!;
  };
  const elsewhere = new Set<string>([
    ...bench.head.complaint,
    ...readings
      .filter((r) => r.epoch === 0 && r.bypassed.length === 0 && r !== run && outranks(r))
      .flatMap((r) => r.reading.symptoms ?? []),
  ]);
  const ticked = run.reading.symptoms ?? [];
  return Object.fromEntries(
    Object.entries(run.assessment.weights).filter(
      ([symptom]) => !(elsewhere.has(symptom) && (ticked as readonly string[]).includes(symptom)),
    ),
  );
}

/** A check made at idle means that it cranks and starts. */
function impliedBy(reading: Reading, { assessment }: StandingReading): string[] {
  const check = checkOf(reading.check);
  if (!check.impliesState || Object.keys(assessment.weights).length === 0) return [];
  if (reading.symptoms?.some((s) => NOT_RUNNING.includes(s as Symptom))) return [];
  if (RUNNING.includes(reading.condition)) return [IMPLIED_RUNS];
  return reading.condition === 'cranking' && !reading.onBooster ? [IMPLIED_CRANKS] : [];
}

/** What a reading leaves open, hot and run in. */
function bodily(bench: Bench, reading: Reading): Pick<Bench, 'open' | 'hot' | 'hasRun' | 'lastCylinder'> {
  const check = checkOf(reading.check);
  const running = RUNNING.includes(reading.condition);
  const keys = bench.access.keysFor(check, reading.cylinder, cylindersOf(bench.head.engine));
  const open = new Set(bench.open);
  for (const key of keys) open.add(key);
  if (running) for (const key of open) if (closedToRun(key)) open.delete(key);
  const warmed = check.warmsUp && running;
  return {
    open,
    hot: reading.temperature === null ? bench.hot || warmed : reading.temperature === 'hot',
    hasRun: bench.hasRun || running,
    lastCylinder: reading.cylinder ?? bench.lastCylinder,
  };
}
