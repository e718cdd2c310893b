export { type CutBar, type CutSeen, cutBars, type HeatBar, heatBars } from './balanceBars.ts';
export { type CoilPair, type CoilRow, type CoilSeen, coilPair } from './coilPair.ts';
export {
  type CrankStand,
  crankStand,
  type DialCylinder,
  type RimWay,
  STROKES,
  type Stroke,
  type Wants,
} from './crankStand.ts';
export { type Dial, type DialCheck, type DialZone, dialOf, loadTable } from './dials.ts';
export { type Arc, needleDeg, valueAtDeg } from './gauge.ts';
export * from './harness.ts';
export { JUMP_ORDER, type JumpEnd } from './jumpOrder.ts';
export { type LeakDownScene, type LeakDownSeen, leakDownScene, leakOf, readsOn } from './leakDown.ts';
export { type LimitBar, limitBar } from './limitBar.ts';
export { flowShares, type HoldSeen, needleLine } from './needleLine.ts';
export { SHOW_ME, type ShownFrame } from './showMe.ts';
export {
  SOLENOID_ROWS,
  type SolenoidLook,
  type SolenoidRow,
  type SolenoidTable,
  solenoidTable,
} from './solenoidTable.ts';
export { type HeatPoint, type TimedRun, type TimedSeen, timedRun } from './timedRun.ts';
export { type LadderRung, type ValveLadder, type ValveSeen, valveLadder } from './valveLadder.ts';
export {
  restCurve,
  STAIR_LEGS,
  type Stair,
  type StairLeg,
  type StairsSeen,
  type VoltageStairs,
  voltageStairs,
} from './voltageStairs.ts';
