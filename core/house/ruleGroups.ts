import type { RuleName } from './rules.ts';

/** Every limit in the shop's words, in the order of the work. */
export const RULE_GROUPS: readonly {
  readonly title: string;
  readonly rules: Readonly<Partial<Record<RuleName, string>>>;
}[] = [
  {
    title: 'Shop',
    rules: { shopAltitudeM: 'Height above the sea', batteryVolts: 'Battery, where it was not measured' },
  },
  {
    title: 'Battery and cranking',
    rules: {
      restMinutes: 'Rest before volts mean anything',
      restVoltsFull: 'Rest volts: charged from',
      restVoltsFlat: 'Rest volts: flat under',
      restVoltsCellGone: 'Rest volts: a cell gone under',
      testerChargePercent: 'Tester judges from a charge of',
      ccaWornPercent: 'Cold-cranking amps: worn under',
      ccaBadPercent: 'Cold-cranking amps: bad under',
      crankVoltsHigh: 'Cranking volts: stay high above',
      crankVoltsLow: 'Cranking volts: sag under',
      crankVoltsCollapse: 'Cranking volts: collapse under',
      crankCurrentLowA: 'Cranking current: low under',
      crankCurrentHighA: 'Cranking current: high above',
      crankCurrentLockedA: 'Cranking current: locked above',
      signalVolts: 'Start signal from',
      feedLostVolts: 'Feed may lose',
      dropCableVolts: 'Drop over a cable',
      dropRelayVolts: 'Drop over relay contacts',
      dropGroundVolts: 'Drop over the ground side',
    },
  },
  {
    title: 'Charging',
    rules: {
      chargeLowVolts: 'A fault under',
      chargeGoodLowVolts: 'Good from',
      chargeGoodHighVolts: 'Good up to',
      chargeHighVolts: 'A fault above',
      chargeAfterMinutes: 'After so many minutes',
      clutchOhmsLow: 'Blade clutch from',
      clutchOhmsHigh: 'Blade clutch to',
      regulatorDropVolts: 'Regulator case to battery',
      drawMilliamps: 'Draw standing',
    },
  },
  {
    title: 'Which cylinder',
    rules: {
      heatDeadRatio: 'Heat rise over the twin: dead under',
      heatAlikeRatio: 'Heat rise over the twin: alike from',
      cutOutDeadRpm: 'Cut out, throttle held: dead under',
      cutOutWeakRpm: 'Cut out, throttle held: weak under',
      cutOutOpensDead: 'Cut out, governed: dead, throttle opens under',
      cutOutOpensPulls: 'Cut out, governed: pulls, throttle opens from',
      cutOutHeldMostRpm: 'Cut out, plate held: at most',
      topSpeedApartRpm: 'Top speed, no load: may be off by',
    },
  },
  {
    title: 'Spark',
    rules: {
      pointsGapLowMm: 'Points gap from',
      pointsGapHighMm: 'Points gap to',
      airGapLowMm: 'Coil air gap from',
      airGapHighMm: 'Coil air gap to',
      plugGapMm: 'Plug gap',
      plugGapToleranceMm: 'Plug gap: to either side',
      coilShortedOhms: 'Coil: shorted under',
      coilOhmsLow: 'Coil from',
      coilOhmsHigh: 'Coil to',
      coilTwinPercent: 'Coils of a twin apart by',
      coilTabPercent: 'Coil to ground and to kill tab apart by',
      coilFlexPercent: 'Coil jumps, lead flexed, by',
      killGroundedOhms: 'Kill wire: grounded under',
      killFreeOhms: 'Kill wire: free above',
      diodeForwardLowVolts: 'Kill diode forward from',
      diodeForwardHighVolts: 'Kill diode forward to',
      keyFeltDeg: 'Key offset felt above',
      keyKicksDeg: 'Key offset kicks above',
    },
  },
  {
    title: 'Fuel',
    rules: {
      solenoidOhmsLow: 'Fuel solenoid from',
      solenoidOhmsHigh: 'Fuel solenoid to',
      flowTimesDemand: 'Flow, times the demand',
      mixtureTurnsLow: 'Mixture screws from',
      mixtureTurnsHigh: 'Mixture screws to',
      needleLossPsiPerMin: 'Needle may lose',
      oilFuelPercent: 'Fuel in the oil: change above',
    },
  },
  {
    title: 'Valves',
    rules: {
      lashIntakeLowMm: 'Intake lash from',
      lashIntakeHighMm: 'Intake lash to',
      lashExhaustLowMm: 'Exhaust lash from',
      lashExhaustHighMm: 'Exhaust lash to',
      lashPastTdcMm: 'Set past the top by',
    },
  },
  {
    title: 'Sealing',
    rules: {
      compressionLowPsi: 'Compression: low under',
      compressionVeryLowPsi: 'Compression: very low under',
      compressionNonePsi: 'Compression: none under',
      compressionReleasedHighPsi: 'Compression past a release: high over',
      compressionTwinPercent: 'Twins apart by',
      compressionStrokes: 'Strokes until it stands',
      wetRisePercent: 'Wet: rises by',
      leakGoodPercent: 'Leak-down: good up to',
      leakLimitPercent: 'Leak-down: worn up to',
      leakOpenPercent: 'Leak-down: open above',
      leakTwinPoints: 'Leak-down: twins apart by',
      leakOrificeMm: 'Orifice of the tester',
      holdNothingDeg: 'Crank holds itself under',
      pistonShortPercent: 'Piston travel: short under',
    },
  },
];

const LABELS: Readonly<Partial<Record<RuleName, string>>> = Object.assign({}, ...RULE_GROUPS.map((g) => g.rules));

/** How a limit is called on screen. */
export const ruleLabel = (name: RuleName): string => LABELS[name] ?? name;
