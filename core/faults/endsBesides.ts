import { type FaultDefinition, sameRepair } from './define.ts';
import type { FaultId } from './ids.ts';

/**
 * What the usual work on one fault makes an end of besides, on the same cylinder: a new plug comes with its gap and a new coil with its lead; whoever sets a
 * governor sees what hangs loose on it, and whoever has a valve out what lay under it or held it. Common practice, no source.
 */
const ENDS_BESIDES: { readonly [F in FaultId]?: readonly FaultId[] } = {
  'spark.plug-fouled': ['spark.plug-gap'],
  'spark.coil-open': ['spark.plug-lead'],
  'spark.coil-hot': ['spark.plug-lead'],
  'spark.coil-speed': ['spark.plug-lead'],
  'spark.coil-weak': ['spark.plug-lead'],
  'fuel.governor-overspeed': ['fuel.governor-link'],
  'valve.intake-leak': ['valve.debris', 'valve.stuck'],
  'valve.exhaust-leak': ['valve.debris', 'valve.stuck'],
};

/** Whether the usual work on one fault makes an end of another as well, where both are on the same cylinder: it takes the same new part, or brings it along. */
export const endsBesides = (made: FaultDefinition, other: FaultDefinition): boolean =>
  sameRepair(made, other) || (ENDS_BESIDES[made.id]?.includes(other.id) ?? false);
