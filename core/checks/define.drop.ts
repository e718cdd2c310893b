import type { RuleName } from '../house/rules.ts';
import { aboveStarting, legDropVolts } from '../measure/index.ts';
import { errorOf, VOLTMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** American wire gauges of starter cables; 0, 00 as printed on them. */
const GAUGES = ['00', '0', '1', '2', '4', '6', '8'];
const gaugeOf = (printed: string) => (printed === '00' ? -1 : Number(printed));

/** Volt drop over one leg while cranking: one shape, several legs. */
export function defineDrop<const Id extends string>(spec: {
  id: Id;
  code: string;
  title: string;
  rule: RuleName;
  points: string;
  /** A leg of one cable, whose loss can be worked out. */
  cable?: boolean;
}) {
  return defineCheck({
    id: spec.id,
    code: spec.code,
    title: spec.title,
    system: 'power',
    scope: 'machine',
    states: ['cranking'],
    minutes: 2,
    access: ['battery'],
    needs: ['multimeter'],
    hazards: ['battery', 'stops-dead'],
    outcomes: outcomes({ ok: 'Drop small', high: 'Drop too high' }),
    impliesState: false,
    combine: { kind: 'ordered' },
    fields: {
      value: numberField('Volts', 'voltage', [0, 14], ['V', 'V'], { required: true }),
      current: numberField('Cranking current', 'current', [1, 1000], ['A', 'A']),
      ...(spec.cable
        ? {
            cableLength: numberField('Cable', 'length', [0.05, 10], ['mm', 'in']),
            gauge: { kind: 'choice' as const, label: 'Gauge', choices: GAUGES, required: false },
          }
        : {}),
    },
    accuracy: VOLTMETER,
    assess: (reading, { rules }) => {
      const { value: volts, current, cableLength, gauge } = reading.fields;
      if (typeof volts !== 'number') return EMPTY_ASSESSMENT;
      // With the cable known, what a sound one of its kind loses at that current; else the usual limit.
      const known = typeof current === 'number' && typeof cableLength === 'number' && typeof gauge === 'string';
      const expected = known
        ? legDropVolts({ lengthM: cableLength, gauge: gaugeOf(gauge), joints: 2, relayContacts: false }, current)
        : null;
      // A locked engine draws twice the usual: the same sound contacts then lose twice as much.
      const usual = limitOf('at most', rules, spec.rule);
      const limit = expected ?? usual.value * (typeof current === 'number' ? aboveStarting(current) : 1);
      return judge({
        value: volts,
        error: errorOf(reading, VOLTMETER, volts),
        spread: 0.08,
        bands: [
          { outcome: 'ok', from: -Infinity, to: limit },
          { outcome: 'high', from: limit, to: Infinity },
        ],
        sound: [-Infinity, limit],
        worst: [-Infinity, 4 * limit],
        quantities: {
          dropVolts: { value: volts, unit: 'V', plusMinus: errorOf(reading, VOLTMETER, volts) },
          ...(expected === null ? {} : { expectedDropVolts: { value: expected, unit: 'V' } }),
        },
        limits: [
          expected === null
            ? { ...usual, value: limit }
            : {
                name: 'at most',
                value: expected,
                unit: 'V',
                source: 'published source: IEC 60028 and ASTM B258 for the copper, 0.1 V a joint common practice',
              },
        ],
        points: [spec.points],
      });
    },
  });
}
