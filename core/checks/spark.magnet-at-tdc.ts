import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkMagnetAtTdc = defineCheck({
  id: 'spark.magnet-at-tdc',
  code: 'mt',
  title: 'Magnet at top dead centre',
  system: 'spark',
  scope: 'machine',
  foundByEye: true,
  states: ['bench'],
  minutes: 3,
  access: ['blower-housing'],
  hazards: ['by-hand', 'open-plug-hole'],
  outcomes: outcomes({ 'lines-up': 'Lines up', off: 'Off' }),
  combine: { kind: 'ordered' },
});
