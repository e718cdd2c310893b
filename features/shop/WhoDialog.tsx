'use client';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import type { Person } from '@/db/people.ts';
import { liveHere } from '@/features/people/client/keyring.ts';
import { KeyEntry } from '@/features/people/KeyEntry.tsx';

/** Asks who is at this device, and for their PIN: at a switch, and before a line is taken down where nobody is signed in any more. */
export function WhoDialog({
  people,
  first = null,
  onChoose,
  onClose,
}: {
  people: readonly Person[];
  /** Whose name was tapped. */
  first?: Person | null;
  onChoose: (person: Person) => void;
  onClose: () => void;
}) {
  const [person, setPerson] = useState(first);
  const [live, setLive] = useState<readonly string[]>([]);
  useEffect(() => void liveHere().then(setLive), []);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/55" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-50 max-h-[94dvh] w-[min(30rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-t-8 border-iron bg-sheet p-5 text-ink">
          <Dialog.Title className="text-[1.9rem] leading-none font-extrabold [font-stretch:90%]">
            Who is at the bench?
          </Dialog.Title>
          <Dialog.Description className="mt-2 text-[1.05rem]">
            Every line carries the name of who is signed in. What is typed on the bench stays.
          </Dialog.Description>
          <div className="mt-4">
            {person ? (
              <KeyEntry person={person} onDone={() => onChoose(person)} onBack={() => setPerson(null)} />
            ) : (
              <div className="grid gap-2 sm:grid-cols-2">
                {people.map((each) => (
                  <button
                    key={each.id}
                    type="button"
                    onClick={() => setPerson(each)}
                    className="min-h-16 border-2 border-line bg-sheet px-4 text-left text-[1.3rem] leading-tight font-bold wrap-anywhere"
                  >
                    {each.name}
                    {live.includes(each.id) && (
                      <span className="block text-[0.85rem] font-normal text-soft">signed in on this device</span>
                    )}
                  </button>
                ))}
              </div>
            )}
          </div>
          {people.length === 0 && <p className="mt-3 font-bold text-rust">Nobody is written down as working here.</p>}
          <Dialog.Close className="mt-4 min-h-tap px-2 font-semibold underline decoration-line underline-offset-4">
            Not now
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
