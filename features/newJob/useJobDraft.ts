import { useLayoutEffect, useRef, useState } from 'react';
import { blankJob, type JobDraft } from './jobDraft.ts';

const KEY = 'ridge-new-job';

/** The form of a new job, kept in this tab over a reload until the job is opened. */
export function useJobDraft() {
  const [draft, setDraft] = useState<JobDraft>(() => blankJob());
  const restored = useRef(false);
  // With what is drawn, not some time after: a reload may come at once.
  useLayoutEffect(() => {
    if (!restored.current) {
      restored.current = true;
      try {
        const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as JobDraft | null;
        if (kept?.ids) setDraft((blank) => ({ ...blank, ...kept, fresh: { ...blank.fresh, ...kept.fresh } }));
      } catch {
        sessionStorage.removeItem(KEY);
      }
      return;
    }
    sessionStorage.setItem(KEY, JSON.stringify(draft));
  }, [draft]);
  return { draft, setDraft, done: () => sessionStorage.removeItem(KEY) };
}
