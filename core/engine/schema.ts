import { z } from 'zod';
import { CRANK_PHASES, LAYOUTS } from './words.ts';

/** The words of an engine by which checks and faults are said to apply to it; what is left out is unknown. */
export const engineWords = z.strictObject({
  cylinders: z.number().int().min(1).max(3),
  layout: z.enum(LAYOUTS).default('unknown'),
  fuelFeed: z.enum(['gravity', 'pump', 'pulse-pump', 'unknown']).default('unknown'),
  lifters: z.enum(['solid', 'hydraulic', 'unknown']).default('unknown'),
  compressionRelease: z.enum(['none', 'automatic', 'unknown']).default('unknown'),
  carburettor: z.enum(['one-barrel', 'two-barrel', 'injection', 'unknown']).default('unknown'),
  ignition: z.enum(['coil-per-cylinder', 'one-coil', 'points', 'unknown']).default('unknown'),
  choke: z.enum(['hand', 'automatic', 'none', 'unknown']).optional(),
  /** Of a parallel twin: how far its crank turns from one piston's top to the other's [deg]. */
  crankPhase: z.enum(CRANK_PHASES).optional(),
  killDiodePolarity: z.enum(['to-common', 'from-common', 'unknown']).optional(),
});

export type EngineWords = z.infer<typeof engineWords>;

/** The words of an engine that somebody may come to know; how many cylinders it has is known from the first. */
export const wordsLearned = z.strictObject({
  layout: z.enum(LAYOUTS).optional(),
  fuelFeed: engineWords.shape.fuelFeed.unwrap().optional(),
  lifters: engineWords.shape.lifters.unwrap().optional(),
  compressionRelease: engineWords.shape.compressionRelease.unwrap().optional(),
  carburettor: engineWords.shape.carburettor.unwrap().optional(),
  ignition: engineWords.shape.ignition.unwrap().optional(),
  choke: engineWords.shape.choke,
  crankPhase: engineWords.shape.crankPhase,
  killDiodePolarity: engineWords.shape.killDiodePolarity,
});

const figure = (min: number, max: number) => z.number().min(min).max(max).nullable().optional();

/**
 * The figures of an engine sheet: one published list, the unit in every name. A figure nobody knows is null or absent, and
 * whatever needs it is then missing too, with the reason; nothing is filled in.
 */
export const engineFigures = z.strictObject({
  cylinders: z.number().int().min(1).max(3).optional(),
  layout: z.enum(LAYOUTS).optional(),
  compressionRelease: z.enum(['none', 'automatic', 'unknown']).optional(),
  boreMm: figure(30, 150),
  strokeMm: figure(30, 150),
  rodMm: figure(40, 300),
  compressionRatio: figure(4, 14),
  flywheelRimMm: figure(80, 500),
  flywheelTeeth: figure(20, 300),
  crankTaperMm: figure(8, 60),
  coilOhmsLow: figure(100, 50000),
  coilOhmsHigh: figure(100, 50000),
  coilGapLowMm: figure(0.05, 2),
  coilGapHighMm: figure(0.05, 2),
  plugGapMm: figure(0.2, 2),
  ratedCcaA: figure(50, 1200),
  solenoidOhmsLow: figure(1, 500),
  solenoidOhmsHigh: figure(1, 500),
  lashIntakeLowMm: figure(0, 1),
  lashIntakeHighMm: figure(0, 1),
  lashExhaustLowMm: figure(0, 1),
  lashExhaustHighMm: figure(0, 1),
  rockerRatio: figure(0.8, 2),
  adjusterKind: z.enum(['valve-screw', 'push-rod-screw', 'pivot-nut']).nullable().optional(),
  adjusterPitchMm: figure(0.3, 2.5),
  releaseBumpMm: figure(0, 2),
  lashAtPastTdcMm: figure(0, 30),
  intakeClosesAbdcDeg: figure(0, 120),
  statorVoltsAc: figure(5, 80),
  flywheelNutNm: figure(20, 300),
  plugNm: figure(5, 60),
  headBoltNm: figure(8, 120),
  coverScrewNm: figure(1, 40),
  oilLitres: figure(0.2, 10),
  idleRpm: figure(500, 3000),
  governedRpm: figure(1500, 6000),
});

/** Those of them that somebody may come to know, each alone; null takes one back. */
export const figuresLearned = engineFigures.omit({ cylinders: true, layout: true, compressionRelease: true });
