import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelPump = defineCheck({
  id: 'fuel.pump',
  code: 'fp',
  title: 'Fuel pump',
  system: 'fuel',
  scope: 'machine',
  states: ['cranking'],
  minutes: 3,
  access: ['fuel-line'],
  hazards: ['open-fuel', 'stops-dead'],
  outcomes: outcomes({
    'pulses-strong': 'Strong pulses',
    weak: 'Weak',
    none: 'None',
    'fuel-in-pulse-line': 'Fuel in the pulse line',
  }),
  combine: { kind: 'dominance', order: ['pulses-strong', 'weak', 'none', 'fuel-in-pulse-line'] },
  impliesState: false,
  appliesTo: (engine) => engine.fuelFeed !== 'gravity' && carburetted(engine),
});
