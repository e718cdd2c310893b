import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelJets = defineCheck({
  id: 'fuel.jets',
  code: 'jt',
  title: 'Jets',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  asksSide: "Which cylinder's barrel",
  foundByEye: true,
  states: ['bench'],
  minutes: 5,
  mayBeOverlooked: true,
  access: ['bowl'],
  hazards: ['open-fuel', 'compressed-air'],
  outcomes: outcomes({
    clear: 'All clear',
    'idle-blocked': 'Idle blocked',
    'one-barrel-blocked': 'One barrel blocked',
    'emulsion-blocked': 'Emulsion holes blocked',
    'main-blocked': 'Main blocked',
  }),
  combine: {
    kind: 'dominance',
    order: ['clear', 'idle-blocked', 'one-barrel-blocked', 'emulsion-blocked', 'main-blocked'],
  },
});
