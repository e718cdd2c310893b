import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealBoreLook = defineCheck({
  id: 'seal.bore-look',
  code: 'bk',
  title: 'Look into the bore',
  system: 'sealing',
  scope: 'cylinder',
  foundByEye: true,
  states: ['bench'],
  minutes: 4,
  mayBeOverlooked: true,
  access: ['plug[c]'],
  needs: ['borescope'],
  hazards: ['by-hand', 'open-plug-hole'],
  outcomes: outcomes({ clean: 'Clean', washed: 'Washed', scored: 'Scored', hole: 'Hole in the piston' }),
  combine: { kind: 'dominance', order: ['clean', 'washed', 'scored', 'hole'] },
});
