import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import {
  type HarnessSet,
  type HarnessState,
  harnessReadings,
  harnessSparks,
  harnessStates,
  type Meter,
  type Probe,
  polaritiesOf,
} from '@/core/station/index.ts';
import { random } from './random.ts';

interface Drawn {
  readonly engine: { readonly cylinders: 2; readonly killDiodePolarity: 'to-common' | 'from-common' };
  readonly set: HarnessSet;
  readonly state: HarnessState;
  readonly red: Probe;
  readonly black: Probe;
}

/**
 * The same harness for ngspice, written down apart from ours: nodes by name, the meter as a cell behind its resistance. Contacts 0.05 ohm, a chafe and a
 * shorted diode 0.1, primaries 1 ohm, as the harness of the app has them.
 */
function netlist({ engine, set, state, red, black }: Drawn, id: number): string {
  const node = (name: string) => (name === 'ground' ? '0' : `${name}_${id}`);
  const lines: string[] = [];
  const resistor = (name: string, a: string, b: string, ohms: number) =>
    lines.push(`R${name}_${id} ${node(a)} ${node(b)} ${ohms}`);
  for (const leg of [1, 2]) {
    resistor(`p${leg}`, `tab${leg}`, 'ground', 1);
    if (set.coils === 'plugged') resistor(`w${leg}`, `tab${leg}`, `lead${leg}`, 0.05);
    const own = 'leg' in state && state.leg === leg ? state.kind : null;
    if (own === 'leg-chafed') resistor(`c${leg}`, `lead${leg}`, 'ground', 0.1);
    if (own === 'diode-shorted') resistor(`d${leg}`, `lead${leg}`, 'common', 0.1);
    else if (own !== 'diode-open') {
      const [anode, cathode] = [node(`lead${leg}`), node('common')];
      const ends = engine.killDiodePolarity === 'to-common' ? [anode, cathode] : [cathode, anode];
      lines.push(`D${leg}_${id} ${ends.join(' ')} silicon`);
    }
  }
  if (state.kind === 'common-chafed') resistor('cc', 'common', 'ground', 0.1);
  if (set.connector === 'joined') resistor('cn', 'common', 'chassis', 0.05);
  const grounded = state.kind === 'key-stays-closed' || (set.key === 'stop' && state.kind !== 'key-stays-open');
  if (grounded) resistor('ky', 'chassis', 'ground', 0.05);
  const at = (probe: Probe) =>
    typeof probe === 'string' ? node(probe === 'common' ? 'common' : 'ground') : node(`lead${probe.leg + 1}`);
  const [volts, ohms] = set.range === 'diode' ? [2.6, 2000] : [0.3, 1000];
  lines.push(`V_${id} cell_${id} ${at(black)} ${volts}`, `Rm_${id} cell_${id} ${at(red)} ${ohms}`);
  return lines.join('\n');
}

/** What the meter shows for the volts ngspice finds between its probes. */
function shown(volts: number, range: HarnessSet['range']): Meter {
  if (range === 'diode') return volts > 2.2 ? 'OL' : volts;
  const ohms = (1000 * volts) / (0.3 - volts);
  return ohms < 20_000 ? Math.max(0, ohms) : 'OL';
}

