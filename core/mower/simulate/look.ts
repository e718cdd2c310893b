import { RESTS } from '../machine.ts';
import { drips, heardOn } from '../tell.ts';
import { on, type Shows, yes } from './simulation.ts';

export const LOOK_SHOWS = {
  // Each try begins where the crank came to rest.
  'look.crank': ({ view, hot, chance }) => view.turned(hot, Math.floor(RESTS * chance.next())).how,
  'look.run': ({ view, asked }) => ({ symptoms: heardOn(view, asked.condition, asked.temperature) }),
  'look.oil': ({ m }) => {
    const water = m.cylinders.some((c) => c.water);
    if (water) return 'milky';
    if (m.oil.fuelShare > 0.05) return 'overfull-fuel';
    return m.oil.level === 'low' ? 'low' : m.oil.level === 'over' ? 'overfull-clean' : 'ok';
  },
  'oil.drop': ({ m }) => yes(m.oil.fuelShare < 0.08, 'oil', 'thin'),
  'look.air-filter': ({ m }) =>
    !m.air.housing ? 'housing-broken' : m.air.filter < 0.6 ? 'blocked' : m.air.filter < 0.85 ? 'dirty' : 'clean',
  'look.fuel': ({ m }) => (m.fuel.shut && m.fuel.quality === 'fresh' ? 'tap-shut' : m.fuel.quality),
  // What does not lie open is not seen at a second look either.
  'look.wiring': ({ m }) => {
    const seen = m.wiringSeen.find(({ open }) => open);
    return seen ? { outcome: seen.as, where: seen.place } : 'ok';
  },
  'look.stains': ({ m }) =>
    drips(m)
      ? 'fuel-at-carb'
      : m.cylinders.some((c) => c.leakMm2.edge > 0.8)
        ? on(m, 'oil-at-head', (c) => c.leakMm2.edge > 0.8)
        : 'dry',
  'look.cooling': ({ m }) => yes(!m.air.packed, 'clean', 'packed'),
} satisfies Partial<Shows>;
