'use client';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import type { Person } from '@/db/people.ts';
import { Button } from '@/ui/Button.tsx';
import { enter } from './client/keyring.ts';

const PIN_LEAST = 4;
const PIN_MOST = 8;
const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;

type Way = 'pin' | 'password';

/** What is typed of a key, and how it went; what was wrong is not kept. */
function useKey(person: Person, first: Way, onDone: () => void) {
  const [by, setBy] = useState(first);
  const [typed, setTyped] = useState('');
  const [tablet, setTablet] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: on to the box of the other way.
  useEffect(() => box.current?.focus(), [by]);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (busy) return;
    const name = tablet?.trim() ?? null;
    if (typed === '') return setWrong(by === 'pin' ? 'type the PIN' : 'type the password');
    if (by === 'pin' && typed.length < PIN_LEAST) return setWrong('a PIN has four to eight digits');
    if (name === '') return setWrong('give the tablet a name, such as "bench 2"');
    setBusy(true);
    const went = await enter({
      personId: person.id,
      ...(by === 'pin' ? { pin: typed } : { password: typed, ...(name === null ? {} : { tablet: name }) }),
    });
    setBusy(false);
    if (went.ok) return onDone();
    setWrong(went.message);
    setTyped('');
    box.current?.focus();
  };
  const otherWay = () => {
    setBy(by === 'pin' ? 'password' : 'pin');
    setTyped('');
    setWrong(null);
  };
  return { by, otherWay, typed, setTyped, tablet, setTablet, wrong, busy, box, send };
}

/** The PIN of one person on a pad for gloves, or a password; told when it was wrong. */
export function KeyEntry({
  person,
  first = 'pin',
  mayEnrol = false,
  onDone,
  onBack,
}: {
  readonly person: Person;
  readonly first?: Way;
  /** A password may make this device a tablet of the shop. */
  readonly mayEnrol?: boolean;
  readonly onDone: () => void;
  readonly onBack: () => void;
}) {
  const { by, otherWay, typed, setTyped, tablet, setTablet, wrong, busy, box, send } = useKey(person, first, onDone);
  const isPin = by === 'pin';
  return (
    <form onSubmit={send} className="space-y-3" aria-label={`${isPin ? 'PIN' : 'Password'} of ${person.name}`}>
      <p className="text-[1.5rem] leading-tight font-extrabold wrap-anywhere">{person.name}</p>
      <label className="block">
        <span className="text-[0.95rem] font-semibold">{isPin ? 'PIN' : 'Password'}</span>
        <input
          ref={box}
          type="password"
          inputMode={isPin ? 'numeric' : 'text'}
          autoComplete={isPin ? 'off' : 'current-password'}
          maxLength={isPin ? PIN_MOST : 128}
          value={typed}
          aria-invalid={wrong !== null}
          aria-describedby="key-wrong"
          onChange={(e) => setTyped(isPin ? e.target.value.replace(/\D/g, '') : e.target.value)}
          className="mt-1 min-h-16 w-full border-2 border-ink bg-sheet px-3 text-[1.9rem] font-bold tracking-widest"
        />
      </label>
      <p id="key-wrong" role="alert" className="min-h-6 font-bold text-rust">
        {wrong && `${wrong.charAt(0).toUpperCase()}${wrong.slice(1)}.`}
      </p>
      {isPin && <Pad busy={busy} onType={setTyped} />}
      {!isPin && mayEnrol && <Enrol tablet={tablet} onTablet={setTablet} />}
      {!isPin && (
        <Button type="submit" look="main" disabled={busy} className="min-h-16 w-full text-center! text-[1.2rem]">
          Sign in
        </Button>
      )}
      <div className="flex flex-wrap gap-x-4">
        <Button look="quiet" onClick={onBack}>
          Somebody else
        </Button>
        <Button look="quiet" onClick={otherWay}>
          {isPin ? 'By password' : 'By PIN'}
        </Button>
      </div>
    </form>
  );
}

function Pad({ busy, onType }: { busy: boolean; onType: (change: (typed: string) => string) => void }) {
  const add = (digit: string) => onType((typed) => (typed + digit).slice(0, PIN_MOST));
  return (
    <div className="grid grid-cols-3 gap-2">
      {DIGITS.map((digit) => (
        <PadKey key={digit} onPress={() => add(digit)}>
          {digit}
        </PadKey>
      ))}
      <PadKey label="Take back the last digit" onPress={() => onType((typed) => typed.slice(0, -1))}>
        ←
      </PadKey>
      <PadKey onPress={() => add('0')}>0</PadKey>
      <Button type="submit" look="main" disabled={busy} className="min-h-16 text-center! text-[1.2rem]">
        In
      </Button>
    </div>
  );
}

/** Makes this device a tablet of the shop, under a name. */
function Enrol({ tablet, onTablet }: { tablet: string | null; onTablet: (name: string | null) => void }) {
  return (
    <div className="space-y-1">
      <label className="flex min-h-tap items-center gap-2 font-semibold">
        <input
          type="checkbox"
          className="size-7 accent-iron"
          checked={tablet !== null}
          onChange={(e) => onTablet(e.target.checked ? '' : null)}
        />
        This is a tablet of the shop: PINs are enough here from now on
      </label>
      {tablet !== null && (
        <input
          type="text"
          aria-label="Name of the tablet"
          placeholder="bench 2"
          maxLength={120}
          value={tablet}
          onChange={(e) => onTablet(e.target.value)}
          className="min-h-tap w-full border-2 border-line bg-sheet px-2"
        />
      )}
    </div>
  );
}

function PadKey({ children, label, onPress }: { children: string; label?: string; onPress: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onPress}
      className="min-h-16 border-2 border-line bg-sheet text-center text-[1.6rem] font-bold"
    >
      {children}
    </button>
  );
}
