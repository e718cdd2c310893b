import type { CheckId } from '../checks/index.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { RunningState, Temperature } from '../engine/index.ts';

/** A check that shows a complaint gone, made as it is complained of. */
export interface ShownGone {
  readonly check: CheckId;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
}

const by = (check: CheckId, condition: RunningState, temperature: Temperature | null = null): ShownGone => ({
  check,
  condition,
  temperature,
});

export const RUN: readonly ShownGone[] = [by('look.run', 'loaded')];
/** As long as it takes, at the heat at which it fails. */
export const RUN_HOT: readonly ShownGone[] = [by('run.minutes', 'loaded', 'hot')];
const CRANKED: readonly ShownGone[] = [by('look.crank', 'cranking')];
const SHUT_OFF: readonly ShownGone[] = [by('run.shut-off', 'idle')];
const STOOD = by('run.leak-watch', 'key-off');

/** What shows each complaint gone: all of it, in the state, at the heat and for as long as it is complained of. Common practice, no source. */
export const SHOWN_GONE: Readonly<Record<Symptom, readonly ShownGone[]>> = {
  'no-crank-silent': CRANKED,
  'no-crank-click': CRANKED,
  'crank-stops': CRANKED,
  'cranks-slow': CRANKED,
  'starter-spins-free': CRANKED,
  'will-not-turn': CRANKED,
  'kicks-back': CRANKED,
  'cranks-no-start': RUN,
  'hard-start-cold': [by('run.start-cold', 'cranking', 'cold')],
  'hard-start-hot': [by('run.restart-hot', 'cranking', 'hot')],
  'starts-then-dies': RUN,
  'dies-after-minutes': RUN_HOT,
  'low-power': RUN,
  'one-cylinder': RUN,
  'misfire-steady': RUN,
  'misfire-intermittent': RUN,
  'cuts-out-at-speed': RUN,
  'pops-intake': RUN,
  'pops-exhaust': RUN,
  surges: RUN,
  'surges-warm': RUN_HOT,
  races: [by('run.top-speed', 'full-speed')],
  'bogs-open-throttle': RUN,
  'runs-on-choke-only': RUN,
  'smoke-blue': RUN,
  'smoke-black': RUN,
  'smoke-white': RUN,
  'after-fire-at-shutdown': SHUT_OFF,
  'will-not-shut-off': SHUT_OFF,
  'fuel-drips': [STOOD],
  'oil-level-rises': [STOOD, by('look.oil', 'key-off')],
  knock: RUN,
  'battery-goes-flat': [by('charge.volts', 'full-speed'), by('power.draw', 'key-off')],
  overheats: RUN_HOT,
  'idles-fine': RUN,
  'runs-rough': RUN,
  'stopped-suddenly': RUN,
  'dies-with-seat-or-blades': [...RUN, by('power.interlocks', 'key-off')],
};
