import { describe, expect, it } from 'vitest';
import { checkOf, summarise } from '@/core/index.ts';
import { complaintOf, eventOf, TWIN, withEvents } from './jobs.ts';

const ohms = (value: number | 'OL') => (value === 'OL' ? 'OL' : { value, unit: 'ohm' });
const coil = (toGround: number | 'OL', more: object = {}) => ({
  part: 'coil',
  origin: 'donor',
  readings: [{ check: 'spark.coil-ohms', fields: { toGround: ohms(toGround) } }],
  ...more,
});
const DEAD = [
  { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
  { check: 'spark.coil-ohms', cylinder: 2, fields: { toGround: 'OL' } },
];
const benchAfter = (...events: object[]) => withEvents(complaintOf(['one-cylinder']), ...DEAD, ...events);
const fitFrom = (line: number) => ({ repair: 'spark.coil-open', cylinder: 2, action: 'replaced', fitted: line });
const chances = (bench: ReturnType<typeof benchAfter>) => summarise(bench).suspects.map((s) => [s.key, s.p]);

/** A part is not the engine: what it reads on the bench is its own until it is on (common practice, no source). */
describe('a part on the bench', () => {
  it('moves nothing of what is believed of the engine, whatever it reads', () => {
    for (const reads of [3600, 20, 'OL'] as const) {
      expect(chances(benchAfter(coil(reads)))).toEqual(chances(benchAfter()));
      expect(benchAfter(coil(reads)).readings).toHaveLength(DEAD.length);
    }
  });

  it('once fitted its readings are the engine’s: a donor that is open leaves that side without spark again', () => {
    const open = (bench: ReturnType<typeof benchAfter>) =>
      summarise(bench).suspects.find((s) => s.key === 'spark.coil-open[2]')?.p ?? 0;
    const sound = benchAfter(coil(3600), fitFrom(3));
    const bad = benchAfter(coil('OL'), fitFrom(3));
    const unread = benchAfter({ part: 'coil', origin: 'donor' }, fitFrom(3));
    expect(sound.readings.at(-1)!.reading).toMatchObject({ check: 'spark.coil-ohms', cylinder: 2 });
    expect(sound.readings.at(-1)!.assessment.outcome).toBe('in-range');
    expect(open(bad)).toBeGreaterThan(10 * open(sound));
    expect(open(bad)).toBeGreaterThan(5 * open(unread));
    // Read on the bench it was, and not on the engine: the re-test is still due, and nothing was opened for it.
    expect(summarise(sound).retests.map((r) => r.check)).toContain('spark.tester');
    expect([...sound.open].sort()).toEqual([...unread.open].sort());
  });

  it('fitted from a line that lies nowhere, it is a repair like any other', () => {
    expect(chances(benchAfter(fitFrom(9)))).toEqual(chances(benchAfter({ ...fitFrom(9), fitted: undefined })));
  });

  it('old, new and donor lie side by side, each as it was read', () => {
    const three = benchAfter(coil('OL', { origin: 'old' }), coil(3600, { origin: 'new' }), coil(3900));
    expect(three.parts.map(({ card }) => [card.origin, card.readings[0]!.reading.fields.toGround])).toEqual([
      ['old', 'OL'],
      ['new', 3600],
      ['donor', 3900],
    ]);
  });

  it('keeps what is not to be forgotten, and refuses what cannot be', () => {
    const told = coil(3600, {
      carriedOver: ['boot', 'grommet'],
      leadLength: { value: 320, unit: 'mm' },
      connector: 'one spade',
      mounting: 'two holes, 60 mm',
      price: 38.5,
      fit: 'fits',
    });
    expect(eventOf(told)).toMatchObject({
      kind: 'part',
      card: { carriedOver: ['boot', 'grommet'], price: 38.5, fit: 'fits', leadLength: { value: 320, unit: 'mm' } },
    });
    const refused = (raw: object) => () => eventOf(raw, TWIN);
    expect(refused({ ...told, part: 'gearbox' })).toThrow();
    expect(refused({ ...told, origin: 'borrowed' })).toThrow();
    expect(refused({ ...told, price: -1 })).toThrow();
    expect(refused({ ...told, leadLength: { value: 320, unit: 'V' } })).toThrow(/does not measure length/);
    expect(refused({ ...told, leadLength: { value: 0, unit: 'mm' } })).toThrow(/longer than nothing/);
    expect(refused(coil(-5))).toThrow(/cannot be/);
    expect(refused({ ...told, readings: [{ check: 'spark.coil', outcome: 'ok' }] })).toThrow(/no check is called/);
    expect(checkOf('spark.coil-ohms').scope).toBe('cylinder');
  });
});
