import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sealThumb = defineCheck({
  id: 'seal.thumb',
  code: 'th',
  title: 'Thumb on the plug hole',
  system: 'sealing',
  scope: 'cylinder',
  states: ['cranking'],
  minutes: 1,
  access: ['plug[c]'],
  hazards: ['open-plug-hole', 'stops-dead'],
  outcomes: outcomes({ 'blows-off': 'Blows off', soft: 'Soft', nothing: 'Nothing' }),
  combine: { kind: 'ordered' },
});
