import type { Random } from '../chance/random.ts';
import { showsOnRun } from '../checks/look.run.ts';
import { SYMPTOMS, type Symptom } from '../complaint/symptoms.ts';
import type { RunningState, Temperature } from '../engine/index.ts';
import { type Burning, coldAs, heatAfter, type Warm } from './heat.ts';
import { sparkLeft, sparkOf } from './killHarness.ts';
import { leakOf } from './leaks.ts';
import { type Mower, ofItsLot } from './machine.ts';
import { type Running, running, supplyMlPerMin } from './run.ts';
import { type Turned, turnOver } from './turn.ts';

/** A machine with what it does worked out once and kept. */
export interface View {
  readonly m: Mower;
  readonly turned: (hot: boolean, attempt?: number) => Turned;
  readonly going: (state: RunningState, hot: boolean) => Running;
  /** What a thermometer finds on each cylinder after so many minutes at that state, from cold; as it stood where it does not run. */
  readonly heat: (state: RunningState, minutes: number) => readonly Warm[];
}

/** From then on it is what it is hot [min] [P]. */
const WARM_MIN = 10;
/** Of an engine without a load all that it makes is rubbed away; with one, about so much [M]. */
const RUBS_LOADED = 0.24;
/** Heat packed fins and shroud still give off, against clean ones [M]. */
const PACKED_GIVES = 0.55;

/** Each cylinder as far as its heat goes. */
const burningOf = (m: Mower, { air, mixture, fires }: Running, state: RunningState): Burning[] =>
  air.map((share, i) => ({
    ...{ air: share, mixture: mixture[i]!, fires: fires[i]! },
    ...{ rubs: state === 'loaded' ? RUBS_LOADED : 1, lateDeg: -m.flywheel.offsetDeg },
  }));

export function viewOf(m: Mower): View {
  const turns = new Map<string, Turned>();
  const goes = new Map<string, Running>();
  const turned = (hot: boolean, attempt = 0) => {
    const key = `${hot}|${attempt}`;
    let found = turns.get(key);
    if (!found) {
      found = turnOver(m, { hot, attempt });
      turns.set(key, found);
    }
    return found;
  };
  const going = (state: RunningState, hot: boolean) => {
    const key = `${state}|${hot}`;
    let found = goes.get(key);
    if (!found) {
      found = running(m, state, hot, turned(hot).run?.rpm ?? 0);
      goes.set(key, found);
    }
    return found;
  };
  return {
    m,
    turned,
    going,
    heat: (state, minutes) => {
      const from = coldAs(m.cylinders.length, m.ambientC);
      const now = going(state, minutes >= WARM_MIN);
      if (!now.runs) return from;
      const cooling = { ambientC: m.ambientC, rpm: now.rpm, gives: m.air.packed ? PACKED_GIVES : 1 };
      return heatAfter(from, burningOf(m, now, state), cooling, 60 * minutes);
    },
  };
}

/** Turned over by the starter fast enough to start on. */
export const cranks = ({ turned }: View, hot: boolean) =>
  ['normal', 'slow', 'hesitates', 'spins-fast', 'kicks-back'].includes(turned(hot).how);

export const starts = (view: View, hot: boolean) =>
  cranks(view, hot) && view.going('cranking', hot).runs && view.going('idle', hot).runs;

const TURNING_TOLD: Partial<Record<Turned['how'], Symptom>> = {
  silent: 'no-crank-silent',
  'click-only': 'no-crank-click',
  'stops-dead': 'crank-stops',
  slow: 'cranks-slow',
  hesitates: 'cranks-slow',
  groans: 'crank-stops',
  'spins-free': 'starter-spins-free',
  'kicks-back': 'kicks-back',
};

type Say = (symptom: Symptom, chance: number) => void;

