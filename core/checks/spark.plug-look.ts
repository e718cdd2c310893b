import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkPlugLook = defineCheck({
  id: 'spark.plug-look',
  code: 'pk',
  title: 'Look at the plug',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['plug[c]'],
  hazards: ['open-plug-hole'],
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
});
