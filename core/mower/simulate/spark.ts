import { diodeRange } from '../killHarness.ts';
import { liftsOf } from '../leaks.ts';
import { type Mower, ofItsLot } from '../machine.ts';
import { sparkAt } from '../run.ts';
import { cranks, type View, viewOf } from '../tell.ts';
import { follows, of, ohms, one, type Quantity, type Shows, speedIn, strengthOf, yes } from './simulation.ts';

const swapped = (m: Mower, what: 'plug' | 'coil'): Mower => {
  const [a, b] = m.cylinders;
  if (!a || !b) return m;
  return {
    ...m,
    cylinders: [
      { ...a, [what]: b[what] },
      { ...b, [what]: a[what] },
    ],
  };
};

const legOff = (m: Mower, off: (i: number) => boolean): Mower => ({
  ...m,
  harness: { ...m.harness, legs: m.harness.legs.map((leg, i) => (off(i) ? { ...leg, lead: 'off' as const } : leg)) },
});

const sparkWord = (left: number) => (left > 0.55 ? 'strong' : left > 0.28 ? 'weak' : left > 0.12 ? 'skips' : 'none');

/** Fuel against air under which a charge is none, and is too lean; strength under which it does not burn, and burns poorly [M]. */
const NOTHING_TO_BURN = 0.5;
const TOO_LEAN = 0.75;
const BURNS_NOT = 0.12;
const BURNS_POORLY = 0.4;
/** Fuel with so much of its strength left. */
const BURNS_BADLY = 0.6;

/** How a plug looks of good hours: mostly as it should, the rest by how the machine was used [M]. */
const LAST_LOOKS = [
  ['sooty', 0.06],
  ['lean-white', 0.03],
  ['oily', 0.02],
] as const;
function lastLook(m: Mower, i: number): 'normal' | (typeof LAST_LOOKS)[number][0] {
  let left = ofItsLot(m, 'plug', i);
  for (const [look, share] of LAST_LOOKS) {
    if (left < share) return look;
    left -= share;
  }
  return 'normal';
}

/** How often a tester flashes all the same on a kill lead that lies to ground [P: about as often as not]. */
const DRAINED_FLASHES = 0.5;
const soundLeg = (harness: Mower['harness'], i: number): Mower['harness'] => ({
  ...harness,
  legs: harness.legs.map((leg, k) => (k === i ? { ...leg, chafed: false } : leg)),
});

/** Whoever bends a lead bends it far enough so often [M]. */
const FLEXED_ENOUGH = 0.75;