/** What is told of a machine that starts: how it pulls, hunts and misses. */
function runningSymptoms(view: View, say: Say, onlyCold: boolean): void {
  const { m } = view;
  const idle = view.going('idle', false);
  const full = view.going('full-speed', false);
  const loaded = view.going('loaded', false);
  const hot = view.going('loaded', true);
  const share = (r: Running) => r.strength.reduce((a, b) => a + b, 0) / r.strength.length;
  const least = (r: Running) => Math.min(...r.strength);
  const most = (r: Running) => Math.max(...r.strength);
  const twin = m.engine.cylinders > 1;
  if (share(loaded) < 0.91) say('low-power', 1.3 * (0.95 - share(loaded)) + 0.2);
  if (twin && least(idle) < 0.25 && most(idle) > 0.5) {
    say('one-cylinder', 0.5);
    say('runs-rough', 0.6);
    say('misfire-steady', 0.35);
  }
  const mix = (r: Running) => r.mixture.reduce((a, b) => a + b, 0) / r.mixture.length;
  // A misfire is a firing that fails; a charge that is merely weak is felt as lost power, and what all miss for want of fuel as bogging.
  const failing = Math.min(...loaded.fires, ...full.fires);
  if (failing < 0.85 && least(idle) > 0.4) {
    if (mix(loaded) < 0.75) say('misfire-intermittent', 0.2);
    else say(failing < 0.3 ? 'misfire-steady' : 'misfire-intermittent', 0.45);
  }
  if (least(idle) < 0.75) say('runs-rough', 0.5);
  if (idle.runs && least(idle) > 0.85 && share(loaded) < 0.8) say('idles-fine', 0.4);
  if (mix(loaded) < 0.82) {
    say('surges', 0.45);
    say('pops-intake', 0.2);
    if (mix(loaded) < 0.7) say('runs-on-choke-only', 0.35);
    if (!loaded.runs || mix(loaded) < 0.65) say('bogs-open-throttle', 0.5);
  }
  // A governor hunts on a charge that is lean at small throttle.
  if (mix(idle) < 0.88 || mix(view.going('half-speed', false)) < 0.85) say('surges', 0.5);
  if (mix(idle) < 0.75) {
    say('surges', 0.6);
    say('runs-on-choke-only', 0.25);
  }
  if (mix(idle) > 1.35 || mix(loaded) > 1.35) say('smoke-black', 0.55);
  // Spark stops at a speed as if switched off; fuel that does not keep up fades.
  const half = view.going('half-speed', false);
  if (half.spark.some((spark, i) => spark > 1.2 && full.spark[i]! < 0.7)) say('cuts-out-at-speed', 0.55);
  if (!full.runs && idle.runs && mix(full) < 0.82) say('dies-after-minutes', 0.25);
  if (!onlyCold) {
    if (!hot.runs && loaded.runs) say('dies-after-minutes', 0.75);
    else if (least(hot) < 0.5 * least(loaded)) {
      say('low-power', 0.7);
      if (twin && most(hot) > 0.5) say('one-cylinder', 0.5);
    }
  }
  // What closes in time lets it go well at first.
  if (supplyMlPerMin(m, true) < 0.5 * supplyMlPerMin(m, false)) say('dies-after-minutes', 0.75);
  lastingSymptoms(view, say);
}

/** What is told of it besides: how it starts hot and cold, what it smokes, bangs and knocks. */
function lastingSymptoms(view: View, say: Say): void {
  const { m } = view;
  const idle = view.going('idle', false);
  if (!starts(view, true)) say('hard-start-hot', 0.6);
  if (view.going('cranking', false).strength.reduce((a, b) => Math.max(a, b), 0) < 0.5) say('hard-start-cold', 0.65);
  if (m.fuel.choke === 'stuck-open') say('hard-start-cold', 0.85);
  if (m.cylinders.some((c) => c.oilPassed > 0.3))
    say('smoke-blue', 0.7 * Math.max(...m.cylinders.map((c) => c.oilPassed)));
  if (!m.oil.breather) say('smoke-blue', 0.5);
  if (m.oil.level === 'over' || m.oil.fuelShare > 0.15) say('smoke-blue', 0.35);
  if (m.air.packed) say('overheats', 0.5);
  if (m.fuel.races > 1 || m.fuel.governorOff === 'rod') say('races', 0.7);
  else if (m.fuel.governorOff === 'spring') say('low-power', 0.8);
  else if (m.fuel.governor !== 'ok') say('surges', 0.7);
  if (m.solenoid.plunger === 'stuck-open') say('after-fire-at-shutdown', 0.75);
  if (m.cylinders.some((c, i) => leakOf(c, true) > 6 && view.going('idle', false).fires[i]! > 0.5))
    say(m.cylinders.some((c) => c.leakMm2.intake > 3 || c.lashMm.intake < 0) ? 'pops-intake' : 'pops-exhaust', 0.35);
  if (idle.fires.some((f) => f < 0.3)) say('pops-exhaust', 0.2);
  if (keepsFiring(m)) say('will-not-shut-off', 0.85);
  if (m.oil.level === 'low') say('knock', 0.3);
}

