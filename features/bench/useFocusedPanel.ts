import { useEffect, useRef } from 'react';
import { writesElsewhere } from './boxFocus.ts';

/** Draws the focus to a panel that took the place of what was worked on, so that the next key falls into it. */
export function useFocusedPanel() {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!writesElsewhere(panel.current)) panel.current?.focus({ preventScroll: true });
  }, []);
  return panel;
}
