'use client';
import { clsx } from 'clsx';
import { Suspense, useMemo } from 'react';
import { type CaseHead, SYMPTOMS } from '@/core/index.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { isDrawn } from '@/features/station/drawn.ts';
import { STATION_PARTS } from '@/features/station/stations.ts';
import { useFetchedLater } from '@/ui/later.ts';
import { BenchOrder } from './BenchOrder.tsx';
import { Cap } from './Cap.ts';
import { Drawers } from './Drawers.tsx';
import { FaultWords } from './FaultWords.tsx';
import { LiveRidge } from './LiveRidge.tsx';
import { PlateArea } from './PlateArea.tsx';
import { KeyList, Notices, PANELS, PartPanel } from './panels.ts';
import { NOTHING_PLANNED } from './plates.ts';
import { Tape } from './Tape.tsx';
import { partsOnBench, type SeenBefore } from './tapeLines.ts';
import { type BenchProps, useBench } from './useBench.ts';

/** One job on the bench. */
export function BenchScreen({
  machine,
  told,
  seenBefore,
  cards,
  ...props
}: BenchProps & {
  readonly machine: { readonly tag: string; readonly name: string; readonly owner: string };
  /** What the machine has been through, and what was tried on it before it came. */
  readonly told: readonly string[];
  /** What was seen besides at the last visit and is open still. */
  readonly seenBefore: SeenBefore | null;
}) {
  return (
    <FaultWords value={cards}>
      <Bench machine={machine} told={told} seenBefore={seenBefore} cards={cards} {...props} />
    </FaultWords>
  );
}

function Bench({ machine, told, seenBefore, ...props }: Parameters<typeof BenchScreen>[0]) {
  const { job, head, staff, people, desk } = props;
  const bench = useBench(props);
  const { caseHead } = bench;
  useFetchedLater(PANELS);
  useFetchedLater(STATION_PARTS);
  const { now, ridge, view, dispatch, shown, closed } = bench;
  const { summary } = now;
  const cap = useMemo(() => ({ agreed: caseHead.agreed, lines: bench.lines }), [caseHead.agreed, bench.lines]);
  return (
    <Cap value={cap}>
      {bench.asking}
      <BenchBar job={job} machine={machine} head={head} staff={staff} desk={desk} />
      <main ref={bench.main} className="@container mx-auto max-w-[1920px]">
        <div className="flex flex-col gap-2 p-2">
          <LiveRidge
            store={ridge}
            chosen={view.part}
            onChoose={bench.togglePart}
            mayFold={shown.kind === 'check' && isDrawn(shown.plate.check) && view.part === null}
          />
          <Suspense fallback={null}>
            <Notices {...bench.notices} head={caseHead} lines={bench.lines} />
          </Suspense>
          <Asked bench={bench} engine={caseHead.engine} mayClose={desk.mayClose} />
          <div
            className={clsx(
              'grid items-start gap-2',
              closed
                ? '@4xl:grid-cols-[minmax(0,1fr)_minmax(18rem,2fr)]'
                : '@2xl:grid-cols-2 @5xl:grid-cols-[minmax(0,1fr)_18.5rem] @[88rem]:grid-cols-[minmax(0,1fr)_18.5rem_18rem]',
            )}
          >
            <div className={clsx('@container min-w-0 space-y-2', !closed && '@2xl:col-span-2 @5xl:col-span-1')}>
              <PlateArea bench={bench} jobId={job.id} head={caseHead} habit={desk.habit} />
              <Drawers
                jobId={job.id}
                closed={closed}
                head={caseHead}
                habit={desk.habit}
                parts={partsOnBench(bench.lines)}
                open={now.open}
                lines={bench.lines}
                before={seenBefore}
                onBeside={bench.putBeside}
                suspects={summary.suspects}
                blockers={summary.closeBlockers}
                desk={desk}
                view={view}
                dispatch={dispatch}
                onRecord={bench.put}
                quote={bench.quote}
                belief={{ ask: bench.inVain, events: now.events, onProve: bench.pick.inState }}
              />
            </div>
            <Beside bench={bench} head={head} people={people} habit={desk.habit} told={told} />
          </div>
        </div>
      </main>
    </Cap>
  );
}

/** Beside the plate: what else is worth a check, and the tape. */
function Beside({
  bench,
  head,
  people,
  habit,
  told,
}: {
  readonly bench: ReturnType<typeof useBench>;
  readonly habit: BenchProps['desk']['habit'];
} & Pick<Parameters<typeof BenchScreen>[0], 'head' | 'people' | 'told'>) {
  const { caseHead, now, shown, closed, record, pick, view } = bench;
  return (
    <div className="contents @5xl:flex @5xl:min-w-0 @5xl:flex-col @5xl:gap-2 @[88rem]:contents">
      {!closed && (
        <BenchOrder
          plan={now.plan}
          stale={now.planStale}
          events={now.events}
          onPlate={shown.kind === 'check' ? shown.plate : NOTHING_PLANNED}
          engine={caseHead.engine}
          open={now.open}
          access={caseHead.access}
          asked={bench.asked}
          search={bench.search}
          onAsked={bench.setAsked}
          onPick={pick.planned}
          onPickAny={pick.any}
          onAccess={bench.putBeside}
        />
      )}
      <Tape
        events={record.events}
        unsent={record.unsent}
        readings={now.readings}
        befores={bench.befores}
        people={people}
        closed={closed}
        habit={habit}
        said={[head.said, complaintText(head), ...told].filter(Boolean).join(' — ')}
        asked={view.line}
        onAsk={bench.askLine}
        onStrike={bench.strike}
        onReplace={pick.replacing}
        onAgain={pick.refused}
        onLeaveOut={record.leaveOut}
      />
    </div>
  );
}

type BarProps = Pick<Parameters<typeof BenchScreen>[0], 'job' | 'machine' | 'head' | 'staff' | 'desk'>;

/** Which machine this is, whose, and what it came in for. */
function BenchBar({ job, machine, head, staff, desk }: BarProps) {
  return (
    <DeskBar people={staff} desk={desk}>
      <h1 className="min-w-0 text-[1.05rem] leading-tight wrap-anywhere">
        <span className="font-extrabold">
          {job.number} · {machine.tag}
        </span>{' '}
        {machine.name}
        <span className="block text-[0.85rem]">
          {machine.owner}: {complaintText(head)}
        </span>
      </h1>
    </DeskBar>
  );
}

/** What was asked for under the ridge: the keys, or one part of the machine. */
function Asked({
  bench,
  engine,
  mayClose,
}: {
  bench: ReturnType<typeof useBench>;
  engine: CaseHead['engine'];
  mayClose: boolean;
}) {
  const { now, view, dispatch, pick } = bench;
  return (
    <Suspense fallback={null}>
      {view.keysShown && <KeyList mayClose={mayClose} onClose={() => dispatch({ kind: 'keys', shown: false })} />}
      {view.part && (
        <PartPanel
          part={view.part}
          engine={engine}
          ridge={now.summary.ridge}
          suspects={now.summary.suspects}
          record={now.events}
          explain={bench.explain}
          checksSeeing={bench.checksSeeing}
          onPart={(part) => dispatch({ kind: 'part', part })}
          onCheck={pick.check}
          onClose={() => dispatch({ kind: 'part', part: null })}
        />
      )}
    </Suspense>
  );
}

const complaintText = ({ complaint }: Pick<CaseHead, 'complaint'>) => complaint.map((s) => SYMPTOMS[s]).join(', ');
