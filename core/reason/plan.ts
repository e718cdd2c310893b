import { CHECKS, checkOf } from '../checks/index.ts';
import type { RunningState, Temperature } from '../engine/index.ts';
import { instanceKey } from '../machine/key.ts';
import type { Belief } from './belief.ts';
import {
  candidatesOf,
  isAnswered,
  isInfeasibleIn,
  makeCandidate,
  type Round,
  readAt,
  type Situation,
  type Telling,
  tellingOf,
} from './candidates.ts';
import type { Catalogue } from './catalogue/instances.ts';
import { faultChances } from './faultChances.ts';
import { meets } from './needs.ts';
import type { Network } from './network.ts';
import { maskCost, type Planner } from './planner.ts';
import { confirmingChances, isStuck, proofsOf } from './proofs.ts';
import { type Candidate, withReports } from './reports.ts';
import {
  type Active,
  activeSets,
  CANNOT_BE_MADE,
  expectedSearch,
  likeliest,
  powerLeft,
  roadsOf,
  type SearchStart,
} from './search.ts';
import type { StandingReading } from './standing.ts';
import { type Why, whyOf } from './why.ts';
import { savedBy } from './worth.ts';

/** Checks are told apart on the likeliest sets alone. */
export const TOLD_APART_ON = 300;

/** A check that moves belief by less than this parts nothing. */
export const PARTS_NOTHING = 0.005;

/** So many of the most telling are ranked by the minutes they save. */
const RANKED_CHECKS = 18;

/** A check must be worth this, or this share of the search still ahead. */
const WORTH_MIN = 1;

const WORTH_SHARE = 0.05;

const SETTLING_CHECKS_SHOWN = 6;

/** Where the first suspects cannot be proven, a check that has this chance to prove another is still made. */
const STILL_WORTH_PROVING = 0.015;

/** So many checks stand above what settles the first suspect. */
const BEST_FEW = 3;

export interface NextCheck {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** Hands-on minutes, with access not yet open, closing it again, and the state [min]. */
  readonly minutes: number;
  /** Bench minutes saved on average, net of its own [min]. */
  readonly minutesSaved: number;
  readonly opens: readonly string[];
  readonly why: Why;
}

export interface Plan {
  /** Minutes of search still ahead on average [min]. */
  readonly expectedSearchMin: number;
  readonly next: readonly NextCheck[];
  /** True when no check is worth its minutes and `next` is simply the order that confirms. Else the worthy ones, then what would confirm the first suspect. */
  readonly confirmingOrder: boolean;
  /** A suspect is left, and nothing that can still be made would prove it: `next` is what still tells something, and it is for the customer to decide. */
  readonly nothingProves: boolean;
}

/**
 * What to check next, ranked by bench minutes saved on average (one step ahead).
 * value = search minutes now - expected search minutes after - minutes of the check.
 * @param again a variable whose reading most probably is a gross error, to be taken again before anything is bought; or null
 */
export function planNext(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  planner: Planner,
  situation: Situation,
  again: string | null = null,
): Plan {
  const { round, search, views, telling, ranked } = consider(catalogue, network, belief, planner, situation, again);
  const listed = choose(round, ranked, search.order, views);
  const nothingProves = isStuck(round, search.order);
  const proves = confirmingChances(round);
  // Where nothing would prove the first suspects, nobody goes hunting what is hardly suspected at all.
  const chosen = nothingProves
    ? listed.chosen.filter(
        ({ saved, candidate }) => saved > 0 || (proves.get(candidate.instance.key) ?? 0) > STILL_WORTH_PROVING,
      )
    : listed.chosen;
  shorterFirst(round, chosen, telling, views);
  const next = chosen.map((entry) => nextCheck(round, entry));
  if (situation.crankingUnsafe)
    for (const { id, states } of MAKES_SAFE) {
      const looked = situation.readings.some((r) => r.reading.check === id && r.epoch === situation.epoch);
      if (!looked) promote(round, next, id, states[0]!, null, { code: 'makes-safe' });
    }
  for (const id of situation.lookFirst)
    promote(round, next, id, checkOf(id).states[0]!, null, { code: 'before-turning' });
  if (again !== null) promoteAgain(round, next, again);
  return { expectedSearchMin: search.minutes, next, confirmingOrder: listed.confirmingOrder, nothingProves };
}

