import { bandWeights } from '../measure/index.ts';
import type { RuleName } from '../rules.ts';
import {
  type CheckDefinition,
  defineCheck,
  EMPTY_ASSESSMENT,
  heaviest,
  limitOf,
  numberField,
  outcomes,
} from './define.ts';

/** Volt drop over one leg while cranking: one shape, several legs. */
export function defineDrop(spec: {
  id: string;
  title: string;
  todo: string;
  rule: RuleName;
  points: string;
}): CheckDefinition {
  return defineCheck({
    id: spec.id,
    title: spec.title,
    todo: spec.todo,
    system: 'power',
    scope: 'machine',
    states: ['cranking'],
    minutes: 2,
    access: ['battery'],
    needs: ['multimeter'],
    hazards: ['battery', 'stops-dead'],
    cannotClear: ['the leg while no current flows: a drop shows only under load'],
    outcomes: outcomes({ ok: 'Drop small', high: 'Drop too high' }),
    impliesState: false,
    combine: { kind: 'ordered' },
    leak: { high: 0.02 },
    fields: { value: numberField('Volts', 'voltage', [0, 14], ['V', 'V'], { required: true }) },
    assess: (reading, { rules }) => {
      const volts = reading.fields.value;
      if (typeof volts !== 'number') return EMPTY_ASSESSMENT;
      const limit = rules[spec.rule].value;
      const weights = bandWeights(
        [
          { outcome: 'ok', from: -Infinity, to: limit },
          { outcome: 'high', from: limit, to: Infinity },
        ],
        volts,
        Math.hypot(0.005 * volts, 0.01, 0.08),
      );
      return {
        ...EMPTY_ASSESSMENT,
        outcome: heaviest(weights),
        weights: { '': weights },
        severity: Math.min(1, volts / (limit * 4)),
        tooCloseToCall: Math.abs(volts - limit) < 0.005 * volts + 0.01,
        quantities: { dropVolts: { value: volts, unit: 'V', plusMinus: 0.005 * volts + 0.01 } },
        limits: [limitOf('at most', rules, spec.rule)],
        points: volts > limit ? [spec.points] : [],
      };
    },
  });
}
