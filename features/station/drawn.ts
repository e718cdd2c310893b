import type { CheckId } from '@/core/index.ts';

/** Checks that want a drawing. */
const DRAWN = [
  'seal.leak-down',
  'valve.lash',
  'spark.coil-ohms',
  'spark.air-gap',
  'spark.kill-diode',
  'spark.kill-continuity',
  'power.drop-positive',
  'power.drop-relay',
  'power.drop-ground',
  'power.crank-volts',
  'power.rest-volts',
  'power.jump',
  'power.tester',
  'power.load',
  'charge.volts',
  'fuel.solenoid-volts',
  'fuel.solenoid-ohms',
  'fuel.solenoid-click',
  'fuel.solenoid-plunger',
  'fuel.needle-hold',
  'fuel.flow',
  'run.timed',
  'balance.cut-out',
  'balance.heat',
  'balance.rhythm',
  'valve.motion',
  'seal.compression',
  'seal.wet',
  'spark.magnet-at-tdc',
] as const satisfies readonly CheckId[];
export type DrawnCheck = (typeof DRAWN)[number];

/** Whether a check has a drawing. */
export const isDrawn = (check: string): check is DrawnCheck => (DRAWN as readonly string[]).includes(check);
