import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkTester = defineCheck({
  id: 'spark.tester',
  code: 'st',
  title: 'Spark tester',
  todo: 'Tester with a gap between lead and plug. A steady flash each turn, weak, skipping, or none? Say how it was running and how hot.',
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
  cannotClear: [
    'a coil that drops out hot or above some speed',
    "a kill lead or a partner's shorted diode that drains part of each pulse",
    'ignition timing (sheared flywheel key)',
    'a cylinder that sparks but does not burn (fuel, valve, rod)',
  ],
  outcomes: outcomes({ strong: 'Strong', weak: 'Weak', skips: 'Skips', none: 'None' }),
  combine: { kind: 'ordered' },
});
