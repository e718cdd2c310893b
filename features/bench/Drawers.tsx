'use client';
import Link from 'next/link';
import { type Dispatch, type ReactNode, Suspense, useEffect, useRef, useState } from 'react';
import type { CaseHead, CloseBlocker, FaultCards, RawEvent, Suspect } from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { KeyHint } from '@/ui/KeyHint.tsx';
import { useFaultCards } from './FaultWords.tsx';
import type { ActionCode } from './keys.ts';
import { AnyRepair, ClosePanel } from './panels.ts';
import type { Drawer, PlateAction, PlateView } from './plateReducer.ts';

const DRAWERS: readonly { readonly name: Drawer; readonly label: string; readonly code: ActionCode }[] = [
  { name: 'repair', label: 'Record a repair', code: 're' },
  { name: 'note', label: 'Write a note', code: 'no' },
  { name: 'close', label: 'Close the job', code: 'cl' },
];

const LINK = 'flex min-h-tap items-center px-2 font-semibold underline underline-offset-4';

/** What may be written down besides a check: a repair, a note, the end; and the ways out of the bench. */
export function Drawers({
  jobId,
  closed,
  head,
  suspects,
  blockers,
  view: { drawer, keysShown },
  dispatch,
  onRecord,
}: {
  jobId: string;
  closed: boolean;
  head: CaseHead;
  suspects: readonly Suspect[];
  blockers: readonly CloseBlocker[];
  view: Pick<PlateView, 'drawer' | 'keysShown'>;
  dispatch: Dispatch<PlateAction>;
  onRecord: (event: RawEvent, id: string) => void;
}) {
  const cards = useFaultCards();
  return (
    <>
      <div className="no-print flex flex-wrap items-center gap-2">
        {!closed &&
          DRAWERS.map(({ name, label, code }) => (
            <Button
              key={name}
              aria-expanded={drawer === name}
              onClick={() => dispatch({ kind: 'drawer', drawer: drawer === name ? null : name })}
            >
              {label} <KeyHint code={code} />
            </Button>
          ))}
        {!closed && (
          <Link href={`/jobs/${jobId}/sheet`} prefetch={false} className={LINK}>
            Job sheet
          </Link>
        )}
        <a href={`/api/jobs/${jobId}/case`} download className={LINK}>
          Case file
        </a>
        <Button
          onClick={() => dispatch({ kind: 'keys', shown: !keysShown })}
          aria-expanded={keysShown}
          aria-label="Keys and marks"
        >
          ?
        </Button>
      </div>
      {!closed && drawer !== null && (
        <Suspense key={drawer} fallback={null}>
          <DrawerBox>
            {drawer === 'repair' && (
              <AnyRepair house={head.house} keys={repairKeys(suspects, cards, head)} onRecord={onRecord} />
            )}
            {drawer === 'note' && <NoteForm onRecord={onRecord} />}
            {drawer === 'close' && <ClosePanel blockers={blockers} preset={null} onRecord={onRecord} />}
          </DrawerBox>
        </Suspense>
      )}
    </>
  );
}

/** An inline form; the focus goes into it when it opens. */
function DrawerBox({ children }: { children: ReactNode }) {
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>('select, textarea, button')?.focus();
  }, []);
  return (
    <section ref={box} tabIndex={-1} className="border-4 border-iron bg-sheet p-3">
      {children}
    </section>
  );
}

/** Suspects first, then conditions, then everything else on this engine. */
function repairKeys(suspects: readonly Suspect[], cards: FaultCards, { engine }: CaseHead): string[] {
  const suspected = suspects.map((s) => s.key);
  const own = Object.entries(cards);
  const all = own.flatMap(([id, card]) =>
    card.perCylinder
      ? Array.from({ length: engine.cylinders }, (_, i) => `${id}[${i + 1}]`)
      : card.isCondition
        ? []
        : [id],
  );
  const conditions = own.flatMap(([id, card]) => (card.isCondition ? [id] : []));
  return [...suspected, ...conditions, ...all.filter((key) => !suspected.includes(key))];
}

function NoteForm({ onRecord }: { onRecord: (event: RawEvent, id: string) => void }) {
  const [note, setNote] = useState('');
  const id = useEntryId();
  return (
    <div className="space-y-2">
      <label className="block">
        <span className="font-semibold">Note on the tape</span>
        <textarea
          value={note}
          maxLength={4000}
          rows={2}
          onChange={(e) => setNote(e.target.value)}
          className="w-full border-2 border-line bg-sheet px-2 py-1"
        />
      </label>
      <Button look="main" disabled={note.trim() === ''} onClick={() => onRecord({ note: note.trim() }, id)}>
        Write it down
      </Button>
    </div>
  );
}
