import type { EngineFigures, EngineWords } from '@/core/index.ts';

/** What comes off first where that is opened, in the usual order. Common practice, no source. */
const BEHIND: Readonly<Record<string, readonly string[]>> = {
  'air-box': ['Air filter', 'Breather hose', 'Air box'],
  'blower-housing': ['Dipstick tube', 'Shroud bolts', 'Cooling shroud'],
  'fuel-line': ['Fuel line clamp'],
  bowl: ['Solenoid connector', 'Bowl bolt', 'Bowl'],
  carburettor: ['Fuel line', 'Solenoid connector', 'Choke link', 'Governor link', 'Governor spring', 'Carburettor'],
  'valve-cover[c]': ['Breather hose', 'Valve cover bolts'],
  'plug[c]': ['Plug'],
  'kill-leads': ['Kill connector'],
  'head[c]': ['Push rods', 'Head bolts', 'Head'],
  flywheel: ['Debris screen', 'Flywheel nut', 'Flywheel'],
  exhaust: ['Muffler bolts', 'Muffler'],
  battery: ['Ground cable', 'Positive cable', 'Battery'],
  belly: ['Belly pan'],
};

/** What may come off with what stands open, by its key of access. */
export function offeredBehind(open: readonly string[], engine: EngineWords): readonly { item: string; key: string }[] {
  return open.flatMap((key) => {
    const cylinder = /\[(\d)\]/.exec(key)?.[1];
    const side = cylinder !== undefined && engine.cylinders > 1 ? ` ${cylinder}` : '';
    return (BEHIND[key.replace(/\[\d\]/, '[c]')] ?? [])
      .filter((item) => item !== 'Solenoid connector' || engine.carburettor !== 'injection')
      .map((item) => ({ item: `${item}${side}`, key }));
  });
}

/** Which figure of the sheet a fastener is held to, by what it is behind. */
const TORQUES = [
  [/^flywheel$/, 'flywheelNutNm'],
  [/^plug/, 'plugNm'],
  [/^head/, 'headBoltNm'],
  [/^valve-cover/, 'coverScrewNm'],
] as const;

/** What the engine sheet says of the fastener behind that access [N m]; null where it says nothing. */
export function torqueOnSheet(behind: string | null, figures: EngineFigures): number | null {
  const name = TORQUES.find(([key]) => behind !== null && key.test(behind))?.[1];
  return (name && figures[name]) ?? null;
}

/** In which order several are tightened; null for one alone. Common practice; the maker's order comes first. */
export function sequenceOf(behind: string | null): string | null {
  if (behind === null) return null;
  if (/^head/.test(behind))
    return 'In thirds of the torque, from the middle outwards, crosswise; the maker’s order first.';
  return /^(valve-cover|blower|carburettor|exhaust)/.test(behind) ? 'All by hand first, then crosswise.' : null;
}
