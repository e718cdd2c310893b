import { heldPa, holeMm2 } from '../../measure/leakDown.ts';
import { heldOpenOf, leakOf } from '../run.ts';
import { viewOf } from '../tell.ts';
import { of, type Shows, type Simulation, yes } from './simulation.ts';

/** Highest pressure the cylinder makes while cranking with both plugs out of the way of speed: a gauge fills to it [Pa]. */
function gaugePa(t: Simulation, changed = t.m.cylinders[t.i]!): number {
  const m = {
    ...t.m,
    cylinders: t.m.cylinders.map((c, k) =>
      k === t.i ? { ...changed, liquidMl: Math.min(changed.liquidMl, 5) } : { ...c, liquidMl: 0 },
    ),
  };
  const view = changed === t.m.cylinders[t.i] && t.m.cylinders.every((c) => c.liquidMl <= 5) ? t.view : viewOf(m);
  return Math.max(0, view.turned(t.hot).run?.peakPa[t.i] ?? 0);
}

export const SEAL_SHOWS = {
  'seal.thumb': (t) => {
    const pa = gaugePa(t);
    return pa < 60_000 ? 'nothing' : pa < 260_000 ? 'soft' : 'blows-off';
  },
  'seal.compression': (t) => ({
    fields: { value: of(Math.round(t.shown(gaugePa(t), 0.03, 1000) / 1000), 'kPa'), strokes: '6', throttleOpen: true },
  }),
  'seal.wet': (t) => {
    const c = t.m.cylinders[t.i]!;
    const dry = gaugePa(t);
    // Oil closes rings, not seats; and takes up room itself.
    const wet =
      gaugePa(t, {
        ...c,
        leakMm2: {
          ...c.leakMm2,
          rings: c.bore === 'hole' ? c.leakMm2.rings : Math.min(c.leakMm2.rings, 0.25 + 0.25 * c.leakMm2.rings),
        },
      }) * 1.08;
    return {
      fields: {
        value: of(Math.round(t.shown(wet, 0.02, 1000) / 1000), 'kPa'),
        ...(dry > 2000 ? { dry: of(Math.round(t.shown(dry, 0.02, 1000) / 1000), 'kPa') } : {}),
      },
    };
  },
  'seal.piston-moves': ({ m, i }) =>
    m.cylinders[i]!.parted ? 'still' : m.cylinders[i]!.shortMm > 0.9 ? 'short' : 'moves',
  'seal.leak-down': (t) => {
    const c = t.m.cylinders[t.i]!;
    const supply = 80 * 6894.757;
    const held = heldPa({ supplyPa: supply, orificeMm2: holeMm2(1.016) }, leakOf(c, t.hot), t.m.ambientPa);
    const grade = (mm2: number) => (mm2 > 4 ? 'loud' : mm2 > 0.9 ? 'clear' : mm2 > 0.32 ? 'faint' : null);
    const own = heldOpenOf(c, t.hot);
    const places = {
      intake: grade(c.leakMm2.intake + (c.lashMm.intake < c.lashMm.exhaust ? own : 0)),
      exhaust: grade(c.leakMm2.exhaust + c.stuckMm2 + (c.lashMm.intake < c.lashMm.exhaust ? 0 : own)),
      'oil-fill': grade(c.leakMm2.rings + c.leakMm2.gallery),
      'head-edge': grade(c.leakMm2.edge * (t.hot ? c.edgeHot : 1)),
    };
    const heard = Object.fromEntries(Object.entries(places).flatMap(([place, g]) => (g === null ? [] : [[place, g]])));
    return {
      fields: {
        supply: of(80, 'psi'),
        held: of(Math.max(0, Math.round(t.shown(held / 6894.757, 0.01, 1))), 'psi'),
        orifice: of(1.016, 'mm'),
        ...(Object.keys(heard).length > 0 ? { heard } : {}),
      },
    };
  },
  'seal.fluid-test': ({ m, i }) => {
    const { intake, exhaust } = m.cylinders[i]!.leakMm2;
    return exhaust > 0.6 && exhaust >= intake ? 'weeps-exhaust' : intake > 0.6 ? 'weeps-intake' : 'holds';
  },
  'seal.stud-holes': ({ m, i }) => m.cylinders[i]!.studHoles,
  'seal.dipstick-hiss': ({ m, i }) => yes(m.cylinders[i]!.leakMm2.rings < 0.9, 'same', 'grows'),
  'seal.bore-look': ({ m, i }) =>
    m.cylinders[i]!.bore === 'clean' && m.cylinders[i]!.liquidMl > 20 ? 'washed' : m.cylinders[i]!.bore,
  'seal.crankcase-vacuum': ({ m }) =>
    yes(m.oil.breather && m.cylinders.every((c) => c.leakMm2.rings + c.leakMm2.gallery < 2.5), 'pulls', 'pushes'),
} satisfies Partial<Shows>;
