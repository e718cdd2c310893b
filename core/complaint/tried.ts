import type { FaultId } from '../faults/ids.ts';
import { HISTORY_FLAGS, type HistoryFlag } from './history.ts';

/** What was tried on a machine before it came, as its owner tells it: the work, and what it would have cured. */
export const TRIED = {
  battery: { label: 'New battery', cures: ['power.battery-flat', 'power.battery-worn', 'power.battery-cell'] },
  charged: { label: 'Battery charged', cures: ['power.battery-flat'] },
  cables: { label: 'Cables and posts cleaned', cures: ['power.cable-positive', 'power.cable-ground'] },
  fuse: { label: 'New fuse', cures: ['power.fuse'] },
  'key-switch': { label: 'New key switch', cures: ['power.key-switch'] },
  interlock: { label: 'New seat or lever switch', cures: ['power.interlock'] },
  relay: { label: 'New start relay', cures: ['power.relay-dead', 'power.relay-contacts'] },
  starter: { label: 'New starter', cures: ['power.starter-weak', 'power.starter-drive'] },
  regulator: { label: 'New regulator', cures: ['charge.regulator'] },
  plugs: { label: 'New plugs', cures: ['spark.plug-fouled', 'spark.plug-gap'] },
  coils: {
    label: 'New coils',
    cures: ['spark.coil-open', 'spark.coil-hot', 'spark.coil-speed', 'spark.coil-weak'],
  },
  'air-gap': { label: 'Coil gap set', cures: ['spark.gap-wide', 'spark.gap-tight'] },
  'flywheel-key': { label: 'New flywheel key', cures: ['spark.flywheel-key'] },
  'fresh-fuel': { label: 'Fresh fuel', cures: ['fuel.stale', 'fuel.water', 'fuel.shut'] },
  'fuel-cap': { label: 'New fuel cap', cures: ['fuel.cap-vent'] },
  'fuel-filter': { label: 'New fuel filter', cures: ['fuel.filter'] },
  'fuel-line': { label: 'New fuel line', cures: ['fuel.line'] },
  'fuel-pump': { label: 'New fuel pump', cures: ['fuel.pump', 'fuel.pump-diaphragm'] },
  'fuel-solenoid': {
    label: 'New fuel solenoid',
    cures: ['fuel.solenoid-coil', 'fuel.solenoid-shut', 'fuel.solenoid-open'],
  },
  carburettor: {
    label: 'Carburettor cleaned',
    cures: ['fuel.main-jet', 'fuel.idle-jet', 'fuel.barrel-jet', 'fuel.emulsion', 'fuel.inlet-screen'],
  },
  needle: { label: 'New float needle', cures: ['fuel.needle'] },
  'air-filter': { label: 'New air filter', cures: ['air.filter'] },
  valves: { label: 'Valves set', cures: ['valve.lash-wide', 'valve.lash-tight-intake', 'valve.lash-tight-exhaust'] },
  'head-gasket': { label: 'New head gasket', cures: ['seal.head-gasket-out', 'seal.head-gasket-gallery'] },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly cures: readonly FaultId[] }>>;

export type Tried = keyof typeof TRIED;
export const TRIED_IDS = Object.keys(TRIED) as readonly Tried[];

const TRIED_PREFIX = 'tried:';

/** The flags of a history in which that was tried. */
export const triedFlags = (tried: readonly Tried[]): string[] => [
  ...new Set(tried.flatMap((work) => TRIED[work].cures.map((fault) => `${TRIED_PREFIX}${fault}`))),
];

/**
 * A history as it is told: what the machine has been through, then what was tried on it.
 * @returns sentences, empty where nothing was told
 */
export function historyWords({
  flags,
  failsAfterMin = null,
  agreed = {},
}: {
  readonly flags: readonly string[];
  readonly failsAfterMin?: number | null;
  readonly agreed?: { readonly spendAtMost?: number | undefined; readonly proveFirst?: boolean | undefined };
}): string[] {
  const been = flags.flatMap((flag) => HISTORY_FLAGS[flag as HistoryFlag] ?? []);
  // What one work would have cured and another as well is told of the one that cures more.
  const told = TRIED_IDS.filter((work) => triedFlags([work]).every((flag) => flags.includes(flag)));
  const within = (work: Tried, other: Tried) =>
    work !== other &&
    TRIED[work].cures.length < TRIED[other].cures.length &&
    TRIED[work].cures.every((fault) => (TRIED[other].cures as readonly string[]).includes(fault));
  const tried = told.filter((work) => !told.some((other) => within(work, other))).map((work) => TRIED[work].label);
  return [
    ...(failsAfterMin === null ? [] : [`Fails after ${failsAfterMin} minutes.`]),
    ...(been.length > 0 ? [`${been.join(', ')}.`] : []),
    ...(tried.length > 0 ? [`Tried before it came: ${tried.join(', ')}.`] : []),
    ...(agreed.spendAtMost === undefined ? [] : [`To spend at most: ${agreed.spendAtMost}.`]),
    ...(agreed.proveFirst ? ['To be shown to run before money is spent.'] : []),
  ];
}
