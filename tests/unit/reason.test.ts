import { describe, expect, it } from 'vitest';
import {
  type Bench,
  CONDITIONS,
  DEFAULT_HOUSE,
  FAULTS,
  findingsOf,
  nextChecks,
  openBench,
  readCase,
  summarise,
} from '@/core/index.ts';
import { setMass } from '@/core/reason/asked.ts';
import { catalogueFor } from '@/core/reason/catalogue/catalogueFor.ts';
import { askedTriples } from '@/core/reason/expand.ts';
import {
  applyRepair,
  compileNetwork,
  initialBelief,
  marginals,
  type NetworkSpec,
  type SpecVariable,
  surprise,
  withGroup,
} from '@/core/reason/index.ts';
import { TOGETHER } from './endings.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const job = (complaint: readonly string[], extra: Parameters<typeof complaintOf>[1] = {}): Bench =>
  complaintOf(complaint, { hours: 200, storedMonths: 0, ...extra });
const p = (bench: Bench, key: string) => summarise(bench).suspects.find((s) => s.key === key)?.p ?? 0;
const volts = (value: number) => ({ value, unit: 'V' });
const degC = (value: number) => ({ value, unit: 'degC' });
const heat = (one: number, two: number) => ({
  check: 'balance.heat',
  readings: { '1': degC(one), '2': degC(two) },
  fields: { ambient: degC(18) },
});

