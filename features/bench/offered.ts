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

/** What the engine sheet says of the fastener behind that access [N m]; null where it says nothing. */
export const torqueOnSheet = (behind: string | null, figures: EngineFigures): number | null =>
  behind === 'flywheel' ? (figures.flywheelNutNm ?? null) : null;
