import { type EngineWords, mayBe } from '../engine/index.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

/** What drops that are none of a silicon diode say of it [M]: one way only and too high, too low, and both ways but not alike. */
const HIGH_DROP = { good: 0.6, open: 0.4, shorted: 0.05 };
const LOW_DROP = { good: 0.5, shorted: 0.4, open: 0.05 };
const BOTH_WAYS = { shorted: 0.6, good: 0.2, open: 0.1 };

/** A meter on its diode range drives from red to black: whether it passed as the sheet says. */
const wayRemarks = ({ killDiodePolarity = 'unknown' }: EngineWords, passesToCommon: boolean): readonly string[] =>
  killDiodePolarity === 'unknown' || (killDiodePolarity === 'to-common') === passesToCommon ? [] : ['diode_other_way'];

export const sparkKillDiode = defineCheck({
  id: 'spark.kill-diode',
  code: 'kd',
  title: 'Kill diode',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 4,
  access: ['kill-leads'],
  needs: ['multimeter'],
  hazards: ['by-hand'],
  outcomes: outcomes({ good: 'One way only', shorted: 'Both ways alike', open: 'OL both ways' }),
  combine: { kind: 'dominance', order: ['good', 'open', 'shorted'] },
  appliesTo: (engine) => engine.cylinders > 1 && mayBe(engine.ignition, 'coil-per-cylinder'),
  fields: {
    forward: numberField('Red on the leg', 'voltage', [0, 4], ['V', 'V'], { required: true, openLoop: true }),
    reverse: numberField('Red on the common', 'voltage', [0, 4], ['V', 'V'], { required: true, openLoop: true }),
    coilsPlugged: { kind: 'flag', label: 'Coils still plugged in' },
  },
  assess: (reading, { rules, engine }) => {
    const { forward, reverse, coilsPlugged } = reading.fields;
    const limits = [
      limitOf('forward from', rules, 'diodeForwardLowVolts'),
      limitOf('forward to', rules, 'diodeForwardHighVolts'),
    ];
    if (coilsPlugged === true) return { ...EMPTY_ASSESSMENT, limits, remarks: ['coils_plugged'] };
    const ways = [forward, reverse];
    const open = ways.filter((w) => w === 'OL').length;
    const figures = ways.filter((w): w is number => typeof w === 'number');
    const verdict = (outcome: string, severity: number, close = false) => ({
      ...EMPTY_ASSESSMENT,
      outcome,
      weights: { '': { [outcome]: 1 } },
      severity,
      tooCloseToCall: close,
      limits,
      points: severity > 0 ? ['kill diode'] : [],
    });
    const noDrop = (weights: Readonly<Record<string, number>>) => ({
      ...EMPTY_ASSESSMENT,
      limits,
      weights: { '': weights },
      remarks: ['not_a_diode_drop' as const],
    });
    if (open === 2) return verdict('open', 1);
    if (open === 1 && figures.length === 1) {
      const drop = figures[0]!;
      if (drop >= rules.diodeForwardLowVolts.value - 0.1 && drop <= rules.diodeForwardHighVolts.value + 0.1)
        return { ...verdict('good', 0), remarks: wayRemarks(engine, typeof forward === 'number') };
      // One way only, but not a silicon drop: a joint or a resistance in the row; not a verdict on the diode.
      return noDrop(drop > rules.diodeForwardHighVolts.value ? HIGH_DROP : LOW_DROP);
    }
    if (figures.length === 2) {
      const [a, b] = figures as [number, number];
      if (Math.max(a, b) < rules.diodeForwardLowVolts.value) return verdict('shorted', 1);
      return noDrop(BOTH_WAYS);
    }
    return EMPTY_ASSESSMENT;
  },
});
