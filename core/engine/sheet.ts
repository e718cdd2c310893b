import type { z } from 'zod';
import type { engineFigures } from './schema.ts';

export type EngineFigures = z.infer<typeof engineFigures>;
export type EngineFigureName = keyof EngineFigures;

/** Where one figure came from, shown wherever it decides. */
export const FIGURE_SOURCES = [
  'maker-sheet',
  'measured-here',
  'house-rule',
  'common-practice',
  'memory',
  'invented-demo',
] as const;
export type FigureSource = (typeof FIGURE_SOURCES)[number];
