import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelJetSeals = defineCheck({
  id: 'fuel.jet-seals',
  code: 'js',
  title: 'Jet seals',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 3,
  mayBeOverlooked: true,
  access: ['carburettor'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ ok: 'Sound', hardened: 'Hardened', swollen: 'Swollen' }),
  combine: { kind: 'dominance', order: ['ok', 'hardened', 'swollen'] },
});
