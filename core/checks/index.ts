import { airExhaust } from './air.exhaust.ts';
import { airIntakeSeal } from './air.intake-seal.ts';
import { balanceCutOut } from './balance.cut-out.ts';
import { balanceHeat } from './balance.heat.ts';
import { balanceRhythm } from './balance.rhythm.ts';
import { chargeRegulatorDrop } from './charge.regulator-drop.ts';
import { chargeStator } from './charge.stator.ts';
import { chargeVolts } from './charge.volts.ts';
import type { CheckDefinition } from './definition.ts';
import type { NumberField } from './field.ts';
import { fuelBowlLook } from './fuel.bowl-look.ts';
import { fuelBowlSealLook } from './fuel.bowl-seal-look.ts';
import { fuelCarburettorSwap } from './fuel.carburettor-swap.ts';
import { fuelChoke } from './fuel.choke.ts';
import { fuelFilter } from './fuel.filter.ts';
import { fuelFloat } from './fuel.float.ts';
import { fuelFlow } from './fuel.flow.ts';
import { fuelGovernorLink } from './fuel.governor-link.ts';
import { fuelGovernorPlate } from './fuel.governor-plate.ts';
import { fuelInjection } from './fuel.injection.ts';
import { fuelInletScreen } from './fuel.inlet-screen.ts';
import { fuelJetSeals } from './fuel.jet-seals.ts';
import { fuelJets } from './fuel.jets.ts';
import { fuelLineLook } from './fuel.line-look.ts';
import { fuelMixtureScrews } from './fuel.mixture-screws.ts';
import { fuelNeedleHold } from './fuel.needle-hold.ts';
import { fuelNeedleLook } from './fuel.needle-look.ts';
import { fuelPickup } from './fuel.pickup.ts';
import { fuelPump } from './fuel.pump.ts';
import { fuelSolenoidClick } from './fuel.solenoid-click.ts';
import { fuelSolenoidOhms } from './fuel.solenoid-ohms.ts';
import { fuelSolenoidPlunger } from './fuel.solenoid-plunger.ts';
import { fuelSolenoidVolts } from './fuel.solenoid-volts.ts';
import { fuelTap } from './fuel.tap.ts';
import { fuelVentHeard } from './fuel.vent-heard.ts';
import { lookAirFilter } from './look.air-filter.ts';
import { lookCooling } from './look.cooling.ts';
import { lookCrank } from './look.crank.ts';
import { lookFuel } from './look.fuel.ts';
import { lookOil } from './look.oil.ts';
import { lookRun } from './look.run.ts';
import { lookStains } from './look.stains.ts';
import { lookWiring } from './look.wiring.ts';
import { oilDrop } from './oil.drop.ts';
import { powerClutchOhms } from './power.clutch-ohms.ts';
import { powerCrankCurrent } from './power.crank-current.ts';
import { powerCrankVolts } from './power.crank-volts.ts';
import { powerDraw } from './power.draw.ts';
import { powerDropGround } from './power.drop-ground.ts';
import { powerDropPositive } from './power.drop-positive.ts';
import { powerDropRelay } from './power.drop-relay.ts';
import { powerFuse } from './power.fuse.ts';
import { powerInterlocks } from './power.interlocks.ts';
import { powerJump } from './power.jump.ts';
import { powerLoad } from './power.load.ts';
import { powerRelay } from './power.relay.ts';
import { powerRestVolts } from './power.rest-volts.ts';
import { powerRingTeeth } from './power.ring-teeth.ts';
import { powerStartSignal } from './power.start-signal.ts';
import { powerStarterDirect } from './power.starter-direct.ts';
import { powerTester } from './power.tester.ts';
import { runLeakWatch } from './run.leak-watch.ts';
import { runMinutes } from './run.minutes.ts';
import { runRestartHot } from './run.restart-hot.ts';
import { runShutOff } from './run.shut-off.ts';
import { runStartCold } from './run.start-cold.ts';
import { runTimed } from './run.timed.ts';
import { runTopSpeed } from './run.top-speed.ts';
import { sealBoreLook } from './seal.bore-look.ts';
import { sealCompression } from './seal.compression.ts';
import { sealCrankcaseVacuum } from './seal.crankcase-vacuum.ts';
import { sealDipstickHiss } from './seal.dipstick-hiss.ts';
import { sealFluidTest } from './seal.fluid-test.ts';
import { sealLeakDown } from './seal.leak-down.ts';
import { sealPistonMoves } from './seal.piston-moves.ts';
import { sealStudHoles } from './seal.stud-holes.ts';
import { sealThumb } from './seal.thumb.ts';
import { sealWet } from './seal.wet.ts';
import { sparkAirGap } from './spark.air-gap.ts';
import { sparkCoilOhms } from './spark.coil-ohms.ts';
import { sparkCoilSwap } from './spark.coil-swap.ts';
import { sparkCondenser } from './spark.condenser.ts';
import { sparkFlywheelNut } from './spark.flywheel-nut.ts';
import { sparkKey } from './spark.key.ts';
import { sparkKillContinuity } from './spark.kill-continuity.ts';
import { sparkKillDiode } from './spark.kill-diode.ts';
import { sparkKillOff } from './spark.kill-off.ts';
import { sparkKillOffAll } from './spark.kill-off-all.ts';
import { sparkLeadLook } from './spark.lead-look.ts';
import { sparkMagnet } from './spark.magnet.ts';
import { sparkMagnetAtTdc } from './spark.magnet-at-tdc.ts';
import { sparkOilSwitch } from './spark.oil-switch.ts';
import { sparkPlugGap } from './spark.plug-gap.ts';
import { sparkPlugLook } from './spark.plug-look.ts';
import { sparkPlugNew } from './spark.plug-new.ts';
import { sparkPlugSwap } from './spark.plug-swap.ts';
import { sparkPoints } from './spark.points.ts';
import { sparkTester } from './spark.tester.ts';
import { splitCapLoose } from './split.cap-loose.ts';
import { splitChoke } from './split.choke.ts';
import { splitPrimer } from './split.primer.ts';
import { turnByHand } from './turn.by-hand.ts';
import { turnPlugsOut } from './turn.plugs-out.ts';
import { turnPto } from './turn.pto.ts';
import { turnPtoDrag } from './turn.pto-drag.ts';
import { valveLash } from './valve.lash.ts';
import { valveLifter } from './valve.lifter.ts';
import { valveMotion } from './valve.motion.ts';
import { valvePushrods } from './valve.pushrods.ts';
import { valveRockerStuds } from './valve.rocker-studs.ts';
import { valveSprings } from './valve.springs.ts';