/** What a plan is chosen from: the round, and the checks worth asking, the most telling of them ranked by the minutes they save. */
export function consider(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  planner: Planner,
  situation: Situation,
  again: string | null,
) {
  const { round, wide, search } = roundOf(catalogue, network, belief, planner, situation);
  const views: Views = {
    wide,
    now: search.minutes,
    tells: tellingOf(round, likeliest(wide, TOLD_APART_ON)),
    proofs: proofsOf(round),
  };
  const telling = candidatesOf(round, wide, again).filter((c) => isWorthAsking(round, c, views));
  return { round, wide, search, views, telling, ranked: rank(round, telling, views) };
}

/** The round as it stands: the sets that matter, the roads still to be gone, and the search that lies ahead. */
export function roundOf(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  planner: Planner,
  situation: Situation,
): { readonly round: Round; readonly wide: Active; readonly search: ReturnType<typeof expectedSearch> } {
  const readOn = byInstance(situation.readings);
  const lately = new Set(situation.readings.slice(-A_MOMENT));
  const readBy = (probe: number) => readOn.get(planner.probes[probe]!.instance.key) ?? [];
  const missing = planner.routes.map((route) =>
    route.needs
      .filter(({ probe, need, target }) => !readBy(probe).some((r) => meets(need, r, target, route.faultCylinder)))
      .map(({ probe }) => probe),
  );
  const start: SearchStart = {
    mask: planner.accessKeys.reduce((mask, key, bit) => (situation.open.has(key) ? mask | (1 << bit) : mask), 0),
    hot: situation.hot,
    repaired: situation.repaired,
    givesUpFrom: 0,
    // What cannot be made confirms as little as what was taken twice in vain.
    justRead: Uint8Array.from(planner.probes, (_, index) => Number(readBy(index).some((r) => lately.has(r)))),
    inVain: Uint8Array.from(planner.probes, ({ instance, state, hot }, index) =>
      isInfeasibleIn(situation, instance, state, hot ? 'hot' : null)
        ? CANNOT_BE_MADE
        : timesTaken(readBy(index).filter((r) => readAt(r, state, hot ? 'hot' : null))),
    ),
  };
  const roads = roadsOf(planner, missing, start);
  const wide = activeSets(catalogue, belief);
  const search = expectedSearch(planner, roads, wide.masses, wide, catalogue.faults.length, start);
  const round: Round = {
    catalogue,
    network,
    belief,
    planner,
    situation,
    readOn,
    missing,
    roads,
    start: { ...start, givesUpFrom: search.end },
  };
  return { round, wide, search };
}

/** So many readings are over in a moment: what came and went before them may have come again since. */
const A_MOMENT = 4;

/** How often the same was taken: readings of different places are no repeats of each other. */
function timesTaken(readings: readonly StandingReading[]): number {
  const places = new Map<string, number>();
  for (const { assessment } of readings) {
    const place = Object.keys(assessment.weights).join();
    // What a reading cannot be judged by does not change with the next one.
    const unjudged = assessment.outcome === null && place === '' && Object.keys(assessment.weights).length > 0;
    places.set(place, (places.get(place) ?? 0) + (unjudged ? CANNOT_BE_MADE : 1));
  }
  return Math.max(0, ...places.values());
}

/** Standing readings by the check, and the cylinder, they were made on. */
function byInstance(readings: Situation['readings']): Map<string, StandingReading[]> {
  const out = new Map<string, StandingReading[]>();
  for (const standing of readings) {
    const key = instanceKey(standing.reading.check, standing.reading.cylinder);
    const kept = out.get(key);
    if (kept) kept.push(standing);
    else out.set(key, [standing]);
  }
  return out;
}

interface Ranked {
  readonly candidate: Candidate;
  readonly saved: number;
}

/** How the round is looked at: the sets that matter, the search ahead [min], what each check would move, and what proofs still need. */
interface Views {
  readonly wide: Active;
  readonly now: number;
  readonly tells: (candidate: Candidate) => Telling;
  readonly proofs: ReadonlySet<string>;
}

