import type { ComponentProps } from 'react';
import { TRIED, TRIED_IDS } from '@/core/complaint/tried.ts';
import { HISTORY_FLAGS } from '@/core/index.ts';
import { CYLINDERS, type CylinderKey } from '@/features/engines/cylinders.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Choice } from '@/ui/Choice.tsx';
import { useTypedBefore } from '@/ui/useTypedBefore.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import { failsWithTime, type JobDraft, KINDS, type Kind } from './jobDraft.ts';
import { Tick, toggled } from './Tick.tsx';
import type { useNewJob } from './useNewJob.ts';

const BOX = 'min-h-tap w-full border-2 border-line bg-sheet px-2';

/** How the machine came in: what changes from job to job. */
export function HowItCame({ job, habit }: { job: ReturnType<typeof useNewJob>; habit: Habit }) {
  const { draft, set, hoursText, issueOf } = job;
  return (
    <div className="mt-3 flex flex-wrap gap-3">
      <Figure label="Hours" value={hoursText} wrong={issueOf('hours')} onType={(hours) => set({ hours })} />
      <Figure
        label="Stood, months"
        value={draft.stored}
        wrong={issueOf('storedMonths')}
        onType={(stored) => set({ stored })}
      />
      {failsWithTime(draft) && (
        <Figure
          label="Fails after, min"
          value={draft.failsAfter}
          wrong={issueOf('failsAfterMin')}
          onType={(failsAfter) => set({ failsAfter })}
        />
      )}
      <Figure
        label={`Air, ${habit === 'metric' ? '°C' : '°F'}`}
        value={draft.air}
        wrong={issueOf('airTemperatureC')}
        onType={(air) => set({ air })}
      />
      <Figure
        label="Promised for"
        type="date"
        value={draft.promised}
        wrong={issueOf('promisedOn')}
        onType={(promised) => set({ promised })}
      />
    </div>
  );
}

function Figure({
  label,
  wrong,
  onType,
  ...box
}: { label: string; wrong: string | null; onType: (text: string) => void } & Pick<
  ComponentProps<'input'>,
  'value' | 'type'
>) {
  const typed = useTypedBefore<HTMLInputElement>(onType);
  return (
    <label className={box.type === 'date' ? 'min-w-48 flex-1' : 'min-w-36 flex-1'}>
      <span className="font-semibold">{label}</span>
      <input
        {...box}
        ref={typed}
        inputMode={box.type === 'date' ? undefined : 'decimal'}
        onChange={(e) => onType(e.target.value)}
        className={`${BOX} text-[1.15rem] font-bold`}
      />
      <Wrong>{wrong}</Wrong>
    </label>
  );
}

/** What the customer said, and what the machine has been through. */
export function Said({ draft, set, issueOf }: Pick<ReturnType<typeof useNewJob>, 'draft' | 'set' | 'issueOf'>) {
  const typed = useTypedBefore<HTMLTextAreaElement>((said) => set({ said }));
  return (
    <>
      <label className="mt-2 block">
        <span className="font-semibold">In the customer's words</span>
        <textarea
          ref={typed}
          value={draft.said}
          rows={2}
          maxLength={2000}
          onChange={(e) => set({ said: e.target.value })}
          className="w-full border-2 border-line bg-sheet px-2 py-1"
        />
      </label>
      <div className="mt-1 flex flex-wrap gap-x-6">
        <details className="open:basis-full" open={draft.flags.length > 0 || undefined}>
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
        <details className="open:basis-full" open={draft.tried.length > 0 || undefined}>
          <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
            What was tried on it already
          </summary>
          <div className="flex flex-wrap gap-1.5">
            {TRIED_IDS.map((id) => (
              <Tick key={id} on={draft.tried.includes(id)} onToggle={() => set({ tried: toggled(draft.tried, id) })}>
                {TRIED[id].label}
              </Tick>
            ))}
          </div>
        </details>
        <details className="open:basis-full" open={draft.spend !== '' || draft.proveFirst || undefined}>
          <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
            What was agreed
          </summary>
          <div className="flex flex-wrap items-end gap-3">
            <Figure
              label="To spend at most"
              value={draft.spend}
              wrong={issueOf('spendAtMost')}
              onType={(spend) => set({ spend })}
            />
            <Tick on={draft.proveFirst} onToggle={() => set({ proveFirst: !draft.proveFirst })}>
              Prove it runs before spending
            </Tick>
          </div>
        </details>
      </div>
    </>
  );
}

/** What has to be said of a machine that was not here before: its kind and its cylinders, and whose it is. */
export function NewMachine({
  fresh,
  sheets,
  issueOf,
  onChange,
}: {
  fresh: JobDraft['fresh'];
  sheets: readonly { readonly id: string; readonly name: string; readonly cylinders: number }[];
  issueOf: (...paths: string[]) => string | null;
  onChange: (change: Partial<JobDraft['fresh']>) => void;
}) {
  const known = sheets.filter((s) => s.cylinders === fresh.cylinders);
  const text = (name: 'tag' | 'name' | 'owner' | 'model' | 'serial', label: string, most: number) => (
    <label key={name} className="block min-w-40 flex-1">
      <span className="font-semibold">{label}</span>
      <input
        value={fresh[name]}
        maxLength={most}
        autoComplete="off"
        onChange={(e) => onChange({ [name]: e.target.value })}
        className={BOX}
      />
      <Wrong>{issueOf(`newMachine.${name}`)}</Wrong>
    </label>
  );
  return (
    <div className="mt-3 space-y-2 border-l-4 border-iron pl-3">
      <span className="font-semibold">Kind</span>
      <Choice<Kind>
        small
        label="Kind"
        options={KINDS}
        value={fresh.kind}
        onChange={(kind) => kind && onChange({ kind })}
      />
      <div>
        <span className="font-semibold">Cylinders</span>
        <Choice<CylinderKey>
          small
          label="Cylinders"
          options={CYLINDERS}
          value={fresh.cylinders === null ? null : (String(fresh.cylinders) as CylinderKey)}
          onChange={(n) => n && onChange({ cylinders: Number(n), sheetId: '' })}
        />
        <Wrong>{issueOf('newMachine.cylinders')}</Wrong>
      </div>
      <div className="flex flex-wrap gap-x-3 gap-y-2">
        {text('tag', 'Tag in the shop', 40)}
        {text('name', 'Machine', 200)}
      </div>
      {text('owner', 'Whose', 200)}
      <label className="block">
        <span className="font-semibold">Engine</span>
        <select value={fresh.sheetId} onChange={(e) => onChange({ sheetId: e.target.value })} className={BOX}>
          <option value="">No sheet of it yet: asked for as the work goes on</option>
          {known.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
        <Wrong>{issueOf('newMachine.sheetId')}</Wrong>
      </label>
      <div className="flex flex-wrap gap-x-3 gap-y-2">
        {text('model', 'Model, from its plate', 120)}
        {text('serial', 'Number, from its plate', 120)}
      </div>
    </div>
  );
}
