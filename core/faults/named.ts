import type { EngineWords } from '../engine/index.ts';
import type { PartId } from '../parts.ts';

/**
 * A fault of the trade by its name alone: work on it is recorded, re-tested by the complaint and printed, and the reasoner does
 * not weigh it yet. It leaves this list when its knowledge is stated.
 */
export interface NamedFault {
  readonly id: string;
  readonly title: string;
  readonly part: PartId;
  readonly perCylinder: boolean;
  readonly condition: boolean;
  readonly appliesTo: (engine: EngineWords) => boolean;
}

const everywhere = () => true;
const named = (
  part: PartId,
  id: string,
  title: string,
  more: Partial<Pick<NamedFault, 'perCylinder' | 'condition' | 'appliesTo'>> = {},
): NamedFault => ({ id, title, part, perCylinder: false, condition: false, appliesTo: everywhere, ...more });
const each = { perCylinder: true };
const pumped = { appliesTo: (engine: EngineWords) => engine.fuelFeed !== 'gravity' };
const released = { appliesTo: (engine: EngineWords) => engine.compressionRelease !== 'none' };
const adjusted = { perCylinder: true, appliesTo: (engine: EngineWords) => engine.lifters !== 'hydraulic' };

export const NAMED_FAULTS: readonly NamedFault[] = [
  named('fuse', 'power.fuse', 'Fuse or its holder'),
  named('key-switch', 'power.key-switch', 'Key switch'),
  named('interlocks', 'power.interlock', 'Interlock switch'),
  named('relay', 'power.relay-dead', 'Relay dead'),
  named('relay', 'power.relay-contacts', 'Relay contacts burnt'),
  named('starter', 'power.starter-drive', 'Starter drive'),
  named('battery', 'power.draw', 'Standing draw'),
  named('cables', 'power.wiring', 'Wiring gnawed, altered or unplugged'),
  named('charging', 'charge.stator', 'Stator'),
  named('charging', 'charge.regulator', 'Regulator'),
  named('charging', 'charge.regulator-ground', 'Ground of the regulator'),
  named('crank', 'turn.hydrolock-water', 'Locked by water', { condition: true }),
  named('crank', 'turn.pto-seized', 'Blade clutch or drive seized'),
  named('crank', 'turn.engine-seized', 'Engine seized'),
  named('release', 'valve.release-off', 'Compression release lost', released),
  named('release', 'valve.release-on', 'Compression release stays on', released),
  named('plug', 'spark.plug-gap', 'Plug gap wrong', each),
  named('flywheel', 'spark.flywheel-key', 'Flywheel key sheared'),
  named('flywheel', 'spark.magnet', 'Flywheel magnet weak'),
  named('tank-line', 'fuel.stale', 'Stale fuel'),
  named('tank-line', 'fuel.water', 'Water in the fuel'),
  named('tank-line', 'fuel.shut', 'Fuel tap shut or tank empty'),
  named('tank-line', 'fuel.cap-vent', 'Cap vent blocked'),
  named('tank-line', 'fuel.pickup', 'Tank pickup blocked'),
  named('tank-line', 'fuel.line', 'Fuel line'),
  named('tank-line', 'fuel.filter', 'Fuel filter'),
  named('tank-line', 'fuel.pump', 'Fuel pump', pumped),
  named('tank-line', 'fuel.pump-diaphragm', 'Fuel pump leaks into the engine', pumped),
  named('solenoid', 'fuel.solenoid-feed', 'Feed of the fuel solenoid'),
  named('solenoid', 'fuel.solenoid-coil', 'Fuel solenoid coil'),
  named('solenoid', 'fuel.solenoid-shut', 'Fuel solenoid stuck shut'),
  named('solenoid', 'fuel.solenoid-open', 'Fuel solenoid stuck open'),
  named('bowl', 'fuel.inlet-screen', 'Inlet screen blocked'),
  named('bowl', 'fuel.float', 'Float'),
  named('jets', 'fuel.main-jet', 'Main jet blocked'),
  named('jets', 'fuel.idle-jet', 'Idle jet blocked'),
  named('jets', 'fuel.barrel-jet', 'Jet of one barrel blocked', {
    perCylinder: true,
    appliesTo: (engine) => engine.carburettor !== 'one-barrel',
  }),
  named('jets', 'fuel.emulsion', 'Emulsion holes blocked'),
  named('bowl', 'fuel.bowl-seal', 'Bowl seal'),
  named('jets', 'fuel.jet-seal', 'Jet seal'),
  named('choke-governor', 'fuel.choke', 'Choke'),
  named('choke-governor', 'fuel.governor-link', 'Governor link'),
  named('air', 'air.filter', 'Air filter'),
  named('air', 'air.intake-leak', 'Intake leak', each),
  named('air', 'air.exhaust-blocked', 'Exhaust blocked'),
  named('air', 'air.housing-broken', 'Air housing broken'),
  named('crank', 'air.cooling', 'Cooling fins packed'),
  named('lash', 'valve.lash-tight-intake', 'Intake lash tight', adjusted),
  named('lash', 'valve.lash-tight-exhaust', 'Exhaust lash tight', adjusted),
  named('lash', 'valve.lash-wide', 'Lash wide', adjusted),
  named('valve-train', 'valve.rocker-loose', 'Rocker stud loose', each),
  named('valves', 'valve.intake-leak', 'Intake valve leaks', each),
  named('valves', 'valve.exhaust-leak', 'Exhaust valve leaks', each),
  named('valve-train', 'valve.spring', 'Valve spring broken', each),
  named('valve-train', 'valve.lifter', 'Lifter collapsed', each),
  named('valve-train', 'valve.cam-lobe', 'Cam lobe worn', each),
  named('valves', 'valve.debris', 'Something under a valve', each),
  named('head-gasket', 'seal.head-gasket-out', 'Head gasket, outward', each),
  named('head-gasket', 'seal.head-gasket-gallery', 'Head gasket, into the gallery', each),
  named('rings-bore', 'seal.rings', 'Rings worn or stuck', each),
  named('rings-bore', 'seal.bore-scored', 'Bore scored', each),
  named('rod-piston', 'seal.piston-holed', 'Piston holed', each),
  named('crank', 'oil.breather', 'Breather'),
];

/** The named fault of that id, or undefined. */
export const findNamedFault = (id: string): NamedFault | undefined => NAMED_FAULTS.find((f) => f.id === id);
