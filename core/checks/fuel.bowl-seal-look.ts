import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelBowlSealLook = defineCheck({
  id: 'fuel.bowl-seal-look',
  code: 'bs',
  title: 'Bowl seal',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['bowl'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ ok: 'Sound', swollen: 'Swollen', wrong: 'Wrong one', missing: 'Missing' }),
  combine: { kind: 'dominance', order: ['ok', 'swollen', 'wrong', 'missing'] },
});
