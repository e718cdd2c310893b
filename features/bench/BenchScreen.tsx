'use client';
import { clsx } from 'clsx';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  type CaseHead,
  type CheckDefinition,
  CLOSE_WORDS,
  CONDITIONS,
  checkLabel,
  checkOf,
  cylindersOf,
  epochOf,
  FAULTS,
  type NextCheck,
  type PartId,
  type Plan,
  type RawCheckEvent,
  type RawEvent,
  readingBefore,
  readingText,
  SYMPTOMS,
  slippedWasTakenAgain,
  stateLabel,
  type TriedLast,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import { newId, useEntryId } from '@/features/record/client/entryId.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import { useRecord } from '@/features/record/client/useRecord.ts';
import type { CaseHeadFile, PrintedEvent } from '@/features/record/printedEvent.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import type { Desk } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { Button } from '@/ui/Button.tsx';
import { KeyHint } from '@/ui/KeyHint.tsx';
import { useCoarse } from '@/ui/useCoarse.ts';
import { useTwoLetters } from '@/ui/useTwoLetters.ts';
import type { Believed } from '@/workers/answers.ts';
import { BeforeAfterTable } from './BeforeAfterTable.tsx';
import { BenchOrder } from './BenchOrder.tsx';
import { ClosePanel } from './ClosePanel.tsx';
import { entryFrom } from './entry.ts';
import { KeyList } from './KeyList.tsx';
import { type ActionCode, type FoundCheck, meantBy } from './keys.ts';
import { LiveRidge } from './LiveRidge.tsx';
import { Notices } from './Notices.tsx';
import { PartPanel } from './PartPanel.tsx';
import { type Entries, Plate, type PlateCheck } from './Plate.tsx';
import { type BeforeAfterLine, beforeLineText } from './pairs.ts';
import {
  NOTHING_PLANNED,
  pickedPlate,
  plannedPlate,
  replacingPlate,
  standingReading,
  type TapeEvent,
} from './plates.ts';
import { AnyRepair, RepairPlate } from './RepairPanel.tsx';
import { type Before, correctable, eventText, Tape } from './Tape.tsx';
import { useDraft } from './useDraft.ts';
import { useFocusedPanel } from './useFocusedPanel.ts';
import { useReasoner } from './useReasoner.ts';

interface Props {
  readonly job: { readonly id: string; readonly number: number };
  readonly machine: { readonly tag: string; readonly name: string; readonly owner: string };
  readonly head: CaseHeadFile;
  readonly caseHead: CaseHead;
  readonly events: readonly PrintedEvent[];
  /** Everybody who ever wrote on the tape. */
  readonly people: readonly Person[];
  /** Who works here now. */
  readonly staff: readonly Person[];
  readonly desk: Desk;
  readonly initial: Believed & { readonly plan: Plan };
}

/** What the technician put on the plate himself, with what stands in its boxes already. */
interface Picked {
  readonly plate: PlateCheck;
  readonly first: Entries | null;
  /** The refused event it is typed again for. */
  readonly insteadOf: string | null;
}

type Drawer = 'repair' | 'note' | 'close';
const DRAWERS: readonly { readonly name: Drawer; readonly label: string; readonly code: ActionCode }[] = [
  { name: 'repair', label: 'Record a repair', code: 're' },
  { name: 'note', label: 'Write a note', code: 'no' },
  { name: 'close', label: 'Close the job', code: 'cl' },
];