function solvedByNgspice(all: readonly Drawn[]): readonly Meter[] {
  const folder = mkdtempSync(join(tmpdir(), 'harness-'));
  try {
    const prints = all.map(({ red, black }, id) => {
      const at = (probe: Probe) =>
        typeof probe === 'string' ? (probe === 'common' ? `v(common_${id})` : '0') : `v(lead${probe.leg + 1}_${id})`;
      return `print ${at(red)} - ${at(black)}`;
    });
    const file = join(folder, 'harness.cir');
    // Shockley's diode: 2 nA, and 44.2 mV of slope, which is an emission of 1.7089 at 27 C.
    writeFileSync(
      file,
      `kill harnesses\n.model silicon D(IS=2e-9 N=${0.0442 / 0.02586492})\n${all.map(netlist).join('\n')}\n.options rshunt=1e9 reltol=1e-6 gmin=1e-15\n.control\nop\n${prints.join('\n')}\nquit\n.endc\n.end\n`,
    );
    const said = execFileSync('ngspice', ['-b', file], {
      encoding: 'utf8',
      maxBuffer: 1 << 24,
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    const volts = [...said.matchAll(/^.* = (-?[\d.]+e[+-]\d+)\s*$/gm)].map((m) => Number(m[1]));
    if (volts.length !== all.length)
      throw new Error(`ngspice answered ${volts.length} of ${all.length}:\n${said.slice(-600)}`);
    return volts.map((v, i) => shown(v, all[i]!.set.range));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

describe('the meter on the kill harness', () => {
  it('two hundred harnesses drawn by lot, faults, settings and places too, read as an independent solver has them (ngspice)', () => {
    const { next } = random(20261130);
    const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
    const points: readonly Probe[] = [{ leg: 0 }, { leg: 1 }, 'common', 'ground'];
    const drawn = Array.from({ length: 200 }, (): Drawn => {
      const red = one(points);
      return {
        engine: { cylinders: 2, killDiodePolarity: one(['to-common', 'from-common'] as const) },
        set: {
          coils: one(['plugged', 'unplugged'] as const),
          key: one(['run', 'stop'] as const),
          connector: one(['joined', 'parted'] as const),
          range: one(['diode', 'ohm'] as const),
        },
        state: one(harnessStates(2)),
        red,
        black: one(points.filter((p) => p !== red)),
      };
    });
    const theirs = solvedByNgspice(drawn);
    const seen = new Set<string>();
    for (const [i, { engine, set, state, red, black }] of drawn.entries()) {
      const row = harnessReadings(engine, set, red, black).find(
        (r) => JSON.stringify(r.state) === JSON.stringify(state),
      )!;
      const [own] = row.meter as [Meter];
      const expected = theirs[i]!;
      const where = JSON.stringify(drawn[i]);
      seen.add(own === 'OL' ? 'OL' : own > 0.4 && own < 0.75 && set.range === 'diode' ? 'junction' : 'low');
      if (expected === 'OL' || own === 'OL') {
        expect([where, own]).toEqual([where, expected]);
        continue;
      }
      expect(Math.abs(own - expected), where).toBeLessThan(set.range === 'diode' ? 0.005 : 0.1 + 0.01 * expected);
    }
    // Nothing is shown where all of them read alike.
    expect([...seen].sort()).toEqual(['OL', 'junction', 'low']);
  });

  /** By hand, current from coil to common; volts of a silicon junction as SI, nothing as 0 (common practice, no source). */
  const SI = 'junction';
  const read = (
    set: Partial<HarnessSet>,
    red: Probe,
    black: Probe,
    kind: HarnessState['kind'],
    leg?: number,
  ): Meter | typeof SI => {
    const engine = { cylinders: 2, killDiodePolarity: 'to-common' } as const;
    const whole: HarnessSet = { coils: 'unplugged', key: 'run', connector: 'parted', range: 'diode', ...set };
    const row = harnessReadings(engine, whole, red, black).find(
      ({ state }) => state.kind === kind && (leg === undefined || ('leg' in state && state.leg === leg)),
    )!;
    const [meter] = row.meter as [Meter];
    return typeof meter === 'number' && meter > 0.45 && meter < 0.7
      ? SI
      : typeof meter === 'number' && meter < 0.05
        ? 0
        : meter;
  };
  const [LEG1, LEG2]: Probe[] = [{ leg: 0 }, { leg: 1 }];
  it.each<[string, Partial<HarnessSet>, Probe, Probe, HarnessState['kind'], number | undefined, Meter | typeof SI]>([
    ['sound, its own way', {}, LEG1!, 'common', 'well', undefined, SI],
    ['sound, the other way', {}, 'common', LEG1!, 'well', undefined, 'OL'],
    ['sound, from leg to leg', {}, LEG1!, LEG2!, 'well', undefined, 'OL'],
    ['shorted, either way', {}, 'common', LEG1!, 'diode-shorted', 1, 0],
    ['shorted, the partner’s leg still reads as sound', {}, LEG2!, 'common', 'diode-shorted', 1, SI],
    ['open, either way', {}, LEG1!, 'common', 'diode-open', 1, 'OL'],
    ['leg chafed, to ground', {}, LEG1!, 'ground', 'leg-chafed', 1, 0],
    ['common chafed, to ground, connector parted', {}, 'common', 'ground', 'common-chafed', undefined, 0],
    [
      'key side grounded does not reach past a parted connector',
      {},
      'common',
      'ground',
      'key-stays-closed',
      undefined,
      'OL',
    ],
    [
      'key side grounded, connector joined',
      { connector: 'joined' },
      'common',
      'ground',
      'key-stays-closed',
      undefined,
      0,
    ],
    [
      'plugged in, leg to ground is the winding and says nothing',
      { coils: 'plugged' },
      LEG1!,
      'ground',
      'well',
      undefined,
      0,
    ],
    [
      'plugged in, an open diode still reads a junction, through the partner’s',
      { coils: 'plugged' },
      LEG1!,
      'common',
      'diode-open',
      1,
      SI,
    ],
    [
      'plugged in, a good diode reads nothing beside a shorted partner',
      { coils: 'plugged' },
      LEG1!,
      'common',
      'diode-shorted',
      2,
      0,
    ],
  ])('%s', (_, set, red, black, kind, leg, expected) => {
    expect(read(set, red, black, kind, leg)).toBe(expected);
  });

  it('the ohm range drives no diode: a sound leg is open to ground, a chafe is not', () => {
    expect(read({ range: 'ohm' }, LEG1!, 'common', 'well')).toBe('OL');
    expect(read({ range: 'ohm' }, LEG1!, 'ground', 'leg-chafed', 1)).toBe(0.1);
  });

  it('a polarity nobody said gives both ways at once', () => {
    expect(polaritiesOf({})).toHaveLength(2);
    const [well] = harnessReadings(
      { cylinders: 2 },
      { coils: 'unplugged', key: 'run', connector: 'parted', range: 'diode' },
      LEG1!,
      'common',
    );
    expect(well!.meter.map((m) => (m === 'OL' ? 'OL' : 'V')).sort()).toEqual(['OL', 'V']);
  });

  it('which cylinder fires: a shorted diode kills the other one, lifting that coil’s own lead brings it back (common practice, no source)', () => {
    const engine = { cylinders: 2, killDiodePolarity: 'to-common' } as const;
    const set = { key: 'run', connector: 'joined' } as const;
    const sparks = (state: HarnessState, opened: number | null = null) => harnessSparks(engine, state, set, opened);
    expect(sparks({ kind: 'well' })).toEqual(['strong', 'strong']);
    expect(sparks({ kind: 'diode-shorted', leg: 1 })[1]).not.toBe('strong');
    expect(sparks({ kind: 'diode-shorted', leg: 1 }, 1)).toEqual(['strong', 'strong']);
    expect(sparks({ kind: 'common-chafed' })).toEqual(['none', 'none']);
    expect(harnessSparks(engine, { kind: 'well' }, { ...set, key: 'stop' }, null)).toEqual(['none', 'none']);
  });
});
