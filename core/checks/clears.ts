import type { CheckId } from './index.ts';

/** What a reading of a check must not be trusted for; for who reads the verdict, and nothing a plate needs before. Common practice, no source. */
export interface Clears {
  /** What stays possible though the check is passed. */
  readonly cannotClear: readonly string[];
  /** What a failed result may only look like. */
  readonly mayOnlyMean?: readonly string[];
}

const UNDER_LOAD = ['the leg while no current flows: a drop shows only under load'];

const CLEARS: { readonly [Id in CheckId]: Clears } = {
  'air.exhaust': { cannotClear: [] },
  'air.intake-seal': { cannotClear: ['a seal that opens only hot'] },
  'balance.cut-out': {
    cannotClear: ['anything at governed speed: the governor opens the throttle and hides a lost cylinder'],
  },
  'balance.heat': { cannotClear: ['a cylinder that drops out hot or above some speed', 'why the cold one is cold'] },
  'balance.rhythm': {
    cannotClear: [
      'which cylinder: a cut-out or a spark pick-up tells',
      'a twin on one cylinder may idle sweetly and sound normal',
    ],
    mayOnlyMean: ['an ear nearer one exhaust, or mains hum in a recording: unequal or acoustic'],
  },
  'charge.regulator-drop': { cannotClear: ['the regulator itself'] },
  'charge.stator': { cannotClear: ['a stator that fails hot, or under load'] },
  'charge.volts': {
    cannotClear: ['charging hot, or with everything switched on'],
    mayOnlyMean: [
      'a flat battery that holds them down: charge it first',
      'the stator, the regulator or its ground: which of them, the next two checks say',
    ],
  },
  'fuel.bowl-look': { cannotClear: ['the jets above it'] },
  'fuel.bowl-seal-look': { cannotClear: [] },
  'fuel.carburettor-swap': {
    cannotClear: ['which part of the old one'],
    mayOnlyMean: ['an old gasket or a link that went back right this time'],
  },
  'fuel.choke': { cannotClear: [] },
  'fuel.filter': { cannotClear: ['fine dirt that passed it'] },
  'fuel.float': { cannotClear: [] },
  'fuel.flow': {
    cannotClear: ['inlet screen, needle and jets', 'flow that fails only after minutes'],
    mayOnlyMean: ['tap, pickup, line, filter, cap or pump: halve the line'],
  },
  'fuel.governor-link': { cannotClear: ['the governor inside'] },
  'fuel.governor-plate': {
    cannotClear: ['how fast it lets the engine turn: read the top speed'],
    mayOnlyMean: ['a lean mixture, where it hunts: the governor follows what it is given'],
  },
  'fuel.injection': { cannotClear: [] },
  'fuel.inlet-screen': { cannotClear: ['what already passed it into needle and jets'] },
  'fuel.jet-seals': { cannotClear: [] },
  'fuel.jets': { cannotClear: ['passages behind them that no light reaches'] },
  'fuel.line-look': { cannotClear: ['a line that closes only warm or under suction'] },
  'fuel.mixture-screws': { cannotClear: ['a jet behind it that is blocked', 'a seat that was screwed in too hard'] },
  'fuel.needle-hold': { cannotClear: ['a needle that leaks after hours, or with the next crumb of dirt'] },
  'fuel.needle-look': { cannotClear: ['a leak too fine to see: let it hold pressure'] },
  'fuel.pickup': { cannotClear: ['a leaf that swims back: look again after a run'] },
  'fuel.pump': {
    cannotClear: ['flow under load: measure it'],
    mayOnlyMean: ['a blocked line or filter before it, where it is weak'],
  },
  'fuel.solenoid-click': {
    cannotClear: ['a plunger that clicks and does not leave the jet', 'gum on the plunger', 'a jet blocked behind it'],
    mayOnlyMean: ['no volts at its plug'],
  },
  'fuel.solenoid-ohms': { cannotClear: ['the plunger, and the jet behind it'] },
  'fuel.solenoid-plunger': { cannotClear: ['how it moves hot'] },
  'fuel.solenoid-volts': {
    cannotClear: ['the plunger, and the jet behind it'],
    mayOnlyMean: ['a flat battery: hold it against the volts at the posts'],
  },
  'fuel.tap': { cannotClear: ['whether it is shut when the machine stands'] },
  'fuel.vent-heard': { cannotClear: ['a vent that closes only with a full tank'] },
  'look.air-filter': { cannotClear: ['dirt that went past it before it was changed'] },
  'look.cooling': { cannotClear: ['heat that comes from lean running or late spark'] },
  'look.crank': {
    cannotClear: ['a battery that only just manages cold', 'an uneven rhythm no ear picks up'],
    mayOnlyMean: ['a bad cable, where it cranks slowly: a worn battery cranks alike, volts at the posts part them'],
  },
  'look.fuel': { cannotClear: ['what stands in the bowl and the jets'] },
  'look.oil': { cannotClear: ['a little fuel in oil that nobody can smell'] },
  'look.run': {
    cannotClear: ['a twin running on one cylinder may sound normal at idle', 'faults that come with time and heat'],
  },
  'look.stains': { cannotClear: ['a leak that needs hours, or pressure, to show'] },
  'look.wiring': { cannotClear: ['what runs under the shroud', 'a break inside whole insulation'] },
  'oil.drop': { cannotClear: ['a few parts of fuel in a hundred'] },
  'power.clutch-ohms': { cannotClear: ['a winding that shorts only hot or shaken', 'the air gap of the clutch'] },
  'power.crank-current': {
    cannotClear: ['which cylinder, without a trace'],
    mayOnlyMean: ['a locked or tight engine pulling down a good starter, where it is high'],
  },
  'power.crank-volts': {
    cannotClear: ['a cable or joint: high volts here with a lazy starter mean the drop is downstream'],
    mayOnlyMean: ['a locked or tight engine pulling down a good battery'],
  },
  'power.draw': { cannotClear: ['a draw that comes and goes', 'a battery that loses its charge inside'] },
  'power.drop-ground': { cannotClear: UNDER_LOAD },
  'power.drop-positive': { cannotClear: UNDER_LOAD },
  'power.drop-relay': { cannotClear: UNDER_LOAD },
  'power.fuse': { cannotClear: ['what blew it: a new fuse that blows again is a finding'] },
  'power.interlocks': {
    cannotClear: ['a switch that opens only when the seat rocks', 'wires between switch and module'],
  },
  'power.jump': {
    cannotClear: ['the battery, unless the clamps bite and the cables are good'],
    mayOnlyMean: ['a clamp that does not bite, where it changes nothing'],
  },
  'power.load': {
    cannotClear: ['the posts and cables behind its clamps', 'anything, on a battery that is not charged'],
  },
  'power.relay': {
    cannotClear: ['its contacts: they burn while the coil still clicks'],
    mayOnlyMean: ['no start signal: key, interlock, fuse or wire before it'],
  },
  'power.rest-volts': { cannotClear: ['capacity: surface charge reads high, only a load or a tester tells'] },
  'power.ring-teeth': { cannotClear: ['the drive of the starter'] },
  'power.start-signal': {
    cannotClear: ['what lies before or behind the tap'],
    mayOnlyMean: ['key, interlock, fuse or wire: where along the line was it measured?'],
  },
  'power.starter-direct': { cannotClear: ['a starter that weakens hot'] },
  'power.tester': { cannotClear: ['the posts and cables behind its clamps', 'a battery that fails only hot'] },
  'run.leak-watch': { cannotClear: ['the next crumb of dirt'] },
  'run.minutes': { cannotClear: ['what comes only after hours or on a slope'] },
  'run.restart-hot': { cannotClear: [] },
  'run.shut-off': { cannotClear: ['the same with a hot engine'] },
  'run.start-cold': { cannotClear: ['a colder morning than this one'] },
  'run.timed': { cannotClear: ['what comes only after hours'] },
  'run.top-speed': { cannotClear: ['how it holds that speed under load'] },
  'seal.bore-look': { cannotClear: ['rings stuck in their grooves'] },
  'seal.compression': {
    cannotClear: [
      'anything, on an engine with an automatic compression release, a weak battery or a closed throttle: compare the cylinders',
      'a moderate leak: half of it lost costs about a tenth of the reading',
    ],
    mayOnlyMean: ['a release fitted, slow cranking, a closed throttle or a long adapter, where it is low'],
  },
  'seal.crankcase-vacuum': { cannotClear: ['a leak of one side that the other covers'] },
  'seal.dipstick-hiss': {
    cannotClear: ['a valve that leaks: that is heard elsewhere'],
    mayOnlyMean: ['a gasket into the valve gallery: look into the bore'],
  },
  'seal.fluid-test': { cannotClear: ['a valve that leaks only hot'] },
  'seal.leak-down': {
    cannotClear: [
      'leaks that open hot',
      'a bent push rod: the valve simply never opens',
      'a piston that does not move',
    ],
    mayOnlyMean: [
      'the release or a tight lash holding the valve, or not at top dead centre, where it hisses at the exhaust',
    ],
  },
  'seal.piston-moves': { cannotClear: ['a slightly bent rod, unless the travel is measured against the stroke'] },
  'seal.stud-holes': { cannotClear: ['a head that is warped only hot'] },
  'seal.thumb': { cannotClear: ['actual compression: a thumb cannot tell 60 psi from 120'] },
  'seal.wet': { cannotClear: ['a bore scored so deep that oil does not seal it'] },
  'spark.air-gap': { cannotClear: ['the gap hot, or with a loose screw that shifts'] },
  'spark.coil-ohms': {
    cannotClear: ['electronics in the coil', 'heat failures'],
    mayOnlyMean: [
      'the lead, its terminal or a resistor boot, where it reads open: read again at the bare conductor while flexing',
    ],
  },
  'spark.coil-swap': { cannotClear: ['a coil that fails hot, if it was not run hot after the swap'] },
  'spark.condenser': { cannotClear: ['one that fails only hot'] },
  'spark.flywheel-nut': { cannotClear: ['the key under it: a tightened nut keeps a sheared key where it is'] },
  'spark.key': { cannotClear: ['a loose nut or a blow: the key sheared for a reason'] },
  'spark.kill-continuity': {
    cannotClear: ['the other side of the connector', 'a wire that touches only when the seat or the engine moves'],
  },
  'spark.kill-diode': {
    cannotClear: ['anything, with the coils still plugged in: leg to ground then reads the primary'],
  },
  'spark.kill-off-all': {
    cannotClear: ['the engine side of the connector: a shorted diode or a chafed leg under the shroud stays'],
    mayOnlyMean: [
      'an engine that starves, where it changes nothing running: the same connector feeds the fuel solenoid',
    ],
  },
  'spark.kill-off': {
    cannotClear: ['the coil itself when nothing changes: gap, lead and plug are still in the row'],
    mayOnlyMean: ["the partner's shorted diode draining this coil through the same wire"],
  },
  'spark.lead-look': { cannotClear: ['a break inside whole insulation: only flexing it on the meter tells'] },
  'spark.magnet-at-tdc': { cannotClear: ['a degree or two: the eye sees no less than three'] },
  'spark.magnet': { cannotClear: ['the coil; a magnet is hardly ever the culprit'] },
  'spark.oil-switch': { cannotClear: ['a float in it that drops on a slope'] },
  'spark.plug-gap': { cannotClear: ['the plug: cracks and leaks under pressure do not show'] },
  'spark.plug-look': {
    cannotClear: ['a crack under pressure and heat that the eye does not see'],
    mayOnlyMean: [
      'a cylinder dead for another reason, where the plug is wet or sooty: the plug is a witness, rarely the culprit',
    ],
  },
  'spark.plug-new': {
    cannotClear: ['anything but the plug and its gap', 'what fouled the old one: it fouls the new one too'],
  },
  'spark.plug-swap': { cannotClear: ['anything but the plug'] },
  'spark.points': { cannotClear: ['the condenser beside them'] },
  'spark.tester': {
    cannotClear: [
      'a coil that drops out hot or above some speed',
      "a kill lead or a partner's shorted diode that drains part of each pulse",
      'ignition timing (sheared flywheel key)',
      'a cylinder that sparks but does not burn (fuel, valve, rod)',
    ],
  },
  'split.cap-loose': { cannotClear: ['a tank that is nearly empty', 'a cap that blocks only when full'] },
  'split.choke': { cannotClear: ['which jet, and whether it is the jet or air drawn in'] },
  'split.primer': {
    cannotClear: ['fuel under load: it shows only that it can fire'],
    mayOnlyMean: ['a plug wet already', 'an intake choked with dirt', 'a battery too slow to spark'],
  },
  'turn.by-hand': {
    cannotClear: ['a release that fails only at speed'],
    mayOnlyMean: ['the blade clutch or the drive, until they are off'],
  },
  'turn.plugs-out': { cannotClear: ['what let the liquid in', 'a rod bent by the lock'] },
  'turn.pto-drag': { cannotClear: ['a bearing that binds only under the load of the belt'] },
  'turn.pto': { cannotClear: ['a clutch that seizes only when hot'] },
  'valve.lash': { cannotClear: ['equal travel of the valves', 'a stud that backs out under load'] },
  'valve.lifter': { cannotClear: ['a lifter after standing: spongy then is normal'] },
  'valve.motion': { cannotClear: ['lash', 'equal travel to a fraction', 'a stud that backs out under load'] },
  'valve.pushrods': { cannotClear: [] },
  'valve.rocker-studs': { cannotClear: ['a stud that backs out under load'] },
  'valve.springs': { cannotClear: [] },
};

/** What a reading of that check does not clear, and what it may only mean. */
export const clearsOf = (check: string): Required<Clears> => ({
  cannotClear: [],
  mayOnlyMean: [],
  ...(CLEARS as Readonly<Record<string, Clears>>)[check],
});
