'use client';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import type { StaffMember } from '@/db/people.ts';
import { STAFF_ROLES, type StaffRole } from '@/keys/permissions.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { Sessions, type Signed } from './Sessions.tsx';
import { useSubmit } from './useSubmit.ts';

const WHAT: Readonly<Record<StaffRole, string>> = {
  owner: 'everything, people and house rules among it',
  technician: 'the whole work; not people and house rules',
  learner: 'reads and records; passes over no gate, closes no job',
};

/** Everybody who works here, with role and keys; one at a time is changed. */
export function Staff({
  people,
  signed,
}: {
  people: readonly StaffMember[];
  /** Where each is signed in, by their id. */
  signed: Readonly<Record<string, readonly Signed[]>>;
}) {
  const [open, setOpen] = useState<string | 'new' | null>(null);
  return (
    <section aria-label="Who works here" className="border-t-8 border-iron bg-sheet p-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="text-[1.4rem] font-extrabold">Who works here</h2>
        <Button onClick={() => setOpen(open === 'new' ? null : 'new')}>Somebody new</Button>
      </div>
      {open === 'new' && <PersonForm key="new" person={null} onDone={() => setOpen(null)} />}
      <ul className="mt-2 divide-y-2 divide-line">
        {people.map((person) => (
          <li key={person.id} className="py-1.5">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="min-w-48 text-[1.2rem] font-bold wrap-anywhere">{person.name}</span>
              <span className="min-w-32">{person.active ? person.role : 'gone'}</span>
              <span className="min-w-56 text-soft">{keysText(person)}</span>
              <Button
                className="ml-auto"
                aria-expanded={open === person.id}
                onClick={() => setOpen(open === person.id ? null : person.id)}
              >
                Change
              </Button>
            </div>
            {open === person.id && (
              <>
                <PersonForm person={person} onDone={() => setOpen(null)} />
                <Sessions signed={signed[person.id] ?? []} />
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const keysText = ({ hasPin, hasPassword }: StaffMember) =>
  [hasPin && 'PIN', hasPassword && 'password'].filter(Boolean).join(' and ') || 'no key yet: cannot sign in';

function PersonForm({ person, onDone }: { person: StaffMember | null; onDone: () => void }) {
  const router = useRouter();
  const [name, setName] = useState(person?.name ?? '');
  const [role, setRole] = useState((person?.role as StaffRole | undefined) ?? 'technician');
  const [active, setActive] = useState(person?.active ?? true);
  const [pin, setPin] = useState('');
  const [password, setPassword] = useState('');
  const { submit, busy, wrong } = useSubmit(
    '/api/people',
    () => ({
      ...(person ? { id: person.id } : {}),
      ...{ name, role, active },
      ...(pin === '' ? {} : { pin }),
      ...(password === '' ? {} : { password }),
    }),
    () => {
      router.refresh();
      onDone();
    },
  );
  return (
    <form onSubmit={submit} noValidate className="my-2 space-y-3 border-l-8 border-iron bg-well p-3">
      <Field label="Name" wrong={wrong('$.name')}>
        <input
          type="text"
          value={name}
          maxLength={120}
          onChange={(e) => setName(e.target.value)}
          className="min-h-tap w-full max-w-md border-2 border-line bg-sheet px-2"
        />
      </Field>
      <div>
        <Choice<StaffRole>
          label="Role"
          options={STAFF_ROLES.map((value) => ({ value, label: value }))}
          value={role}
          onChange={(value) => value && setRole(value)}
        />
        <p className="mt-1 text-[0.95rem] text-soft">{WHAT[role]}</p>
        <Wrong>{wrong('$.role')}</Wrong>
      </div>
      <KeyFields {...{ person, pin, password, wrong }} onPin={setPin} onPassword={setPassword} />
      {person && (
        <label className="flex min-h-tap items-center gap-2 font-semibold">
          <input
            type="checkbox"
            className="size-7 accent-iron"
            checked={active}
            onChange={(e) => setActive(e.target.checked)}
          />
          Works here
        </label>
      )}
      <Wrong>{wrong('$')}</Wrong>
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={busy}>
          Save
        </Button>
        <Button look="quiet" onClick={onDone}>
          Leave as it was
        </Button>
      </div>
    </form>
  );
}

function KeyFields({
  person,
  pin,
  password,
  wrong,
  onPin,
  onPassword,
}: {
  person: StaffMember | null;
  pin: string;
  password: string;
  wrong: (path: string) => string | null;
  onPin: (pin: string) => void;
  onPassword: (password: string) => void;
}) {
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-3">
      <Field label={person?.hasPin ? 'New PIN (empty: it stays)' : 'PIN'} wrong={wrong('$.pin')}>
        <input
          type="password"
          inputMode="numeric"
          autoComplete="off"
          value={pin}
          onChange={(e) => onPin(e.target.value)}
          className="min-h-tap w-44 border-2 border-line bg-sheet px-2"
        />
      </Field>
      <Field
        label={person?.hasPassword ? 'New password (empty: it stays)' : 'Password, for the office'}
        wrong={wrong('$.password')}
      >
        <input
          type="password"
          autoComplete="new-password"
          value={password}
          onChange={(e) => onPassword(e.target.value)}
          className="min-h-tap w-72 border-2 border-line bg-sheet px-2"
        />
      </Field>
    </div>
  );
}

function Field({ label, wrong, children }: { label: string; wrong: string | null; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child.
    <label className="block">
      <span className="block text-[0.95rem] font-semibold">{label}</span>
      {children}
      <Wrong>{wrong}</Wrong>
    </label>
  );
}
