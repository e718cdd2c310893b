import { useCallback, useRef } from 'react';
import { findCheck } from '@/core/index.ts';
import type { Entries, PlateCheck } from './plateCheck.ts';

export interface Draft {
  readonly plate: PlateCheck;
  readonly entries: Entries;
}

/** What is typed and not recorded yet, kept for this tab: a phone call and a reload do not lose it. */
export function useDraft(jobId: string) {
  const key = `ridge-draft/${jobId}`;
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const keep = useCallback(
    (draft: Draft) => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => sessionStorage.setItem(key, JSON.stringify(draft)), 150);
    },
    [key],
  );
  const drop = useCallback(() => {
    clearTimeout(timer.current);
    sessionStorage.removeItem(key);
  }, [key]);
  const kept = useCallback((): Draft | null => {
    try {
      const draft = JSON.parse(sessionStorage.getItem(key) ?? 'null') as Draft | null;
      return draft && findCheck(draft.plate.check) ? draft : null;
    } catch {
      return null;
    }
  }, [key]);
  return { keep, drop, kept };
}
