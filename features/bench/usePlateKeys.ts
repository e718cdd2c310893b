import { type KeyboardEvent, type RefObject, useEffect } from 'react';
import { useLatest } from '@/ui/useLatest.ts';
import { focusFirst } from './boxFocus.ts';
import type { Draft } from './usePlateEntry.ts';

/** What is answered or typed elsewhere is no key of the plate. */
const ELSEWHERE = 'input, textarea, select, [role="dialog"]';

/** The plate from the keyboard: digits pick an outcome, Enter goes to the other side of a pair or records. */
export function usePlateKeys(
  form: RefObject<HTMLFormElement | null>,
  sides: readonly number[],
  drafts: readonly Draft[],
  isTaken: () => boolean,
) {
  const fieldset = (side: number) => form.current?.querySelector<HTMLElement>(`[data-side="${side}"]`) ?? null;
  /** On to the other side of a pair while that is empty; true when it went. */
  const goOn = (from: HTMLElement): boolean => {
    const at = sides.findIndex((side) => fieldset(side)?.contains(from));
    const next = drafts[at + 1];
    if (at < 0 || !next || next.drafted.state !== 'empty' || drafts[at]!.drafted.state === 'refused') return false;
    return focusFirst(fieldset(next.side));
  };
  const enter = (e: KeyboardEvent<HTMLElement>) => {
    if (e.key !== 'Enter' || e.ctrlKey || e.metaKey || e.altKey) return;
    const target = e.target as HTMLElement;
    // Space turns a key on and off; Enter takes what is on.
    const isEntry =
      target.role === 'radio' ||
      target.closest('[data-numbered] [aria-pressed]') !== null ||
      (target instanceof HTMLInputElement && target.type === 'text');
    if (!isEntry && target !== form.current) return;
    e.preventDefault();
    if (!goOn(target)) form.current?.requestSubmit();
  };
  // Digits pick an outcome, 0 the tenth, from wherever the focus is, unless something is typed.
  const digit = useLatest((e: globalThis.KeyboardEvent) => {
    const target = e.target as HTMLElement;
    if (!/^\d$/.test(e.key) || isTaken() || e.ctrlKey || e.metaKey || e.altKey || target.closest(ELSEWHERE)) return;
    const side =
      sides.find((s) => fieldset(s)?.contains(target)) ??
      drafts.find((d) => d.drafted.state === 'empty')?.side ??
      sides[0]!;
    const chosen = fieldset(side)?.querySelectorAll<HTMLElement>('[data-numbered] button')[(Number(e.key) + 9) % 10];
    if (!chosen) return;
    e.preventDefault();
    if (chosen.ariaChecked !== 'true') chosen.click();
    chosen.focus();
  });
  useEffect(() => {
    window.addEventListener('keydown', digit);
    return () => window.removeEventListener('keydown', digit);
  }, [digit]);
  return enter;
}
