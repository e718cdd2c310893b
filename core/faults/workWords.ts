import { WORKED } from './conditions.ts';
import { DUTIES } from './duties.ts';

interface WorkWords {
  readonly title: string;
  readonly steps: Readonly<Record<string, string>>;
  readonly ways: Readonly<Record<string, string>>;
}

/** Work that is asked for, its steps and what can have let it come about in words, for whoever prints them. */
export const CONDITION_WORK: Readonly<Record<string, WorkWords>> = Object.fromEntries([
  ...WORKED.map(({ id, title, work, waysIn }): [string, WorkWords] => [
    id,
    {
      title,
      steps: Object.fromEntries(work.map((step) => [step.id, step.label])),
      ways: Object.fromEntries(waysIn.map((way) => [way.id, `${way.label}. ${way.prevents}`])),
    },
  ]),
  ...Object.entries(DUTIES).map(([id, { title, steps }]): [string, WorkWords] => [
    id,
    { title, steps: Object.fromEntries(steps.map((step) => [step.id, step.label])), ways: {} },
  ]),
]);