/** It parts something that is still suspected, and its answer is not known already; or a proof needs it. */
function isWorthAsking(round: Round, candidate: Candidate, { tells, proofs }: Views): boolean {
  if (proofs.has(candidate.instance.key)) return true;
  const telling = tells(candidate);
  return telling.moved >= PARTS_NOTHING && !isAnswered(round, candidate, telling);
}

/** Told apart by how far they could move belief or confirm something; the most telling of them ranked by their worth. */
function rank(round: Round, telling: readonly Candidate[], { wide, now, tells }: Views): Ranked[] {
  const confirms = confirmingChances(round);
  return telling
    .map((candidate) => ({
      candidate,
      reach: Math.max(tells(candidate).moved, confirms.get(candidate.instance.key) ?? 0) * now - candidate.minutes,
    }))
    .sort((a, b) => b.reach - a.reach)
    .slice(0, RANKED_CHECKS)
    .map(({ candidate }) => ({ candidate, saved: savedBy(round, candidate, wide, now) }))
    .sort((a, b) => compare(a, b, round.situation));
}

/** What is listed: the worthy ones, or the order that settles; and what would confirm the first suspect among them. */
function choose(
  round: Round,
  ranked: readonly Ranked[],
  order: readonly number[],
  views: Views,
): { readonly chosen: Ranked[]; readonly confirmingOrder: boolean } {
  const { planner } = round;
  const worth = ranked.filter(({ saved }) => saved > WORTH_MIN || saved > WORTH_SHARE * views.now);
  // One line per check and cylinder: the best of its conditions.
  const best = new Map<string, Ranked>();
  for (const entry of worth) if (!best.has(entry.candidate.instance.key)) best.set(entry.candidate.instance.key, entry);
  const confirmingOrder = best.size === 0;
  const chosen = confirmingOrder
    ? inSettlingOrder(round, order, SETTLING_CHECKS_SHOWN, views)
    : [...best.values()].slice(0, RANKED_CHECKS);
  const isNew = (key: string) => !chosen.some((c) => c.candidate.instance.key === key);
  // One or two that are worth their minutes are no list: it goes on with the next best, then with what would settle things, in order.
  if (!confirmingOrder && chosen.length < BEST_FEW) {
    for (const entry of ranked) if (entry.saved > 0 && isNew(entry.candidate.instance.key)) chosen.push(entry);
    const further = order.filter((index) => isNew(planner.probes[index]!.instance.key));
    chosen.push(...inSettlingOrder(round, further, Math.max(0, SETTLING_CHECKS_SHOWN - chosen.length), views));
  }
  // Nothing would settle anything any more: then what tells most, whatever it costs.
  if (chosen.length === 0) chosen.push(...ranked.slice(0, SETTLING_CHECKS_SHOWN));
  // However long its road, what would confirm the first suspect is always in sight: behind the best few, before the rest.
  const settler = settlerOfFirstSuspect(round);
  if (settler !== null && isNew(planner.probes[settler]!.instance.key))
    chosen.splice(BEST_FEW, 0, ...inSettlingOrder(round, [settler], 1, views));
  return { chosen, confirmingOrder };
}

/** So long an opening waits for a check as short as that which moves about as much. */
export const LONG_OPENING_MIN = 10;
export const SHORT_CHECK_MIN = 3;
export const AS_MUCH = 0.8;

/** Nobody opens an engine for what a look parts as well. */
function shorterFirst(
  round: Round,
  chosen: Ranked[],
  telling: readonly Candidate[],
  { wide, now, tells, proofs }: Views,
): void {
  const first = chosen[0]?.candidate;
  if (!first || proofs.has(first.instance.key)) return;
  const opening = maskCost(round.planner, first.mask & ~round.start.mask);
  if (opening <= LONG_OPENING_MIN) return;
  const enough = AS_MUCH * tells(first).moved;
  const shorter = telling
    .filter((c) => c.minutes <= SHORT_CHECK_MIN && c.temperature !== 'hot' && tells(c).moved >= enough)
    .sort((a, b) => tells(b).moved - tells(a).moved)[0];
  if (!shorter) return;
  const at = chosen.findIndex((c) => c.candidate.instance.key === shorter.instance.key);
  const entry = at >= 0 ? chosen.splice(at, 1)[0]! : { candidate: shorter, saved: savedBy(round, shorter, wide, now) };
  chosen.unshift(entry);
}

