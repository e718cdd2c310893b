import { interpolate } from '../measure/interpolate.ts';

/** One cylinder as far as its heat goes, at one state. */
export interface Burning {
  /** Air it takes, 1 = wide open at the governed speed. */
  readonly air: number;
  /** Fuel against air, 1 = as it is set, which is rich of all air burnt. */
  readonly mixture: number;
  /** Share of its firings that come off, 0 .. 1. */
  readonly fires: number;
  /** Of the work of its charge the engine's own friction takes so much, 0 .. 1; without a load all of it. */
  readonly rubs: number;
  /** Spark later than its maker's [deg of the crank]; earlier is below 0. */
  readonly lateDeg: number;
}

export interface Cooling {
  readonly ambientC: number;
  /** Of the crank, which turns the fan [1/min]. */
  readonly rpm: number;
  /** Of the heat that clean fins and a whole shroud give off what is left, above 0. */
  readonly gives: number;
}

/** What a thermometer finds on one cylinder [C]. */
export interface Warm {
  readonly headC: number;
  /** The exhaust, a hand's breadth from its port. */
  readonly exhaustC: number;
}

/** Fuel against air where all of both is burnt, as a share of how such an engine is set: 14.7 : 1 of petrol against 12.5 : 1 [S: Heywood, ch. 3; P]. */
export const ALL_BURNT = 12.5 / 14.7;
/** Air of one cylinder wide open at governed speed [kg/s]: 0.35 l, three quarters filled; and the heat it can set free [W]: 43 MJ for a kilogram of petrol in 14.7 of air [S: Heywood, table D.4]. */
const FULL_AIR_KG_S = 0.0093;
const FULL_W = (43e6 * FULL_AIR_KG_S) / 14.7;
/** Of the heat set free, into head and port at the maker's timing, wide open [S: Heywood, fig. 12-3; small bores with fins lose more]; and made into work. */
const INTO_WALLS = 0.3;
const INTO_WORK = 0.27;
/** The less is burnt at a time the greater the part of it that the walls have time for [M, after Heywood, ch. 12.6]. */
const LESS_TO_WALLS = 0.22;
/** Of what the engine's own friction takes, so much ends in the barrel and its head [M]. */
const RUBBED_INTO_WALLS = 0.6;
/** A later flame heats the walls less while it burns: of that heat, for each degree [M, after Heywood fig. 12-10]. */
const LATER_SPARES_WALLS = 0.004;
/** Heat that stays in what is half burnt, by so much fuel over the air's [S: Heywood, fig. 3-20; M]. */
const HALF_BURNT = 0.2;
/** Hotness of the flame by fuel against all the air: highest a little rich [S: Heywood, ch. 12.5 and fig. 3-9]. */
const RICHNESS = [0.6, 0.8, 0.9, 1, 1.08, 1.2, 1.4, 1.8];
const FLAME = [0.78, 0.9, 0.955, 0.99, 1, 0.985, 0.93, 0.79];
/** Fins with the fan at governed speed [W/K]; by the speed of the air to this power [S: Incropera, cross flow over fins, 0.6]. */
const FINS_W_PER_K = 44;
const BY_SPEED = 0.6;
/** What stands still all the same gives off [share of the above]. */
const STILL_AIR = 0.09;
/** Of what leaves at the port [J/kg K] [S: Heywood, ch. 4, burned gas at 1,000 K]. */
const EXHAUST_J_PER_KG_K = 1150;
/** A pipe takes from its gas by the flow to this power [S: Incropera, turbulent flow in pipes]; what it gives off to the air, against that at full flow [M]. */
const BY_FLOW = 0.8;
const PIPE_GIVES = 1.5;
/** What of its rise a cylinder lends to the one beside it through crankcase and air [M]. */
const LENT = 0.1;
/** First-order clocks at governed speed: what a head and what a pipe stores over what its air takes [s] [M: a head settles in five minutes, a pipe in two]. */
const HEAD_S = 85;
const PIPE_S = 40;

const fan = ({ rpm, gives }: Cooling) => gives * Math.max(STILL_AIR, (rpm / 3550) ** BY_SPEED);

/** Heat set free [W], and what of it goes into the walls and out at the port. */
function freed({ air, mixture, fires, lateDeg, rubs }: Burning) {
  const richness = mixture / ALL_BURNT;
  // Fuel beyond the air leaves half burnt, and takes of its heat with it; lean, all of it burns.
  const set = richness < 1 ? richness : 1 - HALF_BURNT * Math.max(0, richness - 1.1);
  const heat = FULL_W * air * fires * Math.max(0, set);
  const flame = interpolate(RICHNESS, FLAME, Math.max(RICHNESS[0]!, Math.min(RICHNESS.at(-1)!, richness)));
  const slow = Math.max(0.05, air) ** -LESS_TO_WALLS;
  const lost = INTO_WALLS * flame * slow * Math.max(0.5, 1 - LATER_SPARES_WALLS * lateDeg);
  // Pressure that comes late pushes less.
  const work = INTO_WORK * Math.max(0, 1 - (lateDeg / 42) ** 2);
  return { walls: heat * (lost + RUBBED_INTO_WALLS * rubs * work), gas: heat * Math.max(0, 1 - lost - work) };
}

/**
 * Where the temperatures of each cylinder stand once they have settled.
 * @param fuel fuel left unburnt cools what leaves: it is warmed with it
 */
export function settledHeat(cylinders: readonly Burning[], cooling: Cooling): Warm[] {
  const { ambientC } = cooling;
  const fins = FINS_W_PER_K * fan(cooling);
  const own = cylinders.map((cylinder) => {
    const { walls, gas } = freed(cylinder);
    const { air, mixture } = cylinder;
    const flow = Math.max(1e-3, air) * (1 + mixture / 12.5);
    const gasK = gas / (FULL_AIR_KG_S * flow * EXHAUST_J_PER_KG_K);
    const takes = flow ** BY_FLOW;
    return { headK: walls / fins, pipeK: (gasK * takes) / (takes + PIPE_GIVES * fan(cooling)) };
  });
  return own.map(({ headK, pipeK }, i) => {
    const lent = own.reduce((most, { headK: other }, k) => (k === i ? most : Math.max(most, LENT * other)), 0);
    const head = Math.max(headK, lent);
    // A pipe stands on its head.
    return { headC: ambientC + head, exhaustC: ambientC + Math.max(pipeK, 0.6 * head) };
  });
}

/** A temperature on its way from one to another, first order. */
const towards = (from: number, to: number, seconds: number, clock: number) =>
  to + (from - to) * Math.exp(-Math.max(0, seconds) / clock);

/**
 * After so long at one state, from where it stood.
 * @param seconds 0 or more
 * @see Incropera, lumped capacitance
 */
export function heatAfter(
  from: readonly Warm[],
  cylinders: readonly Burning[],
  cooling: Cooling,
  seconds: number,
): Warm[] {
  const at = fan(cooling);
  return settledHeat(cylinders, cooling).map((to, i) => ({
    headC: towards(from[i]!.headC, to.headC, seconds, HEAD_S / at),
    exhaustC: towards(from[i]!.exhaustC, to.exhaustC, seconds, PIPE_S / Math.max(0.5, at)),
  }));
}

/** Before it has run that day. */
export const coldAs = (cylinders: number, ambientC: number): Warm[] =>
  Array.from({ length: cylinders }, () => ({ headC: ambientC, exhaustC: ambientC }));
