import { Fragment, type RefObject, Suspense, useState } from 'react';
import type { Assessment, CaseHead, CheckDefinition, NumberField, RawNotPerformedEvent } from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';
import { nextBox, rubOut, typeInto } from './boxFocus.ts';
import { boxesOf, type Entry } from './entry.ts';
import { Keypad, Remarks, WhyNotPerformed } from './panels.ts';
import type { PlateCheck } from './plateCheck.ts';
import type { Judged } from './usePlateEntry.ts';
import { VerdictHead } from './Verdict.tsx';

interface Props {
  readonly form: RefObject<HTMLFormElement | null>;
  readonly foot: RefObject<HTMLDivElement | null>;
  readonly plate: PlateCheck;
  readonly check: CheckDefinition;
  readonly head: CaseHead;
  readonly state: Entry;
  readonly judged: readonly Judged[];
  /** The box the screen keypad types into. */
  readonly figure: HTMLInputElement | null;
  /** Nothing was read yet: it may be that it cannot be made. */
  readonly mayBeNotPerformed: boolean;
  readonly onNotPerformed: (event: RawNotPerformedEvent) => void;
  readonly onLeave: (() => void) | null;
}

/** The foot of the plate, always in sight: record, the verdict, why not, and the figures for a finger. */
export function PlateFoot(props: Props) {
  const { form, foot, plate, check, head, state, judged, figure, mayBeNotPerformed, onNotPerformed, onLeave } = props;
  const [asksWhy, setAsksWhy] = useState(false);
  const field = figure ? fieldOf(check, head, figure.name) : null;
  return (
    <div ref={foot} data-sticky className="sticky bottom-0 z-10 mt-auto border-t-2 border-line bg-sheet">
      <div className="flex items-stretch gap-2 p-2">
        <Button look="main" type="submit" className="min-w-36 text-center text-[1.25rem]">
          Record
        </Button>
        <div className="min-w-0 flex-1 self-center">
          {judged.map(
            ({ side, assessed }) =>
              assessed && (
                <Fragment key={side}>
                  <VerdictHead check={check} assessed={assessed} side={plate.pair ? side : null} />
                  {assessed.outcome === null && <WhyNot assessed={assessed} />}
                </Fragment>
              ),
          )}
        </div>
        {mayBeNotPerformed && (
          <Button aria-expanded={asksWhy} onClick={() => setAsksWhy(!asksWhy)}>
            Cannot be made
          </Button>
        )}
        {onLeave && <Button onClick={onLeave}>Back to the plan</Button>}
      </div>
      {mayBeNotPerformed && asksWhy && (
        <Suspense fallback={null}>
          <WhyNotPerformed plate={plate} state={state} onNotPerformed={onNotPerformed} />
        </Suspense>
      )}
      {figure && field && (
        <div className="hidden pointer-coarse:block">
          <Suspense fallback={null}>
            <Keypad
              dimension={field.dimension}
              openLoop={field.openLoop}
              onType={(text) => typeInto(figure, text)}
              onErase={() => rubOut(figure)}
              onNext={() => nextBox(form.current, figure)}
            />
          </Suspense>
        </div>
      )}
    </div>
  );
}

/** What keeps a reading from saying anything: that it cannot be, or what is missing. */
function WhyNot({ assessed: { remarks, missing } }: { assessed: Assessment }) {
  return remarks.length > 0 ? (
    <Suspense fallback={null}>
      <Remarks remarks={remarks.slice(0, 1)} />
    </Suspense>
  ) : (
    missing[0] && <p className="text-[0.9rem] leading-snug font-semibold">{missing[0].reason}</p>
  );
}

function fieldOf(check: CheckDefinition, head: CaseHead, name: string): NumberField | null {
  const field = boxesOf(check, head.engine).find((b) => b.name === name)?.field;
  return field?.kind === 'number' ? field : null;
}
