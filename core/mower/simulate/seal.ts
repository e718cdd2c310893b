import { clearanceMl } from '../../engine/index.ts';
import { heldPa, holeMm2 } from '../../measure/leakDown.ts';
import { ADAPTER_ML, gaugeStrokes } from '../gauge.ts';
import { heldOpenOf, leakOf } from '../leaks.ts';
import type { CylinderState } from '../machine.ts';
import { turnOver } from '../turn.ts';
import { of, type Shows, type Simulation, yes } from './simulation.ts';

/** A plate that was thought to be wide open leaves so much of the air's pressure [M]; how often it is not [M]. */
const NOT_QUITE_OPEN = 0.93;
const OFTEN = { notQuiteOpen: 0.1, longAdapter: 0.15, fiveStrokes: 0.15 } as const;

/** How often the piston does not stand at its top for air, and what a release then lets past [mm2] [M]. */
const NOT_AT_TOP = 0.01;
const RELEASE_LIFTS_MM2 = 6;
/** A needle looked at from the side [psi, kPa] [M]. */
const PARALLAX_PSI = 0.7;
const PARALLAX_KPA = 6;

/** How a gauge is put in and cranked on; the same for both readings of one check. */
interface Hung {
  readonly adapterMl: number;
  readonly intakeFill: number;
  readonly strokes: number;
}
const hungBy = (t: Simulation): Hung => ({
  adapterMl: t.chance.next() < OFTEN.longAdapter ? ADAPTER_ML.long : ADAPTER_ML.short,
  intakeFill: t.chance.next() < OFTEN.notQuiteOpen ? NOT_QUITE_OPEN : 1,
  strokes: t.chance.next() < OFTEN.fiveStrokes ? 5 : 6,
});

/** What cranking makes in the cylinder asked for, the other plug out [Pa over ambient]. */
function pressedPa(t: Simulation, changed: CylinderState, adapterMl: number, intakeFill = 1): number {
  // What stood above a piston is out before a gauge goes in.
  const cylinders = t.m.cylinders.map((c, k) =>
    k === t.i ? { ...changed, liquidMl: Math.min(changed.liquidMl, 5) } : c,
  );
  const plugsOut = cylinders.map((_, k) => k).filter((k) => k !== t.i);
  const { run } = turnOver(
    { ...t.m, cylinders },
    { hot: t.hot, plugsOut, intakeFill, gauge: { cylinder: t.i, adapterMl } },
  );
  return Math.max(0, run?.peakPa[t.i] ?? 0);
}

/** What stands on a gauge after its strokes [Pa]. */
function gaugePa(t: Simulation, changed: CylinderState, { adapterMl, intakeFill, strokes }: Hung): number {
  const { sheet, ambientPa } = t.m;
  const room = clearanceMl(sheet, sheet.compressionRatio) + adapterMl;
  return gaugeStrokes(pressedPa(t, changed, adapterMl, intakeFill), room, strokes, ambientPa).at(-1)!;
}

/** A needle on a gauge, as it is read [kPa]; at rest it lies on its pin. */
const read = (t: Simulation, pa: number, share: number) =>
  pa < 2000 ? 0 : Math.max(0, Math.round(t.shown(pa, share, 1000) / 1000 + PARALLAX_KPA * t.chance.normal()));

/** Oil closes rings, not seats; a bore with a hole stays open. */
const oiled = (c: CylinderState): CylinderState => ({
  ...c,
  leakMm2: {
    ...c.leakMm2,
    rings: c.bore === 'hole' ? c.leakMm2.rings : Math.min(c.leakMm2.rings, 0.25 + 0.25 * c.leakMm2.rings),
  },
});
/** And takes up room itself: a spoonful [ml] [P]. */
const OIL_ML = 5;

const stuckOn = ({ stuckMm2, stuckValve }: CylinderState, valve: 'intake' | 'exhaust') =>
  stuckValve === valve ? stuckMm2 : 0;

/** How loud the air is that passes so much [M]. */
const heardAs = (mm2: number) => (mm2 > 4 ? 'loud' : mm2 > 0.9 ? 'clear' : mm2 > 0.32 ? 'faint' : null);

