import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

const ohms = { required: true, openLoop: true };
/** However near one limit ohms between the two lie, so much may it be the other all the same [M]. */
const UNSURE = 0.05;

export const sparkKillContinuity = defineCheck({
  id: 'spark.kill-continuity',
  code: 'kc',
  title: 'Kill wire to ground',
  system: 'spark',
  scope: 'machine',
  states: ['bench'],
  minutes: 3,
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['by-hand'],
  outcomes: outcomes({ correct: 'Correct', 'open-key-off': 'Open, key off', 'grounded-key-on': 'Grounded, key on' }),
  combine: { kind: 'dominance', order: ['correct', 'open-key-off', 'grounded-key-on'] },
  fields: {
    keyOn: numberField('Key on', 'resistance', [0, 1e8], ['ohm', 'ohm'], ohms),
    keyOff: numberField('Key off', 'resistance', [0, 1e8], ['ohm', 'ohm'], ohms),
    side: { kind: 'choice', label: 'Side', choices: ['chassis', 'engine'], required: false },
  },
  assess: (reading, { rules }) => {
    const { keyOn, keyOff, side } = reading.fields;
    const limits = [limitOf('grounded under', rules, 'killGroundedOhms'), limitOf('free over', rules, 'killFreeOhms')];
    const grounded = (v: unknown) => typeof v === 'number' && v < rules.killGroundedOhms.value;
    const free = (v: unknown) => v === 'OL' || (typeof v === 'number' && v > rules.killFreeOhms.value);
    const verdict = (outcome: string, severity: number, points: string[] = []) => ({
      ...EMPTY_ASSESSMENT,
      outcome,
      weights: { '': { [outcome]: 1 } },
      severity,
      limits,
      points,
    });
    if (side === 'engine') {
      // The key has no say here. Through diodes and primaries a meter reads some ohms to nothing; bare ground is a chafe.
      if (typeof keyOn === 'number' && keyOn < 0.2) return verdict('grounded-key-on', 1, ['kill harness, engine side']);
      return free(keyOn)
        ? verdict('correct', 0)
        : { ...EMPTY_ASSESSMENT, limits, remarks: ['engine_side_reads_primary'] };
    }
    if (side !== 'chassis') return { ...EMPTY_ASSESSMENT, limits, remarks: ['side_unknown'] };
    if (grounded(keyOn)) return verdict('grounded-key-on', 1, ['key switch, interlocks or chassis wiring']);
    if (free(keyOn) && grounded(keyOff)) return verdict('correct', 0);
    if (free(keyOn) && free(keyOff)) return verdict('open-key-off', 0.8, ['key switch or its ground']);
    // Neither grounded nor free: a burnt contact, or wet. No verdict; the further from ground, the less it speaks of it.
    const between = { ...EMPTY_ASSESSMENT, limits, severity: 0.5, remarks: ['neither_grounded_nor_free' as const] };
    const ohmsRead = free(keyOn) ? keyOff : keyOn;
    if (typeof ohmsRead !== 'number') return between;
    const { killGroundedOhms: low, killFreeOhms: high } = rules;
    const towardsFree = Math.log(ohmsRead / low.value) / Math.log(high.value / low.value);
    const toGround = UNSURE + (1 - 2 * UNSURE) * (1 - towardsFree);
    const isFree = UNSURE + (1 - 2 * UNSURE) * towardsFree;
    const weights: Record<string, number> = free(keyOn)
      ? { correct: toGround, 'open-key-off': isFree }
      : { 'grounded-key-on': toGround, correct: isFree };
    return { ...between, weights: { '': weights } };
  },
});
