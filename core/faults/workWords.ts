import { CONDITIONS } from './conditions.ts';

/** The steps and the ways of each condition in words, for whoever prints them. */
export const CONDITION_WORK: Readonly<
  Record<string, { readonly steps: Readonly<Record<string, string>>; readonly ways: Readonly<Record<string, string>> }>
> = Object.fromEntries(
  CONDITIONS.map(({ id, work, waysIn }) => [
    id,
    {
      steps: Object.fromEntries(work.map((step) => [step.id, step.label])),
      ways: Object.fromEntries(waysIn.map((way) => [way.id, `${way.label}. ${way.prevents}`])),
    },
  ]),
);
