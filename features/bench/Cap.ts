import { createContext } from 'react';
import type { Agreed } from '@/core/index.ts';
import type { NumberedLine } from './besides.ts';

/** What was agreed at the counter, and the tape since: what is bought is held against them. */
export const Cap = createContext<{ readonly agreed: Agreed; readonly lines: readonly NumberedLine[] }>({
  agreed: {},
  lines: [],
});