/** One job on the bench. */
export function BenchScreen({ job, machine, head, caseHead, events: first, people, staff, desk, initial }: Props) {
  const { habit } = desk;
  const { withPerson, asking } = useWho(staff, desk.person);
  const router = useRouter();
  const firstRaw = useRef(first.map((e) => e.event)).current;
  const reasoner = useReasoner(head, firstRaw, initial);
  const { now, ridge, health, add, explain, prepare, again, afterRidge } = reasoner;
  const { events, unsent, reach, keeps, isKnown, record, leaveOut } = useRecord(job.id, first, reasoner);
  const draft = useDraft(job.id);
  const [picked, setPicked] = useState<Picked | null>(null);
  const [touched, setTouched] = useState<PlateCheck | null>(null);
  const [part, setPart] = useState<PartId | null>(null);
  /** The technician wants to check more although a repair or the closing is due. */
  const [more, setMore] = useState(false);
  const [drawer, setDrawer] = useState<Drawer | null>(null);
  const [keysShown, setKeysShown] = useState(false);
  const [asked, setAsked] = useState('');
  const [line, setLine] = useState<number | null>(null);
  const [turn, setTurn] = useState(0);
  /** How often somebody put a check on the plate. */
  const picks = useRef(0);
  const coarse = useCoarse();
  const search = useRef<HTMLInputElement>(null);
  const main = useRef<HTMLElement>(null);
  const { summary, plan } = now;
  const closed = summary.phase === 'closed';
  const lines = useMemo((): readonly TapeEvent[] => {
    const onTheirWay = unsent.filter((u) => u.refused === null);
    return [...events, ...onTheirWay.map(({ event }, i) => ({ seq: events.length + i + 1, event }))];
  }, [events, unsent]);
  const waiting = lines.length - events.length;

  const choosePart = useCallback((p: PartId) => setPart((old) => (old === p ? null : p)), []);
  const clear = () => {
    setPicked(null);
    setTouched(null);
    setMore(false);
    setDrawer(null);
  };

  /** Takes events down under the ids of the form they came from: a second click on the same form is the same event. */
  const putAll = (all: readonly { readonly event: RawEvent; readonly id: string }[]) =>
    withPerson((by) => takeDown(all, by));
  const takeDown = (all: readonly { readonly event: RawEvent; readonly id: string }[], by: Person) => {
    const fresh = all.filter(({ id }) => !isKnown(id));
    if (fresh.length === 0) return;
    performance.mark('ridge-reading');
    for (const { event } of fresh) add(event);
    for (const { event, id } of fresh) record(event, by.id, id);
    draft.drop();
    if (picked?.insteadOf) leaveOut(picked.insteadOf);
    const picksThen = picks.current;
    afterRidge(() => {
      // Fast hands may have put the next check on the plate already.
      if (picks.current !== picksThen) return;
      clear();
      setTurn((t) => t + 1);
    });
  };
  const put = (event: RawEvent, id: string) => putAll([{ event, id }]);
  /** Opening and putting back changes the minutes, not what lies on the plate. */
  const putAccess = (event: RawEvent, id: string) =>
    withPerson((by) => {
      if (isKnown(id)) return;
      add(event);
      record(event, by.id, id);
    });

  const suggested = useMemo(() => {
    const [entry] = plan?.next ?? [];
    return plan && entry ? plannedPlate(entry, plan, summary.sides) : NOTHING_PLANNED;
  }, [plan, summary.sides]);
  // Until somebody touches it the plate follows the plan, and waits while a new one is worked out: what is typed next must
  // not land in the check that was just recorded.
  const plate = picked?.plate ?? touched ?? (now.planStale ? null : suggested);

  const { check: onPlate, cylinder: side, pair: bothSides, condition, temperature } = plate ?? NOTHING_PLANNED;
  useEffect(() => {
    for (const cylinder of bothSides ? cylindersOf(caseHead.engine) : [side])
      prepare({ check: onPlate, cylinder, condition, temperature });
  }, [onPlate, side, bothSides, condition, temperature, prepare, caseHead.engine]);

  const pick = (next: PlateCheck, entries: Entries | null = null, insteadOf: string | null = null) => {
    picks.current += 1;
    setPicked({ plate: next, first: entries, insteadOf });
    setTouched(null);
    setDrawer(null);
    setMore(true);
    setPart(null);
    setTurn((t) => t + 1);
  };
  const pickEntry = (entry: NextCheck) => {
    if (plan) pick(plannedPlate(entry, plan, summary.sides));
  };
  const pickAny = ({ check, cylinder }: FoundCheck) =>
    pick(pickedPlate(check, cylinder, caseHead.engine, ridge.get().sides));
  const pickCheck = (check: CheckDefinition) => pickAny({ check, cylinder: null });
  const pickAgain = (event: RawCheckEvent, next: PlateCheck, insteadOf: string | null) =>
    pick(next, { [event.cylinder ?? 0]: entryFrom(event, checkOf(event.check)) }, insteadOf);
  const typeAgain = (refused: Unsent) => {
    const event = refused.event as RawCheckEvent;
    pickAgain(event, { ...replacingPlate(0, event), replaces: null }, refused.id);
  };

  const { kept: keptDraft } = draft;
  const restored = useRef(false);
  useEffect(() => {
    if (restored.current || closed) return;
    restored.current = true;
    const kept = keptDraft();
    if (kept) setPicked({ plate: kept.plate, first: kept.entries, insteadOf: null });
  }, [keptDraft, closed]);

  const focusOn = (selector: string) => main.current?.querySelector<HTMLElement>(selector)?.focus();
  const act = (action: ActionCode) => {
    switch (action) {
      case 're':
      case 'no':
      case 'cl':
        return closed ? undefined : setDrawer(DRAWERS.find((d) => d.code === action)!.name);
      case 'la': {
        const last = events.findLast((e) => correctable(e.event));
        return last && !closed ? setLine(last.seq) : undefined;
      }
      case 'ri':
        return focusOn('[data-part][tabindex="0"]');
      case 'bo':
        return focusOn('[aria-label="Bench order"] li button');
      case 'ta':
        return focusOn('[aria-label="Tape"] button');
      case 'sh':
        return router.push(`/jobs/${job.id}/sheet`);
      case 'fl':
        return router.push('/');
    }
  };
  useTwoLetters(desk.twoLetters, {
    onFirst: setAsked,
    onPair: (letters) => {
      const meant = meantBy(letters, caseHead.engine);
      if (meant.kind === 'action') act(meant.action);
      else if (meant.kind === 'check' && !closed) pickCheck(meant.check);
      else {
        setAsked(letters);
        search.current?.focus();
      }
    },
    onSign: (sign) => {
      if (sign === '/') return search.current?.focus();
      if (sign === '?') return setKeysShown((shown) => !shown);
      if (keysShown) return setKeysShown(false);
      const focused = document.activeElement;
      if (focused instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(focused.tagName))
        return focused.closest<HTMLElement>('form, section[tabindex]')?.focus();
      if (part) return setPart(null);
      if (drawer) return setDrawer(null);
      if (line !== null) return setLine(null);
      draft.drop();
      clear();
    },
  });

  const settled = summary.settled[0];
  const showRepair = summary.phase === 'repair' && settled !== undefined && picked === null && !more;
  const lineText = (number: number) => {
    const event = lines.find((e) => e.seq === number)?.event;
    return event ? `line ${number}, ${eventText(event)}` : `line ${number}`;
  };
  const onRecord = (all: readonly { readonly event: RawCheckEvent; readonly id: string }[]) => {
    if (!plate) return false;
    return putAll(
      all.map(({ event, id }) => {
        const marked: RawCheckEvent = plate.retest ? { ...event, retest: true } : event;
        if (plate.replaces === null) return { event: marked, id };
        const { check, ...rest } = marked;
        return { event: { correct: plate.replaces, check, ...rest }, id };
      }),
    );
  };
  const befores = new Map<number, Before>();
  for (const { before, after } of summary.pairs) {
    const event = standingReading(lines, before.event);
    if (event) befores.set(after.event, { number: before.event, event });
  }
  const beforeText = (asked: Parameters<typeof readingBefore>[1], number?: number) => {
    const before = readingBefore(now, asked, number);
    const event = before && standingReading(lines, before.event);
    return event && `${readingText(event)} (${stateLabel(before.reading)})`;
  };
  const plateKey =
    plate &&
    `${turn}/${plate.check}/${plate.cylinder}/${plate.pair}/${plate.replaces}/${plate.condition}/${plate.temperature}`;
  return (
    <>
      {asking}
      <DeskBar people={staff} desk={desk}>
        <h1 className="min-w-0 text-[1.05rem] leading-tight wrap-anywhere">
          <span className="font-extrabold">
            {job.number} · {machine.tag}
          </span>{' '}
          {machine.name}
          <span className="block text-[0.85rem]">
            {machine.owner}: {head.complaint.map((s) => SYMPTOMS[s]).join(', ')}
          </span>
        </h1>
      </DeskBar>
      <main ref={main} className="@container mx-auto max-w-[1920px]">
        <div className="flex flex-col gap-2 p-2">
          <LiveRidge store={ridge} chosen={part} onChoose={choosePart} />
          <Notices
            summary={summary}
            plan={plan}
            closed={closed}
            slippedLine={summary.slipped === null ? null : lineText(summary.slipped)}
            slippedAgain={slippedWasTakenAgain(now, summary)}
            waiting={waiting}
            reach={reach}
            keeps={keeps}
            health={health}
            onAgain={again}
          />
          {keysShown && <KeyList onClose={() => setKeysShown(false)} />}
          {part && (
            <PartPanel
              part={part}
              engine={caseHead.engine}
              ridge={summary.ridge}
              suspects={summary.suspects}
              record={now.events}
              explain={explain}
              onPart={setPart}
              onCheck={pickCheck}
              onClose={() => setPart(null)}
            />
          )}
          <div
            className={clsx(
              'grid items-start gap-2',
              closed
                ? '@4xl:grid-cols-[minmax(0,1fr)_minmax(18rem,2fr)]'
                : '@2xl:grid-cols-2 @5xl:grid-cols-[minmax(0,1fr)_18.5rem_18rem]',
            )}
          >
            <div className={clsx('@container min-w-0 space-y-2', !closed && '@2xl:col-span-2 @5xl:col-span-1')}>
              {closed ? (
                <ClosedPlate jobId={job.id} ending={events.at(-1)?.event} sent={waiting === 0} />
              ) : showRepair ? (
                <RepairPlate
                  key={settled.fault}
                  faultKey={settled.fault}
                  orElse={settled.orElse}
                  house={caseHead.house}
                  proof={[...new Set(settled.proof)].sort((a, b) => a - b).map(lineText)}
                  glance={settled.glance}
                  onGlance={({ check, cylinder }) => pickAny({ check: checkOf(check), cylinder })}
                  onRecord={put}
                  onMore={() => setMore(true)}
                />
              ) : summary.phase === 'ready' && picked === null && !more ? (
                <ReadyPlate
                  pairs={summary.pairs.map((pair) => beforeLineText(pair, (n) => standingReading(lines, n)))}
                  handingBack={summary.handingBack}
                  onTry={({ check, condition, temperature }) =>
                    pick({ ...pickedPlate(checkOf(check), null, caseHead.engine, []), condition, temperature })
                  }
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
                  first={picked?.first ?? null}
                  head={caseHead}
                  habit={habit}
                  readings={now.readings}
                  epoch={epochOf(now)}
                  beforeText={(asked) => beforeText(asked, plate.replaces ?? undefined)}
                  onTouched={(entries) => {
                    setTouched((old) => old ?? plate);
                    draft.keep({ plate, entries });
                  }}
                  onSide={(cylinder) => {
                    setPicked({ plate: { ...plate, cylinder, pair: cylinder === null }, first: null, insteadOf: null });
                    setTurn((t) => t + 1);
                  }}
                  onRecord={onRecord}
                  onUnmade={put}
                  onLeave={
                    picked === null && !more
                      ? null
                      : () => {
                          draft.drop();
                          clear();
                        }
                  }
                  takesFocus={picked ? 'always' : turn > 0 || !coarse ? 'unless-writing' : 'no'}
                />
              )}
              <div className="no-print flex flex-wrap items-center gap-2">
                {!closed &&
                  DRAWERS.map(({ name, label, code }) => (
                    <Button
                      key={name}
                      aria-expanded={drawer === name}
                      onClick={() => setDrawer(drawer === name ? null : name)}
                    >
                      {label} <KeyHint code={code} />
                    </Button>
                  ))}
                {!closed && (
                  <Link
                    href={`/jobs/${job.id}/sheet`}
                    className="flex min-h-tap items-center px-2 font-semibold underline underline-offset-4"
                  >
                    Job sheet
                  </Link>
                )}
                <a
                  href={`/api/jobs/${job.id}/case`}
                  download
                  className="flex min-h-tap items-center px-2 font-semibold underline underline-offset-4"
                >
                  Case file
                </a>
                <Button
                  onClick={() => setKeysShown((shown) => !shown)}
                  aria-expanded={keysShown}
                  aria-label="Keys and marks"
                >
                  ?
                </Button>
              </div>
              {!closed && drawer !== null && (
                <DrawerBox key={drawer}>
                  {drawer === 'repair' ? (
                    <AnyRepair
                      house={caseHead.house}
                      keys={repairKeys(
                        summary.suspects.map((s) => s.key),
                        caseHead,
                      )}
                      onRecord={put}
                    />
                  ) : drawer === 'note' ? (
                    <NoteForm onRecord={put} />
                  ) : (
                    <ClosePanel blockers={summary.closeBlockers} preset={null} onRecord={put} />
                  )}
                </DrawerBox>
              )}
            </div>
            {!closed && (
              <BenchOrder
                plan={plan}
                stale={now.planStale}
                events={now.events}
                onPlate={plate ?? NOTHING_PLANNED}
                engine={caseHead.engine}
                open={now.open}
                asked={asked}
                search={search}
                onAsked={setAsked}
                onPick={pickEntry}
                onPickAny={pickAny}
                onAccess={putAccess}
              />
            )}
            <Tape
              events={events}
              unsent={unsent}
              readings={now.readings}
              befores={befores}
              people={people}
              closed={closed}
              said={[head.said, head.complaint.map((s) => SYMPTOMS[s]).join(', ')].filter(Boolean).join(' — ')}
              asked={line}
              onAsk={setLine}
              onStrike={(number) => put({ correct: number }, newId())}
              onReplace={(number, event) => pickAgain(event, replacingPlate(number, event), null)}
              onAgain={typeAgain}
              onLeaveOut={leaveOut}
            />
          </div>
        </div>
      </main>
    </>
  );
}

