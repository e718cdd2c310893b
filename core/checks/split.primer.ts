import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const splitPrimer = defineCheck({
  id: 'split.primer',
  code: 'pr',
  title: 'Short shot of primer',
  system: 'fuel',
  scope: 'machine',
  states: ['cranking'],
  minutes: 2,
  access: ['air-box'],
  needs: ['primer'],
  hazards: ['primer', 'carbon-monoxide'],
  outcomes: outcomes({
    'runs-on-primer': 'Runs for a moment',
    coughs: 'Coughs',
    'one-side-only': 'One side only',
    nothing: 'Nothing',
  }),
  combine: { kind: 'dominance', order: ['runs-on-primer', 'coughs', 'one-side-only', 'nothing'] },
});
