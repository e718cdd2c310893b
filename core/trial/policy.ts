import type { Bench, BenchSummary } from '../bench/index.ts';
import { nextChecks, stillToOpen, twoSteps } from '../bench/index.ts';
import type { Random } from '../chance/random.ts';
import { type CheckId, checkOf } from '../checks/index.ts';
import { RUNNING } from '../engine/index.ts';
import type { Asked } from '../mower/simulateCheck.ts';
import { HOT_MIN, STATE_MIN } from '../reason/planner.ts';

export type PolicyName = 'ridge' | 'textbook' | 'random';
/** How far the planner looks ahead. */
export type Steps = 'one' | 'two';

export const POLICIES: readonly PolicyName[] = ['ridge', 'textbook', 'random'];

/** Checks worth making next, the first the best; each policy is asked until one of them can be made. */
export type Policy = (bench: Bench, summary: BenchSummary, chance: Random) => readonly Asked[];

/** Hands-on minutes a check takes as the bench stands: itself, what is to be opened and closed for it, its state, its heat [min]. */
export const minutesOf = (bench: Bench, { check, cylinder, condition, temperature }: Asked): number =>
  checkOf(check).minutes +
  (STATE_MIN[condition] ?? 0) +
  stillToOpen(bench, check, cylinder).minutes +
  (temperature === 'hot' && !bench.hot ? HOT_MIN : 0);

/** Whether that was read already since the last repair. */
const taken = (bench: Bench, { check, cylinder, condition, temperature }: Asked) => {
  const since = Math.max(0, ...bench.repairs.map((r) => r.event));
  return bench.readings.some(
    (r) =>
      r.event > since &&
      r.reading.check === check &&
      r.reading.cylinder === cylinder &&
      r.reading.condition === condition &&
      (r.reading.temperature === 'hot') === (temperature === 'hot'),
  );
};

/** What the product lists; where nothing of that can be made, whatever else is open, as one does. */
const ridge =
  (steps: Steps): Policy =>
  (bench, summary, chance) => {
    const plan = nextChecks(bench, summary);
    return [
      ...(steps === 'two' ? twoSteps(bench, plan) : plan).next.map(({ check, cylinder, condition, temperature }) => ({
        check,
        cylinder,
        condition,
        temperature,
      })),
      ...textbook(bench, summary, chance),
    ];
  };

/** Every check of the house not read yet, in each of its states, cold; hot where it makes a difference. */
function open(bench: Bench): Asked[] {
  return bench.planner().candidates.flatMap(({ instance, state }) => {
    const heats = instance.check.temperatures.includes('hot') ? ([null, 'hot'] as const) : [null];
    return heats
      .map((temperature) => ({ check: instance.check.id, cylinder: instance.cylinder, condition: state, temperature }))
      .filter((asked) => !taken(bench, asked));
  });
}

const byChance: Policy = (bench, _summary, chance) => {
  const all = open(bench);
  for (let i = all.length - 1; i > 0; i--) {
    const k = Math.floor(chance.next() * (i + 1));
    [all[i], all[k]] = [all[k]!, all[i]!];
  }
  return all;
};

/** The first word of a check's id. */
type Family = CheckId extends `${infer First}.${string}` ? First : never;

/**
 * The stages of the trade's own order: look first; then power and turning where it does not crank, the split of spark from fuel where it does;
 * then each system.
 */
const STAGES: readonly (readonly Family[])[] = [
  ['look'],
  ['power', 'turn', 'charge'],
  ['split', 'balance'],
  ['spark'],
  ['fuel', 'air'],
  ['valve'],
  ['seal', 'run'],
];

const textbook: Policy = (bench, summary) => {
  const cranking = bench.head.complaint.some(
    (s) =>
      s.startsWith('no-crank') ||
      s === 'crank-stops' ||
      s === 'cranks-slow' ||
      s === 'starter-spins-free' ||
      s === 'will-not-turn' ||
      s === 'battery-goes-flat',
  );
  const stageOf = (check: string) =>
    STAGES.findIndex((stage) => stage.some((family) => family === check.split('.')[0]));
  const suspected = new Set(summary.suspects.filter((s) => s.p > 0.02).map((s) => s.fault.split('.')[0]!));
  /** A stage whose systems have nothing suspected left is cleared. */
  const cleared = (stage: number) =>
    stage > 0 && stage !== 2 && !STAGES[stage]!.some((system) => suspected.has(system));
  const rank = (stage: number) => (stage === 1 && !cranking ? 6.5 : stage);
  return open(bench)
    .filter((asked) => asked.temperature !== 'hot' || checkOf(asked.check).mayDieInIt)
    .map((asked) => ({ asked, stage: stageOf(asked.check), minutes: minutesOf(bench, asked) }))
    .filter(({ stage }) => stage >= 0 && !cleared(stage))
    .sort((a, b) => rank(a.stage) - rank(b.stage) || a.minutes - b.minutes || (a.asked.check < b.asked.check ? -1 : 1))
    .map(({ asked }) => asked);
};

export const policyOf = (name: PolicyName, steps: Steps): Policy =>
  ({ ridge: ridge(steps), textbook, random: byChance })[name];

export const needsToRun = ({ condition }: Asked) => RUNNING.includes(condition);
