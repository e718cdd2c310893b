import { Suspense } from 'react';
import { type CaseHead, type CheckDefinition, type RawEngineEvent, whyLine } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { EntryBoxes, StatePick } from './EntryBoxes.tsx';
import { boxesOf, type Entry } from './entry.ts';
import { useFaultCards } from './FaultWords.tsx';
import { PlateHead, SidePick } from './PlateHead.tsx';
import { Cautions, Clock, Prepared, SheetAsk, VerdictWorking } from './panels.ts';
import type { ClockOf, Entries, PlateCheck } from './plateCheck.ts';
import type { Doubts } from './useDoubts.ts';
import type { Draft, Judged } from './usePlateEntry.ts';

interface Props {
  readonly plate: PlateCheck;
  readonly check: CheckDefinition;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly befores: readonly { readonly side: number; readonly text: string }[];
  readonly state: Entry;
  readonly entries: Entries;
  readonly drafts: readonly Draft[];
  readonly judged: readonly Judged[];
  /** Which unit was meant, by side and box. */
  readonly doubts: Readonly<Record<number, Doubts>>;
  /** Recording was tried: what is missing is said too. */
  readonly insisted: boolean;
  readonly onChange: (side: number, entry: Entry) => void;
  readonly onSide: (cylinder: number | null) => void;
  readonly onLearnt: (event: RawEngineEvent, id: string) => void;
  readonly clock: ClockOf;
}

/** What is to be done and why, its hazards, the entry, and the working of the verdict. */
export function PlateBody(props: Props) {
  const { plate, check, head, habit, befores, state, entries, drafts, judged, insisted, onChange, onSide, onLearnt } =
    props;
  const cards = useFaultCards();
  const bilateral = check.scope === 'cylinder' && head.engine.cylinders > 1;
  const nothing = insisted && drafts.every((d) => d.drafted.state === 'empty');
  return (
    <div className="px-4 pt-2.5 pb-3">
      <PlateHead plate={plate} check={check} state={state} twin={head.engine.cylinders > 1} />
      <p className="mt-1.5 max-w-[64ch] text-[1.1rem] leading-snug">{check.todo}</p>
      {plate.from && <p className="mt-1 text-[0.95rem] leading-snug text-soft">{whyLine(plate.from, cards)}</p>}
      {befores.map(({ side, text }) => (
        <p key={side} className="mt-1 bg-well px-2 py-1 font-semibold">
          Before{plate.pair && `, cylinder ${side}`}: {text}
        </p>
      ))}
      {(check.lastsMin !== null || check.unattendedMinutes > 0) && plate.replaces === null && (
        <Suspense fallback={<div className="mt-2 min-h-14" />}>
          <Clock
            {...{ check, habit, entry: state }}
            {...props.clock}
            onChange={(entry) => onChange(drafts[0]!.side, entry)}
          />
        </Suspense>
      )}
      <Hazards check={check} />
      <div className="mt-2.5 space-y-2.5">
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
          {bilateral && plate.replaces === null && (
            <SidePick cylinders={head.engine.cylinders} plate={plate} onSide={onSide} />
          )}
          <StatePick check={check} entry={state} onChange={(entry) => onChange(drafts[0]!.side, entry)} />
          <Suspense fallback={null}>
            <SheetAsk check={check.id} head={head} habit={habit} onLearnt={onLearnt} />
          </Suspense>
        </div>
        <Suspense fallback={check.prepare && <div className="min-h-8" />}>
          <Prepared check={check} head={head} />
        </Suspense>
        <div className={plate.pair ? 'grid gap-x-4 gap-y-3 @xl:grid-cols-2' : ''}>
          {drafts.map(({ side, drafted }) => (
            <fieldset key={side} data-side={side} className="m-0 min-w-0 border-0 p-0">
              {plate.pair && (
                <legend className="mb-1 block w-full border-b-2 border-ink text-[1.1rem] font-extrabold">
                  Cylinder {side}
                </legend>
              )}
              <EntryBoxes
                check={check}
                engine={head.engine}
                habit={habit}
                entry={entries[side]!}
                complaint={head.complaint}
                issues={drafted.state === 'refused' && (insisted || !drafted.waiting) ? drafted.issues : {}}
                doubts={props.doubts[side] ?? {}}
                onChange={(entry) => onChange(side, entry)}
              />
            </fieldset>
          ))}
        </div>
        <Suspense fallback={null}>
          {judged.map(
            ({ side, assessed }) =>
              assessed && (
                <VerdictWorking key={side} check={check} assessed={assessed} side={plate.pair ? side : null} />
              ),
          )}
        </Suspense>
        {nothing && (
          <p className="font-bold text-rust" role="alert">
            Nothing entered yet:{' '}
            {boxesOf(check, head.engine).length > 0 ? 'type a figure or pick an outcome' : 'pick what you saw'}.
          </p>
        )}
      </div>
    </div>
  );
}

function Hazards({ check: { hazards } }: Pick<Props, 'check'>) {
  return (
    <div className="mt-2">
      <Suspense fallback={hazards.length > 0 && <div className="min-h-12" />}>
        <Cautions ids={hazards} />
      </Suspense>
    </div>
  );
}
