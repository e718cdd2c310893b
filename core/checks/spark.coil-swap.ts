import { mayBe } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkCoilSwap = defineCheck({
  id: 'spark.coil-swap',
  code: 'cs',
  title: 'Swap the coils side to side',
  system: 'spark',
  scope: 'machine',
  asksSide: 'Which side was it before',
  states: ['half-speed', 'full-speed'],
  temperatures: ['cold', 'hot'],
  minutes: 15,
  access: ['blower-housing'],
  needs: ['gap gauge'],
  hazards: ['by-hand', 'carbon-monoxide'],
  outcomes: outcomes({ stays: 'Stays on its side', 'follows-coil': 'Follows the coil' }),
  combine: {
    kind: 'cure',
    failure: 'pull',
    same: 'stays',
    cures: [{ outcome: 'follows-coil', of: 'any' }],
    reliability: 0.96,
  },
  appliesTo: (engine) => engine.cylinders > 1 && mayBe(engine.ignition, 'coil-per-cylinder'),
});
