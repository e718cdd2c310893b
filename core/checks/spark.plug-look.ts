import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkPlugLook = defineCheck({
  id: 'spark.plug-look',
  code: 'pk',
  title: 'Look at the plug',
  todo: 'Plug out, straight after running. Colour, wet or dry, bridged, cracked.',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['plug[c]'],
  hazards: ['open-plug-hole'],
  cannotClear: ['a crack under pressure and heat that the eye does not see'],
  mayOnlyMean: [
    'a cylinder dead for another reason, where the plug is wet or sooty: the plug is a witness, rarely the culprit',
  ],
  outcomes: outcomes({
    normal: 'Normal',
    'clean-cold': 'Clean and cold',
    'lean-white': 'White',
    sooty: 'Sooty',
    oily: 'Oily',
    wet: 'Wet with fuel',
    bridged: 'Bridged',
    cracked: 'Cracked',
  }),
  combine: {
    kind: 'dominance',
    order: ['normal', 'clean-cold', 'lean-white', 'sooty', 'oily', 'wet', 'bridged', 'cracked'],
  },
  leak: { sooty: 0.06, wet: 0.03, 'lean-white': 0.03, oily: 0.02, 'clean-cold': 0.01, bridged: 0.002, cracked: 0.002 },
  via: {
    pull: {
      dead: { wet: 0.55, sooty: 0.2, 'clean-cold': 0.08, oily: 0.04 },
      weak: { sooty: 0.35, wet: 0.2 },
    },
    fuel: { lean: { 'lean-white': 0.4 }, rich: { sooty: 0.55, wet: 0.15 }, none: { 'clean-cold': 0.1 } },
  },
});
