import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
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
  const found = useRef<string | null>(null);
  // Read before anything can draw the box anew.
  useLayoutEffect(() => {
    const { value, defaultValue } = box.current!;
    if (value !== defaultValue) found.current = value;
  }, []);
  useEffect(() => {
    const text = found.current;
    found.current = null;
    if (text !== null) setTimeout(() => take(text));
  }, [take]);
  return box;
}
