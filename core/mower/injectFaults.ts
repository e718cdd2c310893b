import { type FaultId, findFault } from '../faults/index.ts';
import { instanceKey } from '../machine/key.ts';
import { CYLINDER, type OnCylinder } from './injectOnCylinder.ts';
import type { Mower } from './machine.ts';
import { between, damage, ratio } from './scale.ts';
import { stand } from './standing.ts';

/** One thing that is wrong. */
export interface InjectedFault {
  readonly fault: string;
  readonly cylinder: number | null;
  /** How bad, 0 just felt .. 1 as bad as it gets. */
  readonly severity: number;
  /** Share of the time it shows itself; 1 = always. */
  readonly shows: number;
  /** Which of its forms it takes, 0 .. 1: a choke may stick open or closed. */
  readonly form: number;
}

export const injectedKey = ({ fault, cylinder }: Pick<InjectedFault, 'fault' | 'cylinder'>) =>
  instanceKey(fault, cylinder);

/** What of the drive is let slip by its belt [N m] [M]. */
const BELT_SLIPS_NM = 90;

/** Lost by what empties a battery [V]: some come in charged by their owners [M]. */
const emptied = (m: Mower, severity: number) => {
  m.battery.openVolts -= Math.max(0, between(-0.5, 1, severity));
};

/** What hangs on a wire that is gone: the start line, the fuel solenoid, a path to ground, the charging [M]. */
export const hungOnWire = (form: number): 'start-line' | 'solenoid-feed' | 'path-to-ground' | 'charging' =>
  form < 0.55 ? 'start-line' : form < 0.75 ? 'solenoid-feed' : form < 0.88 ? 'path-to-ground' : 'charging';

