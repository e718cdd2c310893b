import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelInjection = defineCheck({
  id: 'fuel.injection',
  code: 'fj',
  title: 'Injection, by the maker',
  system: 'fuel',
  scope: 'machine',
  appliesTo: (engine) => !carburetted(engine),
  states: ['key-on'],
  minutes: 15,
  access: ['hood'],
  needs: ["maker's manual"],
  hazards: ['open-fuel'],
  outcomes: outcomes({ sound: 'As the manual says', 'at-fault': 'Not as the manual says' }),
  combine: { kind: 'ordered' },
});