/** Every check of the catalogue, in the order of work. A new check is one line here. */
const CATALOGUE = [
  lookCrank,
  lookRun,
  lookOil,
  oilDrop,
  lookAirFilter,
  lookFuel,
  lookWiring,
  lookStains,
  lookCooling,
  powerRestVolts,
  powerTester,
  powerLoad,
  powerCrankVolts,
  powerJump,
  powerDropPositive,
  powerDropRelay,
  powerDropGround,
  powerStartSignal,
  powerRelay,
  powerStarterDirect,
  powerRingTeeth,
  powerCrankCurrent,
  powerFuse,
  powerInterlocks,
  powerClutchOhms,
  powerDraw,
  chargeVolts,
  chargeStator,
  chargeRegulatorDrop,
  turnByHand,
  turnPlugsOut,
  turnPto,
  turnPtoDrag,
  splitPrimer,
  splitChoke,
  splitCapLoose,
  balanceHeat,
  balanceCutOut,
  balanceRhythm,
  sparkTester,
  sparkPlugLook,
  sparkPlugGap,
  sparkPlugNew,
  sparkPlugSwap,
  sparkLeadLook,
  sparkKillOff,
  sparkKillOffAll,
  sparkKillContinuity,
  sparkOilSwitch,
  sparkPoints,
  sparkCondenser,
  sparkCoilOhms,
  sparkAirGap,
  sparkKillDiode,
  sparkCoilSwap,
  sparkMagnet,
  sparkMagnetAtTdc,
  sparkFlywheelNut,
  sparkKey,
  fuelTap,
  fuelVentHeard,
  fuelSolenoidClick,
  fuelSolenoidVolts,
  fuelSolenoidOhms,
  fuelSolenoidPlunger,
  fuelFlow,
  fuelPump,
  fuelLineLook,
  fuelFilter,
  fuelPickup,
  fuelInjection,
  fuelInletScreen,
  fuelBowlLook,
  fuelNeedleHold,
  fuelNeedleLook,
  fuelBowlSealLook,
  fuelFloat,
  fuelJets,
  fuelJetSeals,
  fuelMixtureScrews,
  fuelChoke,
  fuelCarburettorSwap,
  fuelGovernorLink,
  fuelGovernorPlate,
  airIntakeSeal,
  airExhaust,
  valveMotion,
  valvePushrods,
  valveRockerStuds,
  valveLash,
  valveSprings,
  valveLifter,
  sealThumb,
  sealCompression,
  sealWet,
  sealPistonMoves,
  sealLeakDown,
  sealDipstickHiss,
  sealFluidTest,
  sealStudHoles,
  sealBoreLook,
  sealCrankcaseVacuum,
  runTimed,
  runTopSpeed,
  runStartCold,
  runRestartHot,
  runMinutes,
  runLeakWatch,
  runShutOff,
] as const;

