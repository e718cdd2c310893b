import type { Random } from '../chance/random.ts';
import { type CheckId, findCheck } from '../checks/index.ts';
import type { Instrument } from './machine.ts';
import { BALANCE_SHOWS } from './simulate/balance.ts';
import { FUEL_SHOWS } from './simulate/fuel.ts';
import { LOOK_SHOWS } from './simulate/look.ts';
import { POWER_SHOWS } from './simulate/power.ts';
import { RUN_SHOWS } from './simulate/run.ts';
import { SEAL_SHOWS } from './simulate/seal.ts';
import type { Asked, Found, Shows, SimulatedReading, Simulation } from './simulate/simulation.ts';
import { SPARK_SHOWS } from './simulate/spark.ts';
import { TURN_SHOWS } from './simulate/turn.ts';
import { VALVE_SHOWS } from './simulate/valve.ts';
import type { View } from './tell.ts';

export type { Asked, SimulatedReading } from './simulate/simulation.ts';

/** A check without an entry in the file of its system is a red line here. */
const SHOWS: Shows = {
  ...LOOK_SHOWS,
  ...POWER_SHOWS,
  ...TURN_SHOWS,
  ...BALANCE_SHOWS,
  ...SPARK_SHOWS,
  ...FUEL_SHOWS,
  ...VALVE_SHOWS,
  ...SEAL_SHOWS,
  ...RUN_SHOWS,
};

/** Of an instrument's class what it is always off by, and what differs from reading to reading: together half of it, one standard deviation [M]. */
const BIAS = 0.4;
const SCATTER = 0.3;
/** What is judged by eye, ear or thumb is taken for so much more or less than it is [M]. */
const MISJUDGES = 0.08;

const INSTRUMENT: readonly (readonly [RegExp, Instrument])[] = [
  [/ohms|diode|flex/, 'ohms'],
  [/current|tester|draw$/, 'amps'],
  [/volts|drop|load|start-signal|stator/, 'volts'],
  [/compression|wet|leak-down|needle-hold/, 'gauge'],
  [/top-speed|cut-out/, 'tachometer'],
  [/heat/, 'thermometer'],
  [/gap|lash/, 'blades'],
];
/** With what a check is read. */
const instrumentOf = (check: string): Instrument => INSTRUMENT.find(([made]) => made.test(check))?.[1] ?? 'other';

/** Chance that what is there is looked past, by how hidden it lies [M]: plain to see, as most is, and where hands and light hardly reach. */
const LOOKED_PAST = { plain: 0.005, usual: 0.02, hidden: 0.06 } as const;
const LIES: { readonly [Id in CheckId]?: 'plain' | 'hidden' } = {
  'look.air-filter': 'plain',
  'look.cooling': 'plain',
  'look.oil': 'plain',
  'look.fuel': 'plain',
  'oil.drop': 'plain',
  'fuel.choke': 'plain',
  'fuel.float': 'plain',
  'valve.springs': 'plain',
  'seal.bore-look': 'plain',
  'look.wiring': 'hidden',
  'spark.lead-look': 'hidden',
  'fuel.jets': 'hidden',
  'fuel.jet-seals': 'hidden',
  'fuel.inlet-screen': 'hidden',
  'fuel.bowl-seal-look': 'hidden',
  'fuel.needle-look': 'hidden',
  'fuel.line-look': 'hidden',
  'valve.motion': 'hidden',
};

/**
 * One check made on the machine, as it would be typed in; a look along a line of several places gives one reading for each.
 * @param chance the instrument's own error and the reader's; the same seed reads the same
 * @throws RangeError for a check that is not of the catalogue
 */
export function simulateCheck(view: View, asked: Asked, chance: Random): SimulatedReading[] {
  const check = findCheck(asked.check);
  if (!check) throw new RangeError(`simulateCheck: the mower cannot be asked for ${asked.check}`);
  const where = {
    check: asked.check,
    condition: asked.condition,
    ...(asked.cylinder === null ? {} : { cylinder: asked.cylinder }),
    ...(asked.temperature === null ? {} : { temperature: asked.temperature }),
    // Whoever lets it run or stand for a while does so as long as it takes.
    ...(check.lastsMin === null ? {} : { fields: { minutes: { value: check.lastsMin, unit: 'min' as const } } }),
  };
  const shows = (SHOWS as Readonly<Record<string, (t: Simulation) => Found>>)[check.id]!;
  const found = shows({
    view,
    m: view.m,
    asked,
    i: (asked.cylinder ?? 1) - 1,
    hot: asked.temperature === 'hot',
    chance,
    shown: (value, share, digit) => {
      const off = BIAS * view.m.instruments[instrumentOf(check.id)] + SCATTER * chance.normal();
      return Math.round((value * (1 + share * off)) / digit) * digit;
    },
    judged: (value) => value * (1 + MISJUDGES * chance.normal()),
  });
  const seen = typeof found === 'string' ? found : 'outcome' in found ? found.outcome : null;
  if (seen !== null) {
    const sound = check.outcomes[0]!.id;
    const past =
      seen !== sound && check.mayBeOverlooked && chance.next() < LOOKED_PAST[LIES[check.id as CheckId] ?? 'usual'];
    return [{ ...where, ...(past || typeof found === 'string' ? { outcome: past ? sound : seen } : found) }];
  }
  return (Array.isArray(found) ? found : [found]).map((seen) => ({ ...where, ...seen }));
}
