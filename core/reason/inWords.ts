/** Decibans in the shop's words; null where a reading says next to nothing. */
export function inWords(
  decibans: number,
): 'strongly for' | 'for' | 'slightly for' | 'slightly against' | 'against' | 'strongly against' | null {
  const size = Math.abs(decibans);
  if (size < 1) return null;
  if (decibans > 0) return size >= 10 ? 'strongly for' : size >= 4 ? 'for' : 'slightly for';
  return size >= 10 ? 'strongly against' : size >= 4 ? 'against' : 'slightly against';
}
