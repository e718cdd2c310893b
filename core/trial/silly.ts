import type { Bench } from '../bench/index.ts';
import { stillToOpen } from '../bench/index.ts';
import { situationOf } from '../bench/situation.ts';
import { checkOf } from '../checks/index.ts';
import { RUNNING } from '../engine/index.ts';
import { instanceKey } from '../machine/key.ts';
import type { Asked } from '../mower/simulateCheck.ts';
import { candidatesOf, isAnswered, mustNotTurn, readAt, tellingOf } from '../reason/candidates.ts';
import { AS_MUCH, LONG_OPENING_MIN, PARTS_NOTHING, roundOf, SHORT_CHECK_MIN, TOLD_APART_ON } from '../reason/plan.ts';
import { proofsOf } from '../reason/proofs.ts';
import { likeliest } from '../reason/search.ts';

/** What a technician would laugh at in a planned step. */
export const SILLY = {
  answered: 'What it would say is known from the complaint or the state.',
  'opens-too-much': 'More than ten minutes of opening while a check of three minutes at most parts the same suspects.',
  'rivals-excluded': 'It parts nothing that is still suspected, and confirms nothing.',
  unsafe: 'The engine must not be turned as things stand.',
  'third-time': 'The same check in the same state for the third time, for nothing that comes and goes.',
} as const;
export type Silly = keyof typeof SILLY;

/** What is silly about making that check as the bench stands; null for a step one may take. Re-tests and gates are not asked here. */
export function sillyOf(bench: Bench, asked: Asked): Silly | null {
  const situation = situationOf(bench);
  if ((asked.condition === 'cranking' || RUNNING.includes(asked.condition)) && mustNotTurn(situation)) return 'unsafe';
  const key = instanceKey(asked.check, asked.cylinder);
  const taken = situation.readings.filter(
    (r) =>
      r.epoch === situation.epoch &&
      instanceKey(r.reading.check, r.reading.cylinder) === key &&
      readAt(r, asked.condition, asked.temperature),
  );
  const { round, wide } = roundOf(bench.catalogue, bench.network, bench.belief, bench.planner(), situation);
  // To look again is the only way to what comes and goes.
  if (taken.length >= 2 && !proofsOf(round, true).has(key)) return 'third-time';
  const candidates = candidatesOf(round, wide, key);
  const own = candidates.find(
    (c) =>
      c.instance.key === key &&
      c.state === asked.condition &&
      (c.temperature === 'hot') === (asked.temperature === 'hot'),
  );
  // Of what the planner would not list itself nothing is weighed here.
  if (!own) return null;
  const proves = proofsOf(round).has(key);
  const tells = tellingOf(round, likeliest(wide, TOLD_APART_ON));
  const telling = tells(own);
  if (isGate(bench, asked)) return null;
  if (taken.length === 0 && !proves && isAnswered(round, own, telling)) return 'answered';
  const { moved } = telling;
  if (moved < PARTS_NOTHING && !proves) return 'rivals-excluded';
  const opening = stillToOpen(bench, asked.check, asked.cylinder).minutes;
  if (opening > LONG_OPENING_MIN && !proves) {
    const shorter = candidates.some(
      (c) => c !== own && c.minutes <= SHORT_CHECK_MIN && c.temperature !== 'hot' && tells(c).moved >= AS_MUCH * moved,
    );
    if (shorter) return 'opens-too-much';
  }
  return null;
}

/** What makes turning it safe comes first, whatever it opens. */
const isGate = (bench: Bench, { check }: Asked) =>
  (situationOf(bench).crankingUnsafe && checkOf(check).beforeCranking !== null) ||
  situationOf(bench).lookFirst.includes(check);

/** The name of a check as a path lists it. */
export const stepName = ({ check, cylinder, condition, temperature }: Asked): string =>
  `${check}${cylinder === null ? '' : `[${cylinder}]`}${checkOf(check).states.length > 1 ? ` ${condition}` : ''}${temperature === 'hot' ? ' hot' : ''}`;
