/** Cautions, shown where the hazard is. Common practice; the engine maker's manual and local codes come first. */
export const CAUTIONS = {
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
  'bypass-fitted': 'A bypass is for a test only, in neutral with blades off, and comes off again.',
} as const;
export type CautionId = keyof typeof CAUTIONS;
