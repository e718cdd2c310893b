import type { z } from 'zod';
import type { EngineWords, figuresLearned, wordsLearned } from './schema.ts';
import type { EngineFigures } from './sheet.ts';
import { withLayout } from './words.ts';

/** What is known of an engine at some point of a job. */
export interface EngineKnown {
  readonly engine: EngineWords;
  readonly figures: EngineFigures;
}

/** What somebody came to know of it: only what is named here changes. */
export interface WhatIsLearnt {
  readonly words: z.infer<typeof wordsLearned>;
  readonly figures: z.infer<typeof figuresLearned>;
}

/** What is known once that was learnt besides. */
export const learnt = ({ engine, figures }: EngineKnown, { words, figures: own }: WhatIsLearnt): EngineKnown => ({
  engine: withLayout({ ...engine, ...words }),
  figures: { ...figures, ...own },
});
