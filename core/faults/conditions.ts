import {
  type ConditionDefinition,
  defineCondition,
  defineInteraction,
  fix,
  type Interaction,
  type WayIn,
  type WorkStep,
} from './define.ts';

/** A dead cylinder washes its unburnt charge past the rings; chance that it is enough to smell. */
const WASHED_BY_DEAD_CYLINDER = 0.06;

/** How fuel gets where it should not be with no part broken; common practice. */
const FUEL_WAYS: readonly WayIn[] = [
  {
    id: 'tap-left-open',
    label: 'Fuel tap left open',
    prevents: 'Shut the tap whenever the machine stands; fit one where there is none.',
  },
  {
    id: 'tank-above',
    label: 'Tank above the carburettor, no tap',
    prevents: 'Fit a fuel tap: on gravity feed a needle alone does not hold for ever.',
  },
  { id: 'choke-left-on', label: 'Choke left on', prevents: 'Choke off as soon as it runs.' },
];

/** How water gets in with no part broken; common practice. */
const WATER_WAYS: readonly WayIn[] = [
  {
    id: 'stood-in-rain',
    label: 'Stood in rain, or was washed',
    prevents: 'Stand it under cover; no jet of water at the intake.',
  },
  {
    id: 'water-in-fuel',
    label: 'Water in the fuel',
    prevents: 'Keep the can shut and dry; look at the fuel before it is filled in.',
  },
  { id: 'through-water', label: 'Ran through water', prevents: 'Keep the intake above water.' },
];

/** Oil and filter, as the work before it runs again; litres from the sheet. */
const FRESH_OIL: readonly WorkStep[] = [
  { id: 'drain', label: 'Drain the oil', before: 'running' },
  { id: 'filter', label: 'New oil filter, where one is fitted', before: 'running' },
  { id: 'fill', label: 'Fresh oil to the mark on the dipstick', before: 'running', litres: 'oilLitres' },
];

/** Liquid out of the cylinders before anything is cranked. */
const OUT_BY_HAND: readonly WorkStep[] = [
  { id: 'plugs-out', label: 'Plugs out, leads grounded away from the holes', before: 'cranking' },
  { id: 'by-hand', label: 'Turned by hand until nothing more comes out', before: 'cranking' },
  { id: 'dry', label: 'Holes and plugs dry', before: 'cranking' },
];

/** A rod that was bent by the lock shows in its travel and in what its cylinder holds: both cylinders, compared. */
const ROD_STRAIGHT = ['seal.piston-moves', 'seal.leak-down'] as const;

