'use client';
import { useEffect, useRef, useState } from 'react';
import type { RidgePart } from '@/core/index.ts';
import type { Outline } from './ridgeShape.ts';

/** The outline as it was before it last changed. */
export function usePrevious(outline: Outline): Outline | null {
  const last = useRef(outline);
  const [previous, setPrevious] = useState<Outline | null>(null);
  useEffect(() => {
    if (sameHeights(last.current.parts, outline.parts)) return;
    setPrevious(last.current);
    last.current = outline;
  }, [outline]);
  return previous;
}

const sameHeights = (a: readonly RidgePart[], b: readonly RidgePart[]) =>
  a.every((part, i) => part.sides.every((side, c) => Math.abs(side.p - (b[i]?.sides[c]?.p ?? 0)) < 1e-4));
