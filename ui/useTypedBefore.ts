import { type RefObject, useEffect, useRef } from 'react';
import { useLatest } from './useLatest.ts';

/**
 * What was typed into a box while the page's script was still on its way is taken up, after whatever the page restores of its own; the
 * next drawing would wipe it.
 */
export function useTypedBefore<Box extends HTMLInputElement | HTMLTextAreaElement>(
  onType: (text: string) => void,
): RefObject<Box | null> {
  const box = useRef<Box>(null);
  const take = useLatest(onType);
  useEffect(() => {
    const { value, defaultValue } = box.current!;
    if (value !== defaultValue) setTimeout(() => take(value));
  }, [take]);
  return box;
}
