/**
 * The parts along the ridge, from battery to exhaust. The ridge shows parts, not faults: a part is as suspect as
 * the faults it carries taken together.
 */
export const SYSTEMS = ['power', 'turning', 'spark', 'fuel', 'valves', 'sealing'] as const;
export type System = (typeof SYSTEMS)[number];

export interface Part<Id extends string = string> {
  readonly id: Id;
  readonly name: string;
  readonly system: System;
  /** One on each cylinder: drawn on both sides of the ridge with its own height. */
  readonly perCylinder: boolean;
}

const part = <const Id extends string>(system: System, id: Id, name: string, perCylinder = false): Part<Id> => ({
  id,
  name,
  system,
  perCylinder,
});

export const PARTS = [
  part('power', 'battery', 'Battery'),
  part('power', 'cables', 'Cables'),
  part('power', 'fuse', 'Fuse'),
  part('power', 'key-switch', 'Key switch'),
  part('power', 'interlocks', 'Interlocks'),
  part('power', 'relay', 'Relay'),
  part('power', 'starter', 'Starter'),
  part('power', 'charging', 'Charging'),
  part('turning', 'crank', 'Crank, oil'),
  part('turning', 'release', 'Release'),
  part('spark', 'kill-harness', 'Kill harness', true),
  part('spark', 'kill-diode', 'Kill diode', true),
  part('spark', 'air-gap', 'Air gap', true),
  part('spark', 'coil', 'Coil', true),
  part('spark', 'plug-lead', 'Plug lead', true),
  part('spark', 'plug', 'Plug', true),
  part('spark', 'flywheel', 'Flywheel'),
  part('fuel', 'tank-line', 'Tank, line'),
  part('fuel', 'solenoid', 'Solenoid'),
  part('fuel', 'bowl', 'Bowl, needle'),
  part('fuel', 'jets', 'Jets'),
  part('fuel', 'choke-governor', 'Choke, gov.'),
  part('fuel', 'air', 'Air, intake', true),
  part('valves', 'lash', 'Lash', true),
  part('valves', 'valve-train', 'Valve train', true),
  part('valves', 'valves', 'Valves', true),
  part('sealing', 'head-gasket', 'Head gasket', true),
  part('sealing', 'rings-bore', 'Rings, bore', true),
  part('sealing', 'rod-piston', 'Rod, piston', true),
] as const satisfies readonly Part[];

export type PartId = (typeof PARTS)[number]['id'];
