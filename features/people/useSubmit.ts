import { type FormEvent, useState } from 'react';
import { type Issue, postJson } from './postJson.ts';

/**
 * A form that is sent as JSON, once at a time: what is wrong is told by its path, and what was typed stays.
 * @param taken told the answer once it was taken
 */
export function useSubmit(url: string, body: () => object, taken: (answer: unknown) => void | Promise<void>) {
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (busy) return;
    setBusy(true);
    const found = await postJson(url, body(), async (answer) => taken(answer));
    setIssues(found);
    // Once taken it leads elsewhere, and a second push finds nothing to do.
    if (found.length > 0) setBusy(false);
  };
  /** As a sentence. */
  const wrong = (path: string) => {
    const text = issues.find((i) => i.path === path)?.message;
    return text ? `${text.charAt(0).toUpperCase()}${text.slice(1)}.` : null;
  };
  return { submit, busy, wrong };
}