/** Ties: what is open already, then the side asked last, then the id. */
function compare(a: Ranked, b: Ranked, { lastCylinder }: Situation): number {
  if (Math.abs(a.saved - b.saved) > 1e-6) return b.saved - a.saved;
  if (Math.abs(a.candidate.minutes - b.candidate.minutes) > 1e-6) return a.candidate.minutes - b.candidate.minutes;
  const last = (c: Candidate) => (c.instance.cylinder === lastCylinder ? 0 : 1);
  return last(a.candidate) - last(b.candidate) || (a.candidate.instance.key < b.candidate.instance.key ? -1 : 1);
}

/** The first few of that order which are worth asking. */
function inSettlingOrder(round: Round, order: readonly number[], most: number, views: Views): Ranked[] {
  const out: Ranked[] = [];
  for (const index of order) {
    if (out.length >= most) break;
    const { instance, state, mask, hot } = round.planner.probes[index]!;
    const candidate = withReports(
      round.network,
      round.belief,
      makeCandidate(round, instance, state, mask, hot ? 'hot' : null),
    );
    if (isWorthAsking(round, candidate, views))
      out.push({ candidate, saved: savedBy(round, candidate, views.wide, views.now) });
  }
  return out;
}

/** The next probe on the surest road that confirms the likeliest fault; null when nothing can or it is confirmed. */
function settlerOfFirstSuspect({ catalogue, belief, planner, missing, start }: Round): number | null {
  const p = faultChances(catalogue, belief);
  const first = p.indexOf(Math.max(...p));
  let best: { probe: number; efficacy: number } | null = null;
  for (const [r, route] of planner.routes.entries()) {
    if (route.fault !== first) continue;
    if (missing[r]!.length === 0) return null;
    if (missing[r]!.some((index) => powerLeft(route.comesAndGoes, start.inVain[index]!, false) === 0)) continue;
    if (!best || route.efficacy > best.efficacy) best = { probe: missing[r]![0]!, efficacy: route.efficacy };
  }
  return best?.probe ?? null;
}

/** Puts the reading that most probably is a gross error at the top, in the state it was taken in. */
function promoteAgain(round: Round, next: NextCheck[], again: string): void {
  const reading = round.situation.readings.findLast(
    (r) => instanceKey(r.reading.check, r.reading.cylinder) === again,
  )?.reading;
  if (reading) promote(round, next, again, reading.condition, reading.temperature, { code: 'again' });
}

/** After a dead stop the dipstick, then the plugs out, come before all that would be worth more minutes; the last is put on top. */
const MAKES_SAFE = CHECKS.filter((check) => check.beforeCranking !== null).sort(
  (a, b) => b.beforeCranking! - a.beforeCranking!,
);

function promote(
  round: Round,
  next: NextCheck[],
  key: string,
  condition: RunningState,
  temperature: Temperature | null,
  why: Why,
): void {
  const instance = round.catalogue.checks.find((c) => c.key === key);
  if (!instance) return;
  const at = next.findIndex((n) => instanceKey(n.check, n.cylinder) === key);
  const minutesSaved = at >= 0 ? next.splice(at, 1)[0]!.minutesSaved : 0;
  const mask = round.planner.candidates.find((c) => c.instance.key === key)?.mask ?? 0;
  next.unshift({
    check: instance.check.id,
    cylinder: instance.cylinder,
    condition,
    temperature,
    minutes: makeCandidate(round, instance, condition, mask, temperature).minutes,
    minutesSaved,
    opens: opensOf(round, mask),
    why,
  });
}

const opensOf = ({ planner, start }: Round, mask: number) =>
  planner.accessKeys.filter((_, bit) => ((mask & ~start.mask) >> bit) & 1);

function nextCheck(round: Round, { candidate, saved }: Ranked): NextCheck {
  return {
    check: candidate.instance.check.id,
    cylinder: candidate.instance.cylinder,
    condition: candidate.state,
    temperature: candidate.temperature,
    minutes: candidate.minutes,
    minutesSaved: saved,
    opens: opensOf(round, candidate.mask),
    why: whyOf(round, candidate),
  };
}
