import { type ComponentType, type KeyboardEvent, Suspense, useEffect, useRef, useState } from 'react';
import { assessingContext } from '@/core/index.ts';
import { SHOW_ME, type ShownFrame } from '@/core/station/showMe.ts';
import { blankEntry, draftEvent, figuresTyped } from '@/features/bench/entry.ts';
import { Button } from '@/ui/Button.tsx';
import type { StationProps, StationSide } from './stationProps.ts';

type Props = Pick<StationProps, 'check' | 'head' | 'habit'> & {
  readonly side: number;
  readonly Station: ComponentType<StationProps>;
  readonly onClose: () => void;
};

/** How a check is made, in frames on its own drawing; the arrow keys go through them, Escape puts them away. */
export function ShowMe({ check, head, habit, side, Station, onClose }: Props) {
  const frames = SHOW_ME[check.id] ?? [];
  const [at, setAt] = useState(0);
  const panel = useRef<HTMLElement>(null);
  useEffect(() => panel.current?.focus({ preventScroll: true }), []);
  const frame = frames[at];
  if (!frame) return null;
  const go = (step: number) => setAt((now) => Math.min(frames.length - 1, Math.max(0, now + step)));
  const keys = (e: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
    if (e.key === 'Escape') onClose();
    else if (step !== undefined) go(step);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="How it is made"
      onKeyDown={keys}
      data-frame={at + 1}
      className="space-y-2 border-l-8 border-iron outline-none pl-3"
    >
      <p aria-live="polite" className="min-h-[3.2rem] text-[1.1rem] leading-snug font-semibold">
        {frame.says}
      </p>
      <div className="flex items-center gap-2">
        <Button onClick={() => go(-1)} disabled={at === 0}>
          <span aria-hidden="true">◀</span> Back
        </Button>
        <Button look="main" onClick={() => (at === frames.length - 1 ? onClose() : go(1))}>
          {at === frames.length - 1 ? 'Close' : 'On ▶'}
        </Button>
        <span className="text-soft tabular-nums">
          {at + 1} of {frames.length}
        </span>
        <Button look="quiet" className="ml-auto" onClick={onClose}>
          Put it away
        </Button>
      </div>
      <Suspense fallback={<div className="min-h-60" />}>
        <Station
          key={frame.view ?? ''}
          {...{ check, head, habit }}
          sides={[sideOf(frame, check, head, habit, side)]}
          readings={[]}
          parts={[]}
          epoch={0}
          onChange={() => {}}
          {...(frame.view ? { view: frame.view } : {})}
        />
      </Suspense>
    </section>
  );
}

/** What stands on the drawing in that frame, judged as it would be on this engine. */
function sideOf(
  frame: ShownFrame,
  check: StationProps['check'],
  head: StationProps['head'],
  habit: StationProps['habit'],
  side: number,
): StationSide {
  const entry = { ...blankEntry(check.states[0]!, null), typed: frame.typed ?? {}, choices: frame.choices ?? {} };
  const drafted = draftEvent(check, side || null, head.engine, habit, entry);
  return {
    side,
    entry,
    figures: figuresTyped(check, head.engine, habit, entry),
    assessed: drafted.state === 'sound' ? check.assess(drafted.read.reading, assessingContext(head)) : null,
    twin: null,
    before: null,
  };
}
