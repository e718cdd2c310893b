import type { Random } from '../chance/random.ts';
import type { RunningState } from '../engine/index.ts';
import { copperBy } from './cold.ts';
import { type CycleEngine, type CycleSample, runCycles } from './cycle.ts';
import { torqueTaken } from './governor.ts';
import type { Mower } from './machine.ts';
import { cyclesOf, fullNmOf } from './run.ts';
import { viewOf } from './tell.ts';
import { dragOf, starterCircuitOf } from './turn.ts';

/** What one try at starting leaves behind for the next. */
export interface Tried {
  /** By so much the battery's volts are down for a while [V]. */
  readonly sagV: number;
  /** Winding of the starter [C]. */
  readonly starterC: number;
  /** Fuel too much that stands in the intake, against what a charge wants: 0 none, 1 as much again. */
  readonly flooded: number;
  /** Its hottest head, and its carburettor [C]. */
  readonly headC: number;
  readonly carburettorC: number;
}

/** Nobody has tried yet. */
export const untried = (m: Mower): Tried => ({
  ...{ sagV: 0, starterC: m.ambientC, flooded: 0 },
  ...{ headC: m.ambientC, carburettorC: m.ambientC },
});

/** A battery of that size gives up for each second of cranking and gets back in time [V/s, s] [M]. */
const SAGS_V_PER_S = 0.035;
const SAG_MOST_V = 0.9;
const SAG_BACK_S = 75;
/** Copper and iron of a small starter [J/K], and its cooling [s] [M: too hot to touch after half a minute of cranking]. */
const STARTER_J_PER_K = 300;
const STARTER_COOLS_S = 700;
/** On the choke without a firing so much more stands in the intake for each second, and dries again [1/s, s] [M]. */
const FLOODS_PER_S = 0.09;
const DRIES_S = 260;
/** Up to here it is still the starter's [1/min]; then the key is let go. */
const CATCHES_RPM = 900;
/** Until fuel has come from the jet to a cylinder, cold and hot [s] [M: two or three turns]. */
const FUEL_COMES_S = { cold: 0.6, hot: 0.25 } as const;
/** A plate stands so far open on the choke [share]. */
const STARTING_PLATE = 0.45;

/** While it runs its air and its fuel keep a carburettor at so much of the head's rise; once stopped it is drawn towards so much more [share] [M]. */
const RUNNING_SHARE = 0.2;
const SOAKS_SHARE = 0.5;
/** In still air a head cools, and a carburettor follows it [s] [M: hottest a quarter of an hour after it was stopped]. */
const HEAD_COOLS_S = 2100;
const CARBURETTOR_FOLLOWS_S = 480;
/** Fuel boils over into the intake from here, so much for each degree [C, 1/K] [P: petrol boils from 35 C on, a tenth of it by 55]. */
const BOILS_OVER_C = 55;
const BOILS_OVER_PER_K = 0.03;

/**
 * After it ran for so long at that state, from cold.
 * @param minutes 0 or more
 */
export function afterRun(before: Tried, m: Mower, state: RunningState, minutes: number): Tried {
  const headC = Math.max(
    ...viewOf(m)
      .heat(state, minutes)
      .map((warm) => warm.headC),
  );
  return { ...before, headC, carburettorC: m.ambientC + RUNNING_SHARE * (headC - m.ambientC), flooded: 0 };
}

/**
 * What is left of it after a rest: battery and starter recover, what is wet dries, and the heat of the head soaks into the carburettor.
 * @param seconds 0 or more
 * @see Incropera, lumped capacitance: two bodies, one behind the other
 */
export function afterRest(before: Tried, m: Mower, seconds: number): Tried {
  const { sagV, starterC, flooded } = before;
  const left = (clock: number) => Math.exp(-seconds / clock);
  const head = before.headC - m.ambientC;
  const drawn = (SOAKS_SHARE * head) / (1 - CARBURETTOR_FOLLOWS_S / HEAD_COOLS_S);
  const own = before.carburettorC - m.ambientC - drawn;
  const carburettorC = m.ambientC + drawn * left(HEAD_COOLS_S) + own * left(CARBURETTOR_FOLLOWS_S);
  const boilsOver = BOILS_OVER_PER_K * Math.max(0, carburettorC - Math.max(BOILS_OVER_C, before.carburettorC));
  return {
    sagV: sagV * left(SAG_BACK_S),
    starterC: m.ambientC + (starterC - m.ambientC) * left(STARTER_COOLS_S),
    flooded: flooded * left(DRIES_S) + boilsOver,
    headC: m.ambientC + head * left(HEAD_COOLS_S),
    carburettorC,
  };
}

export interface Attempt {
  /** It ran by itself from here on [s]; null where it did not. */
  readonly caughtAtS: number | null;
  /** And died again [s]. */
  readonly diedAtS: number | null;
  /** Mean speed on the starter, and at the end [1/min]. */
  readonly crankedRpm: number;
  readonly rpm: number;
  readonly left: Tried;
}

export interface Trying {
  /** The key is held for so long at most [s]. */
  readonly keyS: number;
  /** And looked at for so long in all [s]. */
  readonly seconds: number;
  readonly hot?: boolean;
  readonly chance: Random;
  readonly sink?: { readonly everyS: number; readonly take: (sample: CycleSample) => void };
}

