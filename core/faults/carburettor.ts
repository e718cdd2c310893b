import type { FaultId } from './ids.ts';

/** How deep the work on a carburettor went. */
export const CARBURETTOR_DEPTHS = ['in-place', 'stripped', 'kit', 'replaced'] as const;
export type CarburettorDepth = (typeof CARBURETTOR_DEPTHS)[number];

/** What was really done to it. */
export const CARBURETTOR_STEPS = [
  'bowl-off',
  'jets-out',
  'plugs-pulled',
  'bath',
  'seals-new',
  'needle-new',
  'float-set',
  'screen-cleaned',
  'screen-left-out',
  'solenoid-new',
  'gasket-new',
  'screws-set',
] as const;
export type CarburettorStep = (typeof CARBURETTOR_STEPS)[number];

export interface CarburettorWork {
  readonly depth: CarburettorDepth;
  readonly done: readonly CarburettorStep[];
}

/** Chance that a fault is still there: by the depth, and by what was really done, of which the best counts. */
interface Stays {
  readonly by: Readonly<Record<CarburettorDepth, number>>;
  readonly after?: readonly (readonly [steps: readonly CarburettorStep[], stays: number])[];
}
const by = (inPlace: number, stripped: number, replaced = 0.02): Stays['by'] => ({
  'in-place': inPlace,
  stripped,
  // A kit is worth what of it was fitted.
  kit: stripped,
  replaced,
});

/** From memory, adjustable: a jet that was not pulled was rinsed and not cleaned, a seal that was not renewed is the old one. */
const STAYS: { readonly [Id in FaultId]?: Stays } = {
  'fuel.main-jet': { by: by(0.5, 0.3), after: [[['jets-out'], 0.06]] },
  'fuel.idle-jet': {
    by: by(0.75, 0.5),
    after: [
      [['jets-out'], 0.25],
      [['plugs-pulled'], 0.2],
      [['plugs-pulled', 'bath'], 0.06],
    ],
  },
  'fuel.barrel-jet': { by: by(0.5, 0.35), after: [[['jets-out'], 0.07]] },
  'fuel.emulsion': {
    by: by(0.8, 0.6),
    after: [
      [['jets-out'], 0.2],
      [['jets-out', 'bath'], 0.1],
    ],
  },
  'fuel.needle': { by: by(0.85, 0.6), after: [[['needle-new'], 0.03]] },
  'fuel.float': { by: by(0.95, 0.6), after: [[['float-set'], 0.15]] },
  'fuel.bowl-seal': { by: by(1, 0.9), after: [[['seals-new'], 0.03]] },
  'fuel.jet-seal': {
    by: by(1, 0.95),
    after: [
      [['seals-new'], 0.3],
      [['seals-new', 'jets-out'], 0.04],
    ],
  },
  'fuel.inlet-screen': {
    by: by(0.9, 0.5),
    after: [
      [['screen-cleaned'], 0.05],
      [['screen-left-out'], 0.02],
    ],
  },
  // The solenoid is carried over or not: a new carburettor does not always bring one.
  'fuel.solenoid-shut': { by: by(0.7, 0.4, 0.3), after: [[['solenoid-new'], 0.02]] },
  'fuel.solenoid-open': { by: by(0.9, 0.8, 0.3), after: [[['solenoid-new'], 0.02]] },
  'fuel.solenoid-coil': { by: by(1, 1, 0.3), after: [[['solenoid-new'], 0.02]] },
  'fuel.mixture-off': { by: by(1, 0.6, 0.1), after: [[['screws-set'], 0.05]] },
  'air.intake-leak': { by: by(1, 0.7, 0.5), after: [[['gasket-new'], 0.35]] },
  'fuel.choke': { by: by(1, 0.9, 0.4) },
  'fuel.auto-choke': { by: by(1, 0.95, 0.4) },
};

/** Chance that a fault of the carburettor is still there after that work; 1 for what such work does not touch. */
export function staysAfter(fault: string, { depth, done }: CarburettorWork): number {
  const stays = STAYS[fault as FaultId];
  if (!stays) return 1;
  const reached = (stays.after ?? []).filter(([steps]) => steps.every((step) => done.includes(step)));
  return Math.min(stays.by[depth], ...reached.map(([, chance]) => chance));
}

/** What such work puts in, by what was left undone. From memory, adjustable. */
export function putInBy({
  depth,
  done,
}: CarburettorWork): readonly { readonly fault: FaultId; readonly chance: number }[] {
  const has = (step: CarburettorStep) => done.includes(step);
  const isOff = depth !== 'in-place';
  const isOpen = has('bowl-off') || depth === 'stripped' || depth === 'kit';
  const puts: [FaultId, number][] = [
    ['fuel.bowl-seal', isOpen && !has('seals-new') ? 0.03 : 0],
    ['fuel.jet-seal', has('jets-out') && !has('seals-new') ? 0.04 : 0],
    ['fuel.float', isOpen && depth !== 'in-place' && depth !== 'replaced' && !has('float-set') ? 0.03 : 0],
    // The two jets of a pair differ by about a thirtieth of a millimetre: they go back where they were.
    ['fuel.barrel-jet', has('jets-out') ? 0.01 : 0],
    ['fuel.mixture-off', isOff && !has('screws-set') ? 0.05 : 0],
    ['fuel.governor-link', isOff ? 0.02 : 0],
    ['fuel.governor-overspeed', isOff ? 0.01 : 0],
    ['air.intake-leak', isOff ? (has('gasket-new') ? 0.01 : 0.03) : 0],
  ];
  return puts.filter(([, chance]) => chance > 0).map(([fault, chance]) => ({ fault, chance }));
}

/** Work that is one job on many faults at once, under the name it is recorded by. */
export const CARBURETTOR_JOB = {
  id: 'fuel.carburettor',
  title: 'Carburettor',
  part: 'jets',
  repair: {
    action: 'cleaned',
    minutes: 45,
    access: ['carburettor'],
    retest: 'look.run',
    leaves: [],
    partsBand: [0, 160],
  },
  behind:
    'Dirt came through something: filter, tank, or fuel that stood. A finer filter, and the tap shut before the shed.',
} as const;

/** Whether that work made an end of a fault: more likely than not it is gone. */
export const madeAnEndOf = (fault: string, work: CarburettorWork): boolean => staysAfter(fault, work) < 0.5;

/** What lies on the bench beside it; common practice, no source. */
export const CARBURETTOR_CARD: readonly string[] = [
  'Bowl marked with a scratch before it comes off; photo of every link, and which hole it came out of.',
  'Rubber off before the bath: seals, needle tip, diaphragms.',
  'One jet at a time: the two of a pair differ by about a thirtieth of a millimetre. Left stays left.',
  'Bath 15 to 20 minutes, rinse, low air through every passage, glasses on.',
  'An emulsion hole is cleaned with a wire finer than it, never opened up.',
  'Float level by the sheet; float free, no fuel in it.',
  'Needle held upright and inverted at 5 psi: it stands.',
  'Mixture screws in until they seat, then 1 3/4 turns out, or by the sheet.',
  'New mounting gasket, links back in their holes, solenoid plugged in, fuel on: no drip.',
  'Top speed on a tachometer before anything else.',
];
