'use client';
import { type Dispatch, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import {
  type AccessId,
  type CaseHead,
  cylindersOf,
  dueBefore,
  type FaultCards,
  grossErrorWasTakenAgain,
  type HeededLine,
  type PartId,
  type RawCheckEvent,
  type RawEngineEvent,
  type RawTookEvent,
  type ReadingEvent,
  readingBefore,
  readingText,
  stateLabel,
  type WorkDue,
  withAccess,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { useRecord } from '@/features/record/client/useRecord.ts';
import { learntFrom } from '@/features/record/learntFrom.ts';
import type { CaseHeadFile, PrintedEvent, Stand } from '@/features/record/printedEvent.ts';
import type { Desk } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { useCoarse } from '@/ui/useCoarse.ts';
import { useLatest } from '@/ui/useLatest.ts';
import type { CautionsOf, Entries, PlateCheck, TakesFocus } from './plateCheck.ts';
import { onPlate, type PlateAction, type PlateView, plateReducer, UNTOUCHED } from './plateReducer.ts';
import { NOTHING_PLANNED, plannedPlate, printedLast, standingReading } from './plates.ts';
import type { Before } from './TapeLine.tsx';
import { eventText } from './tapeLines.ts';
import { useBenchKeys } from './useBenchKeys.ts';
import { useDraft } from './useDraft.ts';
import { usePicks } from './usePicks.ts';
import { useReasoner } from './useReasoner.ts';
import { type Fresh, useLines, useTaking } from './useTaking.ts';

export interface BenchProps {
  readonly job: { readonly id: string; readonly number: number };
  readonly head: CaseHeadFile;
  readonly caseHead: CaseHead;
  readonly events: readonly PrintedEvent[];
  /** Which database they are of. */
  readonly epoch: string;
  /** Everybody who ever wrote on the tape. */
  readonly people: readonly Person[];
  /** Who works here now. */
  readonly staff: readonly Person[];
  readonly desk: Desk;
  readonly initial: Stand;
  readonly cards: FaultCards;
}

/** One job on the bench: its record, what is believed of it, and what the technician has in hand. */
export function useBench({ job, head, caseHead: given, events: first, epoch, staff, desk, initial }: BenchProps) {
  const who = useWho(staff, desk.person);
  const reasoner = useReasoner(job.id, head, useRef(first.map((e) => e.event)).current, initial);
  const record = useRecord(job.id, first, epoch, reasoner);
  const lines = useLines(record);
  const caseHead = useKnown(given, lines);
  const draft = useDraft(job.id);
  const [view, dispatch] = useReducer(plateReducer, UNTOUCHED);
  const [asked, setAsked] = useState('');
  const search = useRef<HTMLInputElement>(null);
  const main = useRef<HTMLElement>(null);
  const coarse = useCoarse();
  const { now, ridge } = reasoner;
  const { summary, plan } = now;
  const closed = summary.phase === 'closed';
  const picks = useRef(view.picks);
  picks.current = view.picks;
  const taking = useTaking(reasoner, record, who.withPerson, () => {
    draft.drop();
    if (view.picked?.insteadOf) record.leaveOut(view.picked.insteadOf);
    const picksThen = picks.current;
    return () => dispatch({ kind: 'recorded', picks: picksThen });
  });
  const shown = useShown(view, now);
  const plate = shown.kind === 'check' ? shown.plate : null;
  usePrepared(plate ?? NOTHING_PLANNED, caseHead, reasoner.prepare);
  const pick = usePicks({ dispatch, plan, sides: summary.sides, engine: caseHead.engine, ridge });
  useRestored(draft.kept, closed, (kept) => dispatch({ kind: 'restore', plate: kept.plate, first: kept.entries }));
  const leave = useLatest(() => {
    draft.drop();
    dispatch({ kind: 'leave' });
  });
  useBenchKeys({
    on: desk.twoLetters,
    jobId: job.id,
    engine: caseHead.engine,
    closed,
    mayClose: desk.mayClose,
    events: record.events,
    view,
    dispatch,
    main,
    search,
    onAsked: setAsked,
    onCheck: pick.check,
    onLeave: leave,
  });
  const told = useTold(lines, now);
  return {
    ...taking,
    ...told,
    caseHead,
    now,
    ridge,
    record,
    lines,
    view,
    dispatch,
    shown,
    closed,
    pick,
    leave,
    asked,
    setAsked,
    search,
    main,
    asking: who.asking,
    cautions: useCautions(record, who.person, taking.putBeside),
    explain: reasoner.explain,
    weigh: reasoner.weigh,
    inVain: reasoner.inVain,
    quote: reasoner.quote,
    checksSeeing: reasoner.checksSeeing,
    plateKey: plate && keyOf(plate, view.turn),
    takesFocus: takesFocus(view, coarse),
    ...useActs({ view, dispatch, plate, draft, taking, due: summary.work.due }),
    notices: noticesOf(reasoner, record, lines.length, told, pick.replacing),
  };
}

/** What is done with the plate, the tape and the ridge; the same functions all along, so that nothing is redrawn for them. */
function useActs({
  view,
  dispatch,
  plate,
  draft,
  taking,
  due,
}: {
  readonly view: PlateView;
  readonly dispatch: Dispatch<PlateAction>;
  readonly plate: PlateCheck | null;
  readonly draft: ReturnType<typeof useDraft>;
  readonly taking: ReturnType<typeof useTaking>;
  readonly due: readonly WorkDue[];
}) {
  return {
    togglePart: useLatest((part: PartId) => dispatch({ kind: 'part', part: view.part === part ? null : part })),
    askLine: useLatest((line: number | null) => dispatch({ kind: 'line', line })),
    strike: useLatest((number: number) => void taking.put({ correct: number }, newId())),
    touched: useLatest((entries: Entries) => {
      if (!plate) return;
      const { condition } = Object.values(entries)[0]!;
      // Another state may have work before it: then that lies on the plate, and this comes back as it was typed.
      if (condition !== plate.condition && dueBefore(due, plate.check, condition)) {
        const insteadOf = view.picked?.insteadOf ?? null;
        return dispatch({ kind: 'pick', plate: { ...plate, condition }, first: entries, insteadOf });
      }
      dispatch({ kind: 'touch', plate });
      draft.keep({ plate, entries });
    }),
    recordPlate: useLatest((all: readonly { readonly read: ReadingEvent; readonly id: string }[]) =>
      plate ? taking.putAll(all.map((fresh) => asTaken(fresh, plate))) : false,
    ),
  };
}

/** What the bench has to say besides the plate: of the record, of the reasoner, of readings that do not fit. */
function noticesOf(
  { now, health, again }: ReturnType<typeof useReasoner>,
  { events, reach, keeps }: ReturnType<typeof useRecord>,
  written: number,
  { lineText, lineOf }: ReturnType<typeof useTold>,
  onTakeAgain: ReturnType<typeof usePicks>['replacing'],
) {
  const { summary, plan } = now;
  return {
    summary,
    plan,
    closed: summary.phase === 'closed',
    repairs: now.repairs,
    readings: now.readings,
    grossErrorLine: summary.grossError === null ? null : lineText(summary.grossError),
    grossErrorAgain: grossErrorWasTakenAgain(now, summary),
    waiting: written - events.length,
    reach,
    keeps,
    health,
    onAgain: again,
    lineOf,
    onTakeAgain,
  };
}

/** Whether the plate draws the focus: always where it was asked for; on a tablet just opened not, for its keyboard would hide the ridge. */
const takesFocus = ({ picked, turn }: PlateView, coarse: boolean): TakesFocus =>
  picked ? 'always' : turn > 0 || !coarse ? 'unless-writing' : 'no';

const keyOf = (plate: PlateCheck, turn: number) =>
  `${turn}/${plate.check}/${plate.cylinder}/${plate.pair}/${plate.replaces}/${plate.condition}/${plate.temperature}`;

/** A reading of the plate as the event it becomes: a re-test is marked as one, a correction names the line it replaces. */
function asTaken({ read, id }: { readonly read: ReadingEvent; readonly id: string }, plate: PlateCheck): Fresh {
  const raw: RawCheckEvent = plate.retest ? { ...read.raw, retest: true } : read.raw;
  const marked = { ...read, raw };
  if (plate.replaces === null) return { event: raw, read: marked, id };
  const { check, ...rest } = raw;
  return {
    event: { correct: plate.replaces, check, ...rest },
    read: { kind: 'correct', event: plate.replaces, reason: null, replacement: marked },
    id,
  };
}

/** The tape as far as cautions go: who wrote when, and what was read in full with it. */
function useCautions(
  { events, unsent }: ReturnType<typeof useRecord>,
  person: Person | null,
  onHeed: CautionsOf['onHeed'],
): CautionsOf {
  const tape = useMemo(
    () =>
      [...events, ...unsent.filter((u) => u.refused === null)].map(
        ({ personId, at, event }): HeededLine => ({
          person: personId,
          atMs: Date.parse(at),
          heeded: 'heeded' in event ? event.heeded : [],
        }),
      ),
    [events, unsent],
  );
  return { tape, person: person?.id ?? null, onHeed };
}

/** What lies on the plate: what is in hand, what is proven or due, or the plan. */
function useShown(view: PlateView, { summary, plan, planStale }: ReturnType<typeof useReasoner>['now']) {
  const { phase, confirmed, work, sides } = summary;
  const suggested = useMemo(() => {
    const [entry] = plan?.next ?? [];
    return plan && entry ? plannedPlate(entry, plan, sides) : NOTHING_PLANNED;
  }, [plan, sides]);
  return onPlate(view, { phase, proven: confirmed.length > 0, suggested, planStale, due: work.due });
}

/** The head of the job with what was learnt since: of its engine, and of how the machine is opened. */
function useKnown(given: CaseHead, lines: ReturnType<typeof useLines>): CaseHead {
  const struck = new Set(lines.flatMap(({ event }) => ('correct' in event ? [event.correct] : [])));
  const said = JSON.stringify(
    lines.flatMap(({ seq, event }) => ('engine' in event || ('took' in event && !struck.has(seq)) ? [event] : [])),
  );
  return useMemo(() => {
    if (said === '[]') return given;
    const learnt = JSON.parse(said) as (RawEngineEvent | RawTookEvent)[];
    const access = learnt.reduce(
      (known, event) => ('took' in event ? withAccess(known, event.took as AccessId, event) : known),
      given.access,
    );
    return { ...given, ...learntFrom(given, learnt), access };
  }, [given, said]);
}

/** The tables of what lies on the plate are made while it is measured. */
function usePrepared(
  { check, cylinder, pair, condition, temperature }: PlateCheck,
  { engine }: CaseHead,
  prepare: ReturnType<typeof useReasoner>['prepare'],
): void {
  useEffect(() => {
    for (const side of pair ? cylindersOf(engine) : [cylinder])
      prepare({ check, cylinder: side, condition, temperature });
  }, [check, cylinder, pair, condition, temperature, prepare, engine]);
}

/** What was half typed before a reload, once. */
function useRestored(
  kept: ReturnType<typeof useDraft>['kept'],
  closed: boolean,
  restore: (draft: NonNullable<ReturnType<ReturnType<typeof useDraft>['kept']>>) => void,
): void {
  const restored = useRef(false);
  const put = useLatest(restore);
  useEffect(() => {
    if (restored.current || closed) return;
    restored.current = true;
    const draft = kept();
    if (draft) put(draft);
  }, [kept, closed, put]);
}

/** The record in words: a line by its number, and what a re-test is held beside. */
function useTold(lines: ReturnType<typeof useLines>, now: ReturnType<typeof useReasoner>['now']) {
  const befores = useMemo(() => {
    const out = new Map<number, Before>();
    for (const { before, after } of now.summary.pairs) {
      const event = standingReading(lines, before.event);
      if (event) out.set(after.event, { number: before.event, event });
    }
    return out;
  }, [lines, now.summary.pairs]);
  const lineOf = (number: number) => {
    const event = standingReading(lines, number);
    return event && { number: printedLast(lines, number), event };
  };
  const lineText = (number: number) => {
    const event = lines.find((e) => e.seq === number)?.event;
    return event ? `line ${number}, ${eventText(event)}` : `line ${number}`;
  };
  const beforeText = (asked: Parameters<typeof readingBefore>[1], number?: number) => {
    const before = readingBefore(now, asked, number);
    const event = before && standingReading(lines, before.event);
    return event && `${readingText(event)} (${stateLabel(before.reading)})`;
  };
  /** When that check was set up to stand by itself, as long as nobody looked. */
  const sinceOf = (check: string): string | null => {
    const standing = now.summary.standing.find((s) => s.check === check);
    return lines.find(({ seq }) => seq === standing?.event)?.at ?? null;
  };
  return { befores, lineOf, lineText, beforeText, sinceOf };
}
