import { type Random, random } from '../chance/random.ts';
import type { HistoryFlag } from '../complaint/history.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { EngineWords } from '../engine/index.ts';
import { FAULTS, type FaultDefinition, type FaultId } from '../faults/index.ts';
import { type InjectedFault, injectedKey, injectFaults } from '../mower/injectFaults.ts';
import { type Mower, soundMower } from '../mower/machine.ts';
import { noticed, symptomsOf, viewOf } from '../mower/tell.ts';

/** A machine brought in: what is wrong with it, and what its owner says. */
export interface Drawn {
  readonly number: number;
  readonly seed: number;
  readonly engine: EngineWords;
  readonly sound: Mower;
  readonly puts: readonly InjectedFault[];
  readonly complaint: readonly Symptom[];
  readonly history: { readonly hours: number; readonly storedMonths: number; readonly flags: readonly HistoryFlag[] };
}

/** Share of machines with 0, 1 and 2 things wrong. */
const COUNTS = [0.05, 0.7, 0.25] as const;
const SINGLES = 0.35;
const INTERMITTENT = 0.15;
/** What comes and goes: contacts, and parts that stick. A push rod that is off stays off. */
const COMES_AND_GOES: ReadonlySet<FaultId> = new Set<FaultId>([
  'power.cable-positive',
  'power.cable-ground',
  'power.key-switch',
  'power.interlock',
  'power.relay-dead',
  'power.relay-contacts',
  'power.starter-drive',
  'power.wiring',
  'spark.plug-lead',
  'spark.kill-lead',
  'spark.kill-common',
  'fuel.water',
  'fuel.solenoid-feed',
  'fuel.solenoid-shut',
  'fuel.float',
  'charge.regulator',
]);
/** Faults of which nobody complains are drawn again, so often. */
const TRIES = 60;
/** Chance that an owner mentions what he could have noticed [M]. */
const MENTIONED = 0.75;
/** What nobody complains of, and tells only beside a complaint. */
const NO_COMPLAINT: ReadonlySet<Symptom> = new Set<Symptom>(['idles-fine']);
/** What is brought in with nothing wrong is brought in for something vague. */
const VAGUE: readonly Symptom[] = [
  'low-power',
  'runs-rough',
  'misfire-intermittent',
  'hard-start-cold',
  'battery-goes-flat',
];

const seedOf = (seed: number, number: number) =>
  (Math.imul(seed, 0x9e3779b1) ^ Math.imul(number + 1, 0x85ebca6b)) >>> 0;

function pick<T>(chance: Random, from: readonly T[], weight: (x: T) => number): T {
  const at = chance.next() * from.reduce((sum, x) => sum + weight(x), 0);
  let upTo = 0;
  for (const x of from) {
    upTo += weight(x);
    if (at < upTo) return x;
  }
  return from.at(-1)!;
}

function engineOf(chance: Random): EngineWords {
  const single = chance.next() < SINGLES;
  const feed = chance.next();
  return {
    cylinders: single ? 1 : 2,
    layout: single ? 'single' : 'v-twin-90',
    fuelFeed: feed < 0.35 ? 'gravity' : 'pulse-pump',
    lifters: !single && chance.next() < 0.15 ? 'hydraulic' : 'solid',
    compressionRelease: chance.next() < 0.7 ? 'automatic' : 'none',
    carburettor: single || chance.next() < 0.4 ? 'one-barrel' : 'two-barrel',
    ignition: 'coil-per-cylinder',
  };
}

function injectedOf(chance: Random, fault: FaultDefinition, engine: EngineWords): InjectedFault {
  return {
    fault: fault.id,
    cylinder: fault.perCylinder ? 1 + Math.floor(chance.next() * engine.cylinders) : null,
    severity: 0.15 + 0.85 * chance.next(),
    shows: chance.next() < INTERMITTENT && COMES_AND_GOES.has(fault.id) ? 0.35 + 0.4 * chance.next() : 1,
    form: chance.next(),
  };
}

/** Whether one of the things wrong makes itself felt: by itself, or in what the others do. What nobody can notice is nobody's complaint. */
function isFelt(sound: Mower, puts: readonly InjectedFault[], put: InjectedFault): boolean {
  const told = (faults: readonly InjectedFault[]) =>
    [...symptomsOf(viewOf(injectFaults(sound, faults))).keys()].sort().join();
  return told([put]) !== '' || told(puts) !== told(puts.filter((p) => p !== put));
}

/**
 * The machine of that number under that seed. Faults are drawn by how common they are; a machine with something wrong is one that
 * somebody complains of.
 */
export function drawMachine(seed: number, number: number): Drawn {
  const own = seedOf(seed, number);
  const chance = random(own);
  const engine = engineOf(chance);
  const hours = Math.round(40 + 700 * chance.next());
  const sound = soundMower(engine, chance, hours);
  sound.parkedHours = Math.round(4 * 60 ** chance.next());
  const at = chance.next();
  const count = at < COUNTS[0] ? 0 : at < COUNTS[0] + COUNTS[1] ? 1 : 2;
  const known = FAULTS.filter((f) => f.appliesTo(engine));
  const history = {
    hours,
    storedMonths: chance.next() < 0.25 ? 5 : 0,
    flags: [],
  };
  const drawn = { number, seed: own, engine, sound, history };
  if (count === 0) return { ...drawn, puts: [], complaint: [pick(chance, VAGUE, () => 1)] };
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const puts: InjectedFault[] = [];
    while (puts.length < count) {
      const put = injectedOf(
        chance,
        pick(chance, known, (f) => f.weight * f.engineFactor(engine)),
        engine,
      );
      if (!puts.some((p) => injectedKey(p) === injectedKey(put))) puts.push(put);
    }
    if (!puts.every((put) => isFelt(sound, puts, put))) continue;
    const view = viewOf(injectFaults(sound, puts));
    const complaint = noticed(view, chance, MENTIONED);
    if (complaint.every((symptom) => NO_COMPLAINT.has(symptom)) || symptomsOf(view).size === 0) continue;
    return { ...drawn, puts, complaint };
  }
  return { ...drawn, puts: [], complaint: [pick(chance, VAGUE, () => 1)] };
}

/** A fault that comes and goes stays as it is for so long [min]. */
const SPELL_MIN = 15;

/** What is wrong at this minute: what comes and goes is there or not for a spell at a time. */
export function presentAt(drawn: Drawn, gone: ReadonlySet<string>, minute: number): readonly Drawn['puts'][number][] {
  const spell = Math.floor(minute / SPELL_MIN);
  return drawn.puts.filter((put, i) => {
    if (gone.has(injectedKey(put))) return false;
    return put.shows >= 1 || random(drawn.seed ^ Math.imul(spell + 1, 0x27d4eb2f) ^ (i + 1)).next() < put.shows;
  });
}
