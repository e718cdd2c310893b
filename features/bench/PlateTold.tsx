import { clsx } from 'clsx';
import { Suspense, useState } from 'react';
import { type CautionId, heededBy, whyLine } from '@/core/index.ts';
import { isDrawn } from '@/features/station/drawn.ts';
import { StationPanel } from '@/features/station/stations.ts';
import { useFaultCards } from './FaultWords.tsx';
import { PlateCautions, Prepared, PutBack, Todo, Worth } from './panels.ts';
import type { PlateBodyProps } from './plateBodyProps.ts';

/** What is to be done, what to mind, where things stand, and why it is worth it; a drawing, where the check has one, comes before the words. */
export function PlateTold(props: PlateBodyProps) {
  const { plate, check, head } = props;
  const drawn = isDrawn(check.id) ? check.id : null;
  const heeded = readBy(props);
  const todo = (
    <Suspense fallback={<div className="min-h-12" />}>
      <Todo check={check.id} />
    </Suspense>
  );
  return (
    <div className="min-w-0 space-y-2">
      {!drawn && todo}
      {plate.replaces === null && (
        <Suspense fallback={null}>
          <PutBack {...props.opened} {...{ check, head }} cylinder={plate.cylinder} state={props.state.condition} />
        </Suspense>
      )}
      {drawn ? (
        <div className="grid gap-y-1.5">
          <div
            // Under a sheet nothing is seen and nothing reached by key; it keeps its room.
            className={clsx(
              'col-start-1 row-start-2 min-w-0 space-y-1.5',
              check.hazards.some((h) => !heeded.has(h)) && 'invisible',
            )}
            data-station={check.id}
          >
            <Suspense fallback={<div className="min-h-60" />}>
              <StationPanel
                key={drawn}
                drawn={drawn}
                {...{ check, head }}
                habit={props.habit}
                readings={props.readings}
                epoch={props.epoch}
                parts={props.parts}
                sides={props.stationSides}
                onChange={props.onChange}
              />
            </Suspense>
          </div>
          <Hazards check={check} cautions={props.cautions} heeded={heeded} over />
        </div>
      ) : (
        <>
          <Hazards check={check} cautions={props.cautions} heeded={heeded} />
          <Suspense fallback={check.prepare && <div className="min-h-8" />}>
            <Prepared check={check} head={head} />
          </Suspense>
        </>
      )}
      {drawn && todo}
      <WhyIt {...props} />
    </div>
  );
}

/** Why it is worth its minutes in one line, and in full on demand; of a check that somebody picked, why it is not among the next. */
function WhyIt({ plate, check, state, worth }: PlateBodyProps) {
  const cards = useFaultCards();
  const [shown, setShown] = useState(false);
  const line = plate.from && whyLine(plate.from, cards);
  if (!mayAskWorth(plate)) return line && <p className="text-[0.95rem] leading-snug text-soft">{line}</p>;
  return (
    <>
      <button
        type="button"
        aria-expanded={shown}
        onClick={() => setShown(!shown)}
        className="min-h-tap w-full text-left text-[0.95rem] leading-snug text-soft"
      >
        {line}{' '}
        <span className="font-bold text-ink underline decoration-line underline-offset-4">
          {shown ? 'Less' : line ? 'What each answer would do' : 'What is it worth here?'}
        </span>
      </button>
      {shown && (
        <Suspense fallback={<div className="min-h-40" />}>
          <Worth
            key={`${worth.events}/${state.condition}/${state.temperature}`}
            worth={worth}
            asked={{
              check: check.id,
              cylinder: plate.cylinder ?? (plate.pair ? 1 : null),
              condition: state.condition,
              temperature: state.temperature ?? null,
            }}
          />
        </Suspense>
      )}
    </>
  );
}

/** A re-test and a correction are not made for the minutes they save. */
const mayAskWorth = ({ retest, replaces }: PlateBodyProps['plate']) => !retest && replaces === null;

/** What the person at the tablet has read of the cautions, on this job and in this shift. */
const readBy = ({ cautions: { tape, person } }: PlateBodyProps): ReadonlySet<CautionId> =>
  person === null ? new Set() : heededBy(tape, person, Date.now());

/** Its hazards, in full or in one line; over the drawing until they were read, then above it. What is not there yet keeps its room. */
function Hazards({
  check: { hazards },
  cautions: { onHeed },
  heeded,
  over = false,
}: Pick<PlateBodyProps, 'check' | 'cautions'> & { heeded: ReadonlySet<CautionId>; over?: boolean }) {
  if (hazards.length === 0) return null;
  return (
    <Suspense fallback={<div className="min-h-12" />}>
      <PlateCautions ids={hazards} {...{ over, heeded, onHeed }} />
    </Suspense>
  );
}
