'use client';
import { type ReactNode, Suspense, useCallback, useRef, useState, useSyncExternalStore } from 'react';
import type { Person } from '@/db/people.ts';
import { activeHere, subscribe } from '@/features/people/client/active.ts';
import { later, useFetchedLater } from '@/ui/later.ts';

const WhoDialog = later(() => import('./WhoDialog.tsx').then((m) => m.WhoDialog));
const FETCHED = [WhoDialog];

/** Who is at this tablet, or null where nobody is signed in; what the browser keeps goes before what the page came with. */
export function usePerson(people: readonly Person[], first: Person | null): Person | null {
  const id = useSyncExternalStore(
    subscribe,
    () => {
      const active = activeHere();
      return active === undefined ? (first?.id ?? null) : (active?.personId ?? null);
    },
    () => first?.id ?? null,
  );
  return people.find((p) => p.id === id) ?? null;
}

/**
 * Nothing is taken down without a name, and nobody's name stands in for another's: where nobody is signed in any more it is
 * asked before the next event, and what was to be taken down then goes on by itself.
 */
export function useWho(people: readonly Person[], first: Person | null) {
  useFetchedLater(FETCHED);
  const person = usePerson(people, first);
  const [asked, setAsked] = useState(false);
  const waiting = useRef<((person: Person) => void) | null>(null);
  /** Does it under the name of who is at this tablet, at once or once that was said; true when at once. */
  const withPerson = useCallback(
    (work: (person: Person) => void): boolean => {
      if (person) work(person);
      else {
        waiting.current = work;
        setAsked(true);
      }
      return person !== null;
    },
    [person],
  );
  const close = () => {
    waiting.current = null;
    setAsked(false);
  };
  const choose = (chosen: Person) => {
    const work = waiting.current;
    close();
    work?.(chosen);
  };
  const asking: ReactNode = asked && (
    <Suspense fallback={null}>
      <WhoDialog people={people} onChoose={choose} onClose={close} />
    </Suspense>
  );
  return { person, withPerson, asking };
}
