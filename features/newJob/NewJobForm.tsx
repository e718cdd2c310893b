'use client';
import { clsx } from 'clsx';
import { useRouter } from 'next/navigation';
import { type FormEvent, useMemo, useRef, useState } from 'react';
import { HISTORY_FLAGS, type InputIssue, SYMPTOM_IDS, SYMPTOMS, type Symptom } from '@/core/index.ts';
import type { Machine } from '@/db/machines.ts';
import { newId } from '@/features/bench/useRecord.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';

/** The commonest complaints, in the order they come in over the counter; common practice. */
const COMMON: readonly Symptom[] = [
  'low-power',
  'one-cylinder',
  'cranks-slow',
  'no-crank-click',
  'no-crank-silent',
  'cranks-no-start',
  'hard-start-cold',
  'hard-start-hot',
  'runs-rough',
  'will-not-shut-off',
  'dies-after-minutes',
  'cuts-out-at-speed',
  'pops-exhaust',
  'crank-stops',
  'battery-goes-flat',
  'fuel-drips',
];

const KINDS = [
  { value: 'zero-turn', label: 'Zero-turn' },
  { value: 'lawn-tractor', label: 'Lawn tractor' },
  { value: 'utility-vehicle', label: 'Utility vehicle' },
  { value: 'other', label: 'Other' },
] as const;
type Kind = (typeof KINDS)[number]['value'];

interface Props {
  readonly machines: readonly Machine[];
  readonly sheets: readonly { readonly id: string; readonly name: string }[];
  readonly personId: string | null;
}

const NEW = 'new';

