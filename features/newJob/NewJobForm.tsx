'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { HISTORY_FLAGS, type InputIssue } from '@/core/index.ts';
import type { Machine } from '@/db/machines.ts';
import type { Person } from '@/db/people.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { ComplaintPick } from './ComplaintPick.tsx';
import { type JobDraft, KINDS, type Kind, NEW_MACHINE, requestOf } from './jobDraft.ts';
import { MachinePick } from './MachinePick.tsx';
import { Tick, toggled } from './Tick.tsx';
import { useJobDraft } from './useJobDraft.ts';

interface Props {
  readonly machines: readonly Machine[];
  readonly sheets: readonly { readonly id: string; readonly name: string }[];
  readonly people: readonly Person[];
  readonly person: Person | null;
  readonly habit: Habit;
}

const BOX = 'min-h-tap w-full border-2 border-line bg-sheet px-2';

/** A job in under a minute: which machine, what it does, when it is promised. */
export function NewJobForm({ machines, sheets, people, person, habit }: Props) {
  const router = useRouter();
  const { withPerson, asking } = useWho(people, person);
  const { draft, setDraft, done } = useJobDraft(sheets[0]?.id ?? '');
  const [issues, setIssues] = useState<readonly InputIssue[]>([]);
  const [busy, setBusy] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const findMachine = useRef<HTMLInputElement>(null);
  const findComplaint = useRef<HTMLInputElement>(null);
  useEffect(() => findMachine.current?.focus({ preventScroll: true }), []);
  const set = (change: Partial<JobDraft>) => setDraft((old) => ({ ...old, ...change }));
  const known = machines.find((m) => m.id === draft.machine);
  const hoursText = draft.hours ?? (known?.hours != null ? String(known.hours) : '');
  const issueOf = (...paths: string[]) =>
    issues.find((i) => paths.some((p) => i.path.startsWith(`$.${p}`)))?.message ?? null;

  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (busy) return;
    const { body, issues: found } = requestOf(draft, hoursText, habit);
    setIssues(found);
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
      const answer = (await response.json()) as { id?: string; issues?: InputIssue[] };
      if (response.ok && answer.id) {
        done();
        return router.push(`/jobs/${answer.id}`);
      }
      setIssues(answer.issues ?? []);
    } catch {
      setIssues([{ path: '$', message: 'The shop computer does not answer. What you typed stays here: try again.' }]);
    }
    setBusy(false);
  };
  return (
    <form ref={form} onSubmit={submit} noValidate className="@container">
      {asking}
      <div className="grid items-start gap-2 @4xl:grid-cols-2">
        <section className="min-w-0 bg-sheet p-4">
          <h2 className="mb-2 text-[1.3rem] font-extrabold">Which machine</h2>
          <MachinePick
            machines={machines}
            chosen={draft.machine}
            find={findMachine}
            onChoose={(machine) => set({ machine, hours: null })}
            onDone={() => findComplaint.current?.focus()}
          />
          <Wrong>{issueOf('machineId')}</Wrong>
          {draft.machine === NEW_MACHINE && (
            <NewMachine
              fresh={draft.fresh}
              sheets={sheets}
              issueOf={issueOf}
              onChange={(change) => set({ fresh: { ...draft.fresh, ...change } })}
            />
          )}
          <div className="mt-3 flex flex-wrap gap-3">
            <label className="min-w-32 flex-1">
              <span className="font-semibold">Hours</span>
              <input
                inputMode="decimal"
                value={hoursText}
                onChange={(e) => set({ hours: e.target.value })}
                className={`${BOX} text-[1.2rem] font-bold`}
              />
              <Wrong>{issueOf('hours')}</Wrong>
            </label>
            <label className="min-w-36 flex-1">
              <span className="font-semibold">Stood, months</span>
              <input
                inputMode="decimal"
                value={draft.stored}
                onChange={(e) => set({ stored: e.target.value })}
                className={`${BOX} text-[1.2rem] font-bold`}
              />
              <Wrong>{issueOf('storedMonths')}</Wrong>
            </label>
            <label className="min-w-36 flex-1">
              <span className="font-semibold">Air, {habit === 'metric' ? '°C' : '°F'}</span>
              <input
                inputMode="decimal"
                value={draft.air}
                onChange={(e) => set({ air: e.target.value })}
                className={`${BOX} text-[1.2rem] font-bold`}
              />
              <Wrong>{issueOf('airTemperatureC')}</Wrong>
            </label>
            <label className="min-w-48 flex-1">
              <span className="font-semibold">Promised for</span>
              <input
                type="date"
                value={draft.promised}
                onChange={(e) => set({ promised: e.target.value })}
                className={`${BOX} text-[1.1rem] font-bold`}
              />
              <Wrong>{issueOf('promisedOn')}</Wrong>
            </label>
          </div>
        </section>
        <section className="min-w-0 bg-sheet p-4">
          <h2 className="mb-2 text-[1.3rem] font-extrabold">What it does</h2>
          <ComplaintPick
            chosen={draft.complaint}
            find={findComplaint}
            onChange={(complaint) => set({ complaint })}
            onDone={() => form.current?.requestSubmit()}
          />
          <Wrong>{issueOf('complaint')}</Wrong>
          <label className="mt-2 block">
            <span className="font-semibold">In the customer's words</span>
            <textarea
              value={draft.said}
              rows={2}
              maxLength={2000}
              onChange={(e) => set({ said: e.target.value })}
              className="w-full border-2 border-line bg-sheet px-2 py-1"
            />
          </label>
          <details className="mt-1" open={draft.flags.length > 0 || undefined}>
            <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
              What it has been through
            </summary>
            <div className="flex flex-wrap gap-1.5">
              {Object.entries(HISTORY_FLAGS).map(([id, label]) => (
                <Tick key={id} on={draft.flags.includes(id)} onToggle={() => set({ flags: toggled(draft.flags, id) })}>
                  {label}
                </Tick>
              ))}
            </div>
          </details>
          <Wrong>{issueOf('flags', 'history')}</Wrong>
          {issues
            .filter((i) => i.path === '$' || i.path.startsWith('$.personId'))
            .map((i) => (
              <Wrong key={i.message}>{i.message}</Wrong>
            ))}
          <Button look="main" type="submit" disabled={busy} className="mt-3 min-h-14 w-full text-center text-[1.3rem]">
            {busy ? 'Opening ...' : 'Start the job'}
          </Button>
        </section>
      </div>
    </form>
  );
}

