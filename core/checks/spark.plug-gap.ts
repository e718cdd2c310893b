import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Wire gauges step by about a thou [m] [P]. */
const WIRE_GAUGE: Accuracy = { percent: 0, floor: 0.025e-3 };

export const sparkPlugGap = defineCheck({
  id: 'spark.plug-gap',
  code: 'pg',
  title: 'Plug gap',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 1,
  access: ['plug[c]'],
  needs: ['wire gauge'],
  hazards: ['open-plug-hole'],
  outcomes: outcomes({ ok: 'In limits', wide: 'Wide', closed: 'Closed' }),
  combine: { kind: 'dominance', order: ['ok', 'wide', 'closed'] },
  fields: { value: numberField('Gap', 'length', [0, 0.005], ['mm', 'thou'], { required: true }) },
  accuracy: WIRE_GAUGE,
  assess: (reading, { rules, figures }) => {
    const { value } = reading.fields;
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const gap = 1000 * value;
    const target = figures.plugGapMm ?? rules.plugGapMm.value;
    const tolerance = rules.plugGapToleranceMm.value;
    return judge({
      value: gap,
      error: 1000 * errorOf(reading, WIRE_GAUGE, value),
      bands: [
        { outcome: 'closed', from: -Infinity, to: target - tolerance },
        { outcome: 'ok', from: target - tolerance, to: target + tolerance },
        { outcome: 'wide', from: target + tolerance, to: Infinity },
      ],
      sound: [target - tolerance, target + tolerance],
      worst: [0, 2 * target],
      quantities: {},
      limits: [
        figures.plugGapMm == null
          ? limitOf('gap', rules, 'plugGapMm')
          : { name: 'gap', value: target, unit: 'mm', source: 'engine sheet' },
        limitOf('to either side', rules, 'plugGapToleranceMm'),
      ],
      points: ['plug'],
    });
  },
});
