'use client';
import { useEffect, useRef } from 'react';
import { Button } from '@/ui/Button.tsx';
import { mayTakeFocus } from '@/ui/mayTakeFocus.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import { ComplaintPick } from './ComplaintPick.tsx';
import { NEW_MACHINE } from './jobDraft.ts';
import { MachinePick } from './MachinePick.tsx';
import { HowItCame, NewMachine, Said } from './newJobParts.tsx';
import { useNewJob } from './useNewJob.ts';

/** A job in under a minute: which machine, what it does, when it is promised. */
export function NewJobForm(props: Parameters<typeof useNewJob>[0]) {
  const { machines, sheets, habit } = props;
  const job = useNewJob(props);
  const { draft, set, issues, issueOf, busy } = job;
  const form = useRef<HTMLFormElement>(null);
  const findMachine = useRef<HTMLInputElement>(null);
  const findComplaint = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (mayTakeFocus(findMachine.current)) findMachine.current?.focus({ preventScroll: true });
  }, []);
  return (
    <form ref={form} onSubmit={job.submit} noValidate className="@container">
      {job.asking}
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
          <HowItCame job={job} habit={habit} />
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
          <Said draft={draft} set={set} issueOf={issueOf} />
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
