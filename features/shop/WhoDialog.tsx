'use client';
import { Dialog } from 'radix-ui';
import type { Person } from '@/db/people.ts';

/** Asks who is at this device, before the first line is taken down. */
export function WhoDialog({
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