type OnMachine = (m: Mower, severity: number, form: number) => void;
/** What each fault of the machine does to it. Figures are those of such parts when they are bad [M]. */
const MACHINE = {
  'power.battery-flat': (m, s) => {
    // To nothing but a click, and to none.
    m.battery.openVolts = between(12.1, 10.3, s ** 1.5);
  },
  'power.battery-worn': (m, s) => {
    m.battery.testerOhms *= between(1.6, 3.6, s);
    m.battery.openVolts -= between(0.02, 0.12, s);
  },
  'power.battery-cell': (m, s) => {
    m.battery.openVolts = between(10.6, 10.2, s);
    m.battery.testerOhms *= between(1.6, 3, s);
    m.battery.cellGone = true;
  },
  'power.cable-positive': (m, s) => {
    m.ohms.positive = ratio(0.012, 0.2, s);
  },
  'power.cable-ground': (m, s) => {
    m.ohms.ground = ratio(0.012, 0.2, s);
  },
  'power.starter-weak': (m, s) => {
    m.starter.strength = between(0.72, 0.2, s);
    m.starter.dragNm = between(2, 8, s);
  },
  'power.fuse': (m, _, form) => {
    m.line.fuse = form < 0.85 ? 'blown' : 'corroded';
  },
  'power.key-switch': (m) => {
    m.line.key = false;
  },
  'power.interlock': (m) => {
    m.line.interlock = false;
  },
  'power.relay-dead': (m) => {
    m.relayCoil = false;
  },
  'power.relay-contacts': (m, s) => {
    m.ohms.relay = ratio(0.02, 0.5, s);
  },
  'power.starter-drive': (m) => {
    m.starter.drives = false;
  },
  'power.ring-gear': (m) => {
    m.ringTeeth = 'worn';
    m.starter.drives = false;
  },
  'power.clutch-coil': (m, s, form) => {
    // Open it only does not pull in; shorted it takes the fuse with it.
    m.clutchOhms = form < 0.75 ? between(1.2, 0.2, s) : Number.POSITIVE_INFINITY;
    // Only once somebody has engaged the blades.
    if (form < 0.3) m.line.fuse = 'blown';
  },
  'power.draw': (m, s) => {
    m.drawA = ratio(0.06, 1.2, s);
    emptied(m, s);
  },
  'power.wiring': (m, s, form) => {
    const hung = hungOnWire(form);
    if (hung === 'start-line') m.line.wiring = false;
    else if (hung === 'solenoid-feed') m.solenoid.feed = false;
    else if (hung === 'path-to-ground') {
      m.drawA = ratio(0.06, 1.2, s);
      emptied(m, s);
    } else {
      m.charging.regulator = 'none';
      emptied(m, s);
    }
    m.wiringSeen.push(damage('elsewhere', form));
  },
  'charge.stator': (m, s) => {
    m.charging.stator = between(0.6, 0, s);
    emptied(m, s);
  },
  'charge.regulator': (m, s, form) => {
    m.charging.regulator = form < 0.65 ? 'none' : 'over';
    if (form < 0.65) emptied(m, s);
  },
  'charge.regulator-ground': (m, s) => {
    m.ohms.regulatorGround = ratio(0.15, 1.5, s);
    emptied(m, s);
  },
  'turn.pto-seized': (m, s) => {
    // Past what its belt holds it slips.
    m.turning.ptoNm = Math.min(BELT_SLIPS_NM, between(15, 130, s));
  },
  'turn.pto-drag': (m, s) => {
    m.turning.ptoNm = between(9, 22, s);
  },
  'turn.engine-seized': (m, _, form) => {
    m.turning.seized = true;
    // Mostly for want of oil.
    if (form < 0.55) m.oil.level = 'low';
  },
  'valve.release-off': (m) => {
    m.release.works = false;
  },
  'valve.release-on': (m) => {
    m.release.stuck = true;
  },
  'spark.kill-common': (m, _, form) => {
    if (form < 0.4) m.harness = { ...m.harness, key: 'stuck-closed' };
    else {
      m.harness = { ...m.harness, commonChafed: true };
      m.wiringSeen.push(damage('kill-common', form));
    }
  },
  'spark.flywheel-key': (m, s, form) => {
    // Stopped short by what it struck it runs on ahead; loose, it lags behind.
    m.flywheel.offsetDeg = between(4, 40, s) * (form < 0.7 ? 1 : -1);
    m.flywheel.nutLoose = s > 0.3;
  },
  'spark.magnet': (m, s) => {
    m.flywheel.magnet = between(0.6, 0.2, s);
  },
  'spark.points': (m, s, form) => {
    m.breaker.points = form < 0.65 ? 'burnt' : 'gap-off';
    m.breaker.gapMm = form < 0.65 ? 0.47 : between(0.3, 0.05, s);
    m.breaker.passes = between(0.5, 0, s);
  },
  'spark.condenser': (m, s) => {
    m.breaker.condenser = 'bad';
    m.breaker.passes *= between(0.7, 0.2, s);
    m.breaker.hotPasses = between(0.6, 0.1, s);
  },
  'spark.oil-switch': (m) => {
    m.oilSwitchGrounds = true;
  },
  'fuel.stale': (m, s, form) => {
    m.fuel.quality = 'stale';
    if (form < 0.45) m.fuel.bowl = 'varnish';
    m.fuel.spoilt = between(0.85, 0.5, s);
  },
  'fuel.water': (m, s) => {
    m.fuel.quality = 'water';
    m.fuel.spoilt = between(0.6, 0.1, s);
    m.fuel.bowl = 'water';
  },
  'fuel.shut': (m, _, form) => {
    if (form < 0.5 || m.fuel.tap === 'none') m.fuel.quality = 'empty';
    else m.fuel.shut = true;
  },
  'fuel.cap-vent': (m, s) => {
    m.fuel.vent = ratio(60, 5, s);
  },
  'fuel.pickup': (m, s) => {
    m.fuel.pickup = ratio(70, 6, s);
  },
  'fuel.line': (m, s, form) => {
    m.fuel.line = ratio(70, 6, s);
    m.fuel.lineLook = form < 0.4 ? 'kinked' : form < 0.7 ? 'collapsed' : 'cracked';
  },
  'fuel.filter': (m, s) => {
    m.fuel.filter = ratio(70, 6, s);
  },
  'fuel.pump': (m, s) => {
    m.fuel.pump = between(60, 0, s);
  },
  'fuel.pump-diaphragm': (m) => {
    // Its other side is the crankcase.
    m.fuel.pumpHole = true;
    m.fuel.pump *= 0.7;
    m.fuel.richer += 0.12;
  },
  'fuel.solenoid-feed': (m) => {
    m.solenoid.feed = false;
  },
  'fuel.solenoid-coil': (m, _, form) => {
    m.solenoid.ohms = form < 0.7 ? Number.POSITIVE_INFINITY : 1.5;
  },
  'fuel.solenoid-shut': (m, s) => {
    m.solenoid.plunger = s < 0.4 ? 'sticky' : 'stuck-shut';
  },
  'fuel.solenoid-open': (m) => {
    m.solenoid.plunger = 'stuck-open';
  },
  'fuel.inlet-screen': (m, s) => {
    m.fuel.screen = ratio(70, 8, s);
    m.fuel.screenFitted = true;
  },
  'fuel.needle': (m, s, form) => {
    m.fuel.needleMlMin = ratio(0.3, 8, s);
    m.fuel.needleLook = form < 0.4 ? 'dirt-on-seat' : form < 0.75 ? 'grooved' : 'hardened';
    m.fuel.richer += between(0.05, 0.5, s);
  },
  'fuel.float': (m, s, form) => {
    m.fuel.float = form < 0.4 ? 'sunk' : form < 0.7 ? 'sticks' : 'level-off';
    if (form < 0.85) {
      m.fuel.richer += between(0.15, 0.6, s);
      m.fuel.needleMlMin = Math.max(m.fuel.needleMlMin, ratio(0.2, 4, s));
    } else m.fuel.level = between(0.8, 0.5, s);
  },
  'fuel.main-jet': (m, s) => {
    m.fuel.main = between(0.65, 0.1, s);
    m.fuel.bowl = s > 0.5 ? 'debris' : 'varnish';
  },
  'fuel.idle-jet': (m, s) => {
    m.fuel.idle = between(0.6, 0.05, s);
    if (s > 0.5) m.fuel.bowl = 'varnish';
  },
  'fuel.emulsion': (m, s) => {
    m.fuel.emulsion = between(0.75, 0.45, s);
  },
  'fuel.bowl-seal': (m, s, form) => {
    m.fuel.bowlSeal = form < 0.6 ? 'swollen' : form < 0.8 ? 'wrong' : 'missing';
    m.fuel.richer -= between(0.02, 0.2, s);
  },
  'fuel.jet-seal': (m, s, form) => {
    // Hardened it lets air past, swollen it stands in the way of the bleed.
    m.fuel.jetSeal = form < 0.6 ? 'hardened' : 'swollen';
    m.fuel.richer += form < 0.6 ? -between(0.12, 0.4, s) : between(0.15, 0.45, s);
  },
  'fuel.choke': (m, _, form) => {
    m.fuel.choke = form < 0.5 ? 'stuck-open' : 'stuck-closed';
  },
  'fuel.auto-choke': (m, _, form) => {
    m.fuel.choke = form < 0.35 ? 'stuck-open' : 'stuck-closed';
  },
  'fuel.governor-link': (m, _, form) => {
    m.fuel.governor = form < 0.6 ? 'binding' : 'off';
    if (form >= 0.6) m.fuel.governorOff = form < 0.8 ? 'spring' : 'rod';
  },
  'fuel.governor-overspeed': (m, s, form) => {
    m.fuel.races = between(1.08, 1.35, s);
    if (form < 0.55) {
      m.fuel.governor = 'off';
      m.fuel.governorOff ??= 'hole';
    }
  },
  // None of the mowers that are simulated has it.
  'fuel.injection': () => {},
  'fuel.tap-passes': (m) => {
    m.fuel.tap = 'passes';
  },
  'air.filter': (m, s) => {
    m.air.filter = between(0.8, 0.4, s);
  },
  'air.exhaust-blocked': (m, s) => {
    m.air.exhaust = between(0.75, 0.3, s);
  },
  'air.housing-broken': (m) => {
    m.air.housing = false;
  },
  'air.cooling': (m) => {
    m.air.packed = true;
  },
  'oil.low': (m) => {
    m.oil.level = 'low';
  },
  'oil.overfull': (m) => {
    m.oil.level = 'over';
  },
  'oil.breather': (m) => {
    m.oil.breather = false;
  },
} satisfies Partial<Record<FaultId, OnMachine>>;

