/** How a fault or a check is named on one machine: its id, and the cylinder where it has one. Imports nothing. */

/** `spark.coil-open[2]`, or the bare id where there is no cylinder. */
export function instanceKey(id: string, cylinder: number | null | undefined): string {
  return cylinder == null ? id : `${id}[${cylinder}]`;
}

/** A key such as `spark.coil-open[2]` in its two parts. */
export function splitKey(key: string): { id: string; cylinder: number | null } {
  const match = /^(.*)\[(\d)\]$/.exec(key);
  return match ? { id: match[1]!, cylinder: Number(match[2]) } : { id: key, cylinder: null };
}
