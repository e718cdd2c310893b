import type { Agreed, Beside } from '@/core/index.ts';

/** What it may cost by what was said last: at the counter, or since; null where nobody said. A declined sum changes nothing. */
export const agreedUpTo = (agreed: Agreed, approvals: Beside['approvals']): number | null =>
  approvals.findLast(({ answer }) => answer === 'agreed')?.sum ?? agreed.spendAtMost ?? null;
