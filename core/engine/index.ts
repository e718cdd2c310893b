export { firingAnglesDeg } from './firing.ts';
export {
  type CylinderGeometry,
  clearanceMl,
  crankAngleDegAt,
  holdTorqueNm,
  pistonTravelMm,
  rimArcMm,
  rimChordMm,
  sweptMl,
  teethOf,
  timingOffsetDeg,
} from './geometry.ts';
export { type EngineWords, engineFigures, engineWords, withLayout } from './schema.ts';
export {
  type EngineFigureName,
  type EngineFigures,
  FIGURE_SOURCES,
  type FigureSource,
} from './sheet.ts';
export * from './words.ts';