/** An inline form; the focus goes into it when it opens. */
function DrawerBox({ children }: { children: React.ReactNode }) {
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

function ReadyPlate({
  pairs,
  handingBack,
  onTry,
  blockers,
  onRecord,
  onMore,
}: {
  pairs: readonly BeforeAfterLine[];
  handingBack: readonly TriedLast[];
  onTry: (next: TriedLast) => void;
  blockers: Parameters<typeof ClosePanel>[0]['blockers'];
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

function ClosedPlate({ jobId, ending, sent }: { jobId: string; ending: RawEvent | undefined; sent: boolean }) {
  const panel = useFocusedPanel();
  if (!sent || !ending || !('close' in ending))
    return <p className="bg-sheet px-4 py-3 text-[1.1rem] font-bold">Closing ...</p>;
  const cured = ending.close === 'cured';
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="Closed"
      className={`border-t-8 bg-sheet px-4 pt-3 pb-4 outline-none ${cured ? 'border-sound' : 'border-rust'}`}
    >
      <p className="text-[0.9rem] font-semibold text-soft">This job is closed</p>
      <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">{CLOSE_WORDS[ending.close]}</h2>
      {!cured && <p className="mt-2 font-bold">The fault was not shown cured, and the job sheet says so.</p>}
      {ending.note && <p className="mt-2 wrap-anywhere">{ending.note}</p>}
      <Link
        href={`/jobs/${jobId}/sheet`}
        className="mt-3 inline-flex min-h-tap items-center border-2 border-iron bg-iron px-4 font-bold text-on-iron"
      >
        Open the job sheet
      </Link>
    </section>
  );
}
