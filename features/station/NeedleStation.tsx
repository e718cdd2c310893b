import { Suspense } from 'react';
import { needleLine } from '@/core/station/index.ts';
import { HoldLine } from './charts.ts';
import { StopwatchInto } from './StopwatchInto.tsx';
import { figureOf, type StationProps } from './stationProps.ts';

/** A needle under pressure: a falling line beside the one it may not fall below, with a watch of its own. */
export function NeedleStation({ head, habit, sides, onChange }: StationProps) {
  const [own] = sides as [StationProps['sides'][number]];
  const line = needleLine(
    { startPa: figureOf(own, 'start'), endPa: figureOf(own, 'end'), seconds: figureOf(own, 'time') },
    head.rules.needleLossPsiPerMin.value,
  );
  return (
    <div className="space-y-2">
      <StopwatchInto
        onStop={(seconds) => onChange(own.side, { ...own.entry, typed: { ...own.entry.typed, time: String(seconds) } })}
      />
      {line === null ? (
        <p className="text-soft">Pump to 5 psi, type the start, start the watch: the line says how fast it falls.</p>
      ) : (
        <Suspense fallback={<div className="min-h-60" />}>
          <HoldLine line={line} habit={habit} />
        </Suspense>
      )}
    </div>
  );
}
