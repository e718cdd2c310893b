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
export { type EngineKnown, learnt, type WhatIsLearnt } from './learnt.ts';
export { type EngineWords, engineFigures, engineWords, figuresLearned, wordsLearned } from './schema.ts';
export {
  type EngineFigureName,
  type EngineFigures,
  FIGURE_SOURCES,
  type FigureSource,
} from './sheet.ts';
export { type SheetFigureFile, type SheetFile, sheetFileSchema } from './sheetFile.ts';
export * from './words.ts';
