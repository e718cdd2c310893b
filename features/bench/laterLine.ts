import { later } from '@/ui/later.ts';

/** What was done about a condition, in the words of the conditions: more than a tape needs that tells of none. */
export const ConditionLine = later(() => import('./ConditionLine.tsx').then((m) => m.ConditionLine));

/** What was written down beside the tracing. */
export const BesideLine = later(() => import('./BesideLine.tsx').then((m) => m.BesideLine));
