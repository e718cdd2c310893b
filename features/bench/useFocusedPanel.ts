import { useEffect, useRef } from 'react';
import { mayTakeFocus } from '@/ui/mayTakeFocus.ts';

/** Draws the focus to a panel that took the place of what was worked on, so that the next key falls into it. */
export function useFocusedPanel() {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    if (mayTakeFocus(panel.current)) panel.current?.focus({ preventScroll: true });
  }, []);
  return panel;
}