type KnownCheck = (typeof CATALOGUE)[number];
/** Ids of the checks, as the compiler knows them. */
export type CheckId = KnownCheck['id'];
/** The check of that id, with its own outcomes, states, fields and places. */
export type CheckOf<Id extends CheckId> = Extract<KnownCheck, { readonly id: Id }>;
/** What that check can say as a whole. */
export type OutcomeOf<Id extends CheckId> = CheckOf<Id>['outcomes'][number]['id'];
type PartOf<Id extends CheckId> = ReturnType<CheckOf<Id>['partsOf']>[number];
/** What it can say of one of its places. */
export type PlaceOutcomeOf<Id extends CheckId> = PartOf<Id>['outcomes'][number];
/** The places it speaks of; one on each cylinder is written with `[c]`. */
export type PlaceOf<Id extends CheckId> = OnCylinder<PartOf<Id>['id']>;
type OnCylinder<Place extends string> = Place extends `${infer Name}-${infer Rest}`
  ? Rest extends `${number}`
    ? `${Name}-[c]`
    : `${Name}-${OnCylinder<Rest>}`
  : Place;

export const CHECKS: readonly CheckDefinition[] = CATALOGUE;

/** The figure a check is about: that of each cylinder, or its first number; null where nothing is measured. */
export function mainFigure(check: CheckDefinition): NumberField | null {
  return (
    check.each ?? Object.values(check.fields).find((field): field is NumberField => field.kind === 'number') ?? null
  );
}

/** Everything some check needs, by name. */
export const INSTRUMENTS: readonly string[] = [...new Set(CHECKS.flatMap((check) => check.needs))].sort();

const BY_ID = new Map<string, CheckDefinition>(CHECKS.map((check) => [check.id, check]));

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

export { ACCESS, type AccessId, type AccessOnMachine, accessLabel, closedToRun, withAccess } from './access.ts';
export { type AccessPlan, accessPlan, USUAL_ACCESS } from './accessPlan.ts';
export { ACCESS_WAYS } from './accessWays.ts';
export { type Accuracy, accuracyOf, type NamedInstrument } from './accuracy.ts';
export * from './assessment.ts';
export * from './define.ts';
export * from './definition.ts';
export * from './field.ts';
export * from './reading.ts';
export * from './spec.ts';
