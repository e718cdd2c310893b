import { type AccessPlan, accessPlan, checkOf, USUAL_ACCESS } from '../checks/index.ts';
import { cylindersOf } from '../engine/index.ts';
import { type FaultDefinition, type Need, sameRepair } from '../faults/index.ts';
import { instanceKey } from '../machine/key.ts';
import type { Belief } from './belief.ts';
import type { Catalogue } from './catalogue/instances.ts';
import { type Group, groupLikelihood, withReading } from './evidence.ts';
import { alone, faultChances } from './faultChances.ts';
import { looksFor, meets, neededOn } from './needs.ts';
import type { Network } from './network.ts';
import { sameReading } from './sameReading.ts';
import { atOf, type StandingReading, withoutOutrankedMisses } from './standing.ts';

export interface Confirmed {
  readonly fault: string;
  /** The event that completed the proof. */
  readonly by: number;
  /** Every event the proof stands on. */
  readonly proof: readonly number[];
  /** Other suspects of which the same work makes an end: it may be they. */
  readonly orElse: readonly string[];
  /** What to look at before a part is bought; null where none is, or nothing is left to look at in passing. */
  readonly ruleOut: RuleOut | null;
}

/** A look that costs next to nothing: a rival, hardly believed, that would read the same as what is proven. */
export interface RuleOut {
  readonly rival: string;
  readonly check: string;
  readonly cylinder: number | null;
}

/** A suspect this probable still counts as another explanation [trials: at 0.02 a leak proven at its valve waited for debris nobody saw]. */
const LIVE = 0.05;
/**
 * Work that buys no part, and any work once a rival's own checks are all made, waits for none that is less than so much as likely as what is
 * proven [trials: lash far out waited for a stud seen tight; a battery that sags on load, for a flat one at 12.5 V, until nothing was left to check].
 */
const COUNTS = 1 / 3;
/**
 * One this probable is worth a rule-out check before a part is bought: a minute or two against a part for nothing and another hour
 * [trials: a weak magnet, and a coil bought; a float that sticks at times, and a needle bought].
 */
const WORTH_RULING_OUT = 0.005;
/** Minutes of a check that is a rule-out check: two, or a sixtieth of the work it may spare [min]. */
const RULE_OUT_MIN = 2;
const RULE_OUT_SHARE = 1 / 60;
/** Work done for nothing costs its minutes, and about as many again until what it was is found [M]. */
const DONE_FOR_NOTHING = 2;
/** A proof stands where the fault is more likely than not; and of the first suspect from here on, for what is left is spread over many. */
const BELIEVED = 0.5;
const FIRST_BELIEVED = 0.25;
/** So sure that it is there, a finding that is gone again is the fault coming and going; less sure, it has to be found this often. */
const SURE = 0.6;
const FOUND_AGAIN = 2;
/** So often what comes and goes is looked for before work is done for its rival. */
const LOOKS_AT_COMING = 2;
/** Another fault that makes the findings at least half as likely explains them equally: only less belief in it lets the proof stand. */
const EQUALLY = 0.5;
/**
 * And one that makes them a fifth as likely explains them well enough to be looked at, before anything is bought or, where it is believed a third
 * as much, before anything is done [trials: air at the oil fill past worn rings, and the head taken off for its gasket without the oil test].
 */
const NEARLY = 0.2;

/**
 * Faults proven by the record. A rule is met when every finding it asks for stands, was not contradicted by an unequal repeat,
 * and no other live fault explains those findings equally. High probability alone never confirms anything.
 * @param readings those that still speak of the engine as it is, also from before the repair of another part
 * @param canMake whether a check can be made on that cylinder as things stand
 * @param access how this machine is opened
 */
export function confirmedFaults(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  readings: readonly StandingReading[],
  canMake: (check: string, cylinder: number | null) => boolean,
  access: AccessPlan = accessPlan(USUAL_ACCESS),
): Confirmed[] {
  const p = faultChances(catalogue, belief);
  let first = 0;
  for (let f = 0; f < p.length; f++) if (p[f]! > first) first = p[f]!;
  const out: Confirmed[] = [];
  const proven = new Map<number, Confirmed>();
  // Most of the time nothing is believed far enough, and then nothing needs to be proven.
  let proving: Proving | null = null;
  const alikeOf = alikeIn(catalogue);
  for (let f = 0; f < p.length; f++) {
    const alike = alikeOf[f]!;
    let together = p[f]!;
    for (let k = 0; k < alike.length; k++) together += p[alike[k]!]!;
    for (const later of shownAfterIn(catalogue)[f]!) together += p[later]!;
    // A proof that belief has turned away from is a reading to take again, not a verdict.
    if (together < BELIEVED && (together < FIRST_BELIEVED || together < first)) continue;
    proving ??= provingOf(catalogue, network, readings, access);
    const confirmed = confirmedBy(catalogue, network, p, f, alike, together, proving, canMake);
    if (confirmed) proven.set(f, confirmed);
  }
  // What the same work makes an end of is one answer, called by the likeliest of those with a proof: a coil that only skips cold may be one that
  // fails hot as well, but that cannot be shown on an engine that does not start.
  for (const [f, confirmed] of proven)
    if (!alikeOf[f]!.some((other) => proven.has(other) && (p[other]! > p[f]! || (p[other]! === p[f]! && other < f))))
      out.push(confirmed);
  return out;
}

