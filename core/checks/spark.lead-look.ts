import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkLeadLook = defineCheck({
  id: 'spark.lead-look',
  code: 'pl',
  title: 'Look at the plug lead',
  system: 'spark',
  scope: 'cylinder',
  foundByEye: true,
  states: ['bench'],
  minutes: 2,
  mayBeOverlooked: true,
  access: ['lead[c]'],
  hazards: ['secondary-voltage'],
  outcomes: outcomes({
    ok: 'Sound',
    pinched: 'Pinched',
    chafed: 'Chafed',
    arcing: 'Arcing marks',
    'loose-terminal': 'Loose terminal',
  }),
  combine: { kind: 'dominance', order: ['ok', 'pinched', 'chafed', 'arcing', 'loose-terminal'] },
});
