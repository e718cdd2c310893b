import { tellsOf } from '../../checks/tells/index.ts';
import type { FaultDefinition, Otherwise } from '../../faults/index.ts';
import type { FailureId } from '../../machine/failures.ts';

/**
 * How bad a fault is on this machine. A coil that is open sparks weakly, or never, and what the customer tells, the tester, the meter and the
 * balance all see the same coil: drawn anew for each of them it could not be one machine.
 */
export interface FaultLevel {
  readonly level: 'slight' | 'bad' | 'otherwise' | 'steady' | 'coming and going';
  /** Of machines with the fault. */
  readonly share: number;
  /** The fault as it is where it is that bad. */
  readonly definition: FaultDefinition;
}

/** Of machines with a fault, those that have it slightly [M]. */
const SLIGHT = 0.5;
/** How much of what shows follows from how bad it is; the rest is chance, drawn for each check by itself [M]. */
const FOLLOWS = 0.8;
/** What a fault comes to no more often is no level of it. */
const RARELY = 0.05;

/** What a failure comes to as its cause grows worse. Of fuel and of cranking the levels are of different kinds, and no more or less. */
const WORSENS: { readonly [F in FailureId]?: readonly string[] } = {
  pull: ['weak', 'dead'],
  seal: ['weak', 'gone'],
  run: ['fades', 'dies', 'nostart'],
};

type Chances = Readonly<Record<string, number>>;

/**
 * Chances given that a cause stands between `from` and `to` on a scale from not showing at all (0) to the worst (1), where each outcome takes as
 * much of the scale as its chance. Over the whole scale they come to what they were.
 * @param order outcomes from the slightest to the worst
 */
export function between(chances: Chances, order: readonly string[], from: number, to: number): Chances {
  const shown = Object.keys(chances).sort((a, b) => order.indexOf(a) - order.indexOf(b));
  let at = Math.max(0, 1 - shown.reduce((sum, outcome) => sum + chances[outcome]!, 0));
  const out: Record<string, number> = {};
  for (const outcome of shown) {
    const chance = chances[outcome]!;
    const own = Math.max(0, Math.min(to, at + chance) - Math.max(from, at)) / (to - from);
    out[outcome] = FOLLOWS * own + (1 - FOLLOWS) * chance;
    at += chance;
  }
  return out;
}

/** Rarer faults are taken as they come: each with levels makes more sets, and these would tell little [tried: no case is read otherwise]. */
const COMMON = 4;

const worsensIn = (check: string) => tellsOf(check).worsens;

/** Whether a cylinder's pull or seal suffers a little on some machines with it and wholly on others, and a check of its own sees that too. */
const hasLevels = ({ failures, effects, weight }: FaultDefinition) =>
  weight >= COMMON &&
  effects.some(({ check }) => worsensIn(check).length > 0) &&
  failures.some(
    ({ failure, levels }) =>
      (failure === 'pull' || failure === 'seal') &&
      Object.values(levels).filter((chance) => chance > RARELY).length > 1,
  );

function at(fault: FaultDefinition, from: number, to: number): FaultDefinition {
  return {
    ...fault,
    failures: fault.failures.map((entry) => {
      const order = WORSENS[entry.failure];
      return order ? { ...entry, levels: between(entry.levels, order, from, to) } : entry;
    }),
    effects: fault.effects.map((effect) => {
      const order = worsensIn(effect.check);
      return order.length > 0 ? { ...effect, outcomes: between(effect.outcomes, order, from, to) } : effect;
    }),
  };
}

/** As above: rarer ones are taken as they come. */
const SEEN_OFTEN = 3;
/** Of machines with a fault that comes and goes, how often it shows at a check [M]. */
const SHOWS = 0.5;

/**
 * A fault that does not always show comes and goes on some machines with it, and stands still on the others: over both it shows as often as it
 * says. So one check that finds nothing clears what stands still, and hardly what comes and goes.
 */
function byTime(fault: FaultDefinition, steady: readonly FaultLevel[]): readonly FaultLevel[] {
  if (fault.showsToday >= 1 || fault.weight < SEEN_OFTEN) return steady;
  const coming = (1 - fault.showsToday) / (1 - SHOWS);
  const standing = steady.length > 0 ? steady : [{ level: 'steady' as const, share: 1, definition: fault }];
  return [
    ...standing.map(({ level, share, definition }) => ({
      level,
      share: share * (1 - coming),
      definition: { ...definition, showsToday: 1 },
    })),
    { level: 'coming and going', share: coming, definition: { ...fault, showsToday: SHOWS } },
  ];
}

const statedOtherwise = (fault: FaultDefinition, { share, ...own }: Otherwise): readonly FaultLevel[] => [
  { level: 'otherwise', share, definition: { ...fault, ...own } },
  { level: 'steady', share: 1 - share, definition: fault },
];

function byDegree(fault: FaultDefinition): readonly FaultLevel[] {
  if (fault.otherwise) return statedOtherwise(fault, fault.otherwise);
  if (!hasLevels(fault)) return [];
  return [
    { level: 'slight', share: SLIGHT, definition: at(fault, 0, SLIGHT) },
    { level: 'bad', share: 1 - SLIGHT, definition: at(fault, SLIGHT, 1) },
  ];
}

/** The levels of a fault; none where it comes to one thing. */
export const levelsOf = (fault: FaultDefinition): readonly FaultLevel[] => byTime(fault, byDegree(fault));
