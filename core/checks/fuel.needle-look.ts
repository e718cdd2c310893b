import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelNeedleLook = defineCheck({
  id: 'fuel.needle-look',
  code: 'nl',
  title: 'Needle and seat',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 2,
  mayBeOverlooked: true,
  access: ['bowl'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ ok: 'Sound', 'dirt-on-seat': 'Dirt on the seat', hardened: 'Hardened', grooved: 'Grooved' }),
  combine: { kind: 'dominance', order: ['ok', 'dirt-on-seat', 'hardened', 'grooved'] },
});