/** What all proofs are made of. */
interface Proving {
  readonly readings: readonly StandingReading[];
  readonly scopes: ReadonlyMap<string, string>;
  readonly cylinders: readonly number[];
  readonly access: AccessPlan;
  /** The standing readings of each variable as one group. */
  readonly groups: ReadonlyMap<string, Group>;
}

function provingOf(
  catalogue: Catalogue,
  network: Network,
  readings: readonly StandingReading[],
  access: AccessPlan,
): Proving {
  const latest = withoutReplaced(readings);
  return {
    readings: latest,
    scopes: scopesOf(catalogue),
    access,
    cylinders: cylindersOf(catalogue.engine),
    groups: groupsOf(network, latest),
  };
}

/** Readings without those taken again after a repair: a new plug that changed nothing while the engine was flooded proves nothing once it is not. */
const withoutReplaced = (readings: readonly StandingReading[]): readonly StandingReading[] =>
  readings.filter(
    ({ epoch, reading }) => !readings.some((later) => later.epoch > epoch && sameReading(later.reading, reading)),
  );

function confirmedBy(
  catalogue: Catalogue,
  network: Network,
  p: Float64Array,
  f: number,
  alike: readonly number[],
  together: number,
  proving: Proving,
  canMake: (check: string, cylinder: number | null) => boolean,
): Confirmed | null {
  const fault = catalogue.faults[f]!;
  // What comes and goes shows itself by not standing still.
  const { showsToday } = fault.definition;
  const foundInConflict = showsToday < 1 ? (together >= SURE ? 1 : FOUND_AGAIN) : Number.POSITIVE_INFINITY;
  for (const rule of fault.definition.confirmedBy) {
    const proof = proofOf(rule, fault, proving, foundInConflict);
    if (!proof) continue;
    const groups = proof.map(({ reading }) => proving.groups.get(instanceKey(reading.check, reading.cylinder))!);
    const events = proof.map((r) => r.event);
    const rivals = rivalsOf(catalogue, network, p, f, [...alike, ...shownAfterIn(catalogue)[f]!], groups);
    const buys = fault.definition.repair.action === 'replaced';
    const heldUp = rivals.some(({ fault: other, fit }) => {
      if (p[other]! <= LIVE) return false;
      const counts = p[other]! > COUNTS * together;
      if (fit >= EQUALLY && counts) return true;
      return (counts || (fit >= EQUALLY && buys)) && !wasLookedFor(catalogue.faults[other]!, proving, canMake);
    });
    if (heldUp) continue;
    return {
      fault: fault.key,
      by: Math.max(...events),
      proof: events,
      orElse: alike.filter((other) => p[other]! > LIVE).map((other) => catalogue.faults[other]!.key),
      ruleOut: ruleOutAt(catalogue, f, rivals, p, proof, proving, canMake),
    };
  }
  return null;
}

/**
 * Whether every check that could prove a fault is made, or cannot be made: then waiting tells nothing more of it. For what comes and goes one look
 * is none.
 */
const wasLookedFor = (
  { definition, cylinder }: Catalogue['faults'][number],
  { readings, scopes, cylinders }: Proving,
  canMake: (check: string, cylinder: number | null) => boolean,
): boolean =>
  definition.confirmedBy.every((rule) =>
    rule.every((need) =>
      neededOn(need, scopes.get(need.check) === 'cylinder', cylinder, cylinders).every(
        (target) =>
          readings.filter((standing) => looksFor(need, standing, target, cylinder)).length >=
            (definition.showsToday < 1 ? LOOKS_AT_COMING : 1) || !canMake(need.check, target),
      ),
    ),
  );

/**
 * The first look not taken yet that would show one of the rivals, with nothing more to open than the proof has opened or the work opens. Where no
 * part is bought it has to spare its minutes: work done for nothing is done again.
 */
function ruleOutAt(
  { faults }: Catalogue,
  own: number,
  rivals: readonly Rival[],
  p: Float64Array,
  proof: readonly StandingReading[],
  { readings, scopes, cylinders, access }: Proving,
  canMake: (check: string, cylinder: number | null) => boolean,
): RuleOut | null {
  const { definition, cylinder } = faults[own]!;
  const opened = new Set([
    ...proof.flatMap(({ reading }) => access.keysFor(checkOf(reading.check), reading.cylinder, cylinders)),
    ...access.chain(definition.repair.access, cylinder),
  ]);
  const most = Math.max(RULE_OUT_MIN, RULE_OUT_SHARE * definition.repair.minutes);
  for (const { fault } of rivals) {
    const rival = faults[fault]!;
    const spared =
      definition.repair.action === 'replaced' ? most : p[fault]! * DONE_FOR_NOTHING * definition.repair.minutes;
    for (const [need, ...more] of rival.definition.confirmedBy) {
      const check = checkOf(need!.check);
      if (
        more.length > 0 ||
        need!.part !== undefined ||
        check.minutes > Math.min(most, spared) ||
        !scopes.has(check.id)
      )
        continue;
      const [cylinder = null] = neededOn(need!, check.scope === 'cylinder', rival.cylinder, cylinders);
      if (readings.some(({ reading }) => reading.check === check.id && reading.cylinder === cylinder)) continue;
      if (!access.keysFor(check, cylinder, cylinders).every((key) => opened.has(key))) continue;
      if (canMake(check.id, cylinder)) return { rival: rival.key, check: check.id, cylinder };
    }
  }
  return null;
}

