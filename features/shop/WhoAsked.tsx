'use client';
import { Dialog } from 'radix-ui';
import { type ReactNode, useCallback, useRef, useState, useSyncExternalStore } from 'react';
import type { Person } from '@/db/people.ts';
import { DeskCookie, keepCookie, keptCookie } from './deskCookies.ts';

const listeners = new Set<() => void>();

function subscribe(changed: () => void): () => void {
  listeners.add(changed);
  // Another tab of this tablet may have changed it.
  document.addEventListener('visibilitychange', changed);
  return () => {
    listeners.delete(changed);
    document.removeEventListener('visibilitychange', changed);
  };
}

/** Says who is at this tablet from now on. */
export function choosePerson(id: string): void {
  keepCookie(DeskCookie.person, id);
  for (const changed of listeners) changed();
}

/** Who is at this tablet, or null while nobody said; what the browser keeps goes before what the page came with. */
export function usePerson(people: readonly Person[], first: Person | null): Person | null {
  const id = useSyncExternalStore(
    subscribe,
    () => keptCookie(DeskCookie.person),
    () => first?.id ?? null,
  );
  return people.find((p) => p.id === id) ?? null;
}

/**
 * Nothing is taken down without a name, and nobody's name stands in for another's: where nobody said who is at this tablet it is
 * asked before the first event, and what was to be taken down then goes on by itself.
 */
export function useWho(people: readonly Person[], first: Person | null) {
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
    choosePerson(chosen.id);
    work?.(chosen);
  };
  const asking: ReactNode = asked ? <WhoAsked people={people} onChoose={choose} onClose={close} /> : null;
  return { person, withPerson, asking };
}

function WhoAsked({
  people,
  onChoose,
  onClose,
}: {
  people: readonly Person[];
  onChoose: (person: Person) => void;
  onClose: () => void;
}) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/55" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-t-8 border-iron bg-sheet p-5 text-ink">
          <Dialog.Title className="text-[1.9rem] leading-none font-extrabold [font-stretch:90%]">
            Who is at the bench?
          </Dialog.Title>
          <Dialog.Description className="mt-2 text-[1.05rem]">
            Every line carries a name. It is asked once on this device; at the top right it can be changed.
          </Dialog.Description>
          <div className="mt-4 grid gap-2 sm:grid-cols-2">
            {people.map((person) => (
              <button
                key={person.id}
                type="button"
                onClick={() => onChoose(person)}
                className="min-h-16 border-2 border-line bg-sheet px-4 text-left text-[1.3rem] font-bold wrap-anywhere"
              >
                {person.name}
              </button>
            ))}
          </div>
          {people.length === 0 && <p className="mt-3 font-bold text-rust">Nobody is written down as working here.</p>}
          <Dialog.Close className="mt-4 min-h-tap px-2 font-semibold underline decoration-line underline-offset-4">
            Not now: nothing is taken down
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
