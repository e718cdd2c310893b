import { todoOf } from '@/core/checks/todo.ts';

/** What is to be done for a check. */
export const Todo = ({ check }: { readonly check: string }) => (
  <p className="max-w-[64ch] text-[1.1rem] leading-snug">{todoOf(check)}</p>
);
