/** Cautions, shown where the hazard is. Common practice; the engine maker's manual and local codes come first. */
export const CAUTIONS = {
  overspeed:
    'Over its top speed a flywheel or a rod can burst: key off at once, stand clear of the wheel. Nobody sets a governor by ear or bends its stop: tachometer, sheet, and the hole the maker names.',
  'plate-held':
    'A plate that is held defeats the governor: 2,000 rpm at most, a clamp that lets go at a tug, kill clip in the other hand. Let go of the plate before the cylinder fires again, and keep the clip.',
  'stops-dead':
    'It stopped dead: do not crank again, a bent rod is the price. Dipstick first, then plugs out, then turn by hand.',
  'open-plug-hole':
    'Plug hole open: ground every plug lead away from the holes, no ignition source, rag over the hole, eyes away.',
  'by-hand':
    'Key out, blade drive off, brake on, plug leads off and grounded (a magneto fires without a battery), negative battery lead off before shroud or flywheel work.',
  'kill-lead-off':
    'With a kill lead off the key may not stop the engine. Clip lead ready to ground the kill tab, low throttle, choke at hand, no load, one to two minutes only: no cooling air with the shroud off. Hands, hair and sleeves clear of the flywheel.',
  'secondary-voltage':
    'Tens of kilovolts: no bare hands, no pacemaker wearers, use a tester with a gap; never let a lead spark into free air.',
  battery:
    'Hydrogen, acid, a wrench across the terminals: eye protection, no sparks, ground lead off first and on last.',
  'carbon-monoxide': 'Running engine: outside or with extraction, always.',
  'hot-exhaust': 'Hot exhaust: infrared thermometer, or the back of a gloved hand near it, never on it.',
  'open-fuel':
    'Open fuel: leads grounded, container, cold exhaust, no grinding or switching nearby; wipe up before any start. Never taste, suck or judge fuel by skin.',
  'fuel-in-oil': 'Never run on oil thinned with fuel. What is drained is fuel: keep it and dispose of it as such.',
  'starter-direct':
    'Straight to the starter bypasses every interlock: neutral, brake, chocks, blades off, leads grounded, no fuel vapour; let the starter rest.',
  'liquid-lock':
    'Locked by liquid: plug leads grounded away from the holes, turn it out by hand first, starter only when dry. Ventilate, extinguisher at hand, no ignition source.',
  'jump-order':
    'Good battery: plus first, ground last and away from the battery; off again the other way round. The helping vehicle does not run.',
  'leak-down':
    'Air on a piston that is not at the top turns the crank hard. Regulator at zero first; hold the crank with a bar on its bolt on the drive side, not on the flywheel nut; nothing on blades or fan. On a vertical shaft the bolt is under the deck: never under the machine with air on, rather exact top or a locking tool, out of the arc of the bar.',
  primer: 'Primer: one short burst of a mild one, no flame, plug leads on, never into a hot engine, ventilated.',
  'compressed-air': 'Compressed air: glasses on, low pressure through passages and filters.',
  'raised-machine': 'Raised: wheel chocks and rated stands; not a jack, not a light ramp alone.',
  'flywheel-puller': 'Flywheel off with a puller, never by prying against the aluminium housing.',
  interlocks:
    'An interlock is bypassed for a test only, in neutral with blades off, and put back. The job stays open while a bypass is fitted.',
  'altered-safety':
    'Safety parts altered by others (a jumped seat switch, missing guards): write it down and tell the customer.',
  'bypass-fitted': 'A bypass is for a test only, in neutral with blades off, and comes off again.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** The same in a few words, for one line once it was read in full. */
export const CAUTIONS_IN_SHORT: Readonly<Record<CautionId, string>> = {
  overspeed: 'Over its top speed it can burst',
  'plate-held': 'A held plate defeats the governor',
  'stops-dead': 'Do not crank again',
  'open-plug-hole': 'Plug hole open',
  'by-hand': 'Turned by hand: key out, leads grounded',
  'kill-lead-off': 'The key may not stop it',
  'secondary-voltage': 'Tens of kilovolts',
  battery: 'Hydrogen and acid',
  'carbon-monoxide': 'Exhaust: outside or extraction',
  'hot-exhaust': 'Hot exhaust',
  'open-fuel': 'Open fuel',
  'fuel-in-oil': 'Fuel in the oil',
  'starter-direct': 'Interlocks bypassed',
  'liquid-lock': 'Locked by liquid',
  'jump-order': 'Order of the jump leads',
  'leak-down': 'Air turns the crank hard',
  primer: 'Primer: one short burst',
  'compressed-air': 'Compressed air',
  'raised-machine': 'Raised: stands and chocks',
  'flywheel-puller': 'Puller, no prying',
  interlocks: 'An interlock is bypassed',
  'altered-safety': 'Safety parts altered',
  'bypass-fitted': 'A bypass is fitted',
};

/** What withholds work until a step of its own is done: these always stand in full. */
export const GATING_CAUTIONS: ReadonlySet<CautionId> = new Set(['stops-dead', 'liquid-lock', 'overspeed']);
