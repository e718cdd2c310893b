import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const splitPrimer = defineCheck({
  id: 'split.primer',
  code: 'pr',
  title: 'Short shot of primer',
  todo: 'Filter off, one short shot of mild primer into the intake, crank at once. Does it fire, on both or on one side?',
  system: 'fuel',
  scope: 'machine',
  states: ['cranking'],
  minutes: 2,
  access: ['air-box'],
  needs: ['primer'],
  hazards: ['primer', 'carbon-monoxide'],
  cannotClear: ['fuel under load: it shows only that it can fire'],
  mayOnlyMean: ['a plug wet already', 'an intake choked with dirt', 'a battery too slow to spark'],
  outcomes: outcomes({
    'runs-on-primer': 'Runs for a moment',
    coughs: 'Coughs',
    'one-side-only': 'One side only',
    nothing: 'Nothing',
  }),
  combine: { kind: 'dominance', order: ['runs-on-primer', 'coughs', 'one-side-only', 'nothing'] },
  impliesState: false,
  // One side goes on where the other is dead; a charge that is wet already does not fire.
  via: {
    pull: { dead: { 'one-side-only': 0.5 }, weak: { 'one-side-only': 0.1, coughs: 0.1 } },
    fuel: { rich: { nothing: 0.15, coughs: 0.2 } },
  },
  viaOnSingle: {
    pull: { dead: { nothing: 0.8, coughs: 0.12 }, weak: { coughs: 0.35, nothing: 0.1 } },
    fuel: { rich: { nothing: 0.15, coughs: 0.2 } },
  },
});
