import { type Assessment, EMPTY_ASSESSMENT, heaviest, outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import type { Reading } from './reading.ts';

const OUTCOMES = outcomes({ strong: 'Strong', weak: 'Weak', skips: 'Skips', none: 'None' });

/** What the flashes of ten turns and their colour say [M]; null where neither was noted. */
function byFlashes({ flashesInTen, colour }: Reading['fields']): Readonly<Record<string, number>> | null {
  const pale = colour === 'yellow' || colour === 'red';
  const whole = pale ? { weak: 0.8, strong: 0.2 } : { strong: 0.95, weak: 0.05 };
  if (typeof flashesInTen !== 'number') return colour === undefined ? null : whole;
  if (flashesInTen === 0) return { none: 1 };
  return flashesInTen >= 10 ? whole : { skips: 0.85, weak: 0.15 };
}

function assessTester({ fields, outcome }: Reading): Assessment {
  const plain = plainOutcome(OUTCOMES, outcome);
  // It goes dark at a speed, whatever it was below.
  if (typeof fields.dropOutSpeed === 'number') {
    const weights = { none: 0.6, skips: 0.4 };
    return {
      ...plain,
      outcome: outcome === 'none' ? 'none' : 'skips',
      weights: { '': weights, speed: { 'goes-dark': 1 } },
      severity: 0.8,
      quantities: { dropOutRpm: { value: fields.dropOutSpeed, unit: 'rpm' } },
      points: ['coil at speed'],
    };
  }
  if (outcome !== null) return plain;
  const weights = byFlashes(fields);
  if (weights === null) return EMPTY_ASSESSMENT;
  const said = heaviest(weights);
  return { ...plainOutcome(OUTCOMES, said), weights: { '': weights } };
}

export const sparkTester = defineCheck({
  id: 'spark.tester',
  code: 'st',
  title: 'Spark tester',
  system: 'spark',
  scope: 'cylinder',
  states: ['cranking', 'idle', 'half-speed', 'full-speed', 'loaded'],
  offeredIn: ['cranking', 'idle', 'full-speed'],
  temperatures: ['cold', 'hot'],
  needsOnlyStart: true,
  minutes: 2,
  access: ['lead[c]'],
  needs: ['spark tester'],
  hazards: ['secondary-voltage', 'carbon-monoxide'],
  outcomes: OUTCOMES,
  combine: { kind: 'ordered' },
  // Bringing the speed up tells whether it goes dark at one; without that nothing is said of it.
  partsOf: () => [
    { id: '', outcomes: ['strong', 'weak', 'skips', 'none'] as const },
    { id: 'speed', outcomes: ['steady', 'goes-dark'] as const },
  ],
  hopesFor: [''],
  fields: {
    flashesInTen: numberField('Flashes in ten turns', 'count', [0, 10], ['times', 'times'], { adds: true }),
    dropOutSpeed: numberField('Goes dark at', 'speed', [200, 6000], ['rpm', 'rpm'], { adds: true }),
    minutesHot: numberField('Run hot for', 'time', [0, 3 * 3600], ['min', 'min'], { adds: true }),
    colour: { kind: 'choice', label: 'Colour', choices: ['blue', 'yellow', 'red'], required: false },
    bothAtOnce: { kind: 'flag', label: 'A tester on each side at once' },
  },
  assess: assessTester,
});
