export { firingAnglesDeg } from './firing.ts';
export { type CylinderGeometry, clearanceMl, crankAngleDegAt, pistonTravelMm, rimArcMm, sweptMl } from './geometry.ts';
export {
  type EngineFigureName,
  type EngineFigures,
  engineFigures,
  FIGURE_SOURCES,
  type FigureSource,
} from './sheet.ts';
export * from './words.ts';
