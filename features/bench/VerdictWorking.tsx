import { clearsOf } from '@/core/checks/clears.ts';
import { type Assessment, placeLabel, quantityLine, REMARK_WORDS, shownUnit } from '@/core/index.ts';
import { type LimitBar, limitBar } from '@/core/station/limitBar.ts';
import { isSound, type VerdictProps } from './Verdict.tsx';

interface Props extends VerdictProps {
  /** The figure that was read, in its inside unit; null where there is none. */
  readonly read: { readonly value: number; readonly unit: string } | null;
}

/** What is to be minded about it, the figure it stands on against its limits; how it came to that is a tap away. */
export function VerdictWorking({ check, assessed, side, read }: Props) {
  const sound = isSound(assessed);
  const [first, ...further] = Object.entries(assessed.quantities).map(([name, q]) => quantityLine(name, q));
  const plain = assessed.remarks.map((remark) => REMARK_WORDS[remark] ?? remark);
  const points = assessed.outcome !== null && !sound ? assessed.points : [];
  const working = workingOf(check.id, assessed, further, sound);
  const bar = limitBar(assessed, read);
  if (!first && plain.length + points.length + working.length === 0) return null;
  return (
    <div
      className="border-l-8 bg-well px-3 py-1.5 text-[0.92rem] leading-snug"
      style={{ borderColor: assessed.outcome === null ? 'var(--line)' : sound ? 'var(--sound)' : 'var(--rust)' }}
      data-testid="working"
    >
      {side !== null && <p className="font-extrabold">Cylinder {side}</p>}
      {plain.map((line) => (
        <p key={line} className="font-bold">
          {line}
        </p>
      ))}
      <div className="flex flex-wrap items-center gap-x-4">
        {first && <p className="font-semibold">{first}</p>}
        {bar && <Bar bar={bar} sound={sound} />}
      </div>
      {points.length > 0 && <p className="font-bold">Points at: {points.map(placeLabel).join(', ')}.</p>}
      {working.length > 0 && (
        <details>
          <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
            How it came to that
          </summary>
          {working.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </details>
      )}
    </div>
  );
}

/** The figures worked out besides, what is missing, the limits with where they came from, what it may only mean and does not clear. */
function workingOf(
  check: VerdictProps['check']['id'],
  assessed: Assessment,
  further: readonly string[],
  sound: boolean,
): readonly string[] {
  const clears = clearsOf(check);
  const mayOnlyMean = assessed.outcome !== null && !sound ? clears.mayOnlyMean : [];
  const cannotClear = sound ? clears.cannotClear : [];
  return [
    ...further,
    ...assessed.missing.map(({ reason }) => reason),
    ...assessed.limits.map(
      (limit) => `${limit.name} ${Number(limit.value.toPrecision(4))} ${shownUnit(limit.unit)} (${limit.source})`,
    ),
    ...(mayOnlyMean.length > 0 ? [`May only mean: ${mayOnlyMean.join('; ')}.`] : []),
    ...(cannotClear.length > 0 ? [`Does not clear: ${cannotClear.join('; ')}.`] : []),
  ];
}

const [WIDE, TALL] = [220, 34];

/** A small scale: the reading with its whisker, the limits as strokes across. */
function Bar({ bar, sound }: { bar: LimitBar; sound: boolean }) {
  const x = (share: number) => 4 + (WIDE - 8) * Math.min(1, Math.max(0, share));
  return (
    <svg width={WIDE} height={TALL} aria-hidden="true" data-bar={bar.value.toFixed(3)} className="shrink-0">
      <line x1={4} x2={WIDE - 4} y1={TALL / 2} y2={TALL / 2} stroke="var(--line)" strokeWidth={8} />
      {bar.limits.map(({ name, at }) => (
        <line
          key={`${name}${at}`}
          x1={x(at)}
          x2={x(at)}
          y1={4}
          y2={TALL - 4}
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray="4 2"
        />
      ))}
      <line x1={x(bar.from)} x2={x(bar.to)} y1={TALL / 2} y2={TALL / 2} stroke="var(--ink)" strokeWidth={3} />
      <polygon
        points="-7,0 -3.5,-6 3.5,-6 7,0 3.5,6 -3.5,6"
        transform={`translate(${x(bar.value)} ${TALL / 2})`}
        fill={sound ? 'var(--sound)' : 'var(--rust)'}
        stroke="var(--sheet)"
        strokeWidth={1.5}
      />
    </svg>
  );
}
