/** Where a limit comes from, printed beside every verdict. */
export type RuleSource =
  | 'engine sheet'
  | 'house rule'
  | 'published source'
  | 'common practice'
  | 'from memory, adjustable';

export interface Rule {
  readonly value: number;
  readonly unit: string;
  readonly source: RuleSource;
  readonly note: string;
}

const rule = (value: number, unit: string, source: RuleSource, note: string): Rule => ({ value, unit, source, note });

/** Version of the default limits; stored with every reading judged by them. */
export const RULES_VERSION = '2026-11-30';

/** Default limits. A shop overrides them under House rules; an engine sheet overrides both. */
export const DEFAULT_RULES = {
  restVoltsFull: rule(12.4, 'V', 'from memory, adjustable', 'rested, flooded, 25 °C: about 70 % charge'),
  restVoltsFlat: rule(12.0, 'V', 'from memory, adjustable', 'under about 20 % charge'),
  restVoltsCellGone: rule(10.8, 'V', 'common practice', 'about 10.5 V after charge is one dead cell'),
  restMinutes: rule(60, 'min', 'common practice', 'rest before open-circuit volts mean anything'),
  ccaWornPercent: rule(70, '%', 'common practice', 'measured under 70 % of rated is worn'),
  ccaBadPercent: rule(35, '%', 'common practice', 'under a third of rated is done for'),
  testerChargePercent: rule(75, '%', 'common practice', 'a tester judges capacity only on a charged battery'),
  crankVoltsLow: rule(9.6, 'V', 'common practice', 'steady volts at the posts while cranking'),
  crankVoltsCollapse: rule(7.5, 'V', 'common practice', 'collapse: cell gone or locked engine'),
  crankVoltsHigh: rule(11.0, 'V', 'common practice', 'stays above 11 V while barely turning: the drop is downstream'),
  dropCableVolts: rule(0.25, 'V', 'common practice', 'one cable, without its length and gauge'),
  dropGroundVolts: rule(0.4, 'V', 'common practice', 'whole ground side'),
  dropRelayVolts: rule(0.2, 'V', 'common practice', 'relay contacts under starting current'),
  crankCurrentLowA: rule(50, 'A', 'from memory, adjustable', 'less turns nothing: high resistance or a dead starter'),
  crankCurrentHighA: rule(200, 'A', 'from memory, adjustable', 'more: tight engine or weak starter'),
  crankCurrentLockedA: rule(300, 'A', 'from memory, adjustable', 'about what a stalled starter takes'),
  signalVolts: rule(9.0, 'V', 'common practice', 'a start signal under load'),
  feedLostVolts: rule(0.5, 'V', 'common practice', 'a solenoid is fed within half a volt of the battery'),
  batteryVolts: rule(12.4, 'V', 'common practice', 'where no battery volts were taken'),
  drawMilliamps: rule(25, 'mA', 'common practice', 'standing draw, key off'),
  chargeLowVolts: rule(13.3, 'V', 'common practice', 'at full speed, less is a fault'),
  chargeGoodLowVolts: rule(13.8, 'V', 'common practice', 'at full speed; between is a maybe'),
  chargeGoodHighVolts: rule(14.7, 'V', 'common practice', 'at full speed; between is a maybe'),
  chargeHighVolts: rule(15.0, 'V', 'common practice', 'at full speed, more is a fault'),
  clutchOhmsLow: rule(2, 'ohm', 'common practice', 'blade clutch, 12 V; its sheet goes before it'),
  clutchOhmsHigh: rule(6, 'ohm', 'common practice', 'blade clutch, 12 V; its sheet goes before it'),
  chargeAfterMinutes: rule(3, 'min', 'common practice', 'running so long before charging volts mean anything'),
  regulatorDropVolts: rule(0.1, 'V', 'common practice', 'regulator case to battery negative, running'),
  pointsGapLowMm: rule(0.4, 'mm', 'common practice', '0.016 in'),
  pointsGapHighMm: rule(0.55, 'mm', 'common practice', '0.020 in and a hair'),
  plugGapMm: rule(0.76, 'mm', 'common practice', '0.030 in'),
  plugGapToleranceMm: rule(0.13, 'mm', 'from memory, adjustable', '0.005 in to either side'),
  killGroundedOhms: rule(2, 'ohm', 'common practice', 'to ground: connected'),
  killFreeOhms: rule(1000, 'ohm', 'common practice', 'to ground: free'),
  keyFeltDeg: rule(3, 'deg', 'common practice', 'timing off by more is felt'),
  keyKicksDeg: rule(8, 'deg', 'common practice', 'timing off by more kicks back'),
  solenoidOhmsLow: rule(15, 'ohm', 'common practice', 'without a sheet figure'),
  solenoidOhmsHigh: rule(60, 'ohm', 'common practice', 'without a sheet figure'),
  flowTimesDemand: rule(2, '', 'common practice', 'delivered flow against full-load demand'),
  oilFuelPercent: rule(5, '%', 'common practice', 'more means change, and again soon'),
  mixtureTurnsLow: rule(1.5, 'turns', 'common practice', 'screws start at 1 3/4 turns out'),
  mixtureTurnsHigh: rule(2, 'turns', 'common practice', 'screws start at 1 3/4 turns out'),
  lashIntakeLowMm: rule(0.076, 'mm', 'common practice', '0.003 in'),
  lashIntakeHighMm: rule(0.127, 'mm', 'common practice', '0.005 in'),
  lashExhaustLowMm: rule(0.127, 'mm', 'common practice', '0.005 in'),
  lashExhaustHighMm: rule(0.178, 'mm', 'common practice', '0.007 in'),
  lashPastTdcMm: rule(6.35, 'mm', 'common practice', 'a quarter inch past the top clears a compression release'),
  compressionLowPsi: rule(100, 'psi', 'common practice', 'no release, at sea level: less asks for leak-down'),
  compressionVeryLowPsi: rule(60, 'psi', 'common practice', 'no release, at sea level'),
  compressionNonePsi: rule(15, 'psi', 'common practice', 'nothing to speak of'),
  compressionReleasedHighPsi: rule(120, 'psi', 'common practice', 'a release fitted: more, and it is not acting'),
  compressionTwinPercent: rule(10, '%', 'common practice', 'twins further apart ask for leak-down'),
  compressionStrokes: rule(4, '', 'common practice', 'strokes until a gauge stands, four to six'),
  wetRisePercent: rule(15, '%', 'common practice', 'rise beyond what the oil itself makes: rings or bore'),
  leakGoodPercent: rule(10, '%', 'common practice', 'as read at 80 psi through 0.040 in'),
  leakLimitPercent: rule(20, '%', 'common practice', 'worn but usable up to here'),
  leakOpenPercent: rule(60, '%', 'common practice', 'hardly holds anything'),
  leakTwinPoints: rule(10, '%', 'common practice', 'twins further apart are a finding'),
  leakOrificeMm: rule(1.016, 'mm', 'published source', 'FAA AC 43.13-1B, 0.040 in'),
  holdNothingDeg: rule(3, 'deg', 'common practice', 'friction alone holds the crank under this'),
  shopAltitudeM: rule(0, 'm', 'house rule', 'height of the shop above the sea'),
  coilOhmsLow: rule(2500, 'ohm', 'common practice', 'small plain coil without a sheet figure'),
  coilOhmsHigh: rule(15000, 'ohm', 'common practice', 'upper end of coils seen without a sheet figure'),
  coilShortedOhms: rule(50, 'ohm', 'common practice', 'lead to ground below this is shorted'),
  coilTwinPercent: rule(15, '%', 'common practice', 'twins further apart than this are a finding'),
  coilTabPercent: rule(
    5,
    '%',
    'common practice',
    'lead to ground and lead to kill tab agree within this, on coils built so',
  ),
  coilFlexPercent: rule(10, '%', 'common practice', 'a value that jumps while flexed condemns lead or coil'),
  airGapLowMm: rule(0.2, 'mm', 'common practice', '0.008 in'),
  airGapHighMm: rule(0.3, 'mm', 'common practice', '0.012 in'),
  diodeForwardLowVolts: rule(0.45, 'V', 'common practice', 'silicon, meter diode range'),
  diodeForwardHighVolts: rule(0.7, 'V', 'common practice', 'silicon, meter diode range'),
  heatDeadRatio: rule(0.6, '', 'common practice', 'rise over ambient under 60 % of the twin: not pulling'),
  heatAlikeRatio: rule(0.85, '', 'common practice', '85 % and up: alike'),
  cutOutDeadRpm: rule(60, 'rpm', 'common practice', 'throttle held: a drop under this is a cylinder that does nothing'),
  cutOutWeakRpm: rule(300, 'rpm', 'common practice', 'throttle held: a healthy twin drops several hundred'),
  cutOutOpensDead: rule(
    1.15,
    '',
    'common practice',
    'governed: the throttle opens so little for a cylinder that does nothing',
  ),
  cutOutOpensPulls: rule(
    1.5,
    '',
    'common practice',
    'governed: it opens by half and more for one that pulls, twice on a sound twin',
  ),
  cutOutHeldMostRpm: rule(2000, 'rpm', 'common practice', 'a plate held by hand or clamp turns no faster'),
  topSpeedApartRpm: rule(150, 'rpm', 'common practice', 'top speed no load may be so far from the sheet'),
  needleLossPsiPerMin: rule(2, 'psi/min', 'common practice', '0.5 psi lost in 15 s from 5 psi'),
  pistonShortPercent: rule(95, '%', 'common practice', 'travel felt under 95 % of the stroke is short'),
} as const satisfies Record<string, Rule>;

export type RuleName = keyof typeof DEFAULT_RULES;
export type Rules = Readonly<Record<RuleName, Rule>>;
