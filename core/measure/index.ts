export { airKgPerM3, ambientPa, SEA_LEVEL_PA, seaLevelGaugePa } from './air.ts';
export {
  dropShares,
  governedDrop,
  type HeldSpeeds,
  harmonicHz,
  harmonicStrength,
  strengthFromHeldSpeeds,
  strengthRatio,
} from './balance.ts';
export { type Band, bandWeights, byLimits } from './bands.ts';
export { ccaEstimateA, chargePercent, crankCurrentBandA, loadMinVolts } from './battery.ts';
export { coilResistanceAt20C } from './coil.ts';
export {
  compressionGaugePa,
  effectiveRatio,
  POLYTROPIC_HIGH,
  POLYTROPIC_LOW,
  WET_DOSE_ML,
  wetDoseRisePercent,
} from './compression.ts';
export { type CrankedCylinder, crankingPeakPa, gaugeByStrokePa } from './cranking.ts';
export { demandMlPerMin, fuelInOilPercent } from './fuel.ts';
export { interpolate } from './interpolate.ts';
export { ADJUSTERS, type Adjuster, adjusterTurns, bladeBracket, releaseLeftMm } from './lash.ts';
export {
  heldPa,
  holeMm2,
  type LeakTester,
  leakAreaMm2,
  orificeFlow,
  orificeFromJetMm2,
  percentLeak,
  percentOnReference,
  REFERENCE_TESTER,
} from './leakDown.ts';
export { type Prospect, type RepairOrReplace, repairOrReplace } from './money.ts';
export { normalCdf } from './normal.ts';
export { type Outcome, type QuoteBands, quoteBands } from './quote.ts';
export { type SolenoidFindings, type SolenoidVerdict, solenoidVerdict } from './solenoid.ts';
export { aboveStarting, type Leg, legDropVolts, wireDiameterMm, wireOhmsPerM } from './wire.ts';
