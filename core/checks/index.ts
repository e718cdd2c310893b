import { balanceCutOut } from './balance.cut-out.ts';
import { balanceHeat } from './balance.heat.ts';
import type { CheckDefinition } from './define.ts';
import { fuelNeedleHold } from './fuel.needle-hold.ts';
import { lookCrank } from './look.crank.ts';
import { lookOil } from './look.oil.ts';
import { lookRun } from './look.run.ts';
import { lookWiring } from './look.wiring.ts';
import { powerCrankVolts } from './power.crank-volts.ts';
import { powerDropGround } from './power.drop-ground.ts';
import { powerDropPositive } from './power.drop-positive.ts';
import { powerRestVolts } from './power.rest-volts.ts';
import { powerStarterDirect } from './power.starter-direct.ts';
import { powerTester } from './power.tester.ts';
import { runMinutes } from './run.minutes.ts';
import { runShutOff } from './run.shut-off.ts';
import { sealPistonMoves } from './seal.piston-moves.ts';
import { sealThumb } from './seal.thumb.ts';
import { sparkAirGap } from './spark.air-gap.ts';
import { sparkCoilOhms } from './spark.coil-ohms.ts';
import { sparkCoilSwap } from './spark.coil-swap.ts';
import { sparkKillDiode } from './spark.kill-diode.ts';
import { sparkKillOff } from './spark.kill-off.ts';
import { sparkKillOffAll } from './spark.kill-off-all.ts';
import { sparkLeadLook } from './spark.lead-look.ts';
import { sparkPlugLook } from './spark.plug-look.ts';
import { sparkPlugSwap } from './spark.plug-swap.ts';
import { sparkTester } from './spark.tester.ts';

import { turnPlugsOut } from './turn.plugs-out.ts';
import { valveMotion } from './valve.motion.ts';

/** Every check of the catalogue, in the order of work. */
export const CHECKS: readonly CheckDefinition[] = [
  lookCrank,
  lookRun,
  lookOil,
  lookWiring,
  powerRestVolts,
  powerTester,
  powerCrankVolts,
  powerDropPositive,
  powerDropGround,
  powerStarterDirect,
  turnPlugsOut,
  balanceHeat,
  balanceCutOut,
  sparkTester,
  sparkPlugLook,
  sparkPlugSwap,
  sparkLeadLook,
  sparkKillOff,
  sparkKillOffAll,
  sparkCoilOhms,
  sparkAirGap,
  sparkKillDiode,
  sparkCoilSwap,
  fuelNeedleHold,
  valveMotion,
  sealThumb,
  sealPistonMoves,
  runShutOff,
  runMinutes,
];

const BY_ID = new Map(CHECKS.map((check) => [check.id, check]));

/** The check of that id, or undefined. */
export function findCheck(id: string): CheckDefinition | undefined {
  return BY_ID.get(id);
}

/** The check of that id. @throws RangeError for an unknown id */
export function checkOf(id: string): CheckDefinition {
  const check = BY_ID.get(id);
  if (!check) throw new RangeError(`checkOf: no check called ${id}`);
  return check;
}

export { ACCESS, accessChain, accessLabel, accessOf } from './access.ts';
export * from './define.ts';
