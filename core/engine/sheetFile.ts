import { z } from 'zod';
import { type EngineWords, engineFigures, engineWords } from './schema.ts';
import { type EngineFigureName, FIGURE_SOURCES, type FigureSource } from './sheet.ts';
import { sheetIssues } from './sheetParts.ts';
import { withLayout } from './words.ts';

const entered = {
  source: z.enum(FIGURE_SOURCES),
  note: z.string().trim().max(400).nullable().default(null),
  by: z.string().max(120).optional(),
  at: z.iso.datetime({ offset: true }).optional(),
};

const { cylinders: _cylinders, layout: _layout, compressionRelease: _release, ...single } = engineFigures.shape;

/** A figure of a sheet: within its range, with where it came from. */
const figureSchemas = Object.fromEntries(
  Object.entries(single).map(([name, range]) => [
    name,
    z.strictObject({ value: range.unwrap().unwrap(), ...entered }).optional(),
  ]),
);

/** One figure of a sheet as a file holds it. */
export interface SheetFigureFile {
  readonly value: number | string;
  readonly source: FigureSource;
  readonly note: string | null;
  /** Who entered it, by name, and when; left out where nobody knows any more. */
  readonly by?: string;
  readonly at?: string;
}

/** An engine sheet as a file, version 1. */
export interface SheetFile {
  readonly format: 'ridge-bolt/engine-sheet';
  readonly version: 1;
  readonly name: string;
  readonly words: EngineWords;
  readonly figures: Readonly<Partial<Record<EngineFigureName, SheetFigureFile>>>;
}

/**
 * An engine sheet as a file, version 1: its name, its words, and each figure with where it came from. The unit is in every figure's name. It is as well
 * what a form sends.
 */
export const sheetFileSchema = z
  .strictObject({
    format: z.literal('ridge-bolt/engine-sheet'),
    version: z.literal(1),
    name: z.string().trim().min(1, 'give the engine a name').max(160),
    words: engineWords,
    figures: z.strictObject(figureSchemas),
  })
  .transform((file) => ({ ...file, words: withLayout(file.words) }) as SheetFile)
  .check((context) => {
    const { words, figures } = context.value;
    const plain = Object.fromEntries(Object.entries(figures).map(([name, { value }]) => [name, value]));
    for (const { name, message } of sheetIssues({ engine: words, figures: plain }))
      context.issues.push({
        code: 'custom',
        input: context.value,
        path: name in words ? ['words', name] : ['figures', name],
        message,
      });
  });