export const SEAL_SHOWS = {
  'seal.thumb': (t) => {
    const pa = t.judged(pressedPa(t, t.m.cylinders[t.i]!, 0));
    return pa < 60_000 ? 'nothing' : pa < 260_000 ? 'soft' : 'blows-off';
  },
  'seal.compression': (t) => {
    const pa = gaugePa(t, t.m.cylinders[t.i]!, hungBy(t));
    return {
      fields: { value: of(read(t, pa, 0.03), 'kPa'), strokes: '6', throttleOpen: true },
    };
  },
  'seal.wet': (t) => {
    const c = t.m.cylinders[t.i]!;
    const hung = hungBy(t);
    const dryKPa = read(t, gaugePa(t, c, hung), 0.02);
    const wet = gaugePa(t, oiled(c), { ...hung, adapterMl: hung.adapterMl - OIL_ML });
    return {
      fields: { value: of(read(t, wet, 0.02), 'kPa'), ...(dryKPa > 0 ? { dry: of(dryKPa, 'kPa') } : {}) },
    };
  },
  'seal.piston-moves': ({ m, i }) =>
    m.cylinders[i]!.parted ? 'still' : m.cylinders[i]!.shortMm > 0.9 ? 'short' : 'moves',
  'seal.leak-down': (t) => {
    const c = t.m.cylinders[t.i]!;
    const supply = 80 * 6894.757;
    // With the piston a good way before its top a release still holds its valve.
    const lifted = t.m.release.works && t.chance.next() < NOT_AT_TOP ? RELEASE_LIFTS_MM2 : 0;
    const held = heldPa({ supplyPa: supply, orificeMm2: holeMm2(1.016) }, leakOf(c, t.hot) + lifted, t.m.ambientPa);
    const grade = (area: number) => heardAs(t.judged(area));
    const own = heldOpenOf(c, t.hot) + lifted;
    const places = {
      intake: grade(c.leakMm2.intake + stuckOn(c, 'intake') + (c.lashMm.intake < c.lashMm.exhaust ? own : 0)),
      exhaust: grade(c.leakMm2.exhaust + stuckOn(c, 'exhaust') + (c.lashMm.intake < c.lashMm.exhaust ? 0 : own)),
      'oil-fill': grade(c.leakMm2.rings + c.leakMm2.gallery),
      'head-edge': grade(c.leakMm2.edge * (t.hot ? c.edgeHot : 1)),
    };
    const heard = Object.fromEntries(Object.entries(places).flatMap(([place, g]) => (g === null ? [] : [[place, g]])));
    return {
      fields: {
        supply: of(80, 'psi'),
        held: of(Math.max(0, Math.round(t.shown(held / 6894.757, 0.01, 1) + PARALLAX_PSI * t.chance.normal())), 'psi'),
        orifice: of(1.016, 'mm'),
        ...(Object.keys(heard).length > 0 ? { heard } : {}),
      },
    };
  },
  'seal.fluid-test': ({ m, i }) => {
    const c = m.cylinders[i]!;
    // What holds a valve off its seat lets fluid past as well.
    const [intake, exhaust] = [c.leakMm2.intake + stuckOn(c, 'intake'), c.leakMm2.exhaust + stuckOn(c, 'exhaust')];
    return exhaust > 0.6 && exhaust >= intake ? 'weeps-exhaust' : intake > 0.6 ? 'weeps-intake' : 'holds';
  },
  'seal.stud-holes': ({ m, i }) => m.cylinders[i]!.studHoles,
  'seal.dipstick-hiss': ({ m, i }) => yes(m.cylinders[i]!.leakMm2.rings < 0.9, 'same', 'grows'),
  'seal.bore-look': ({ m, i }) =>
    m.cylinders[i]!.bore === 'clean' && m.cylinders[i]!.liquidMl > 20 ? 'washed' : m.cylinders[i]!.bore,
  'seal.crankcase-vacuum': ({ m }) =>
    yes(m.oil.breather && m.cylinders.every((c) => c.leakMm2.rings + c.leakMm2.gallery < 2.5), 'pulls', 'pushes'),
} satisfies Partial<Shows>;
