import type { Rules } from '../house/rules.ts';
import { bandWeights, strengthFromHeldSpeeds } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { type Assessment, EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';
import type { Reading } from './reading.ts';

/** Weaker over stronger cylinder, once both were cut out at a held throttle from about the same speed; null before that. */
function strengthOfPair({ fields }: Reading, twin: Reading | undefined): number | null {
  const other = twin?.fields;
  if (other?.throttle !== 'held' || typeof other.before !== 'number' || typeof other.after !== 'number') return null;
  if (typeof fields.before !== 'number' || typeof fields.after !== 'number') return null;
  const both = (fields.before + other.before) / 2;
  // Two runs from different speeds are two throttles.
  if (Math.abs(fields.before - other.before) > 0.03 * both) return null;
  const [cutStronger, cutWeaker] = [Math.min(fields.after, other.after), Math.max(fields.after, other.after)];
  if (!(cutStronger > 0 && cutWeaker <= both)) return null;
  return strengthFromHeldSpeeds({ both, cutStronger, cutWeaker });
}

/** A plate is read to about a twelfth of what it stands open [M]; from so far open it has nowhere to go [%]. */
const PLATE_SHARE = 0.08;
const WIDE_PERCENT = 85;

/** Governed, the plate opens for the cylinder that is missed; null where its opening was not read. */
function byOpening({ fields, cylinder }: Reading, rules: Rules): Assessment | null {
  const { plateBefore, plateAfter } = fields;
  if (typeof plateBefore !== 'number' || typeof plateAfter !== 'number' || !(plateBefore > 0)) return null;
  const limits = [
    limitOf('does nothing under', rules, 'cutOutOpensDead'),
    limitOf('pulls from', rules, 'cutOutOpensPulls'),
  ];
  if (plateBefore > WIDE_PERCENT) return { ...EMPTY_ASSESSMENT, limits, remarks: ['plate_wide_open'] };
  const opens = plateAfter / plateBefore;
  const [dead, pulls] = [rules.cutOutOpensDead.value, rules.cutOutOpensPulls.value];
  return judge({
    value: opens,
    error: PLATE_SHARE * opens,
    bands: [
      { outcome: 'dead', from: -Infinity, to: dead },
      { outcome: 'weak', from: dead, to: pulls },
      { outcome: 'pulls', from: pulls, to: Infinity },
    ],
    sound: [pulls, Infinity],
    worst: [1, Infinity],
    quantities: { plateOpens: { value: opens, unit: '', plusMinus: PLATE_SHARE * opens } },
    limits,
    points: [`cylinder ${cylinder}`],
  });
}

/** A governor on the hunt moves a reading so far by itself [1/min] [M]. */
const HUNTS_RPM = 60;

/** [P] */
const TACHOMETER: Accuracy = { percent: 0.5, floor: 5 };

export const balanceCutOut = defineCheck({
  id: 'balance.cut-out',
  code: 'cu',
  title: 'Cut out one cylinder',
  system: 'turning',
  scope: 'cylinder',
  states: ['idle', 'half-speed'],
  offeredIn: ['idle'],
  minutes: 1,
  access: ['lead[c]'],
  needs: ['tachometer', 'spark tester'],
  hazards: ['plate-held', 'secondary-voltage', 'carbon-monoxide'],
  outcomes: outcomes({ pulls: 'Pulls', weak: 'Weak', dead: 'Does nothing' }),
  combine: { kind: 'ordered' },
  appliesTo: (engine) => engine.cylinders > 1,
  fields: {
    before: numberField('Before', 'speed', [300, 6000], ['rpm', 'rpm'], { required: true }),
    after: numberField('After', 'speed', [0, 6000], ['rpm', 'rpm'], { required: true }),
    throttle: { kind: 'choice', label: 'Throttle', choices: ['held', 'governed'], required: false },
    plateBefore: numberField('Plate before', 'percent', [0, 100], ['%', '%'], { adds: true }),
    plateAfter: numberField('Plate after', 'percent', [0, 100], ['%', '%'], { adds: true }),
  },
  accuracy: TACHOMETER,
  assess: (reading, { rules, twin }) => {
    const { before, after, throttle } = reading.fields;
    if (typeof before !== 'number' || typeof after !== 'number') return EMPTY_ASSESSMENT;
    const drop = before - after;
    const plusMinus = errorOf(reading, TACHOMETER, before) + errorOf(reading, TACHOMETER, after);
    const quantities: Record<string, { value: number; unit: string; plusMinus?: number }> = {
      dropRpm: { value: drop, unit: 'rpm', plusMinus },
    };
    const twinDrop =
      twin && typeof twin.fields.before === 'number' && typeof twin.fields.after === 'number'
        ? twin.fields.before - twin.fields.after
        : null;
    if (twinDrop !== null && drop + twinDrop > 0) quantities.dropShare = { value: drop / (drop + twinDrop), unit: '' };
    const strength = throttle === 'held' ? strengthOfPair(reading, twin) : null;
    if (strength !== null) quantities.strengthRatio = { value: strength, unit: '', plusMinus: 0.1 };
    const limits = [limitOf('nothing under', rules, 'cutOutDeadRpm'), limitOf('pulls from', rules, 'cutOutWeakRpm')];
    if (drop < -HUNTS_RPM - plusMinus) return { ...EMPTY_ASSESSMENT, quantities, limits, remarks: ['sped_up'] };
    const opening = throttle === 'held' ? null : byOpening(reading, rules);
    if (opening) return { ...opening, quantities: { ...quantities, ...opening.quantities } };
    if (throttle !== 'held' && drop < rules.cutOutWeakRpm.value) {
      // Healthy twins drop 60 rpm or nothing at governed speed: a small drop tells next to nothing.
      return {
        ...EMPTY_ASSESSMENT,
        quantities,
        limits,
        remarks: [throttle === 'governed' ? 'governor_hides' : 'throttle_unknown'],
      };
    }
    const weights = bandWeights(
      [
        { outcome: 'dead', from: -Infinity, to: rules.cutOutDeadRpm.value },
        { outcome: 'weak', from: rules.cutOutDeadRpm.value, to: rules.cutOutWeakRpm.value },
        { outcome: 'pulls', from: rules.cutOutWeakRpm.value, to: Infinity },
      ],
      drop,
      Math.hypot(plusMinus, 25),
    );
    return {
      ...EMPTY_ASSESSMENT,
      outcome: heaviest(weights),
      weights: { '': weights },
      severity: Math.min(1, Math.max(0, 1 - drop / rules.cutOutWeakRpm.value)),
      tooCloseToCall: [rules.cutOutDeadRpm.value, rules.cutOutWeakRpm.value].some(
        (limit) => Math.abs(drop - limit) < plusMinus,
      ),
      quantities,
      limits,
      points: drop < rules.cutOutWeakRpm.value ? [`cylinder ${reading.cylinder}`] : [],
      remarks: throttle === 'held' && before > rules.cutOutHeldMostRpm.value ? ['held_too_fast'] : [],
    };
  },
});
