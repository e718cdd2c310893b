'use client';
import { blockerSentence } from '@/core/index.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import { Button } from '@/ui/Button.tsx';
import { useFaultCards } from './FaultWords.tsx';
import { eventText } from './tapeLines.ts';

/** What the server would not take, why, and what can be done about it. */
export function RefusedLine({
  unsent,
  closed,
  onAgain,
  onLeaveOut,
}: {
  unsent: Unsent;
  closed: boolean;
  /** Types a refused reading again. */
  onAgain: (unsent: Unsent) => void;
  onLeaveOut: (id: string) => void;
}) {
  const cards = useFaultCards();
  const { issues = [], blockers = [] } = unsent.refused ?? {};
  return (
    <div role="alert" className="mx-2 mb-2 ml-6 border-2 border-rust bg-well px-3 py-2">
      <p className="font-extrabold text-rust">Not taken down</p>
      <p className="font-semibold">{eventText(unsent.event)}</p>
      <p>{[...issues.map((i) => i.message), ...blockers.map((b) => blockerSentence(b, cards))].join('; ')}</p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {'check' in unsent.event && !closed && <Button onClick={() => onAgain(unsent)}>Type it again</Button>}
        <Button look="stop" onClick={() => onLeaveOut(unsent.id)}>
          Leave it out
        </Button>
      </div>
    </div>
  );
}
