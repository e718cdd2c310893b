/** The closed vocabulary of an engine and of how a check was made; the case file, the database and the screens share it. */
export const RUNNING_STATES = [
  'key-off',
  'key-on',
  'cranking',
  'idle',
  'half-speed',
  'full-speed',
  'loaded',
  'bench',
] as const;
export type RunningState = (typeof RUNNING_STATES)[number];

export const TEMPERATURES = ['cold', 'warm', 'hot'] as const;
export type Temperature = (typeof TEMPERATURES)[number];

/** States in which the engine turns under its own power. */
export const RUNNING: readonly RunningState[] = ['idle', 'half-speed', 'full-speed', 'loaded'];

/** States that ask something of the engine, each more than the one before. */
export const DEMANDING: readonly RunningState[] = ['cranking', ...RUNNING];

export const MACHINE_KINDS = ['lawn-tractor', 'zero-turn', 'utility-vehicle', 'other'] as const;
export type MachineKind = (typeof MACHINE_KINDS)[number];

export const REPAIR_ACTIONS = ['replaced', 'adjusted', 'cleaned', 'repaired', 'bypassed', 'removed'] as const;
export type RepairAction = (typeof REPAIR_ACTIONS)[number];

/** Angle between the crank pins of a parallel twin [degrees]. */
export const CRANK_PHASES = ['180', '360', 'unknown'] as const;

export const LAYOUTS = ['single', 'v-twin-90', 'opposed-twin', 'parallel-twin', 'unknown'] as const;

/** Cylinder numbers of an engine, 1..n. */
export function cylindersOf(engine: { readonly cylinders: number }): number[] {
  return Array.from({ length: engine.cylinders }, (_, i) => i + 1);
}

/**
 * Whether an engine has, or may have, what is asked: a word nobody said leaves it open.
 * @example mayBe(engine.ignition, 'coil-per-cylinder')
 */
export const mayBe = <Word extends string>(said: Word, ...asked: readonly Word[]): boolean =>
  said === 'unknown' || asked.includes(said);

/** One cylinder has one layout, said or not. */
export const withLayout = <Words extends { readonly cylinders: number; readonly layout: string }>(
  words: Words,
): Words => (words.cylinders === 1 && words.layout === 'unknown' ? { ...words, layout: 'single' } : words);

/** Whether its mixture comes, or may come, from a carburettor: bowl, jets, choke and their checks are not on an engine with injection. */
export const carburetted = (engine: { readonly carburettor?: string | undefined }): boolean =>
  engine.carburettor !== 'injection';

/** Whether a twin fires unevenly by its build (`firingAnglesDeg`); null where nobody knows. */
export function firesUnevenly({
  cylinders,
  layout,
  crankPhase = 'unknown',
}: {
  readonly cylinders: number;
  readonly layout: string;
  readonly crankPhase?: string | undefined;
}): boolean | null {
  if (cylinders !== 2 || layout === 'opposed-twin') return false;
  if (layout === 'v-twin-90') return true;
  return layout === 'unknown' || crankPhase === 'unknown' ? null : crankPhase === '180';
}
