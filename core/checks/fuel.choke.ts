import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelChoke = defineCheck({
  id: 'fuel.choke',
  code: 'ck',
  title: 'Choke plate',
  system: 'fuel',
  scope: 'machine',
  appliesTo: (engine) => carburetted(engine) && engine.choke !== 'none',
  foundByEye: true,
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['hood'],
  outcomes: outcomes({
    'opens-and-closes': 'Opens and shuts',
    'stuck-open': 'Stays open',
    'stuck-closed': 'Stays shut',
  }),
  combine: { kind: 'dominance', order: ['opens-and-closes', 'stuck-open', 'stuck-closed'] },
});
