import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerStarterDirect = defineCheck({
  id: 'power.starter-direct',
  code: 'sd',
  title: 'Starter on its own',
  system: 'power',
  scope: 'machine',
  states: ['bench'],
  minutes: 4,
  access: ['belly'],
  needs: ['heavy jump leads', 'good battery'],
  hazards: ['starter-direct', 'stops-dead'],
  outcomes: outcomes({
    'spins-strong': 'Spins strongly',
    'spins-weak': 'Spins weakly',
    'spins-no-engage': 'Spins, does not engage',
    dead: 'Dead',
  }),
  impliesState: false,
  combine: { kind: 'dominance', order: ['spins-strong', 'spins-weak', 'spins-no-engage', 'dead'] },
});
