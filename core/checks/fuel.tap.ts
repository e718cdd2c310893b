import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelTap = defineCheck({
  id: 'fuel.tap',
  code: 'tp',
  title: 'Fuel tap',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 1,
  access: ['hood'],
  hazards: ['open-fuel'],
  outcomes: outcomes({
    open: 'Open, and holds when shut',
    'none-fitted': 'None fitted',
    'passes-when-shut': 'Passes when shut',
    shut: 'Was shut',
  }),
  combine: { kind: 'dominance', order: ['open', 'none-fitted', 'passes-when-shut', 'shut'] },
});