/** A fault of the catalogue that does nothing to the machine is a red line here. */
type NotPut = Exclude<FaultId, keyof typeof MACHINE | keyof typeof CYLINDER>;
const allPut: [NotPut] extends [never] ? true : { readonly notPut: NotPut } = true;

const onMachineOf = (fault: string) => (allPut && (MACHINE as Readonly<Record<string, OnMachine>>)[fault]) || undefined;
const onCylinderOf = (fault: string) => (CYLINDER as Readonly<Record<string, OnCylinder>>)[fault];

/**
 * A copy of the machine with these things wrong with it.
 * @throws RangeError for a fault the mower does not know, or a cylinder it has not
 */
export function injectFaults(sound: Mower, faults: readonly InjectedFault[]): Mower {
  const m = structuredClone(sound) as Mower;
  for (const { fault, cylinder, severity, form } of faults) {
    const onMachine = onMachineOf(fault);
    if (onMachine) {
      onMachine(m, severity, form);
      continue;
    }
    const own = m.cylinders[(cylinder ?? 0) - 1];
    const onCylinder = onCylinderOf(fault);
    if (!onCylinder || !own || !findFault(fault))
      throw new RangeError(`injectFaults: ${injectedKey({ fault, cylinder })}`);
    onCylinder(own, severity, form, m, cylinder! - 1);
  }
  m.battery.chargedOhms = m.battery.testerOhms;
  // The less charge, the more it stands in the way of its own current; a cell that is gone is no want of charge.
  if (!m.battery.cellGone) m.battery.testerOhms *= 1 + 2.2 * Math.max(0, Math.min(1.2, 12.4 - m.battery.openVolts));
  stand(m);
  return m;
}
