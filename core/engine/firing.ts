import type { EngineWords } from './schema.ts';

/**
 * Crank angles of the firings of a four-stroke engine within one cycle of 720 degrees, cylinder 1 first.
 * A 90-degree V-twin on one crank pin fires at 0 and 270; an opposed twin at 0 and 360; a parallel twin on a
 * 360-degree crank at 0 and 360, on a 180-degree crank at 0 and 180; three cylinders evenly.
 * @throws RangeError when the layout is unknown or cannot have that many cylinders, or the crank of a parallel twin is not known
 * @see Heywood, Internal Combustion Engine Fundamentals, ch. 1 (four-stroke cycle)
 * @example firingAnglesDeg({ cylinders: 2, layout: 'v-twin-90' }) // [0, 270]
 */
export function firingAnglesDeg(engine: Pick<EngineWords, 'cylinders' | 'layout' | 'crankPhase'>): number[] {
  const { cylinders, layout, crankPhase = 'unknown' } = engine;
  if ((layout === 'single') !== (cylinders === 1)) {
    throw new RangeError(`firingAnglesDeg: layout ${layout} cannot have ${cylinders} cylinder(s)`);
  }
  if (layout === 'unknown') throw new RangeError('firingAnglesDeg: the layout is unknown');
  if (cylinders === 1) return [0];
  if (cylinders === 3) return [0, 240, 480];
  if (layout !== 'parallel-twin') return layout === 'v-twin-90' ? [0, 270] : [0, 360];
  if (crankPhase === 'unknown') throw new RangeError('firingAnglesDeg: the crank of this parallel twin is not known');
  return crankPhase === '180' ? [0, 180] : [0, 360];
}
