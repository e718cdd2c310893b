import { z } from 'zod';
import { engineFigures, engineWords } from './schema.ts';
import { FIGURE_SOURCES } from './sheet.ts';
import { sheetIssues } from './sheetParts.ts';
import { withLayout } from './words.ts';

const entered = {
  source: z.enum(FIGURE_SOURCES),
  note: z.string().trim().max(400).nullable().default(null),
  /** Who entered it, by name, and when; left out where nobody knows any more. */
  by: z.string().max(120).optional(),
  at: z.iso.datetime({ offset: true }).optional(),
};

const { cylinders: _cylinders, layout: _layout, compressionRelease: _release, ...single } = engineFigures.shape;

/** A figure of a sheet: within its range, with where it came from. */
const figureSchemas = Object.fromEntries(
  Object.entries(single).map(([name, range]) => [
    name,
    z
      .strictObject({ value: (range as z.ZodOptional<z.ZodNullable<z.ZodNumber>>).unwrap().unwrap(), ...entered })
      .optional(),
  ]),
) as unknown as {
  readonly [Name in keyof typeof single]: z.ZodOptional<
    z.ZodObject<
      { value: z.ZodType<NonNullable<z.infer<(typeof single)[Name]>>>; [more: string]: z.ZodType } & typeof entered,
      z.core.$strict
    >
  >;
};

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
  .transform((file) => ({ ...file, words: withLayout(file.words) }))
  .check((context) => {
    const { words, figures } = context.value;
    const plain = Object.fromEntries(Object.entries(figures).map(([name, figure]) => [name, figure?.value]));
    for (const { name, message } of sheetIssues({ engine: words, figures: plain }))
      context.issues.push({
        code: 'custom',
        input: context.value,
        path: name in words ? ['words', name] : ['figures', name],
        message,
      });
  });

export type SheetFile = z.infer<typeof sheetFileSchema>;

/** One figure of it. */
export type SheetFigureFile = NonNullable<SheetFile['figures']['boreMm']>;
