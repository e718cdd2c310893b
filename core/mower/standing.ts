import type { Mower } from './machine.ts';

/** A full charge [V] [M]. */
export const CHARGED_V = 12.6;

/** The same machine once its battery was on a charger; a cell that is gone takes none. What emptied it is still there. */
export function charged(m: Mower): Mower {
  const { battery } = m;
  if (battery.cellGone) return m;
  const openVolts = Math.max(battery.openVolts, CHARGED_V);
  return { ...m, battery: { ...battery, openVolts, testerOhms: battery.chargedOhms, fed: true } };
}

/** Fuel past a holed diaphragm, by the time anybody looks [ml] [M]. */
const THROUGH_DIAPHRAGM_ML = 250;

/** Share of the fuel past a needle that finds its way above a piston while it stands; the rest is in the oil [M]. */
const ABOVE_PISTON = 0.3;

/** What standing parked does: fuel past the needle, or past a diaphragm, fills the cylinder with its intake open, then the oil. */
export function stand(m: Mower): void {
  const solenoidHolds = m.solenoid.plunger !== 'stuck-open';
  const shut = m.fuel.shut || m.fuel.quality === 'empty';
  const perMin = shut
    ? 0
    : m.fuel.needleMlMin * (m.engine.fuelFeed === 'gravity' ? 1 : 0.5) * (solenoidHolds ? 0.6 : 1);
  const passed = Math.min(900, perMin * m.parkedHours * 2) + (m.fuel.pumpHole ? THROUGH_DIAPHRAGM_ML : 0);
  const first = m.cylinders[(m.parkedHours % m.cylinders.length) | 0]!;
  const clearance = 47;
  // A little above the piston seeps past its rings; much of it stays.
  if (passed > 60 && !m.fuel.pumpHole) first.liquidMl = Math.min(1.6 * clearance, ABOVE_PISTON * passed * 0.6);
  m.oil.fuelShare = Math.min(0.5, (passed * (1 - ABOVE_PISTON)) / 1000 / m.sheet.oilLitres);
  if (!m.air.housing && m.parkedHours > 40) {
    first.liquidMl = 60;
    first.water = true;
  }
}
