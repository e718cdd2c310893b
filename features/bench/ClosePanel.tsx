'use client';
import { useState } from 'react';
import {
  blockerSentence,
  CLOSE_KINDS,
  CLOSE_WORDS,
  type CloseBlocker,
  type CloseKind,
  type RawEvent,
} from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { useFaultCards } from './FaultWords.tsx';

/** Ends a job. "Cured" waits for its proof; a fitted bypass keeps any ending waiting. */
export function ClosePanel({
  blockers,
  preset,
  onRecord,
}: {
  blockers: readonly CloseBlocker[];
  preset: CloseKind | null;
  onRecord: (event: RawEvent, id: string) => void;
}) {
  const [kind, setKind] = useState<CloseKind | null>(preset);
  const [note, setNote] = useState('');
  const entryId = useEntryId();
  const cards = useFaultCards();
  const standing =
    kind === null ? [] : kind === 'cured' ? blockers : blockers.filter((b) => b.code === 'bypass-fitted');
  return (
    <div className="space-y-2">
      <Choice<CloseKind>
        label="How it ends"
        options={CLOSE_KINDS.map((k) => ({ value: k, label: CLOSE_WORDS[k] }))}
        value={kind}
        onChange={setKind}
      />
      {standing.length > 0 && (
        <ul className="border-l-8 border-rust bg-well px-3 py-2 font-semibold" aria-label="What keeps it open">
          {standing.map((b) => (
            <li key={JSON.stringify(b)}>{blockerSentence(b, cards)}</li>
          ))}
        </ul>
      )}
      {kind !== null && kind !== 'cured' && standing.length === 0 && (
        <p>The job sheet will say that the fault was not shown cured.</p>
      )}
      <label className="block">
        <span className="font-semibold">For the job sheet</span>
        <textarea
          value={note}
          maxLength={2000}
          rows={2}
          onChange={(e) => setNote(e.target.value)}
          className="w-full border-2 border-line bg-sheet px-2 py-1"
        />
      </label>
      <Button
        look="main"
        disabled={kind === null || standing.length > 0}
        onClick={() => kind && onRecord({ close: kind, ...(note.trim() === '' ? {} : { note: note.trim() }) }, entryId)}
      >
        Close the job
      </Button>
    </div>
  );
}
