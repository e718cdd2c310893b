import { timingOffsetDeg } from '../engine/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** What the eye takes for a whole key [deg] [P]. */
const SEEN_DEG = 1;

/** A steel rule laid along the taper [m] [P]. */
const RULE: Accuracy = { percent: 0, floor: 0.2e-3 };

export const sparkKey = defineCheck({
  id: 'spark.key',
  code: 'ky',
  title: 'Flywheel key',
  system: 'spark',
  scope: 'machine',
  foundByEye: true,
  states: ['bench'],
  minutes: 3,
  access: ['flywheel'],
  needs: ['puller'],
  hazards: ['by-hand', 'flywheel-puller'],
  outcomes: outcomes({ intact: 'Whole', 'sheared-part': 'Stepped', sheared: 'Sheared' }),
  combine: { kind: 'ordered' },
  fields: {
    offset: numberField('Step along the taper', 'length', [0, 0.04], ['mm', 'in']),
    offsetAngle: numberField('or in degrees', 'angle', [0, 180], ['deg', 'deg']),
  },
  accuracy: RULE,
  assess: (reading, { rules, figures }) => {
    const { offset, offsetAngle } = reading.fields;
    const [felt, kicks] = [rules.keyFeltDeg.value, rules.keyKicksDeg.value];
    const limits = [limitOf('felt over', rules, 'keyFeltDeg'), limitOf('kicks over', rules, 'keyKicksDeg')];
    const given = typeof offsetAngle === 'number';
    if (!given && typeof offset !== 'number') return { ...EMPTY_ASSESSMENT, limits };
    if (!given && figures.crankTaperMm == null)
      return {
        ...EMPTY_ASSESSMENT,
        limits,
        missing: [{ name: 'timingOffsetDeg', reason: 'The engine sheet has no taper diameter: give the degrees.' }],
      };
    const degrees = given ? offsetAngle : timingOffsetDeg(1000 * (offset as number), figures.crankTaperMm!);
    const error = given
      ? SEEN_DEG
      : timingOffsetDeg(1000 * errorOf(reading, RULE, offset as number), figures.crankTaperMm!);
    return judge({
      value: degrees,
      error,
      bands: [
        { outcome: 'intact', from: -Infinity, to: SEEN_DEG },
        { outcome: 'sheared-part', from: SEEN_DEG, to: kicks },
        { outcome: 'sheared', from: kicks, to: Infinity },
      ],
      sound: [-Infinity, SEEN_DEG],
      worst: [-Infinity, 3 * kicks],
      quantities: { timingOffsetDeg: { value: degrees, unit: 'deg', plusMinus: error } },
      limits,
      points: ['flywheel key'],
      remarks: degrees > SEEN_DEG && degrees <= felt ? ['offset_not_felt'] : [],
    });
  },
});