describe('the kill circuit, as it must come out (common practice, no source)', () => {
  const dead = (bench: Bench, c: 1 | 2) => withEvents(bench, c === 1 ? heat(50, 210) : heat(210, 50));

  it('a shorted diode on one side is suspected by the OTHER side being dead', () => {
    const bench = dead(job(['one-cylinder']), 1);
    expect(p(bench, 'spark.kill-diode-short[2]')).toBeGreaterThan(5 * p(bench, 'spark.kill-diode-short[1]'));
    expect(p(bench, 'spark.kill-lead[1]')).toBeGreaterThan(5 * p(bench, 'spark.kill-lead[2]'));
  });

  it('the dead side returning with its own lead off accuses its lead or the partner’s diode; the running coil’s lead tells them apart', () => {
    const returns = withEvents(dead(job(['one-cylinder']), 1), {
      check: 'spark.kill-off',
      cylinder: 1,
      condition: 'idle',
      outcome: 'returns',
    });
    expect(p(returns, 'spark.kill-lead[1]') + p(returns, 'spark.kill-diode-short[2]')).toBeGreaterThan(0.9);
    const other = withEvents(returns, {
      check: 'spark.kill-off',
      cylinder: 2,
      condition: 'idle',
      outcome: 'other-returns',
    });
    expect(p(other, 'spark.kill-diode-short[2]')).toBeGreaterThan(0.9);
    const same = withEvents(returns, { check: 'spark.kill-off', cylinder: 2, condition: 'idle', outcome: 'same' });
    expect(p(same, 'spark.kill-lead[1]')).toBeGreaterThan(0.85);
  });

  it('parting the connector clears a grounded key but not a lead on the engine side', () => {
    const noSpark = withEvents(
      job(['cranks-no-start']),
      { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'none' },
      { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
    );
    const returns = withEvents(noSpark, { check: 'spark.kill-off-all', condition: 'cranking', outcome: 'returns' });
    expect(summarise(returns).confirmed.map((s) => s.fault)).toEqual(['spark.kill-common']);
    const odds = (bench: Bench) => p(bench, 'spark.kill-common') / (1 - p(bench, 'spark.kill-common'));
    const same = withEvents(noSpark, { check: 'spark.kill-off-all', condition: 'cranking', outcome: 'same' });
    expect(odds(same)).toBeLessThan(0.3 * odds(noSpark));
  });
});

describe('history and engine shape what is suspected first', () => {
  it.each([
    ['recent ignition work raises the gap', 'spark.gap-wide[1]', ['since-work-on:ignition']],
    ['rodents raise the lead', 'spark.plug-lead[1]', ['rodents']],
    ['only hot raises the coil', 'spark.coil-hot[1]', ['only-hot']],
  ])('%s', (_, key, flags) => {
    expect(p(job(['low-power'], { flags }), key)).toBeGreaterThan(1.2 * p(job(['low-power']), key));
  });

  it('a plug that was already changed without effect is less likely, and its lead more', () => {
    const tried = job(['one-cylinder'], { flags: ['tried:spark.plug-fouled'] });
    expect(p(tried, 'spark.plug-fouled[1]')).toBeLessThan(0.3 * p(job(['one-cylinder']), 'spark.plug-fouled[1]'));
    expect(p(tried, 'spark.plug-lead[1]')).toBeGreaterThan(1.5 * p(job(['one-cylinder']), 'spark.plug-lead[1]'));
  });

  it('gravity feed raises the needle; a single has no harness diodes and no cut-out', () => {
    expect(p(job(['fuel-drips'], { engine: { fuelFeed: 'gravity' } }), 'fuel.needle')).toBeGreaterThan(
      p(job(['fuel-drips']), 'fuel.needle'),
    );
    const single = job(['low-power'], { engine: { cylinders: 1, layout: 'single' } });
    expect(single.catalogue.faults.some((f) => f.id === 'spark.kill-diode-short')).toBe(false);
    expect(single.catalogue.checks.some((c) => c.check.id === 'balance.cut-out')).toBe(false);
    expect(summarise(single).ridge[0]!.sides).toHaveLength(1);
  });
});

describe('evidence', () => {
  it('a proof waits for a rival while a look at it is left, and no longer once it was looked for', () => {
    // A battery far below its rating and 81 % charged may be flat; its volts at rest say whether it is (common practice, no source).
    const of = (value: number, unit: string) => ({ value, unit });
    const tested = {
      check: 'power.tester',
      fields: { measuredCca: of(88, 'A'), ratedCca: of(300, 'A'), stateOfCharge: of(81, '%') },
    };
    const rest = {
      check: 'power.rest-volts',
      fields: { value: of(12.45, 'V'), restedMinutes: of(600, 'min') },
    };
    const waits = withEvents(job(['cranks-slow']), tested);
    const lookedFor = withEvents(job(['crank-stops']), tested, rest);
    for (const bench of [waits, lookedFor]) {
      expect(p(bench, 'power.battery-worn')).toBeGreaterThan(0.5);
      expect(p(bench, 'power.battery-flat')).toBeGreaterThan(0.05);
    }
    expect(summarise(waits).confirmed.map((c) => c.fault)).not.toContain('power.battery-worn');
    expect(summarise(lookedFor).confirmed.map((c) => c.fault)).toContain('power.battery-worn');
  });

  it('the same reading again is no second witness, whether or not somebody said that the engine was cold', () => {
    const psi = (value: number) => ({ value, unit: 'psi' });
    const leakDown = {
      check: 'seal.leak-down',
      cylinder: 1,
      fields: { supply: psi(80), held: psi(17), orifice: { value: 1.016, unit: 'mm' } },
    };
    const once = withEvents(job(['low-power']), { ...leakDown, temperature: 'cold' });
    expect(p(withEvents(once, leakDown), 'seal.rings[1]')).toBeCloseTo(p(once, 'seal.rings[1]'), 9);
  });

  it('a clean run says nothing of what no run shows: a battery that goes flat in the shed, fuel on the floor', () => {
    for (const [symptom, fault] of [
      ['battery-goes-flat', 'power.draw'],
      ['fuel-drips', 'fuel.bowl-seal'],
    ] as const) {
      const told = job([symptom]);
      const ran = withEvents(told, { check: 'look.run', condition: 'loaded', symptoms: [] });
      expect(p(ran, fault), symptom).toBeGreaterThan(0.8 * p(told, fault));
    }
    // What a run does show is as good as gone: at idle lost power is not seen, under load it is.
    const weak = job(['low-power']);
    const at = (condition: string) => withEvents(weak, { check: 'look.run', condition, symptoms: [] });
    expect(p(at('loaded'), 'fuel.filter')).toBeLessThan(0.75 * p(at('idle'), 'fuel.filter'));
  });

  it('the same reading again counts once', () => {
    const once = withEvents(job(['low-power']), {
      check: 'spark.tester',
      cylinder: 1,
      condition: 'cranking',
      outcome: 'strong',
    });
    const thrice = withEvents(
      once,
      { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'strong' },
      { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'strong' },
    );
    expect(p(thrice, 'spark.coil-open[1]')).toBeCloseTo(p(once, 'spark.coil-open[1]'), 12);
  });

  it('unequal repeats at the same state are unsteady and settle nothing', () => {
    const bench = withEvents(
      job(['cranks-slow']),
      {
        check: 'power.tester',
        fields: { measuredCca: { value: 100, unit: 'A' }, ratedCca: { value: 300, unit: 'A' } },
      },
      {
        check: 'power.tester',
        fields: { measuredCca: { value: 290, unit: 'A' }, ratedCca: { value: 300, unit: 'A' } },
      },
    );
    const summary = summarise(bench);
    expect(summary.conflicting).toEqual(['power.tester']);
    expect(summary.confirmed).toEqual([]);
  });

  it('three good flashes in three states do not clear an intermittent lead three times over', () => {
    const flash = (condition: string) => ({ check: 'spark.tester', cylinder: 1, condition, outcome: 'strong' });
    const start = job(['one-cylinder']);
    const one = p(withEvents(start, flash('cranking')), 'spark.kill-lead[1]') / p(start, 'spark.kill-lead[1]');
    const three =
      p(withEvents(start, flash('cranking'), flash('idle'), flash('full-speed')), 'spark.kill-lead[1]') /
      p(start, 'spark.kill-lead[1]');
    expect(three).toBeGreaterThan(one ** 3 * 1.5);
  });

  it('a check made at idle means that it cranks and runs', () => {
    const before = job([]);
    const after = withEvents(before, { check: 'spark.tester', cylinder: 1, condition: 'idle', outcome: 'strong' });
    expect(p(after, 'spark.kill-common')).toBeLessThan(0.3 * p(before, 'spark.kill-common'));
    // A silent starter is a finding of its own and implies no cranking.
    const silent = withEvents(job(['no-crank-silent']), {
      check: 'look.crank',
      condition: 'cranking',
      outcome: 'silent',
    });
    expect([...silent.belief.groups.keys()]).not.toContain('implied.cranks');
  });

  it('a struck reading no longer counts but stays on the record', () => {
    const start = job(['low-power']);
    const struck = withEvents(start, heat(210, 50), { correct: 1 });
    expect(p(struck, 'spark.kill-lead[2]')).toBeCloseTo(p(start, 'spark.kill-lead[2]'), 12);
    expect(struck.printed).toHaveLength(2);
    const replaced = withEvents(start, heat(50, 210), { correct: 1, ...heat(210, 50) });
    expect(p(replaced, 'spark.kill-lead[2]')).toBeCloseTo(
      p(withEvents(start, heat(210, 50)), 'spark.kill-lead[2]'),
      12,
    );
    // Correcting the correction replaces what it had put in.
    expect(p(withEvents(replaced, { correct: 2, ...heat(50, 210) }), 'spark.kill-lead[1]')).toBeCloseTo(
      p(withEvents(start, heat(50, 210)), 'spark.kill-lead[1]'),
      12,
    );
  });
});

describe('a repair is an operator on belief, not evidence', () => {
  const worn = withEvents(job(['cranks-slow']), {
    check: 'power.tester',
    fields: { measuredCca: { value: 120, unit: 'A' }, ratedCca: { value: 300, unit: 'A' } },
  });

  it('moves the mass, keeps its sum, and leaves the chance that the work failed', () => {
    const { network, belief } = worn;
    const fault = network.faultIndex.get('power.battery-worn')!;
    const before = marginals(belief)[fault]!;
    const after = applyRepair(network, belief, { faults: [fault], state: null, fails: 0.02, puts: [] });
    expect(after.now.whole).toBeCloseTo(belief.now.whole, 12);
    expect(setMass(after).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    expect(marginals(after)[fault]).toBeCloseTo(0.02 * before, 9);
    expect(after.groups.size).toBe(0);
  });

  it('a bypass proves only: belief stays, and the job stays open', () => {
    const bypassed = withEvents(worn, { repair: 'power.battery-worn', action: 'bypassed' });
    expect(p(bypassed, 'power.battery-worn')).toBeCloseTo(p(worn, 'power.battery-worn'), 9);
    expect(summarise(bypassed).closeBlockers.map((b) => b.code)).toContain('bypass-fitted');
  });

  it('a bypass begins no new record: readings before it count on beside those after it', () => {
    const before = job(['one-cylinder'], {});
    const read = withEvents(before, { ...heat(210, 50), condition: 'half-speed' });
    const both = withEvents(
      read,
      { repair: 'spark.kill-common', action: 'bypassed' },
      { ...heat(210, 50), condition: 'idle' },
    );
    expect(both.belief.groups.get('balance.heat')!.readings.map((r) => r.event)).toEqual([1, 3]);
    // A repair does begin one.
    const mended = withEvents(
      read,
      { repair: 'spark.plug-fouled', cylinder: 1, action: 'replaced' },
      { ...heat(210, 50), condition: 'idle' },
    );
    expect(mended.belief.groups.get('balance.heat')!.readings.map((r) => r.event)).toEqual([3]);
  });

  it('asks for the re-test, and calls the job ready only when the complaint is shown gone', () => {
    const replaced = withEvents(worn, { repair: 'power.battery-worn', action: 'replaced' });
    expect(summarise(replaced)).toMatchObject({ phase: 'retest', retests: [{ check: 'look.crank' }] });
    expect(nextChecks(replaced, summarise(replaced)).next[0]).toMatchObject({
      check: 'look.crank',
      why: { code: 'retest' },
    });
    expect(summarise(withEvents(replaced, { check: 'look.crank', outcome: 'slow' })).phase).toBe('tracing');
    expect(summarise(withEvents(replaced, { check: 'look.crank', outcome: 'normal' }, TOGETHER))).toMatchObject({
      phase: 'ready',
      closeBlockers: [],
    });
  });

  it('a job is not closed on a condition alone: what let the fuel in?', () => {
    const drained = withEvents(
      job(['oil-level-rises']),
      { check: 'look.oil', outcome: 'overfull-fuel' },
      { repair: 'oil.fuel-diluted', action: 'replaced' },
    );
    expect(summarise(drained).closeBlockers.map((b) => b.code)).toContain('only-a-condition');
    // It, or the pump: nothing else lets so much in.
    expect(p(drained, 'fuel.needle') + p(drained, 'fuel.pump-diaphragm')).toBeGreaterThan(0.6);
    expect(p(drained, 'fuel.needle')).toBeGreaterThan(p(drained, 'fuel.pump-diaphragm'));
  });

  it('fuel out of the plug holes is a lock with a cause: the state is believed and the needle suspected', () => {
    const locked = withEvents(
      job(['crank-stops']),
      { check: 'look.crank', outcome: 'stops-dead' },
      { check: 'turn.plugs-out', outcome: 'fuel-out' },
    );
    const { conditions, suspects } = summarise(locked);
    expect(conditions.find((c) => c.id === 'turn.hydrolock-fuel')!.p).toBeGreaterThan(0.9);
    expect(suspects[0]!.key).toBe('fuel.needle');
    expect(nextChecks(locked, summarise(locked)).next[0]).toMatchObject({ check: 'fuel.needle-hold' });
  });

  it('says of each repair whether it was proven before', () => {
    const [proven] = findingsOf(withEvents(worn, { repair: 'power.battery-worn', action: 'replaced' }));
    expect(proven!.proof).toEqual([1]);
    const [guess] = findingsOf(withEvents(job(['cranks-slow']), { repair: 'power.battery-worn', action: 'replaced' }));
    expect(guess!.proof).toEqual([]);
  });
});

describe('what to check next', () => {
  it('goes for the one check that proves both suspects, whatever the hours: nothing else is worth a first look', () => {
    // One cylinder fires on with the key off: its diode is open, or the other's (common practice, no source).
    for (const hours of [0, 100, 200, 260, 300, 400, 600]) {
      const fires = withEvents(complaintOf(['will-not-shut-off'], { hours }), {
        check: 'run.shut-off',
        condition: 'idle',
        outcome: 'one-keeps-firing',
      });
      expect(nextChecks(fires, summarise(fires)).next[0]!.check, `${hours} h`).toBe('spark.kill-diode');
    }
  });

  it('offers both sides of a check while the side is unknown, equally', () => {
    const bench = job(['one-cylinder']);
    const { next } = nextChecks(bench, summarise(bench));
    const pair = next.filter((n) => n.check === 'balance.cut-out');
    expect(pair.map((n) => n.cylinder).sort()).toEqual([1, 2]);
    expect(pair[0]!.minutesSaved).toBeCloseTo(pair[1]!.minutesSaved, 6);
  });

  it('starts a twin that lost power with which cylinder', () => {
    const bench = job(['low-power']);
    expect(nextChecks(bench, summarise(bench)).next[0]).toMatchObject({ check: 'balance.heat', why: { code: 'side' } });
  });

  it('withholds cranking and running where the complaint says that it may not be safe, until that was looked at', () => {
    // The brief: fuel that drips, oil that rises, a knock or a blow.
    const TURNS = ['cranking', 'idle', 'half-speed', 'full-speed', 'loaded'];
    for (const [symptom, first, sound] of [
      ['fuel-drips', 'look.stains', 'dry'],
      ['oil-level-rises', 'look.oil', 'ok'],
      ['knock', 'turn.by-hand', 'free'],
    ] as const) {
      const told = job([symptom, 'low-power']);
      const next = (b: ReturnType<typeof job>) => nextChecks(b, summarise(b)).next;
      expect(next(told)[0], symptom).toMatchObject({ check: first, why: { code: 'before-turning' } });
      for (const { condition } of next(told)) expect(TURNS).not.toContain(condition);
      const looked = withEvents(told, { check: first, outcome: sound });
      expect(next(looked)[0]!.check).not.toBe(first);
      expect(next(looked).some(({ condition }) => TURNS.includes(condition))).toBe(true);
    }
  });

  it('does not crank what is locked by hand, until it is free or its plugs are out', () => {
    const TURNS = ['cranking', 'idle', 'half-speed', 'full-speed', 'loaded'];
    const turns = (b: ReturnType<typeof job>) =>
      nextChecks(b, summarise(b)).next.some((n) => TURNS.includes(n.condition));
    for (const outcome of ['locked', 'stops-solid'] as const) {
      const locked = withEvents(job(['knock', 'low-power']), { check: 'turn.by-hand', outcome });
      expect(turns(locked), outcome).toBe(false);
      expect(nextChecks(locked, summarise(locked)).next[0]).toMatchObject({
        check: 'look.oil',
        why: { code: 'makes-safe' },
      });
      // What still holds it then is another matter: nothing has to be made safe any more.
      const out = withEvents(locked, { check: 'turn.plugs-out', outcome: 'spins-free' });
      expect(nextChecks(out, summarise(out)).next.map(({ why }) => why.code)).not.toContain('makes-safe');
      const mended = withEvents(locked, { repair: 'turn.pto-seized', action: 'replaced' });
      expect(turns(withEvents(mended, { check: 'turn.by-hand', outcome: 'free' }))).toBe(true);
    }
  });

  it('withholds cranking after a dead stop: the dipstick, then the plugs out', () => {
    const stopped = withEvents(job(['crank-stops']), { check: 'look.crank', outcome: 'stops-dead' });
    const states = (b: Bench) => nextChecks(b, summarise(b)).next.map((n) => n.condition);
    for (const state of states(stopped))
      expect(['cranking', 'idle', 'half-speed', 'full-speed', 'loaded']).not.toContain(state);
    const { next } = nextChecks(stopped, summarise(stopped));
    expect(next[0]).toMatchObject({ check: 'look.oil', why: { code: 'makes-safe' } });
    expect(next[1]).toMatchObject({ check: 'turn.plugs-out', why: { code: 'makes-safe' } });
    expect(states(withEvents(stopped, { check: 'turn.plugs-out', outcome: 'spins-free' }))).toContain('cranking');
  });

  it('offers no check at a speed the engine cannot be brought to', () => {
    const silent = withEvents(job(['no-crank-silent']), { check: 'look.crank', outcome: 'silent' });
    for (const n of nextChecks(silent, summarise(silent)).next)
      expect(['idle', 'half-speed', 'full-speed', 'loaded']).not.toContain(n.condition);
  });

  it('leaves out what the shop has no instrument for', () => {
    const read = readCase({
      format: 'ridge-bolt/case',
      version: 1,
      machine: { kind: 'zero-turn', engine: TWIN },
      complaint: ['low-power'],
      events: [],
    });
    if (!read.ok) throw new Error('refused');
    const bench = openBench({ ...read.value, house: { ...DEFAULT_HOUSE, lacking: ['infrared thermometer'] } });
    expect(nextChecks(bench, summarise(bench)).next.map((n) => n.check)).not.toContain('balance.heat');
  });

  it('counts opened access once', () => {
    const bench = withEvents(job(['one-cylinder']), heat(50, 210), {
      check: 'spark.kill-off',
      cylinder: 1,
      condition: 'idle',
      outcome: 'returns',
    });
    const diode = nextChecks(bench, summarise(bench)).next.find((n) => n.check === 'spark.kill-diode');
    expect(diode).toMatchObject({ minutes: 4, opens: [] });
  });
});

describe('the machinery on small networks', () => {
  const thing = (key: string, touches: string[], figures: (active: readonly string[]) => number): SpecVariable => ({
    key,
    parts: [{ id: '', outcomes: ['ok', 'bad'] }],
    touches,
    grossErrorChance: 0,
    showsToday: () => 1,
    distribution: (active) => [[1 - figures(active), figures(active)]],
  });
  const bad = (variable: string) => ({
    variable,
    at: { state: 'bench', temperature: null },
    weights: { '': { bad: 1 } },
    event: 1,
  });

  it('grows a set of three when three decisive readings need three faults, and not before', () => {
    const faults = ['a', 'b', 'c', 'd', 'e'].map((key) => ({ key, kind: key, odds: 1 }));
    const spec: NetworkSpec = {
      faults,
      states: [],
      variables: ['a', 'b', 'c'].map((f) => thing(`v${f}`, [f], (active) => (active.includes(f) ? 0.95 : 0.001))),
      prior: { kind: 'sized', sizes: [0.03, 0.8, 0.15, 0.02], sameKindBoost: 1 },
    };
    const network = compileNetwork(spec);
    const two = ['va', 'vb'].reduce((b, v) => withGroup(network, b, v, [bad(v)]), initialBelief(network));
    expect(askedTriples(network, two)).toEqual([]);
    const three = withGroup(network, two, 'vc', [bad('vc')]);
    const asked = askedTriples(network, three);
    expect(asked).toEqual([[0, 1, 2]]);
    const grown = compileNetwork(spec, asked);
    const belief = ['va', 'vb', 'vc'].reduce((b, v) => withGroup(grown, b, v, [bad(v)]), initialBelief(grown));
    for (const f of [0, 1, 2]) expect(marginals(belief)[f]).toBeGreaterThan(0.9);
  });

  it('an interaction shows what neither fault shows alone (a tired battery and a lost release stop it at compression)', () => {
    const interactions = [
      {
        faults: ['power.battery-worn', 'power.starter-weak'] as const,
        check: 'look.crank' as const,
        outcomes: { 'stops-dead': 0.9 },
      },
    ];
    const catalogue = catalogueFor(
      TWIN,
      { hours: null, storedMonths: null, failsAfterMin: null, flags: [] },
      {},
      interactions.map((i) => ({ ...i, faults: [i.faults[0], i.faults[1]] as const })),
    );
    const variable = catalogue.network.variables.find((v) => v.key === 'look.crank')!;
    const stops = (...active: string[]) =>
      variable.distribution(active, { state: 'cranking', temperature: null })[0]![
        variable.parts[0]!.outcomes.indexOf('stops-dead')
      ]!;
    expect(stops('power.battery-worn', 'power.starter-weak')).toBeGreaterThan(0.85);
    expect(stops('power.battery-worn')).toBeLessThan(0.2);
    expect(stops('power.starter-weak')).toBeLessThan(0.25);
  });

  it('a record that is impossible under every hypothesis is said to be, not divided by nothing', () => {
    const network = compileNetwork({
      faults: [{ key: 'a', kind: 'a', odds: 1 }],
      states: [],
      variables: [thing('v', ['a'], () => 0)],
      prior: { kind: 'independent' },
    });
    expect(() => withGroup(network, initialBelief(network), 'v', [bad('v')])).toThrow(/impossible/);
  });

  it('surprise lies between 0 and 1 and grows with a contradiction', () => {
    const steady = withEvents(job(['one-cylinder']), heat(50, 210));
    const torn = withEvents(steady, {
      check: 'balance.cut-out',
      cylinder: 1,
      fields: { before: { value: 1650, unit: 'rpm' }, after: { value: 900, unit: 'rpm' }, throttle: 'held' },
    });
    expect(surprise(torn.belief)).toBeGreaterThan(surprise(steady.belief));
    expect(surprise(torn.belief)).toBeLessThanOrEqual(1);
  });
});

describe('the knowledge holds together', () => {
  it('every fault can be settled by a check of the catalogue and names a re-test and parts that exist', () => {
    const engines = (
      [
        {},
        { lifters: 'hydraulic' },
        { carburettor: 'injection' },
        { ignition: 'points' },
        { choke: 'automatic' },
      ] as const
    ).map((words) => ({
      ...{ ...TWIN, lifters: 'solid' as const, compressionRelease: 'automatic' as const },
      ...words,
    }));
    const all = engines.map((engine) => {
      const ids = new Set(job(['low-power'], { engine }).catalogue.checks.map((c) => c.check.id));
      return { engine, ids };
    });
    for (const fault of FAULTS) {
      const { ids } = all.find(({ engine }) => fault.appliesTo(engine))!;
      const possible = fault.confirmedBy.some((rule) => rule.every((need) => ids.has(need.check)));
      expect(possible, `${fault.id} can be settled`).toBe(true);
      expect(ids.has(fault.repair.retest), `${fault.id} re-test`).toBe(true);
      for (const left of fault.repair.leaves)
        expect(
          FAULTS.map((f) => f.id),
          `${fault.id} leaves ${left.fault}`,
        ).toContain(left.fault);
    }
  });

  it('every check’s table adds up to one, with no cause, one cause and a pair, in each of its states', () => {
    const { catalogue } = job(['low-power']);
    for (const { key, check } of catalogue.checks) {
      const variable = catalogue.network.variables.find((v) => v.key === key)!;
      const sets = [[], ...variable.touches.map((t) => [t]), variable.touches.slice(0, 2)];
      for (const state of check.states) {
        for (const active of sets) {
          for (const row of variable.distribution(active, { state, temperature: null })) {
            expect(
              row.reduce((a, b) => a + b, 0),
              `${key} ${state} ${active}`,
            ).toBeCloseTo(1, 9);
            for (const figure of row) expect(figure).toBeGreaterThanOrEqual(-1e-12);
          }
        }
      }
    }
  });

  it('conditions are caused by faults of the catalogue and ask what caused them', () => {
    for (const condition of CONDITIONS) {
      expect(condition.ask).toContain('?');
      for (const { fault } of condition.causes) expect(FAULTS.map((f) => f.id)).toContain(fault);
    }
  });

  it('volts are volts whichever way they are written', () => {
    const bench = withEvents(job(['cranks-slow']), { check: 'power.rest-volts', value: volts(12.1) });
    const milli = withEvents(job(['cranks-slow']), { check: 'power.rest-volts', value: { value: 12100, unit: 'mV' } });
    expect(p(bench, 'power.battery-flat')).toBeCloseTo(p(milli, 'power.battery-flat'), 9);
  });
});