/** A job in under a minute: which machine, what it does, when it is promised. */
export function NewJobForm({ machines, sheets, personId }: Props) {
  const router = useRouter();
  const ids = useRef({ job: newId(), complaint: newId(), machine: newId() });
  const [find, setFind] = useState('');
  const [machine, setMachine] = useState<string | null>(null);
  const [fresh, setFresh] = useState({
    tag: '',
    name: '',
    owner: '',
    kind: 'zero-turn' as Kind,
    sheetId: sheets[0]?.id ?? '',
  });
  const [complaint, setComplaint] = useState<readonly Symptom[]>([]);
  const [flags, setFlags] = useState<readonly string[]>([]);
  const [said, setSaid] = useState('');
  const [hours, setHours] = useState<string | null>(null);
  const [stored, setStored] = useState('');
  const [promised, setPromised] = useState('');
  const [issues, setIssues] = useState<readonly InputIssue[]>([]);
  const [busy, setBusy] = useState(false);
  const shown = useMemo(
    () => machines.filter((m) => `${m.tag} ${m.name} ${m.owner}`.toLowerCase().includes(find.trim().toLowerCase())),
    [machines, find],
  );
  const known = machines.find((m) => m.id === machine);
  const hoursText = hours ?? (known?.hours != null ? String(known.hours) : '');
  const issueOf = (...paths: string[]) =>
    issues.filter((i) => paths.some((p) => i.path.startsWith(`$.${p}`))).map((i) => i.message)[0];

  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (busy) return;
    const found: InputIssue[] = [];
    const figure = (text: string, path: string, what: string): number | null => {
      if (text.trim() === '') return null;
      const value = Number(text.trim().replace(',', '.'));
      if (!Number.isFinite(value) || value < 0) found.push({ path, message: `"${text}" is not a figure: ${what}` });
      return value;
    };
    const body = {
      id: ids.current.job,
      complaintId: ids.current.complaint,
      personId: personId ?? '',
      machineId: machine === NEW ? ids.current.machine : (machine ?? ''),
      newMachine: machine === NEW ? fresh : null,
      complaint,
      said,
      hours: figure(hoursText, '$.hours', 'type the hours, such as 410'),
      storedMonths: figure(stored, '$.storedMonths', 'type months, such as 5'),
      flags,
      promisedOn: promised === '' ? null : promised,
    };
    if (machine === null) found.push({ path: '$.machineId', message: 'pick the machine' });
    if (complaint.length === 0) found.push({ path: '$.complaint', message: 'pick at least one thing it does' });
    if (personId === null) found.push({ path: '$.personId', message: 'pick who you are at the top' });
    setIssues(found);
    if (found.length > 0) return;
    setBusy(true);
    try {
      const response = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      const answer = (await response.json()) as { id?: string; issues?: InputIssue[] };
      if (response.ok && answer.id) return router.push(`/jobs/${answer.id}`);
      setIssues(answer.issues ?? []);
    } catch {
      setIssues([{ path: '$', message: 'The shop computer does not answer. What you typed stays here: try again.' }]);
    }
    setBusy(false);
  };
  const toggle = <T extends string>(list: readonly T[], item: T): T[] =>
    list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
  const wrong = (message: string | undefined) => message && <p className="mt-1 font-bold text-rust">{message}</p>;
  return (
    <form onSubmit={submit} noValidate className="grid items-start gap-3 lg:grid-cols-2">
      <section className="bg-sheet p-4">
        <h2 className="mb-2 text-[1.3rem] font-extrabold">Which machine</h2>
        <input
          type="search"
          aria-label="Find a machine"
          placeholder="Find by tag, name or owner"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          className="min-h-12 w-full border-2 border-line bg-sheet px-2"
        />
        <div className="mt-2 max-h-[22rem] space-y-1 overflow-y-auto" role="radiogroup" aria-label="Machine">
          {shown.map((m) => (
            <MachineKey key={m.id} chosen={machine === m.id} onChoose={() => setMachine(m.id)}>
              <span className="font-bold">
                {m.tag} {m.name}
              </span>
              <span className="block text-[0.9rem] opacity-80">{m.owner}</span>
            </MachineKey>
          ))}
          {shown.length === 0 && machines.length > 0 && (
            <p className="py-2 text-soft">No machine of that name here yet.</p>
          )}
        </div>
        <div className="mt-1">
          <MachineKey chosen={machine === NEW} onChoose={() => setMachine(NEW)}>
            <span className="font-bold">A machine that was not here before</span>
          </MachineKey>
        </div>
        {wrong(issueOf('machineId'))}
        {machine === NEW && (
          <div className="mt-3 space-y-2 border-l-4 border-iron pl-3">
            <Choice<Kind>
              small
              label="Kind"
              options={KINDS}
              value={fresh.kind}
              onChange={(kind) => kind && setFresh({ ...fresh, kind })}
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
                  onChange={(e) => setFresh({ ...fresh, [name]: e.target.value })}
                  className="min-h-12 w-full border-2 border-line bg-sheet px-2"
                />
                {wrong(issueOf(`newMachine.${name}`))}
              </label>
            ))}
            <label className="block">
              <span className="font-semibold">Engine</span>
              <select
                value={fresh.sheetId}
                onChange={(e) => setFresh({ ...fresh, sheetId: e.target.value })}
                className="min-h-12 w-full border-2 border-line bg-sheet px-2"
              >
                {sheets.map((s) => (
                  <option key={s.id} value={s.id}>
                    {s.name}
                  </option>
                ))}
              </select>
            </label>
          </div>
        )}
        <div className="mt-3 flex flex-wrap gap-3">
          <label className="w-32">
            <span className="font-semibold">Hours</span>
            <input
              inputMode="decimal"
              value={hoursText}
              onChange={(e) => setHours(e.target.value)}
              className="min-h-12 w-full border-2 border-line bg-sheet px-2 text-[1.2rem] font-bold"
            />
            {wrong(issueOf('hours'))}
          </label>
          <label className="w-36">
            <span className="font-semibold">Stood, months</span>
            <input
              inputMode="decimal"
              value={stored}
              onChange={(e) => setStored(e.target.value)}
              className="min-h-12 w-full border-2 border-line bg-sheet px-2 text-[1.2rem] font-bold"
            />
            {wrong(issueOf('storedMonths'))}
          </label>
          <label className="w-48">
            <span className="font-semibold">Promised for</span>
            <input
              type="date"
              value={promised}
              onChange={(e) => setPromised(e.target.value)}
              className="min-h-12 w-full border-2 border-line bg-sheet px-2 text-[1.1rem] font-bold"
            />
            {wrong(issueOf('promisedOn'))}
          </label>
        </div>
      </section>
      <section className="bg-sheet p-4">
        <h2 className="mb-2 text-[1.3rem] font-extrabold">What it does</h2>
        <div className="flex flex-wrap gap-1.5">
          {COMMON.map((s) => (
            <Tick key={s} on={complaint.includes(s)} onToggle={() => setComplaint(toggle(complaint, s))}>
              {SYMPTOMS[s]}
            </Tick>
          ))}
        </div>
        <details className="mt-1">
          <summary className="flex min-h-12 items-center font-semibold underline decoration-line underline-offset-4">
            More
          </summary>
          <div className="flex flex-wrap gap-1.5">
            {SYMPTOM_IDS.filter((s) => !COMMON.includes(s)).map((s) => (
              <Tick key={s} on={complaint.includes(s)} onToggle={() => setComplaint(toggle(complaint, s))}>
                {SYMPTOMS[s]}
              </Tick>
            ))}
          </div>
        </details>
        {wrong(issueOf('complaint'))}
        <label className="mt-2 block">
          <span className="font-semibold">In the customer's words</span>
          <textarea
            value={said}
            rows={2}
            maxLength={2000}
            onChange={(e) => setSaid(e.target.value)}
            className="w-full border-2 border-line bg-sheet px-2 py-1"
          />
        </label>
        <details className="mt-1" open={flags.length > 0 || undefined}>
          <summary className="flex min-h-12 items-center font-semibold underline decoration-line underline-offset-4">
            What it has been through
          </summary>
          <div className="flex flex-wrap gap-1.5">
            {Object.entries(HISTORY_FLAGS).map(([id, label]) => (
              <Tick key={id} on={flags.includes(id)} onToggle={() => setFlags(toggle(flags, id))}>
                {label}
              </Tick>
            ))}
          </div>
          {wrong(issueOf('flags', 'history'))}
        </details>
        {issues
          .filter((i) => i.path === '$' || i.path.startsWith('$.personId'))
          .map((i) => (
            <p key={i.message} role="alert" className="mt-2 font-bold text-rust">
              {i.message}
            </p>
          ))}
        <Button look="main" type="submit" disabled={busy} className="mt-3 min-h-14 w-full text-[1.2rem]">
          {busy ? 'Opening ...' : 'Start the job'}
        </Button>
      </section>
    </form>
  );
}

function MachineKey({
  chosen,
  onChoose,
  children,
}: {
  chosen: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: a whole card is the key; a bare radio would be too small for a glove.
    <button
      type="button"
      role="radio"
      aria-checked={chosen}
      onClick={onChoose}
      className={clsx(
        'min-h-12 w-full border-2 px-3 py-1 text-left leading-tight',
        chosen ? 'border-iron bg-iron text-on-iron' : 'border-line bg-sheet',
      )}
    >
      {children}
    </button>
  );
}

function Tick({ on, onToggle, children }: { on: boolean; onToggle: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onToggle}
      className={clsx(
        'min-h-12 border-2 px-3 text-left leading-tight font-semibold',
        on ? 'border-iron bg-iron text-on-iron' : 'border-line bg-sheet',
      )}
    >
      {children}
    </button>
  );
}