function NewMachine({
  fresh,
  sheets,
  issueOf,
  onChange,
}: {
  fresh: JobDraft['fresh'];
  sheets: Props['sheets'];
  issueOf: (...paths: string[]) => string | null;
  onChange: (change: Partial<JobDraft['fresh']>) => void;
}) {
  return (
    <div className="mt-3 space-y-2 border-l-4 border-iron pl-3">
      <Choice<Kind>
        small
        label="Kind"
        options={KINDS}
        value={fresh.kind}
        onChange={(kind) => kind && onChange({ kind })}
      />
      {(
        [
          ['tag', 'Tag in the shop', 40],
          ['name', 'Machine', 200],
          ['owner', 'Whose', 200],
        ] as const
      ).map(([name, label, most]) => (
        <label key={name} className="block">
          <span className="font-semibold">{label}</span>
          <input
            value={fresh[name]}
            maxLength={most}
            onChange={(e) => onChange({ [name]: e.target.value })}
            className={BOX}
          />
          <Wrong>{issueOf(`newMachine.${name}`)}</Wrong>
        </label>
      ))}
      <label className="block">
        <span className="font-semibold">Engine</span>
        <select value={fresh.sheetId} onChange={(e) => onChange({ sheetId: e.target.value })} className={BOX}>
          {sheets.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
        <Wrong>{issueOf('newMachine.sheetId')}</Wrong>
      </label>
    </div>
  );
}

function Wrong({ children }: { children: ReactNode }) {
  return children ? (
    <span role="alert" className="mt-1 block font-bold text-rust">
      {children}
    </span>
  ) : null;
}
