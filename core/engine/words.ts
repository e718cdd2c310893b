import { z } from 'zod';

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

export const MACHINE_KINDS = ['lawn-tractor', 'zero-turn', 'utility-vehicle', 'other'] as const;
export type MachineKind = (typeof MACHINE_KINDS)[number];

export const REPAIR_ACTIONS = ['replaced', 'adjusted', 'cleaned', 'repaired', 'bypassed', 'removed'] as const;
export type RepairAction = (typeof REPAIR_ACTIONS)[number];

export const LAYOUTS = ['single', 'v-twin-90', 'opposed-twin', 'parallel-twin'] as const;

/** What must be known of an engine before a check or a fault can be said to apply to it. */
export const engineWords = z.strictObject({
  cylinders: z.number().int().min(1).max(3),
  layout: z.enum(LAYOUTS),
  fuelFeed: z.enum(['gravity', 'pump', 'pulse-pump', 'unknown']),
  lifters: z.enum(['solid', 'hydraulic', 'unknown']),
  compressionRelease: z.enum(['none', 'automatic', 'unknown']),
  carburettor: z.enum(['one-barrel', 'two-barrel', 'unknown']),
  ignition: z.enum(['coil-per-cylinder', 'one-coil', 'points', 'unknown']),
});
export type EngineWords = z.infer<typeof engineWords>;

/** Cylinder numbers of an engine, 1..n. */
export function cylindersOf(engine: Pick<EngineWords, 'cylinders'>): number[] {
  return Array.from({ length: engine.cylinders }, (_, i) => i + 1);
}
