import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import type { InputIssue } from '@/core/index.ts';
import type { Machine } from '@/db/machines.ts';
import type { Person } from '@/db/people.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { blankJob, type JobDraft, requestOf } from './jobDraft.ts';
import { useJobDraft } from './useJobDraft.ts';

interface Around {
  readonly machines: readonly Machine[];
  readonly sheets: readonly { readonly id: string; readonly name: string; readonly cylinders: number }[];
  readonly people: readonly Person[];
  readonly person: Person | null;
  readonly habit: Habit;
}

/** A new job as it is being written; opened under the name of who is at this device. */
export function useNewJob({ machines, people, person, habit }: Around) {
  const router = useRouter();
  const { withPerson, asking } = useWho(people, person);
  const { draft, setDraft, done } = useJobDraft();
  const [missing, setMissing] = useState<readonly InputIssue[]>([]);
  const [refused, setRefused] = useState<readonly InputIssue[]>([]);
  const [busy, setBusy] = useState(false);
  const set = (change: Partial<JobDraft>) => setDraft((old) => ({ ...old, ...change }));
  const known = machines.find((m) => m.id === draft.machine);
  const hoursText = draft.hours ?? (known?.hours != null ? String(known.hours) : '');
  // What the form asked for is said no longer than it is missing.
  const still = missing.length > 0 ? requestOf(draft, hoursText, habit).issues : [];
  const issues = [...refused, ...still.filter((i) => missing.some((m) => m.path === i.path))];
  const issueOf = (...paths: string[]) =>
    issues.find((i) => paths.some((p) => i.path.startsWith(`$.${p}`)))?.message ?? null;

  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (busy) return;
    const { body, issues: found } = requestOf(draft, hoursText, habit);
    setMissing(found);
    setRefused([]);
    if (found.length === 0) withPerson((by) => void send({ ...body, personId: by.id }));
  };
  const send = async (body: object) => {
    setBusy(true);
    try {
      const response = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      const answer = (await response.json()) as { id?: string; code?: string; issues?: InputIssue[] };
      if (response.ok && answer.id) {
        done();
        return router.push(`/jobs/${answer.id}`);
      }
      // The same form again would be the same refusal: what is sent next is a job of its own.
      if (answer.code === 'used-form') set({ ids: blankJob().ids });
      setRefused(answer.issues ?? []);
    } catch {
      setRefused([{ path: '$', message: 'The shop computer does not answer. What you typed stays here: try again.' }]);
    }
    setBusy(false);
  };
  return { asking, draft, set, issues, issueOf, busy, hoursText, submit };
}