/** The starter as the tries before have left it. */
function starterAsItIs(m: Mower, { sagV, starterC }: Tried) {
  const circuit = starterCircuitOf(m);
  const { batteryOhms, positiveOhms, relayOhms, groundOhms, motorOhms } = circuit;
  const windings = (motorOhms * copperBy(starterC)) / copperBy(m.ambientC);
  const ohms = batteryOhms + positiveOhms + relayOhms + groundOhms + windings;
  const volts = circuit.openVolts - sagV;
  const ampsAt = (w: number) => Math.max(0, (volts - circuit.torqueConstant * circuit.gear * w) / ohms);
  return { circuit, ampsAt };
}

/**
 * One try at starting, firing by firing: the starter turns it, a charge burns or does not, it catches, stumbles or dies, and runs down.
 * @throws RangeError for a key that is not held
 */
export function tryToStart(m: Mower, before: Tried, { keyS, seconds, hot = false, chance, sink }: Trying): Attempt {
  if (!(keyS > 0)) throw new RangeError('tryToStart: a key is held for more than 0 s');
  const wet = { ...m, fuel: { ...m.fuel, richer: m.fuel.richer + before.flooded } };
  const view = viewOf(wet);
  const { how } = view.turned(hot);
  const turns = !['silent', 'click-only', 'spins-free', 'stops-dead', 'groans'].includes(how);
  const { circuit, ampsAt } = starterAsItIs(m, before);
  if (!turns) {
    const left = worn(before, keyS, ampsAt(0) ** 2 * circuit.motorOhms * keyS, 0);
    return { caughtAtS: null, diedAtS: null, crankedRpm: 0, rpm: 0, left };
  }
  const cranking = view.going('cranking', hot);
  const { engine, driven } = cyclesOf(wet, 'cranking', cranking);
  const load = dragOf(m, hot) / fullNmOf(m) / torqueTaken(0);
  let joules = 0;
  let last = 0;
  const onStarter = {
    chance,
    helpNm: (w: number, at: number) => {
      const amps = ampsAt(w);
      joules += amps ** 2 * circuit.motorOhms * Math.max(0, at - last);
      last = Math.max(last, at);
      return circuit.gear * circuit.efficiency * circuit.torqueConstant * amps;
    },
    ...(sink ? { sink } : {}),
  };
  const cranked = { ...driven, load, plate: STARTING_PLATE, by: 'held' as const };
  const dry = runCycles(unfired(engine), cranked, {
    ...onStarter,
    seconds: Math.min(keyS, hot ? FUEL_COMES_S.hot : FUEL_COMES_S.cold),
    from: { angleRad: 0, radPerS: 0.5, plate: STARTING_PLATE },
  });
  last = 0;
  const wetted = runCycles(cranking.runs ? engine : unfired(engine), cranked, {
    ...onStarter,
    seconds: Math.max(0.01, keyS - dry.seconds),
    from: dry.state,
    until: (w) => (w * 30) / Math.PI > CATCHES_RPM,
    ...(sink ? { sink: later(sink, dry.seconds) } : {}),
  });
  const first = { ...wetted, seconds: dry.seconds + wetted.seconds };
  const caught = first.seconds < keyS;
  const missed = 1 - sum(first.fired) / Math.max(1, sum(first.due));
  const left = worn(before, first.seconds, joules, hot ? 0 : FLOODS_PER_S * missed * first.seconds);
  const crankedRpm = (first.state.angleRad / first.seconds) * (30 / Math.PI);
  const idle = view.going('idle', hot);
  const going = cyclesOf(wet, 'idle', idle);
  const plate = Math.max(going.driven.plate, 0.05);
  const burns = caught && idle.fires.some((f) => f > 0);
  const then = runCycles(
    burns ? going.engine : unfired(going.engine),
    { ...going.driven, plate },
    {
      seconds: Math.max(0.1, seconds - first.seconds),
      chance,
      from: { ...first.state, plate },
      ...(sink ? { sink: later(sink, first.seconds) } : {}),
    },
  );
  return {
    caughtAtS: caught ? first.seconds : null,
    diedAtS: caught && then.diedAtS !== null ? first.seconds + then.diedAtS : null,
    crankedRpm,
    rpm: then.rpm,
    left,
  };
}

type Sink = NonNullable<Trying['sink']>;
const later = ({ everyS, take }: Sink, seconds: number): Sink => ({
  everyS,
  take: (s) => take({ ...s, seconds: s.seconds + seconds }),
});

const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0);

/** The same with nothing that burns. */
const unfired = (engine: CycleEngine): CycleEngine => ({
  ...engine,
  cylinders: engine.cylinders.map((c) => ({ ...c, strength: 0, fires: 0 })),
});

const worn = (before: Tried, seconds: number, joules: number, floods: number): Tried => ({
  ...before,
  sagV: Math.min(SAG_MOST_V, before.sagV + SAGS_V_PER_S * seconds),
  starterC: before.starterC + joules / STARTER_J_PER_K,
  flooded: before.flooded + floods,
});
