import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

export interface Measured {
  /** Width of the element [px]. */
  readonly width: number;
  /** Size of the root's letters [px]. */
  readonly rem: number;
  /** False as long as width and letters are a guess. */
  readonly known: boolean;
}

/** Follows an element's width and the size of the letters; until it is known, what a laptop on a cart shows. */
export function useMeasured<T extends HTMLElement>(): [RefObject<T | null>, Measured] {
  const ref = useRef<T>(null);
  const [measured, setMeasured] = useState<Measured>({ width: 1262, rem: 17, known: false });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const look = () => {
      const width = element.clientWidth;
      const rem = Number.parseFloat(getComputedStyle(document.documentElement).fontSize);
      setMeasured((old) => (old.known && old.width === width && old.rem === rem ? old : { width, rem, known: true }));
    };
    look();
    const observer = new ResizeObserver(look);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, measured];
}
