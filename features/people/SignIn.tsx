'use client';
import { useState } from 'react';
import { AppMark } from '@/ui/AppMark.tsx';
import { Button } from '@/ui/Button.tsx';
import { enter } from './client/keyring.ts';
import { KeyEntry } from './KeyEntry.tsx';

interface Named {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  /** Printed in the demo, where one tap is enough. */
  readonly pin: string | null;
}

/** The door: who works here, by name and key. */
export function SignIn({ people, to, byPin }: { people: readonly Named[]; to: string; byPin: boolean }) {
  const [person, setPerson] = useState<Named | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const isDemo = people.some((p) => p.pin !== null);
  const into = () => location.assign(to);
  const choose = async (chosen: Named) => {
    if (chosen.pin === null) return setPerson(chosen);
    setBusy(true);
    const went = await enter({ personId: chosen.id, pin: chosen.pin });
    setBusy(false);
    if (went.ok) return into();
    setWrong(went.message);
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-3xl flex-col justify-center gap-5 p-4">
      <h1 className="flex items-center gap-4 text-[2.4rem] leading-none font-extrabold [font-stretch:105%]">
        <AppMark className="size-16 shrink-0" />
        Ridge Bolt
      </h1>
      <section aria-label="Sign in" className="border-t-8 border-iron bg-sheet p-5">
        {person ? (
          <div className="mx-auto max-w-md">
            <KeyEntry
              person={person}
              first={byPin ? 'pin' : 'password'}
              mayEnrol={person.role === 'owner' && !byPin}
              onDone={into}
              onBack={() => setPerson(null)}
            />
          </div>
        ) : (
          <Names {...{ people, busy, wrong, byPin, isDemo }} onChoose={choose} />
        )}
      </section>
      {isDemo && person === null && (
        <p>
          <Button look="quiet" onClick={() => setPerson({ ...people[0]!, pin: null })}>
            Try the PIN pad
          </Button>
        </p>
      )}
    </main>
  );
}

function Names({
  people,
  busy,
  wrong,
  byPin,
  isDemo,
  onChoose,
}: {
  people: readonly Named[];
  busy: boolean;
  wrong: string | null;
  byPin: boolean;
  isDemo: boolean;
  onChoose: (person: Named) => Promise<void>;
}) {
  return (
    <>
      <h2 className="text-[1.6rem] font-extrabold">Who are you?</h2>
      {isDemo && (
        <p className="mt-1">The demo shop: everybody and everything here is invented, and one tap signs in.</p>
      )}
      <div className="mt-3 grid gap-2 sm:grid-cols-2">
        {people.map((each) => (
          <button
            key={each.id}
            type="button"
            disabled={busy}
            onClick={() => void onChoose(each)}
            className="min-h-20 border-2 border-line bg-sheet px-4 text-left text-[1.5rem] leading-tight font-bold wrap-anywhere"
          >
            {each.name}
            <span className="block text-[0.95rem] font-normal text-soft">
              {each.role}
              {each.pin && ` · PIN ${each.pin}`}
            </span>
          </button>
        ))}
      </div>
      {people.length === 0 && (
        <p className="mt-3 font-bold">Nobody has a key yet: the owner gives them out under Menu, People.</p>
      )}
      <p role="alert" className="mt-2 min-h-6 font-bold text-rust">
        {wrong}
      </p>
      {!byPin && (
        <p className="text-[0.95rem] text-soft">
          This device is no tablet of the shop yet: a password is asked for. Signed in by it, the owner can make it one.
        </p>
      )}
    </>
  );
}
