import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** [P] */
const TACHOMETER: Accuracy = { percent: 0.5, floor: 5 };
/** Engines of one setting lie this far apart [1/min] [M]. */
const SET_ALIKE = 40;

export const runTopSpeed = defineCheck({
  id: 'run.top-speed',
  code: 'ts',
  title: 'Top speed, no load',
  system: 'fuel',
  scope: 'machine',
  states: ['full-speed'],
  minutes: 3,
  needs: ['tachometer'],
  hazards: ['overspeed', 'carbon-monoxide'],
  outcomes: outcomes({ ok: 'As the sheet says', low: 'Too low', over: 'Over the sheet' }),
  combine: { kind: 'dominance', order: ['ok', 'low', 'over'] },
  fields: {
    value: numberField('Top speed', 'speed', [300, 8000], ['rpm', 'rpm'], { required: true }),
    idle: numberField('Idle', 'speed', [300, 4000], ['rpm', 'rpm']),
  },
  accuracy: TACHOMETER,
  assess: (reading, { figures, rules }) => {
    const { value, idle } = reading.fields;
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const plusMinus = errorOf(reading, TACHOMETER, value);
    const quantities = {
      topSpeedRpm: { value, unit: 'rpm', plusMinus },
      ...(typeof idle === 'number' ? { idleRpm: { value: idle, unit: 'rpm' } } : {}),
    };
    const { governedRpm, idleRpm } = figures;
    if (governedRpm == null)
      return {
        ...EMPTY_ASSESSMENT,
        quantities,
        missing: [{ name: 'topSpeedRpm', reason: 'The engine sheet has no top speed: nothing to hold it against.' }],
      };
    const apart = rules.topSpeedApartRpm.value;
    const [low, high] = [governedRpm - apart, governedRpm + apart];
    const idleOff =
      typeof idle === 'number' && idleRpm != null && Math.abs(idle - idleRpm) > apart ? ['idle_off_sheet'] : [];
    return judge({
      value,
      error: plusMinus,
      spread: SET_ALIKE,
      bands: [
        { outcome: 'low', from: -Infinity, to: low },
        { outcome: 'ok', from: low, to: high },
        { outcome: 'over', from: high, to: Infinity },
      ],
      sound: [low, high],
      worst: [governedRpm - 5 * apart, governedRpm + 5 * apart],
      quantities,
      limits: [
        { name: 'top speed', value: governedRpm, unit: 'rpm', source: 'engine sheet' },
        limitOf('may be apart', rules, 'topSpeedApartRpm'),
      ],
      points: value > high ? ['governor spring or link'] : ['governor, throttle cable'],
      remarks: [...(value > high ? ['overspeed'] : []), ...idleOff],
    });
  },
});
