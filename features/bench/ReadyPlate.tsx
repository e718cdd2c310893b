import {
  type CloseBlocker,
  checkLabel,
  faultLabel,
  type RawEvent,
  SYMPTOMS,
  type TriedLast,
  type Unexplained,
} from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';
import { BeforeAfterTable } from './BeforeAfterTable.tsx';
import { ClosePanel } from './ClosePanel.tsx';
import { useFaultCards } from './FaultWords.tsx';
import type { BeforeAfterLine } from './pairs.ts';
import { percent } from './ridgeShape.ts';
import { useFocusedPanel } from './useFocusedPanel.ts';

/** Re-tested and gone: before beside after, what was not tried yet, and the closing. */
export function ReadyPlate({
  pairs,
  handingBack,
  unexplained,
  onTry,
  onLook,
  blockers,
  onRecord,
  onMore,
}: {
  pairs: readonly BeforeAfterLine[];
  handingBack: readonly TriedLast[];
  unexplained: readonly Unexplained[];
  onTry: (next: TriedLast) => void;
  onLook: (look: NonNullable<Unexplained['look']>) => void;
  blockers: readonly CloseBlocker[];
  onRecord: (event: RawEvent, id: string) => void;
  onMore: () => void;
}) {
  const panel = useFocusedPanel();
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="Ready to close"
      className="border-t-8 border-sound bg-sheet px-4 pt-3 pb-4 outline-none"
    >
      <p className="text-[0.9rem] font-semibold text-soft">Re-tested, complaint gone</p>
      <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">Ready to close</h2>
      <BeforeAfterTable pairs={pairs} />
      {unexplained.map((one) => (
        <NotExplained key={one.symptom} {...{ one, onLook }} />
      ))}
      {handingBack.length > 0 && (
        <details className="mt-2">
          {/* One line, so that the closing stays in sight. */}
          <summary className="flex min-h-tap items-center font-bold underline decoration-line underline-offset-4">
            Before it goes back: {handingBack.length} not tried since the repair
          </summary>
          <div className="mt-1.5 flex flex-wrap gap-1.5">
            {handingBack.map((next) => (
              <Button key={next.check} onClick={() => onTry(next)}>
                {checkLabel(next.check, null)}
              </Button>
            ))}
          </div>
        </details>
      )}
      <div className="mt-3">
        <ClosePanel blockers={blockers} preset="cured" onRecord={onRecord} />
      </div>
      <Button look="quiet" className="mt-2" onClick={onMore}>
        Check more first
      </Button>
    </section>
  );
}

/** A complaint that the work does not bring about: it may only not have shown here. */
function NotExplained({
  one: { symptom, look },
  onLook,
}: {
  readonly one: Unexplained;
  readonly onLook: (look: NonNullable<Unexplained['look']>) => void;
}) {
  const cards = useFaultCards();
  return (
    <div className="mt-2 border-l-8 border-paint bg-well px-3 py-2" data-testid="not-explained">
      <p className="leading-snug">
        <span className="font-bold">{SYMPTOMS[symptom]}</span> is not explained by what was mended, and did not show
        here. Tell the customer that it was not seen
        {look
          ? `, or look further: ${faultLabel(look.fault, cards).toLowerCase()}, ${percent(look.p)} in a hundred. Its proof takes ${Math.round(look.minutes)} min.`
          : '.'}
      </p>
      {look && (
        <Button className="mt-1.5" onClick={() => onLook(look)}>
          Look further: {checkLabel(look.check, look.cylinder)}
        </Button>
      )}
    </div>
  );
}
