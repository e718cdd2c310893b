'use client';
import { Suspense, useMemo } from 'react';
import { type CaseHead, checkOf, epochOf } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Plate } from './Plate.tsx';
import { beforeLineText } from './pairs.ts';
import { ClosedPlate, ReadyPlate, RepairPlate, WorkPlate } from './panels.ts';
import { pickedPlate, standingReading } from './plates.ts';
import { partsOnBench } from './tapeLines.ts';
import type { useBench } from './useBench.ts';

interface Props {
  readonly bench: ReturnType<typeof useBench>;
  readonly jobId: string;
  readonly head: CaseHead;
  readonly habit: Habit;
}

type Look = { readonly check: string; readonly cylinder: number | null };

/** How it ended, and whether that has reached the shop's computer. */
const endingOf = (sent: Props['bench']['record']['events'], lines: Props['bench']['lines']) => ({
  ending: sent.at(-1)?.event,
  sent: lines.length === sent.length,
});

const Waiting = () => (
  <p className="min-h-80 border-t-8 border-line bg-sheet px-4 pt-3 text-soft" aria-live="polite">
    Working out what to check next ...
  </p>
);

/** What was read before and after, pair by pair. */
const pairsText = ({ now, lines }: Props['bench']) =>
  now.summary.pairs.map((pair) => beforeLineText(pair, (n) => standingReading(lines, n)));

/** What the reasoner says of a check as the record stands. */
const worthOf = ({ weigh, now, pick }: Props['bench']) => ({
  ask: weigh,
  events: now.events,
  stale: now.planStale,
  onInstead: pick.planned,
});

/** What lies on the plate: the next check, the repair that is proven, the closing, or how it ended. */
export function PlateArea(props: Props) {
  return (
    <Suspense fallback={<div className="min-h-80 border-t-8 border-line bg-sheet" />}>
      <Lying {...props} />
    </Suspense>
  );
}

/** What is proven, and the repair. */
function Proven({
  bench: { now, put, lineText },
  head,
  parts,
  more,
  lookAt,
}: Pick<Props, 'bench' | 'head'> & {
  readonly parts: ReturnType<typeof partsOnBench>;
  readonly more: () => void;
  readonly lookAt: (look: Look) => void;
}) {
  const { fault, orElse, proof, ruleOut } = now.summary.confirmed[0]!;
  return (
    <RepairPlate
      key={fault}
      faultKey={fault}
      orElse={orElse}
      house={head.house}
      parts={parts}
      proof={[...new Set(proof)].sort((a, b) => a - b).map(lineText)}
      ruleOut={ruleOut}
      onRuleOut={lookAt}
      onRecord={put}
      onMore={more}
    />
  );
}

function Lying({ bench, jobId, head, habit }: Props) {
  const { now, shown, lines, pick, put, dispatch, record } = bench;
  const { summary } = now;
  const more = () => dispatch({ kind: 'more' });
  const lookAt = ({ check, cylinder }: Look) => pick.any({ check: checkOf(check), cylinder });
  const parts = useMemo(() => partsOnBench(lines), [lines]);
  switch (shown.kind) {
    case 'closed':
      return <ClosedPlate jobId={jobId} {...endingOf(record.events, lines)} />;
    case 'repair':
      return <Proven {...{ bench, head, parts, more, lookAt }} />;
    case 'work':
      return (
        <WorkPlate
          due={shown.due}
          cause={summary.work.causes[0] ?? null}
          onRecord={bench.putBeside}
          house={head.house}
          parts={parts}
          onLook={(check, cylinder) => lookAt({ check, cylinder })}
          onPutBack={(drawer) => dispatch({ kind: 'drawer', drawer })}
          onLeave={shown.picked ? bench.leave : null}
        />
      );
    case 'ready':
      return (
        <ReadyPlate
          pairs={pairsText(bench)}
          handingBack={summary.handingBack}
          unexplained={summary.unexplained}
          onLook={pick.inState}
          onTry={({ check, condition, temperature }) =>
            pick.plate({ ...pickedPlate(checkOf(check), null, head.engine, []), condition, temperature })
          }
          onRecord={put}
          onMore={more}
          blockers={summary.closeBlockers}
        />
      );
    case 'waiting':
      return <Waiting />;
    case 'check':
      return (
        <Plate
          key={bench.plateKey}
          plate={shown.plate}
          first={bench.view.picked?.first ?? null}
          head={head}
          habit={habit}
          readings={now.readings}
          epoch={epochOf(now)}
          beforeText={bench.beforeText}
          onTouched={bench.touched}
          onSide={(cylinder) => dispatch({ kind: 'side', plate: shown.plate, cylinder })}
          onRecord={bench.recordPlate}
          onNotPerformed={put}
          onLearnt={bench.putBeside}
          cautions={bench.cautions}
          parts={parts}
          opened={{ open: now.open, onAccess: bench.putBeside }}
          worth={worthOf(bench)}
          clock={{ jobId, since: bench.sinceOf(shown.plate.check), onSetUp: bench.putBeside }}
          onLeave={shown.by !== 'picked' && !bench.view.more ? null : bench.leave}
          takesFocus={bench.takesFocus}
        />
      );
  }
}
