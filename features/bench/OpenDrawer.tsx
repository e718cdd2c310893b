'use client';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import type { CaseHead, CloseBlocker, FaultCards, Money, Quote, RawEvent, Suspect } from '@/core/index.ts';
import { CARBURETTOR_JOB } from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { besidesOf, type NumberedLine } from './besides.ts';
import { ClosePanel } from './ClosePanel.tsx';
import { CostForm } from './CostForm.tsx';
import { useFaultCards } from './FaultWords.tsx';
import { GetForm } from './GetForm.tsx';
import { LaterForm } from './LaterForm.tsx';
import { OffForm } from './OffForm.tsx';
import type { OnBelief } from './OnBelief.tsx';
import { type OnBench, PartForm } from './PartForm.tsx';
import type { Drawer } from './plateReducer.ts';
import { AnyRepair } from './RepairPanel.tsx';
import { SeenForm } from './SeenForm.tsx';
import type { SeenBefore } from './tapeLines.ts';

export interface Opened {
  readonly drawer: Drawer;
  readonly jobId: string;
  readonly head: CaseHead;
  readonly suspects: readonly Suspect[];
  readonly blockers: readonly CloseBlocker[];
  readonly habit: Habit;
  /** Parts that lie on the bench, by the line of each. */
  readonly parts: readonly OnBench[];
  /** What stands open on the machine. */
  readonly open: readonly string[];
  /** The tape so far. */
  readonly lines: readonly NumberedLine[];
  readonly before: SeenBefore | null;
  readonly onRecord: (event: RawEvent, id: string) => void;
  /** Written down while the drawer stays open. */
  readonly onBeside: (event: RawEvent, id: string) => void;
  readonly belief: OnBelief;
  /** What the job may come to, by what is believed of it now. */
  readonly quote: (money: Money) => Promise<Quote>;
}

/** What is written down besides a check. */
export function OpenDrawer({
  drawer,
  jobId,
  head,
  habit,
  suspects,
  blockers,
  parts,
  open,
  lines,
  before,
  onRecord,
  onBeside,
  belief,
  quote,
}: Opened) {
  const cards = useFaultCards();
  const beside = useMemo(() => besidesOf(lines), [lines]);
  return (
    <DrawerBox>
      {drawer === 'repair' && (
        <AnyRepair
          house={head.house}
          keys={repairKeys(suspects, cards, head)}
          parts={parts}
          belief={belief}
          onRecord={onRecord}
        />
      )}
      {drawer === 'part' && <PartForm head={head} habit={habit} onRecord={onRecord} />}
      {drawer === 'seen' && <SeenForm seen={beside.seen} before={before} onRecord={onBeside} />}
      {drawer === 'off' && <OffForm {...{ jobId, head, habit, open, beside }} onRecord={onBeside} />}
      {drawer === 'get' && <GetForm beside={beside} onRecord={onBeside} />}
      {drawer === 'money' && <CostForm {...{ head, beside, quote }} record={belief.events} onRecord={onBeside} />}
      {drawer === 'later' && <LaterForm beside={beside} onRecord={onBeside} />}
      {drawer === 'note' && <NoteForm onRecord={onRecord} />}
      {drawer === 'close' && <ClosePanel blockers={blockers} preset={null} onRecord={onRecord} />}
    </DrawerBox>
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
      : card.isCondition || id === CARBURETTOR_JOB.id
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
