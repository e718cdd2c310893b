import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { type InputIssue, readCase } from '@/core/index.ts';
import { caseJsonSchema } from '../../scripts/write-schema.ts';

const engine = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pump',
  lifters: 'solid',
  ignition: 'coil-per-cylinder',
  compressionRelease: 'none',
  carburettor: 'two-barrel',
  sheet: null,
};
const base = {
  format: 'ridge-bolt/case',
  version: 1,
  machine: { kind: 'zero-turn', engine },
  history: { hours: 340, storedMonths: 0, flags: ['came-back', 'tried:power.battery-worn'] },
  complaint: ['low-power'],
  events: [] as unknown[],
};

function issues(raw: unknown): readonly InputIssue[] {
  const read = readCase(raw);
  return read.ok ? [] : read.issues;
}
const withEvents = (...events: unknown[]) => issues({ ...base, events });

describe('a case file is read whole or refused whole', () => {
  it('reads every kind of event', () => {
    expect(
      withEvents(
        { check: 'balance.heat', readings: { '1': { value: 208, unit: 'degC' }, '2': { value: 214, unit: 'degC' } } },
        { check: 'balance.heat', readings: { '1': 'hot', '2': 'cold' } },
        { check: 'balance.heat', cylinder: 2, outcome: 'cold' },
        {
          check: 'power.rest-volts',
          value: { value: 12.4, unit: 'V' },
          at: '2026-11-25T08:00:00Z',
          instrument: 'meter 2',
        },
        { check: 'look.run', symptoms: [] },
        { repair: 'spark.coil-open', cylinder: 2, action: 'replaced' },
        { note: 'rang the owner' },
        { heeded: ['leak-down', 'battery'] },
        { correct: 1, reason: 'wrong side' },
        { correct: 4, check: 'power.rest-volts', value: { value: 12.5, unit: 'V' } },
        { close: 'customer-stops' },
      ),
    ).toEqual([]);
  });

  it.each([
    ['no object', [1], '$'],
    ['another format', { ...base, format: 'case' }, '$.format'],
    ['a later version', { ...base, version: 2 }, '$.version'],
    ['an unknown key', { ...base, colour: 'red' }, '$.colour'],
    ['an unknown symptom', { ...base, complaint: ['sulks'] }, '$.complaint[0]'],
    ['no events', { ...base, events: undefined }, '$.events'],
    ['an unknown flag', { ...base, history: { flags: ['haunted'] } }, '$.history.flags[0]'],
    [
      'a layout that does not fit',
      { ...base, machine: { kind: 'zero-turn', engine: { ...engine, layout: 'single' } } },
      '$.machine.engine.layout',
    ],
    [
      'an unknown figure on the sheet',
      { ...base, machine: { kind: 'zero-turn', engine: { ...engine, sheet: { boreInches: 3 } } } },
      '$.machine.engine.sheet.boreInches',
    ],
    [
      'a bore that cannot be',
      { ...base, machine: { kind: 'zero-turn', engine: { ...engine, sheet: { boreMm: 8000 } } } },
      '$.machine.engine.sheet.boreMm',
    ],
  ])('%s', (_, raw, path) => {
    expect(issues(raw).map((i) => i.path)).toContain(path);
  });

  it.each([
    ['an unknown check', { check: 'spark.flux' }, '$.events[0].check', 'no check is called'],
    [
      'a check not for this engine',
      { check: 'spark.tester', cylinder: 3, outcome: 'strong' },
      '$.events[0].cylinder',
      'no cylinder 3',
    ],
    ['a missing cylinder', { check: 'spark.tester', outcome: 'strong' }, '$.events[0].cylinder', 'which cylinder'],
    [
      'an unknown outcome',
      { check: 'spark.tester', cylinder: 1, outcome: 'blue' },
      '$.events[0].outcome',
      'not an outcome',
    ],
    [
      'words where a figure belongs',
      {
        check: 'power.tester',
        fields: { measuredCca: { value: ' ', unit: 'A' }, ratedCca: { value: 300, unit: 'A' } },
      },
      '$.events[0].fields.measuredCca.value',
      'a figure is a number',
    ],
    [
      'a unit that measures something else',
      { check: 'power.rest-volts', value: { value: 12, unit: 'psi' } },
      '$.events[0].value.unit',
      'does not measure',
    ],
    ['a figure without its unit', { check: 'power.rest-volts', value: 12 }, '$.events[0].value', ''],
    [
      'a battery of 12 kV',
      { check: 'power.rest-volts', value: { value: 12000, unit: 'V' } },
      '$.events[0].value.value',
      'cannot be',
    ],
    [
      'negative ohms',
      { check: 'spark.coil-ohms', cylinder: 1, fields: { toGround: { value: -1, unit: 'ohm' } } },
      '$.events[0].fields.toGround.value',
      'cannot be',
    ],
    ['OL where none can be', { check: 'power.rest-volts', value: 'OL' }, '$.events[0].value', 'OL is not a reading'],
    [
      'a place the check does not tell apart',
      { check: 'look.wiring', outcome: 'chafed', where: 'behind the seat' },
      '$.events[0].where',
      'is not a place',
    ],
    [
      'an unknown field',
      { check: 'spark.air-gap', cylinder: 1, fields: { gapC: { value: 1, unit: 'mm' } } },
      '$.events[0].fields.gapC',
      'no figure called',
    ],
    [
      'half a set of figures',
      { check: 'fuel.needle-hold', fields: { start: { value: 5, unit: 'psi' } } },
      '$.events[0].fields.end',
      'missing',
    ],
    ['an empty reading', { check: 'spark.tester', cylinder: 1 }, '$.events[0]', 'says what was read'],
    [
      'an unknown fault repaired',
      { repair: 'spark.nothing', action: 'replaced' },
      '$.events[0].repair',
      'no fault is called',
    ],
    [
      'a repair without its side',
      { repair: 'spark.coil-open', action: 'replaced' },
      '$.events[0].cylinder',
      'which cylinder',
    ],
    ['a correction of nothing', { correct: 3 }, '$.events[0].correct', 'no event 3'],
    ['an event of no kind', { hello: 1 }, '$.events[0]', 'says what it is'],
    [
      'an infinite figure',
      { check: 'power.rest-volts', value: { value: Number.POSITIVE_INFINITY, unit: 'V' } },
      '$.events[0].value',
      '',
    ],
  ])('%s is refused by its path', (_, event, path, message) => {
    const found = withEvents(event);
    expect(found.map((i) => i.path)).toContain(path);
    expect(found.find((i) => i.path === path)!.message).toContain(message);
  });

  it('a closed list is told with the refusal', () => {
    expect(withEvents({ check: 'spark.tester', cylinder: 1, outcome: 'blue' })[0]!.accepted).toEqual([
      'strong',
      'weak',
      'skips',
      'none',
    ]);
    expect(issues({ ...base, complaint: ['sulks'] })[0]!.accepted).toContain('low-power');
  });

  it('a note cannot be corrected, and thousands of events are too many', () => {
    expect(withEvents({ note: 'a' }, { correct: 1 })[0]!.message).toContain('only a reading, a repair');
    expect(issues({ ...base, events: Array.from({ length: 2001 }, () => ({ note: 'x' })) })[0]!.message).toContain(
      '2000',
    );
  });
});

it('the published schema is the one the door uses', () => {
  const published = JSON.parse(readFileSync(new URL('../../docs/case.schema.json', import.meta.url), 'utf8'));
  expect(published).toEqual(JSON.parse(JSON.stringify(caseJsonSchema())));
});
