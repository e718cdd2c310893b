import 'server-only';
import { engineFigures, engineWords } from '@/core/index.ts';

/** Words and figures of an engine as its sheet holds them. */
export const wordsSchema = engineWords;
export const figuresSchema = engineFigures;
