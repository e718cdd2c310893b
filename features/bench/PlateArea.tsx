'use client';
import { type CaseHead, checkOf, epochOf } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { ClosedPlate } from './ClosedPlate.tsx';
import { Plate } from './Plate.tsx';
import { beforeLineText } from './pairs.ts';
import { pickedPlate, standingReading } from './plates.ts';
import { ReadyPlate } from './ReadyPlate.tsx';
import { RepairPlate } from './RepairPanel.tsx';
import type { useBench } from './useBench.ts';

/** What lies on the plate: the next check, the repair that is proven, the closing, or how it ended. */
export function PlateArea({
  bench,
  jobId,
  head,
  habit,
}: {
  bench: ReturnType<typeof useBench>;
  jobId: string;
  head: CaseHead;
  habit: Habit;
}) {
  const { now, shown, lines, pick, put, dispatch, record } = bench;
  const { summary } = now;
  const more = () => dispatch({ kind: 'more' });
  switch (shown.kind) {
    case 'closed':
      return (
        <ClosedPlate jobId={jobId} ending={record.events.at(-1)?.event} sent={lines.length === record.events.length} />
      );
    case 'repair': {
      const { fault, orElse, proof, glance } = summary.settled[0]!;
      return (
        <RepairPlate
          key={fault}
          faultKey={fault}
          orElse={orElse}
          house={head.house}
          proof={[...new Set(proof)].sort((a, b) => a - b).map(bench.lineText)}
          glance={glance}
          onGlance={({ check, cylinder }) => pick.any({ check: checkOf(check), cylinder })}
          onRecord={put}
          onMore={more}
        />
      );
    }
    case 'ready':
      return (
        <ReadyPlate
          pairs={summary.pairs.map((pair) => beforeLineText(pair, (n) => standingReading(lines, n)))}
          handingBack={summary.handingBack}
          onTry={({ check, condition, temperature }) =>
            pick.plate({ ...pickedPlate(checkOf(check), null, head.engine, []), condition, temperature })
          }
          onRecord={put}
          onMore={more}
          blockers={summary.closeBlockers}
        />
      );
    case 'waiting':
      return (
        <p className="min-h-80 border-t-8 border-line bg-sheet px-4 pt-3 text-soft" aria-live="polite">
          Working out what to check next ...
        </p>
      );
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
          onUnmade={put}
          onLeave={shown.by !== 'picked' && !bench.view.more ? null : bench.leave}
          takesFocus={bench.takesFocus}
        />
      );
  }
}
