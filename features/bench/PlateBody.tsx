import { clsx } from 'clsx';
import { Suspense } from 'react';
import { fromSi } from '@/core/index.ts';
import { isDrawn } from '@/features/station/drawn.ts';
import { EntryBoxes, StatePick } from './EntryBoxes.tsx';
import { boxesOf, type Entry } from './entry.ts';
import { PlateHead, SidePick } from './PlateHead.tsx';
import { PlateTold } from './PlateTold.tsx';
import { Clock, SheetAsk, VerdictWorking } from './panels.ts';
import type { PlateBodyProps } from './plateBodyProps.ts';
import type { PlateCheck } from './plateCheck.ts';

/** What is to be done and why, its hazards, the entry, and the working of the verdict. */
export function PlateBody(props: PlateBodyProps) {
  const { plate, check, head, state } = props;
  return (
    <div className="px-4 pt-2.5 pb-3">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1.5">
        <PlateHead plate={plate} check={check} state={state} twin={head.engine.cylinders > 1} />
        <HowTaken {...props} />
      </div>
      <div className={clsx('mt-1.5 grid items-start gap-x-5 gap-y-2.5', columnsOf(plate))}>
        <PlateTold {...props} />
        <Taken {...props} />
      </div>
    </div>
  );
}

/** The drawing has the greater half; the entry of a pair stands side by side. */
function columnsOf({ check, pair }: PlateCheck): string {
  if (isDrawn(check)) return '@3xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]';
  return pair ? '@3xl:grid-cols-[minmax(0,1fr)_minmax(0,2fr)]' : '@3xl:grid-cols-2';
}

/** The entry, the one question this check has about the engine, and what was made of it. */
function Taken(props: PlateBodyProps) {
  const { plate, check, head, habit, befores, drafts, judged, insisted, onLearnt } = props;
  const nothing = insisted && drafts.every((d) => d.drafted.state === 'empty');
  return (
    <div className="min-w-0 space-y-2.5">
      {befores.map(({ side, text }) => (
        <p key={side} className="bg-well px-2 py-1 font-semibold">
          Before{plate.pair && `, cylinder ${side}`}: {text}
        </p>
      ))}
      <Sides {...props} />
      <Suspense fallback={null}>
        <SheetAsk check={check.id} head={head} habit={habit} onLearnt={onLearnt} />
      </Suspense>
      {nothing && (
        <p className="font-bold text-rust" role="alert">
          Nothing entered yet:{' '}
          {boxesOf(check, head.engine).length > 0 ? 'type a figure or pick an outcome' : 'pick what you saw'}.
        </p>
      )}
      <Suspense fallback={null}>
        {judged.map(
          ({ side, assessed }) =>
            assessed && (
              <VerdictWorking
                key={side}
                check={check}
                assessed={assessed}
                side={plate.pair ? side : null}
                read={readOf(props, side)}
              />
            ),
        )}
      </Suspense>
    </div>
  );
}

/** The one figure of a check that has one, in the unit its limits are in. */
function readOf({ check, stationSides }: PlateBodyProps, side: number) {
  const value = stationSides.find((s) => s.side === side)?.figures.value;
  const field = check.fields.value;
  return typeof value === 'number' && field?.kind === 'number'
    ? fromSi(value, field.dimension, field.habit.metric)
    : null;
}

/** On which side, in which state, and the clock of what takes its time. */
function HowTaken({ plate, check, head, habit, state, drafts, onChange, onSide, clock }: PlateBodyProps) {
  const bilateral = check.scope === 'cylinder' && head.engine.cylinders > 1;
  const change = (entry: Entry) => onChange(drafts[0]!.side, entry);
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1.5 empty:hidden">
      {bilateral && plate.replaces === null && (
        <SidePick cylinders={head.engine.cylinders} plate={plate} onSide={onSide} />
      )}
      <StatePick check={check} entry={state} onChange={change} />
      {(check.lastsMin !== null || check.unattendedMinutes > 0) && plate.replaces === null && (
        <Suspense fallback={<div className="min-h-14" />}>
          <Clock {...{ check, habit, entry: state }} {...clock} onChange={change} />
        </Suspense>
      )}
    </div>
  );
}

/** What is read on each side. */
function Sides({ plate, check, head, habit, entries, drafts, insisted, doubts, onChange }: PlateBodyProps) {
  return (
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
            doubts={doubts[side] ?? {}}
            onChange={(entry) => onChange(side, entry)}
          />
        </fieldset>
      ))}
    </div>
  );
}
