import type { FaultId } from '../faults/index.ts';
import type { CylinderState, Mower } from './machine.ts';
import { between, damage, ratio } from './scale.ts';

export type OnCylinder = (c: CylinderState, severity: number, form: number, m: Mower, index: number) => void;

/** The same for faults of one cylinder. */
export const CYLINDER = {
  'spark.plug-fouled': (c, s, form) => {
    c.plug.passes = between(0.6, 0.05, s);
    c.plug.look = form < 0.45 ? 'sooty' : form < 0.7 ? 'oily' : form < 0.85 ? 'bridged' : 'cracked';
    if (form >= 0.7) c.plug.passes = 0.05;
  },
  'spark.plug-lead': (c, s, form) => {
    c.lead = {
      passes: between(0.55, 0, s),
      look: form < 0.25 ? 'pinched' : form < 0.5 ? 'chafed' : form < 0.75 ? 'arcing' : 'loose-terminal',
      flexes: form > 0.55,
    };
  },
  'spark.coil-open': (c) => {
    c.coil.open = true;
  },
  'spark.coil-hot': (c, s) => {
    c.coil.failsC = between(95, 55, s);
  },
  'spark.coil-speed': (c, s) => {
    c.coil.failsRpm = between(3300, 2000, s);
  },
  'spark.coil-weak': (c, s) => {
    c.coil.strength = between(0.62, 0.25, s);
  },
  'spark.gap-wide': (c, s) => {
    c.coil.gapMm = between(0.4, 0.9, s);
  },
  'spark.gap-tight': (c, s) => {
    c.coil.gapMm = between(0.12, 0.02, s);
  },
  'spark.kill-lead': (_c, _s, form, m, index) => {
    m.harness = { ...m.harness, legs: m.harness.legs.map((leg, i) => (i === index ? { ...leg, chafed: true } : leg)) };
    m.wiringSeen.push(damage(`kill-lead-${index + 1}`, form));
  },
  'spark.kill-diode-short': (_c, _s, _form, m, index) => {
    m.harness = withDiode(m, index, 'shorted');
  },
  'spark.kill-diode-open': (_c, _s, _form, m, index) => {
    m.harness = withDiode(m, index, 'open');
  },
  'spark.plug-gap': (c, s, form) => {
    c.plug.gapMm = form < 0.75 ? between(1, 1.6, s) : between(0.35, 0.05, s);
  },
  'fuel.barrel-jet': (c, s) => {
    c.jet = between(0.8, 0.05, s);
  },
  'fuel.mixture-off': (c, s, form) => {
    c.screwTurns = form < 0.6 ? between(1.1, 0, s) : between(2.6, 5, s);
  },
  'seal.stud-debris': (c, s) => {
    c.leakMm2.edge = ratio(0.3, 4, s);
    c.edgeHot = between(1.6, 1.1, s);
    c.studHoles = 'debris';
  },
  'air.intake-leak': (c, s) => {
    c.airLeakMm2 = ratio(4, 40, s);
  },
  'valve.lash-tight-intake': (c, s) => {
    c.lashMm.intake = between(0.04, -0.03, s);
  },
  'valve.lash-tight-exhaust': (c, s) => {
    c.lashMm.exhaust = between(0.06, -0.03, s);
  },
  'valve.lash-wide': (c, s) => {
    c.lashMm.intake = between(0.25, 0.7, s);
    c.lashMm.exhaust = between(0.33, 0.8, s);
  },
  'valve.rocker-loose': (c, s, form) => {
    const valve = form < 0.5 ? 'intake' : 'exhaust';
    c.studLoose = true;
    c.lashMm[valve] += between(0.3, 1.2, s);
    c.lift[valve] = between(0.75, 0.2, s);
  },
  'valve.pushrod': (c, s, form) => {
    c.pushrod = s > 0.5 ? 'off' : 'bent';
    const valve = form < 0.5 ? 'intake' : 'exhaust';
    if (s > 0.5) c.lift[valve] = 0;
    // A bent rod is a short one: what it lacks is clearance.
    else c.lashMm[valve] += between(0.9, 2.6, 2 * s);
  },
  'valve.stuck': (c, s, form) => {
    c.stuckMm2 = ratio(25, 250, s);
    c.stuckValve = form < 0.45 ? 'intake' : 'exhaust';
  },
  'valve.intake-leak': (c, s) => {
    c.leakMm2.intake += ratio(0.35, 12, s);
  },
  'valve.exhaust-leak': (c, s) => {
    c.leakMm2.exhaust += ratio(0.35, 12, s);
  },
  'valve.spring': (c, s) => {
    c.springBroken = true;
    c.floatsRpm = between(3000, 1500, s);
  },
  'valve.lifter': (c, s) => {
    c.lifterCollapsed = true;
    c.lift.intake = between(0.6, 0.2, s);
    c.lift.exhaust = between(0.75, 0.4, s);
  },
  'valve.cam-lobe': (c, s, form) => {
    c.lobeWorn = true;
    if (form < 0.5) c.lift.intake = between(0.6, 0.15, s);
    else c.lift.exhaust = between(0.6, 0.15, s);
  },
  // To every check it is a valve that stays open: what holds it is seen with the head off.
  'valve.debris': (c, s, form) => {
    c.stuckMm2 = ratio(6, 90, s);
    c.stuckValve = form < 0.55 ? 'intake' : 'exhaust';
  },
  'seal.head-gasket-out': (c, s) => {
    c.leakMm2.edge = ratio(0.3, 4, s);
    c.edgeHot = between(2.2, 1.2, s);
  },
  'seal.head-gasket-gallery': (c, s) => {
    c.leakMm2.gallery = ratio(0.3, 3, s);
    c.oilPassed = between(0.3, 1, s);
  },
  'seal.rings': (c, s) => {
    c.leakMm2.rings += ratio(0.25, 2.5, s);
    c.oilPassed = between(0.4, 1, s);
  },
  'seal.bore-scored': (c, s) => {
    c.leakMm2.rings += ratio(0.25, 2.5, s);
    c.bore = 'scored';
    c.oilPassed = between(0.4, 1, s);
  },
  'seal.piston-holed': (c) => {
    c.leakMm2.rings += 80;
    c.bore = 'hole';
    c.oilPassed = 1;
  },
  'seal.rod-broken': (c, s, form, m) => {
    c.parted = true;
    // What is left of it may lie in the way of the crank, or rub along.
    if (form < 0.2) m.turning.seized = true;
    else if (form < 0.55) m.turning.frictionNm += between(8, 16, s);
  },
  'seal.rod-bent': (c, s) => {
    c.shortMm = between(1.2, 4, s);
  },
} satisfies Partial<Record<FaultId, OnCylinder>>;

const withDiode = (m: Mower, index: number, diode: 'shorted' | 'open') => ({
  ...m.harness,
  legs: m.harness.legs.map((leg, i) => (i === index ? { ...leg, diode } : leg)),
});