/**
 * What anybody would notice of it, each with how surely, worked out from what it does.
 * @param onlyCold of a run that did not get hot: what heat brings does not show yet
 */
export function symptomsOf(view: View, onlyCold = false): ReadonlyMap<Symptom, number> {
  const out = new Map<Symptom, number>();
  const say = (symptom: Symptom, chance: number) => {
    if (chance > 0.05) out.set(symptom, Math.max(out.get(symptom) ?? 0, Math.min(0.97, chance)));
  };
  const { m } = view;
  const cold = view.turned(false);
  const how = TURNING_TOLD[cold.how];
  if (how) say(how, 0.95);
  if (m.turning.seized || cold.how === 'stops-dead') say('will-not-turn', m.turning.seized ? 0.6 : 0.2);
  // It is flat, or goes flat again and again, charged as it may be now.
  if (m.battery.openVolts < 12.25 || emptiesAgain(m)) say('battery-goes-flat', 0.65);
  const goes = cranks(view, false);
  const coldStart = starts(view, false);
  if (goes && !coldStart) {
    const idles = view.going('idle', false);
    say(view.going('cranking', false).runs && !idles.runs ? 'starts-then-dies' : 'cranks-no-start', 0.93);
    if (m.line.fuse === 'corroded') say('dies-with-seat-or-blades', 0.1);
  }
  if (coldStart) runningSymptoms(view, say, onlyCold);
  if (drips(m)) say('fuel-drips', m.fuel.bowlSeal === 'ok' ? 0.35 : 0.6);
  if (m.oil.fuelShare > 0.06) say('oil-level-rises', 0.4);
  return out;
}

/** Fuel past the needle, past the seal of the bowl, or out of a cracked line. */
export const drips = ({ fuel }: Mower) =>
  !fuel.shut &&
  fuel.quality !== 'empty' &&
  (fuel.needleMlMin > 0.25 || fuel.bowlSeal !== 'ok' || fuel.lineLook === 'cracked');

const emptiesAgain = ({ charging, drawA, ohms }: Mower) =>
  charging.stator < 0.7 || charging.regulator === 'none' || ohms.regulatorGround > 0.1 || drawA > 0.03;

/** With the key at stop some cylinder still gets its spark. */
export function keepsFiring(m: Mower): boolean {
  return m.harness.legs.some((_, i) => firesAtStop(m, i));
}
export const firesAtStop = (m: Mower, i: number) =>
  sparkOf(sparkLeft({ ...m.harness, key: m.harness.key === 'stuck-open' ? 'stuck-open' : 'stop' }, i)) === 'strong';

/** What is noticed of what the machine does, by one who looks that closely: over 1 he misses nothing plain. */
export function noticed(view: View, chance: Random, closely: number): Symptom[] {
  return [...symptomsOf(view)].filter(([, surely]) => chance.next() < surely * closely).map(([symptom]) => symptom);
}

/** So much more closely than an owner a technician listens to a run [M]. */
const LISTENS = 1.1;

/** What is heard and seen of one run. Whether a sign is plain enough is a matter of that machine, and the same at the next run. */
export function heardOn(view: View, state: RunningState, temperature: Temperature | null): Symptom[] {
  const ids = Object.keys(SYMPTOMS);
  const told = new Map(symptomsOf(view, temperature !== 'hot'));
  // That it stops nobody fails to notice who stands beside it.
  if (temperature === 'hot' && state !== 'cranking' && starts(view, false) && !view.going(state, true).runs)
    told.set('dies-after-minutes', 1);
  return [...told]
    .filter(([symptom]) => showsOnRun(symptom, state, temperature))
    .filter(([symptom, surely]) => ofItsLot(view.m, 'heard', ids.indexOf(symptom)) < surely * LISTENS)
    .map(([symptom]) => symptom);
}