/** States with causes of their own. They are not members of a hypothesis; they follow from one. */
export const CONDITIONS: readonly ConditionDefinition[] = [
  defineCondition({
    id: 'oil.fuel-diluted',
    title: 'Oil thinned with fuel',
    part: 'crank',
    appliesTo: () => true,
    // Without a cause of the catalogue it is the check that errs, not the state that is there.
    leak: 0,
    causes: [
      { fault: 'fuel.needle', chance: 0.4 },
      { fault: 'fuel.pump-diaphragm', chance: 0.75 },
      { fault: 'fuel.float', chance: 0.2 },
      { fault: 'valve.intake-leak', chance: 0.05 },
      { fault: 'fuel.choke', chance: 0.05 },
      { fault: 'spark.coil-open', chance: WASHED_BY_DEAD_CYLINDER },
      { fault: 'spark.kill-lead', chance: WASHED_BY_DEAD_CYLINDER },
      { fault: 'spark.kill-diode-short', chance: WASHED_BY_DEAD_CYLINDER },
      { fault: 'spark.plug-fouled', chance: WASHED_BY_DEAD_CYLINDER / 2 },
    ],
    symptoms: { 'oil-level-rises': 0.5, 'smoke-blue': 0.3 },
    failures: [],
    effects: [
      { check: 'look.oil', outcomes: { 'overfull-fuel': 0.88, 'overfull-clean': 0.05 } },
      { check: 'oil.drop', outcomes: { thin: 0.85 } },
    ],
    ask: 'Fuel in the oil: what let it in?',
    repair: { action: 'replaced', minutes: 20, access: [], retest: 'look.oil', leaves: [] },
    seenAs: [{ check: 'look.oil', outcomes: ['overfull-fuel'] }],
    work: [
      ...FRESH_OIL,
      { id: 'again', label: 'Second oil change agreed, after the next hours of work', before: 'leaving', later: true },
    ],
    proofs: ['run.leak-watch'],
    waysIn: FUEL_WAYS,
  }),
  defineCondition({
    id: 'turn.hydrolock-fuel',
    title: 'Locked by fuel',
    part: 'crank',
    appliesTo: () => true,
    leak: 0,
    causes: [
      { fault: 'fuel.needle', chance: 0.25 },
      { fault: 'fuel.float', chance: 0.08 },
      { fault: 'fuel.pump-diaphragm', chance: 0.04 },
    ],
    symptoms: { 'crank-stops': 0.8, 'will-not-turn': 0.4 },
    failures: [{ failure: 'crank', levels: { stops: 0.95 } }],
    effects: [
      { check: 'power.crank-volts', outcomes: { sags: 0.4, collapses: 0.45 } },
      { check: 'power.crank-current', outcomes: { locked: 0.9 } },
      { check: 'turn.by-hand', outcomes: { 'stops-solid': 0.75, locked: 0.15 } },
      { check: 'turn.plugs-out', outcomes: { 'fuel-out': 0.95 } },
    ],
    ask: 'Locked by fuel: what let it in?',
    repair: { action: 'removed', minutes: 15, access: ['plug[c]'], retest: 'look.crank', leaves: [] },
    seenAs: [{ check: 'turn.plugs-out', outcomes: ['fuel-out'] }],
    work: OUT_BY_HAND,
    proofs: ['look.oil', ...ROD_STRAIGHT, 'run.leak-watch'],
    beforeLoad: ROD_STRAIGHT,
    waysIn: FUEL_WAYS,
  }),
  defineCondition({
    id: 'turn.hydrolock-water',
    title: 'Locked by water',
    part: 'crank',
    appliesTo: () => true,
    leak: 0,
    causes: [{ fault: 'air.housing-broken', chance: 0.3 }],
    symptoms: { 'crank-stops': 0.8, 'will-not-turn': 0.4 },
    failures: [{ failure: 'crank', levels: { stops: 0.95 } }],
    effects: [
      { check: 'power.crank-volts', outcomes: { sags: 0.4, collapses: 0.45 } },
      { check: 'power.crank-current', outcomes: { locked: 0.9 } },
      { check: 'turn.by-hand', outcomes: { 'stops-solid': 0.75, locked: 0.15 } },
      { check: 'turn.plugs-out', outcomes: { 'water-out': 0.95 } },
      { check: 'look.oil', outcomes: { milky: 0.4 } },
    ],
    ask: 'Locked by water: what let it in?',
    repair: fix('removed', 25, ['plug[c]'], 'look.crank', [10, 30]),
    seenAs: [{ check: 'turn.plugs-out', outcomes: ['water-out'] }],
    work: [
      ...OUT_BY_HAND,
      { id: 'tank', label: 'Water out of tank and bowl, fresh fuel', before: 'running' },
      ...FRESH_OIL.map((step) => ({ ...step, label: `${step.label}, if it is milky` })),
      { id: 'warmed', label: 'Warmed ten minutes, oil changed again until clear, then run an hour', before: 'leaving' },
    ],
    proofs: ['look.oil', ...ROD_STRAIGHT],
    beforeLoad: ROD_STRAIGHT,
    waysIn: WATER_WAYS,
  }),
];

/** Water in the oil without a lock: seen on the dipstick or not there, so that no reading is weighed for it. */
const WATER_IN_OIL = defineCondition({
  id: 'oil.water',
  title: 'Water in the oil',
  part: 'crank',
  appliesTo: () => true,
  leak: 0,
  causes: [
    { fault: 'air.housing-broken', chance: 0.1 },
    { fault: 'fuel.water', chance: 0.05 },
  ],
  symptoms: {},
  failures: [],
  effects: [],
  ask: 'Water in the oil: how did it get there?',
  repair: { action: 'replaced', minutes: 20, access: [], retest: 'look.oil', leaves: [] },
  seenAs: [{ check: 'look.oil', outcomes: ['milky'] }],
  work: [
    ...FRESH_OIL,
    { id: 'warmed', label: 'Warmed ten minutes, oil changed again until clear, then run an hour', before: 'leaving' },
  ],
  proofs: ['look.oil'],
  waysIn: [
    ...WATER_WAYS,
    {
      id: 'short-runs',
      label: 'Only short cold runs',
      prevents: 'Let it run hot once it runs: water from the air boils off.',
    },
  ],
  within: 'turn.hydrolock-water',
});

/** All that ask for work once they are seen, whether or not they are weighed. */
export const WORKED: readonly ConditionDefinition[] = [...CONDITIONS, WATER_IN_OIL];

/** Pairs that do together what neither does alone. */
export const INTERACTIONS: readonly Interaction[] = [
  // A tap that holds keeps the tank off a needle that does not, and a needle that holds stands behind a tap that passes.
  defineInteraction({
    faults: ['fuel.tap-passes', 'fuel.needle'],
    check: 'run.leak-watch',
    outcomes: { wet: 0.8 },
    symptoms: { 'fuel-drips': 0.65, 'oil-level-rises': 0.6 },
  }),
  // A tired battery turns it over, a lost release turns over on a good battery; together it stops at compression.
  defineInteraction({
    faults: ['power.battery-worn', 'valve.release-off'],
    check: 'look.crank',
    outcomes: { 'stops-dead': 0.85, slow: 0.1 },
    symptoms: { 'crank-stops': 0.8 },
  }),
  defineInteraction({
    faults: ['power.battery-worn', 'valve.lash-wide'],
    check: 'look.crank',
    outcomes: { 'stops-dead': 0.6, slow: 0.35 },
    symptoms: { 'crank-stops': 0.6 },
  }),
];
