import { type RefObject, useLayoutEffect, useRef } from 'react';
import { useLatest } from './useLatest.ts';

/**
 * What was typed into a box while the page's script was still on its way is taken up, after whatever the page restores of its own as
 * it is drawn and before the next key; the next drawing would wipe it.
 * @param given the box, where somebody else holds it too
 */
export function useTypedBefore<Box extends HTMLInputElement | HTMLTextAreaElement>(
  onType: (text: string) => void,
  given?: RefObject<Box | null>,
): RefObject<Box | null> {
  const own = useRef<Box>(null);
  const box = given ?? own;
  const take = useLatest(onType);
  useLayoutEffect(() => {
    const { value, defaultValue } = box.current!;
    if (value !== defaultValue) queueMicrotask(() => take(value));
  }, [box, take]);
  return box;
}
