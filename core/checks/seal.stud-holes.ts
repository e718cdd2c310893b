import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealStudHoles = defineCheck({
  id: 'seal.stud-holes',
  code: 'hd',
  title: 'Stud holes and faces',
  system: 'sealing',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 4,
  foundByEye: true,
  access: ['head[c]'],
  needs: ['straight edge'],
  hazards: ['by-hand'],
  outcomes: outcomes({ clean: 'Clean', debris: 'Dirt or burr' }),
  combine: { kind: 'ordered' },
});
