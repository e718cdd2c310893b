import type { ConditionDefinition, Interaction } from './define.ts';

/** A dead cylinder washes its unburnt charge past the rings; chance that it is enough to smell. */
const WASHED_BY_DEAD_CYLINDER = 0.06;

/** States with causes of their own. They are not members of a hypothesis; they follow from one. */
export const CONDITIONS: readonly ConditionDefinition[] = [
  {
    id: 'oil.fuel-diluted',
    title: 'Oil thinned with fuel',
    part: 'crank',
    appliesTo: () => true,
    leak: 0.004,
    causes: [
      { fault: 'fuel.needle', chance: 0.4 },
      { fault: 'spark.coil-open', chance: WASHED_BY_DEAD_CYLINDER },
      { fault: 'spark.kill-lead', chance: WASHED_BY_DEAD_CYLINDER },
      { fault: 'spark.kill-diode-short', chance: WASHED_BY_DEAD_CYLINDER },
      { fault: 'spark.plug-fouled', chance: WASHED_BY_DEAD_CYLINDER / 2 },
    ],
    symptoms: { 'oil-level-rises': 0.5, 'smoke-blue': 0.3 },
    failures: [],
    effects: [{ check: 'look.oil', outcomes: { 'overfull-fuel': 0.88, 'overfull-clean': 0.05 } }],
    ask: 'Fuel in the oil: what let it in?',
    repair: { action: 'replaced', minutes: 20, access: [], retest: 'look.oil', leaves: [] },
  },
  {
    id: 'turn.hydrolock-fuel',
    title: 'Locked by fuel',
    part: 'crank',
    appliesTo: () => true,
    leak: 0.001,
    causes: [{ fault: 'fuel.needle', chance: 0.25 }],
    symptoms: { 'crank-stops': 0.8, 'will-not-turn': 0.4 },
    failures: [{ failure: 'crank', levels: { stops: 0.95 } }],
    effects: [
      { check: 'power.crank-volts', outcomes: { sags: 0.4, collapses: 0.45 } },
      { check: 'turn.plugs-out', outcomes: { 'fuel-out': 0.95 } },
    ],
    ask: 'Locked by fuel: what let it in?',
    repair: { action: 'removed', minutes: 15, access: ['plug[c]'], retest: 'look.crank', leaves: [] },
  },
];

/** Pairs that do together what neither does alone. None on this road yet; the mechanism is tested on its own. */
export const INTERACTIONS: readonly Interaction[] = [];