export const SPARK_SHOWS = {
  'spark.tester': ({ view, m, i, asked, hot, judged }) => {
    const rpm = speedIn(view, asked.condition, hot);
    // A pulse that is drained to ground may still flash it: on some machines it does.
    const flashes = m.harness.legs[i]!.chafed && ofItsLot(m, 'flash', i) < DRAINED_FLASHES;
    const seen = flashes ? { ...m, harness: soundLeg(m.harness, i) } : m;
    return sparkWord(judged(sparkAt(seen, i, rpm, hot)));
  },
  'spark.points': ({ m }) => m.breaker.points,
  'spark.condenser': ({ m }) => m.breaker.condenser,
  'spark.oil-switch': ({ m }) => yes(!m.oilSwitchGrounds, 'opens', 'grounds'),
  'spark.plug-look': ({ m, view, i }) => {
    const c = m.cylinders[i]!;
    if (c.plug.look) return c.plug.look;
    if (c.liquidMl > 5) return 'wet';
    const { runs, mixture, fires, strength } = view.going('idle', false);
    if (c.oilPassed > 0.5) return 'oily';
    // Where nothing came to be burnt, or is drawn in, it is clean and cold beside a side that runs; else it keeps the look of its last good hours.
    const draws = !c.parted && liftsOf(c).intake > 0;
    if (mixture[i]! < NOTHING_TO_BURN || !draws) return runs ? 'clean-cold' : lastLook(m, i);
    // Bad fuel burns poorly and leaves little to see.
    if (!cranks(view, false) || m.fuel.spoilt < BURNS_BADLY) return lastLook(m, i);
    if (mixture[i]! < TOO_LEAN) return 'lean-white';
    if (fires[i]! < 0.3 || strength[i]! < BURNS_NOT) return 'wet';
    return strength[i]! < BURNS_POORLY || mixture[i]! > 1.3 ? 'sooty' : lastLook(m, i);
  },
  'spark.plug-gap': (t) =>
    one(Math.max(0, Math.round(t.shown(t.m.cylinders[t.i]!.plug.gapMm, 0.03, 0.05) * 100) / 100), 'mm'),
  'spark.plug-swap': ({ m, view, asked, hot }) =>
    follows(view, viewOf(swapped(m, 'plug')), asked.condition, hot, 'follows-plug'),
  'spark.plug-new': ({ m, view, i, asked, hot }) => {
    const fitted = viewOf({
      ...m,
      cylinders: m.cylinders.map((c, k) => (k === i ? { ...c, plug: { passes: 1, gapMm: 0.76, look: null } } : c)),
    });
    const gives = (v: View) => strengthOf(v, asked.condition, hot)[i]!;
    return yes(gives(fitted) < gives(view) + 0.25, 'same', 'returns');
  },
  'spark.coil-swap': ({ m, view, asked, hot }) =>
    follows(view, viewOf(swapped(m, 'coil')), asked.condition, hot, 'follows-coil'),
  'spark.lead-look': ({ m, i }) => m.cylinders[i]!.lead.look,
  'spark.kill-off': ({ m, view, i, asked, hot }) => {
    const rpm = speedIn(view, asked.condition, hot);
    const off = legOff(m, (k) => k === i);
    const back = (k: number) => sparkAt(m, k, rpm, hot) < 0.35 && sparkAt(off, k, rpm, hot) > 0.5;
    if (back(i)) return 'returns';
    return m.cylinders.some((_, k) => k !== i && back(k)) ? 'other-returns' : 'same';
  },
  'spark.kill-off-all': ({ m, view, asked, hot }) => {
    const rpm = speedIn(view, asked.condition, hot);
    const off = { ...m, harness: { ...m.harness, connector: 'parted' as const, commonChafed: false } };
    return yes(
      !m.cylinders.some((_, k) => sparkAt(m, k, rpm, hot) < 0.35 && sparkAt(off, k, rpm, hot) > 0.5),
      'same',
      'returns',
    );
  },
  'spark.kill-continuity': ({ m }) =>
    m.harness.commonChafed || m.harness.key === 'stuck-closed'
      ? 'grounded-key-on'
      : m.harness.key === 'stuck-open'
        ? 'open-key-off'
        : 'correct',
  'spark.coil-ohms': (t) => {
    const { coil, lead } = t.m.cylinders[t.i]!;
    const windingC = t.hot ? 80 : t.m.ambientC;
    const at = coil.ohmsAt20C * (1 + 0.00393 * (windingC - 20));
    const broken = coil.open || (t.hot && coil.failsC < 80);
    const fields: Record<string, Quantity> = {
      toGround: ohms(t, broken ? Number.POSITIVE_INFINITY : at),
      coilTemperature: of(Math.round(windingC), 'degC'),
    };
    if (lead.flexes && !broken && t.chance.next() < FLEXED_ENOUGH) {
      fields.flexMin = ohms(t, at * 0.98);
      fields.flexMax = of('OL', 'ohm');
    }
    return { fields };
  },
  'spark.air-gap': (t) => {
    const gap = t.m.cylinders[t.i]!.coil.gapMm;
    const legs = () => of(Math.max(0, Math.round(t.shown(gap, 0.02, 0.05) * 100) / 100), 'mm');
    return { fields: { gapA: legs(), gapB: legs() } };
  },
  'spark.kill-diode': ({ m, i }) => {
    const out = m.harness.polarity === 'to-common';
    const forward = out
      ? diodeRange(m.harness, { leg: i }, 'common', 'unplugged')
      : diodeRange(m.harness, 'common', { leg: i }, 'unplugged');
    const reverse = out
      ? diodeRange(m.harness, 'common', { leg: i }, 'unplugged')
      : diodeRange(m.harness, { leg: i }, 'common', 'unplugged');
    const volts = (v: number | 'OL') => of(v === 'OL' ? v : Math.abs(v), 'V');
    return { fields: { forward: volts(forward), reverse: volts(reverse), coilsPlugged: false } };
  },
  'spark.magnet': ({ m }) => yes(m.flywheel.magnet > 0.65, 'strong', 'weak'),
  'spark.magnet-at-tdc': ({ m }) => yes(Math.abs(m.flywheel.offsetDeg) < 5, 'lines-up', 'off'),
  'spark.flywheel-nut': ({ m }) => yes(!m.flywheel.nutLoose, 'tight', 'loose'),
  'spark.key': ({ m }) =>
    Math.abs(m.flywheel.offsetDeg) < 1.5 ? 'intact' : Math.abs(m.flywheel.offsetDeg) < 12 ? 'sheared-part' : 'sheared',
} satisfies Partial<Shows>;