const scopes = new WeakMap<Catalogue['checks'], ReadonlyMap<string, string>>();

function scopesOf({ checks }: Catalogue): ReadonlyMap<string, string> {
  let found = scopes.get(checks);
  if (!found) {
    found = new Map(checks.map((c) => [c.check.id, c.check.scope]));
    scopes.set(checks, found);
  }
  return found;
}

const shownAfter = new WeakMap<Catalogue['faults'], readonly (readonly number[])[]>();

/** For each fault whose work charges the battery, the others that nothing can prove before: they do not hold that work up. */
function shownAfterIn({ faults }: Catalogue): readonly (readonly number[])[] {
  let found = shownAfter.get(faults);
  if (!found) {
    const waits = faults.map(({ definition: { confirmedBy } }) =>
      confirmedBy.every((rule) => rule.some((need) => need.onceCharged)),
    );
    const later = Array.from(faults.keys()).filter((f) => waits[f]);
    found = faults.map(({ definition: { leavesCharged, repair } }, f) =>
      leavesCharged && repair.action !== 'replaced' && !waits[f] ? later : [],
    );
    shownAfter.set(faults, found);
  }
  return found;
}

const alikes = new WeakMap<Catalogue['faults'], readonly (readonly number[])[]>();

/** For each fault, the others that the same new part cures: together with it they are one answer. */
function alikeIn({ faults }: Catalogue): readonly (readonly number[])[] {
  let found = alikes.get(faults);
  if (!found) {
    found = faults.map((fault, f) =>
      Array.from(faults.keys()).filter(
        (o) => o !== f && faults[o]!.cylinder === fault.cylinder && sameRepair(faults[o]!.definition, fault.definition),
      ),
    );
    alikes.set(faults, found);
  }
  return found;
}

function groupsOf(network: Network, readings: readonly StandingReading[]): Map<string, Group> {
  const groups = new Map<string, Group>();
  for (const standing of withoutOutrankedMisses(readings)) {
    const { reading, assessment, event } = standing;
    const variable = instanceKey(reading.check, reading.cylinder);
    if (!network.hasVariable(variable) || Object.keys(assessment.weights).length === 0) continue;
    const at = atOf(standing);
    groups.set(variable, withReading(groups.get(variable), { variable, at, weights: assessment.weights, event }));
  }
  return groups;
}

/**
 * The readings that together are what a rule asks for, or null.
 * @param foundInConflict how often a finding has to be there where another look contradicts it
 */
function proofOf(
  rule: readonly Need[],
  fault: { readonly cylinder: number | null; readonly definition: FaultDefinition },
  { readings, scopes, cylinders, groups }: Proving,
  foundInConflict: number,
): StandingReading[] | null {
  const proof: StandingReading[] = [];
  for (const need of rule) {
    const scope = scopes.get(need.check);
    if (scope === undefined) return null;
    for (const target of neededOn(need, scope === 'cylinder', fault.cylinder, cylinders)) {
      const finds = readings.filter((r) => meets(need, r, target, fault.cylinder));
      const found = finds.at(-1);
      const group = groups.get(instanceKey(need.check, target));
      if (!found || !group || (group.inConflict && finds.length < foundInConflict)) return null;
      proof.push(found);
    }
  }
  return proof;
}

interface Rival {
  readonly fault: number;
  /** How likely it makes the findings of a proof, over how likely what is proven makes them. */
  readonly fit: number;
}

/** Other faults that are worth a rule-out check at least and explain the findings of a proof nearly or better, the likeliest first. */
function rivalsOf(
  catalogue: Catalogue,
  network: Network,
  p: Float64Array,
  own: number,
  notAsked: readonly number[],
  groups: readonly Group[],
): Rival[] {
  const likelihoods = groups.map((group) => {
    const { variable, setRow } = network.placed(group.variable);
    return { setRow, figures: groupLikelihood(variable, group).errorFree };
  });
  const fitOf = (fault: number) =>
    alone(catalogue, fault, (set) =>
      likelihoods.reduce((product, { setRow, figures }) => product * figures[setRow[set]!]!, 1),
    );
  const ownFit = fitOf(own);
  const out: Rival[] = [];
  for (let fault = 0; fault < p.length; fault++) {
    if (fault === own || !(p[fault]! > WORTH_RULING_OUT) || notAsked.includes(fault)) continue;
    const fit = ownFit > 0 ? fitOf(fault) / ownFit : Infinity;
    if (fit >= NEARLY) out.push({ fault, fit });
  }
  return out.sort((a, b) => p[b.fault]! - p[a.fault]!);
}
