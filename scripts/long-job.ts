import { pathToFileURL } from 'node:url';
import { random } from '../core/chance/random.ts';
import { CHECKS, cylindersOf, type EngineWords } from '../core/index.ts';
import { injectFaults } from '../core/mower/injectFaults.ts';
import { soundMower } from '../core/mower/machine.ts';
import { simulateCheck } from '../core/mower/simulateCheck.ts';
import { viewOf } from '../core/mower/tell.ts';
import { canMake } from '../core/trial/states.ts';

/** As many events as a job comes to that will not be found. */
export const LONG_EVENTS = 60;

/** A twin brought in with more wrong than two things explain, and one of them found. */
const ENGINE: EngineWords = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pulse-pump',
  lifters: 'solid',
  compressionRelease: 'automatic',
  carburettor: 'two-barrel',
  ignition: 'coil-per-cylinder',
};
const PUTS = [
  { fault: 'spark.kill-lead', cylinder: 2, severity: 0.8, shows: 1, form: 0.5 },
  { fault: 'fuel.idle-jet', cylinder: null, severity: 0.6, shows: 1, form: 0.5 },
  { fault: 'charge.stator', cylinder: null, severity: 0.9, shows: 1, form: 0.2 },
  { fault: 'air.filter', cylinder: null, severity: 0.9, shows: 1, form: 0.2 },
  { fault: 'power.battery-worn', cylinder: null, severity: 0.9, shows: 1, form: 0.2 },
] as const;

/**
 * A job as long as they come: every check that can be made once, read on the virtual mower, and a repair in the middle.
 * @param events how many, the repair among them
 * @param seed of the readings: another one is another job on the same engine
 */
export function longJob(events: number, seed = 60) {
  const chance = random(seed);
  const view = viewOf(injectFaults(soundMower(ENGINE, chance), PUTS));
  const asked = CHECKS.filter((c) => c.appliesTo(ENGINE) && c.proposed).flatMap((check) =>
    (check.scope === 'cylinder' ? cylindersOf(ENGINE) : [null]).flatMap((cylinder) => {
      const made = { check: check.id, cylinder, temperature: null };
      const condition = check.states.find((state) => canMake(view, { ...made, condition: state }));
      return condition ? [{ ...made, condition }] : [];
    }),
  );
  const read = asked.flatMap((one) => simulateCheck(view, one, chance));
  const half = Math.floor((events - 1) / 2);
  const repair = { repair: 'spark.kill-lead', cylinder: 2, action: 'repaired' };
  return {
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine: { ...ENGINE, sheet: null } },
    history: { hours: 400, storedMonths: 5, flags: [] },
    complaint: ['one-cylinder', 'surges'],
    events: [...read.slice(0, half), repair, ...read.slice(half, events - 1)],
  };
}

// Asked for as a file, three of them are printed.
if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  console.log(JSON.stringify([60, 61, 62].map((seed) => longJob(LONG_EVENTS, seed))));
