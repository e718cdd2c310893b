'use client';
import Link from 'next/link';
import { startTransition, useCallback, useMemo, useRef, useState } from 'react';
import {
  type CaseHead,
  type CheckDefinition,
  CONDITIONS,
  checkLabel,
  checkOf,
  epochOf,
  FAULTS,
  type NextCheck,
  type PartId,
  type Plan,
  type RawCheckEvent,
  type RawEvent,
  readingText,
  SYMPTOMS,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import type { Believed } from '@/workers/messages.ts';
import { BeforeAfterTable } from './BeforeAfterTable.tsx';
import { BenchOrder } from './BenchOrder.tsx';
import { ClosePanel } from './ClosePanel.tsx';
import type { CaseHeadFile, PrintedEvent } from './jobFile.ts';
import { LiveRidge } from './LiveRidge.tsx';
import { PartPanel } from './PartPanel.tsx';
import { Plate, type PlateCheck } from './Plate.tsx';
import { type BeforeAfterLine, beforeLineText } from './pairs.ts';
import { AnyRepair, RepairPlate } from './RepairPanel.tsx';
import { Shortcuts } from './Shortcuts.tsx';
import { Tape } from './Tape.tsx';
import { useReasoner } from './useReasoner.ts';
import { newId, useEntryId, useRecord } from './useRecord.ts';

interface Props {
  readonly job: { readonly id: string; readonly number: number };
  readonly machine: { readonly tag: string; readonly name: string; readonly owner: string };
  readonly head: CaseHeadFile;
  readonly caseHead: CaseHead;
  readonly events: readonly PrintedEvent[];
  readonly people: readonly Person[];
  readonly person: Person | null;
  readonly habit: Habit;
  readonly initial: Believed & { readonly plan: Plan };
}

/** With nothing worth a check, running it and listening is what is left. */
const NOTHING_PLANNED: PlateCheck = {
  check: 'look.run',
  cylinder: null,
  condition: 'loaded',
  temperature: null,
  from: null,
  retest: false,
  replaces: null,
  beforeText: null,
};

/** One job on the bench. */
export function BenchScreen({ job, machine, head, caseHead, events: first, people, person, habit, initial }: Props) {
  const firstRaw = useRef(first.map((e) => e.event)).current;
  const { now, ridge, trouble, open, add, explain } = useReasoner(head, firstRaw, initial);
  const { events, unsent, offline, refusal, clearRefusal, isKnown, record } = useRecord(job.id, first, open);
  const [picked, setPicked] = useState<PlateCheck | null>(null);
  const [part, setPart] = useState<PartId | null>(null);
  const [more, setMore] = useState(false);
  const [drawer, setDrawer] = useState<'repair' | 'close' | 'note' | null>(null);
  const [touched, setTouched] = useState<PlateCheck | null>(null);
  const [turn, setTurn] = useState(0);
  const search = useRef<HTMLInputElement>(null);
  const { summary, plan } = now;
  const closed = summary.phase === 'closed';

  const choosePart = useCallback((p: PartId) => setPart((old) => (old === p ? null : p)), []);

  /** Takes one event down under the id of the form it came from: a second click on the same form is the same event. */
  const put = useCallback(
    (event: RawEvent, id: string) => {
      if (!person || isKnown(id)) return;
      performance.mark('ridge-reading');
      // The worker reckons while this thread writes the reading down; the ridge is drawn before the plate is cleared.
      add(event);
      record(event, person.id, id);
      startTransition(() => {
        setPicked(null);
        setTouched(null);
        setMore(false);
        setDrawer(null);
        setTurn((t) => t + 1);
      });
    },
    [add, isKnown, person, record],
  );

  const suggested = useMemo(
    () => plateFor(plan?.next[0] ?? null, summary.phase === 'retest', now.readings, events) ?? NOTHING_PLANNED,
    [plan, summary.phase, now.readings, events],
  );
  // Until somebody touches it the plate follows the plan, and waits while a new one is worked out: what is typed next must
  // not land in the check that was just recorded.
  const plate = picked ?? touched ?? (now.planStale ? null : suggested);

  const pickEntry = (entry: NextCheck) =>
    setPicked(plateFor(entry, summary.phase === 'retest' && entry.why.code === 'retest', now.readings, events));
  const pickAny = (check: CheckDefinition) => {
    const cylinder =
      check.scope === 'cylinder' ? now.summary.sides.indexOf(Math.max(...now.summary.sides)) + 1 || 1 : null;
    setPicked({
      check: check.id,
      cylinder,
      condition: check.states[0]!,
      temperature: null,
      from: null,
      retest: false,
      replaces: null,
      beforeText: null,
    });
    setMore(true);
  };
  const settled = summary.settled[0];
  const showRepair = summary.phase === 'repair' && settled !== undefined && picked === null && !more;
  const lineText = (number: number) => {
    const event = events.find((e) => e.seq === number)?.event;
    return event ? `Line ${number}: ${eventText(event)}` : `Line ${number}`;
  };
  const onRecord = (event: RawCheckEvent, id: string) => {
    if (!plate) return;
    const marked: RawCheckEvent = plate.retest ? { ...event, retest: true } : event;
    if (plate.replaces === null) put(marked, id);
    else {
      const { check, ...rest } = marked;
      put({ correct: plate.replaces, check, ...rest }, id);
    }
  };
  const plateKey = plate && `${turn}/${plate.check}/${plate.replaces}/${plate.condition}/${plate.temperature}`;
  return (
    <>
      <DeskBar people={people} person={person} habit={habit}>
        <h1 className="min-w-0 text-[1.05rem] leading-tight">
          <span className="font-extrabold">
            {job.number} · {machine.tag}
          </span>{' '}
          {machine.name}
          <span className="block text-[0.85rem] opacity-85">
            {machine.owner}: {head.complaint.map((s) => SYMPTOMS[s]).join(', ')}
          </span>
        </h1>
        <Link
          href={`/jobs/${job.id}/sheet`}
          className="ml-auto flex min-h-12 items-center px-2 font-semibold underline underline-offset-4"
        >
          Job sheet
        </Link>
        <a
          href={`/api/jobs/${job.id}/case`}
          download
          className="flex min-h-12 items-center px-2 font-semibold underline underline-offset-4"
        >
          Case file
        </a>
      </DeskBar>
      <main className="mx-auto flex max-w-[1920px] flex-col gap-2 p-2">
        <LiveRidge store={ridge} chosen={part} onChoose={choosePart} />
        {offline && (
          <p className="bg-hazard px-3 py-2 font-bold text-on-hazard">
            Out of reach: {unsent.length} not sent yet. Go on working; it is sent as soon as the shop's computer
            answers.
          </p>
        )}
        {trouble && (
          <p className="bg-hazard px-3 py-2 font-bold text-on-hazard">
            The reckoning stopped: {trouble}. Reload the page; the tape is safe.
          </p>
        )}
        {refusal && (
          <div
            role="alert"
            className="flex flex-wrap items-center justify-between gap-2 border-l-8 border-rust bg-sheet px-3 py-2"
          >
            <p className="font-bold">
              Not taken down ({eventText(refusal.event)}):{' '}
              {refusal.issues.map((i) => i.message).join('; ') || 'the job is not ready to be closed that way.'}
            </p>
            <Button onClick={clearRefusal}>Understood</Button>
          </div>
        )}
        {summary.slipped !== null && (
          <p className="border-l-8 border-rust bg-sheet px-3 py-2 font-bold" data-testid="slipped">
            These do not fit together. Most likely slipped: {lineText(summary.slipped)}. Take it again before anything
            is bought.
          </p>
        )}
        {!closed &&
          summary.conditions
            .filter(({ p }) => p >= 0.5)
            .map(({ id }) => (
              <p key={id} className="border-l-8 border-paint bg-sheet px-3 py-2 font-bold">
                {CONDITIONS.find((c) => c.id === id)!.ask}
              </p>
            ))}
        {summary.unsteady.length > 0 && (
          <p className="border-l-8 border-paint bg-sheet px-3 py-2 font-semibold">
            Unsteady: the same check gave two answers (
            {summary.unsteady.map((v) => checkLabel(v.replace(/\[.*/, ''), null)).join(', ')}).
          </p>
        )}
        {part && (
          <PartPanel
            part={part}
            suspects={summary.suspects}
            record={now.events}
            explain={explain}
            onClose={() => setPart(null)}
          />
        )}
        <div className="grid items-start gap-2 md:grid-cols-[minmax(0,1fr)_19rem] xl:grid-cols-[minmax(0,1fr)_20rem_20rem]">
          <div className="space-y-2 md:max-xl:col-span-2">
            {closed ? (
              <ClosedPlate jobId={job.id} note={events.at(-1)?.event} sent={unsent.length === 0} />
            ) : showRepair ? (
              <RepairPlate
                key={settled.fault}
                faultKey={settled.fault}
                proof={[...new Set(settled.proof)].sort((a, b) => a - b).map(lineText)}
                onRecord={put}
                onMore={() => setMore(true)}
              />
            ) : summary.phase === 'ready' && picked === null && !more ? (
              <ReadyPlate
                pairs={summary.pairs.map((pair) => beforeLineText(pair, (n) => rawReading(events, n)))}
                onRecord={put}
                onMore={() => setMore(true)}
                blockers={summary.closeBlockers}
              />
            ) : !plate ? (
              <p className="min-h-80 border-t-8 border-line bg-sheet px-4 pt-3 text-soft" aria-live="polite">
                Working out what to check next ...
              </p>
            ) : (
              <Plate
                key={plateKey}
                plate={plate}
                head={caseHead}
                habit={habit}
                readings={now.readings}
                epoch={epochOf(now)}
                canRecord={person !== null}
                onTouched={() => setTouched((old) => old ?? plate)}
                onCylinder={(cylinder) => setPicked({ ...plate, cylinder })}
                onRecord={onRecord}
                onLeave={
                  picked === null && !more
                    ? null
                    : () => {
                        setPicked(null);
                        setMore(false);
                      }
                }
                autoFocus={turn > 0 || picked !== null}
              />
            )}
            {!closed && (
              <div className="no-print flex flex-wrap gap-2">
                {(['repair', 'note', 'close'] as const).map((name) => (
                  <Button
                    key={name}
                    aria-expanded={drawer === name}
                    onClick={() => setDrawer(drawer === name ? null : name)}
                  >
                    {{ repair: 'Record a repair', note: 'Write a note', close: 'Close the job' }[name]}
                  </Button>
                ))}
              </div>
            )}
            {!closed && drawer === 'repair' && (
              <AnyRepair
                keys={repairKeys(
                  summary.suspects.map((s) => s.key),
                  caseHead,
                )}
                onRecord={put}
              />
            )}
            {!closed && drawer === 'note' && <NoteForm onRecord={put} />}
            {!closed && drawer === 'close' && (
              <div className="border-2 border-line bg-sheet p-3">
                <ClosePanel blockers={summary.closeBlockers} preset={null} onRecord={put} />
              </div>
            )}
          </div>
          {!closed && (
            <BenchOrder
              plan={plan}
              stale={now.planStale}
              onPlate={plate ?? NOTHING_PLANNED}
              engine={caseHead.engine}
              search={search}
              onPick={pickEntry}
              onPickAny={pickAny}
            />
          )}
          <Tape
            events={events}
            unsent={unsent}
            readings={now.readings}
            people={people}
            closed={closed}
            said={[head.said, head.complaint.map((s) => SYMPTOMS[s]).join(', ')].filter(Boolean).join(' — ')}
            onStrike={(number) => put({ correct: number }, newId())}
            onReplace={(number, event) =>
              setPicked({
                check: event.check,
                cylinder: event.cylinder ?? null,
                condition: event.condition ?? checkOf(event.check).states[0]!,
                temperature: event.temperature ?? null,
                from: null,
                retest: event.retest === true,
                replaces: number,
                beforeText: null,
              })
            }
          />
        </div>
      </main>
      <Shortcuts onSearch={() => search.current?.focus()} onDrawer={setDrawer} />
    </>
  );
}

/** What an event says, for a line about it. */
function eventText(event: RawEvent): string {
  if ('check' in event && event.check !== undefined) {
    return `${checkLabel(event.check, event.cylinder ?? null)}, ${readingText(event as RawCheckEvent)}`;
  }
  if ('repair' in event && event.repair !== undefined) return 'the repair';
  if ('close' in event) return 'the closing';
  return 'correct' in event ? 'the correction' : 'the note';
}

const rawReading = (events: readonly PrintedEvent[], number: number): RawCheckEvent | null => {
  const event = events.find((e) => e.seq === number)?.event;
  return event && 'check' in event && event.check !== undefined ? (event as RawCheckEvent) : null;
};

function plateFor(
  next: NextCheck | null,
  retest: boolean,
  readings: Believed['readings'],
  events: readonly PrintedEvent[],
): PlateCheck | null {
  if (!next) return null;
  const isRetest = retest && next.why.code === 'retest';
  const before = isRetest
    ? readings.findLast((r) => r.reading.check === next.check && r.reading.cylinder === next.cylinder)
    : undefined;
  const raw = before ? rawReading(events, before.event) : null;
  return {
    check: next.check,
    cylinder: next.cylinder,
    condition: next.condition,
    temperature: next.temperature,
    from: next,
    retest: isRetest,
    replaces: null,
    beforeText: raw ? readingText(raw) : null,
  };
}

/** Suspects first, then everything else on this engine. */
function repairKeys(suspects: readonly string[], head: CaseHead): string[] {
  const all = FAULTS.filter((f) => f.appliesTo(head.engine)).flatMap((f) =>
    f.perCylinder ? Array.from({ length: head.engine.cylinders }, (_, i) => `${f.id}[${i + 1}]`) : [f.id],
  );
  return [...suspects, ...CONDITIONS.map((c) => c.id), ...all.filter((key) => !suspects.includes(key))];
}

function NoteForm({ onRecord }: { onRecord: (event: RawEvent, id: string) => void }) {
  const [note, setNote] = useState('');
  const id = useEntryId();
  return (
    <div className="space-y-2 border-2 border-line bg-sheet p-3">
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

function ReadyPlate({
  pairs,
  blockers,
  onRecord,
  onMore,
}: {
  pairs: readonly BeforeAfterLine[];
  blockers: Parameters<typeof ClosePanel>[0]['blockers'];
  onRecord: (event: RawEvent, id: string) => void;
  onMore: () => void;
}) {
  return (
    <section aria-label="Ready to close" className="border-t-8 border-sound bg-sheet px-4 pt-3 pb-4">
      <p className="text-[0.9rem] font-semibold text-soft">Re-tested, complaint gone</p>
      <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">Ready to close</h2>
      <BeforeAfterTable pairs={pairs} />
      <div className="mt-3">
        <ClosePanel blockers={blockers} preset="cured" onRecord={onRecord} />
      </div>
      <Button look="quiet" className="mt-2" onClick={onMore}>
        Check more first
      </Button>
    </section>
  );
}

function ClosedPlate({ jobId, note, sent }: { jobId: string; note: RawEvent | undefined; sent: boolean }) {
  if (!sent) return <p className="bg-sheet px-4 py-3 text-[1.1rem] font-bold">Closing ...</p>;
  return (
    <section aria-label="Closed" className="border-t-8 border-iron bg-sheet px-4 pt-3 pb-4">
      <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">This job is closed</h2>
      {note && 'close' in note && note.note && <p className="mt-2">{note.note}</p>}
      <Link
        href={`/jobs/${jobId}/sheet`}
        className="mt-3 inline-flex min-h-12 items-center border-2 border-iron bg-iron px-4 font-bold text-on-iron"
      >
        Open the job sheet
      </Link>
    </section>
  );
}
