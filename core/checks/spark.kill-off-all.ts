import { RUNNING } from '../engine/index.ts';
import { outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';

const OUTCOMES = outcomes({ same: 'No change', returns: 'Comes back' });
/** Where nobody said how it was parted, running: so much of a "no change" may be an engine that starved [M]. */
const STARVED = 0.15;

export const sparkKillOffAll = defineCheck({
  id: 'spark.kill-off-all',
  code: 'ka',
  title: 'Part the kill wire for all',
  system: 'spark',
  scope: 'machine',
  states: ['cranking', 'idle'],
  minutes: 1,
  access: ['hood'],
  hazards: ['kill-lead-off', 'carbon-monoxide'],
  outcomes: OUTCOMES,
  combine: {
    kind: 'cure',
    failure: 'pull',
    same: 'same',
    cures: [{ outcome: 'returns', of: 'any' }],
    reliability: 0.96,
  },
  appliesTo: (engine) => engine.ignition !== 'points',
  fields: {
    parted: { kind: 'choice', label: 'Parted', choices: ['kill wire alone', 'whole connector'], required: false },
    solenoidFed: { kind: 'flag', label: 'Solenoid fed by a jumper' },
  },
  assess: ({ outcome, fields, condition }) => {
    const plain = plainOutcome(OUTCOMES, outcome);
    const sure = fields.parted === 'kill wire alone' || fields.solenoidFed === true;
    if (outcome !== 'same' || !RUNNING.includes(condition) || sure) return plain;
    // An engine without fuel shows nothing of its spark.
    return fields.parted === 'whole connector'
      ? { ...plain, weights: {}, remarks: ['starves_parted'] }
      : { ...plain, weights: { '': { same: 1, returns: STARVED } }, remarks: ['parted_how'] };
  },
});
