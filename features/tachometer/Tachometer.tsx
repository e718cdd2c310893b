'use client';
import { Suspense, useEffect, useRef, useState } from 'react';
import { type EngineWords, firesUnevenly } from '@/core/index.ts';
import type { HeardSecond } from '@/core/sound/index.ts';
import type { Heard } from '@/features/bench/entry.ts';
import { Button } from '@/ui/Button.tsx';
import { later } from '@/ui/later.ts';
import type { Deaf } from './microphone.ts';
import { type Listening, useListening } from './useListening.ts';

const SpeedChart = later(() => import('./SpeedChart.tsx').then((m) => m.SpeedChart));

interface Props {
  readonly engine: EngineWords;
  /** What the box is called that it goes into. */
  readonly into: string;
  readonly onTake: (heard: Heard) => void;
  readonly onLeave: () => void;
}

const DEAF: Record<Deaf, string> = {
  'no-microphone': 'This tablet gives no microphone.',
  'not-allowed': 'The microphone was not allowed: allow it for this page in the browser.',
  'not-secure': 'Over this connection the browser gives no microphone: record it with the tablet and open the file.',
};

/** Engine speed by ear, from the microphone or a recording; one tap puts it into the box. */
export function Tachometer({ engine, into, onTake, onLeave }: Props) {
  const { listening, open } = useListening(engine);
  const [picked, setPicked] = useState<number | null>(null);
  const heard = heardNow(listening, picked);
  const panel = useRef<HTMLElement>(null);
  // Dial and chart come into sight above the plate's foot.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another kind of listening is another height
  useEffect(() => {
    panel.current?.scrollIntoView?.({ block: 'nearest' });
  }, [listening.kind]);
  return (
    <section ref={panel} className="w-full scroll-mb-24 border-2 border-ink bg-well p-3" aria-label="Hear the speed">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <Dial listening={listening} heard={heard} />
        <div className="flex flex-wrap items-center gap-2">
          {heard?.rpm != null &&
            speedsOf(engine, heard).map((speed, i) => (
              <Button
                key={speed.text}
                look={i === 0 ? 'main' : 'plain'}
                className="min-h-14 text-[1.15rem]"
                onClick={() => onTake(speed)}
              >
                {i === 0 ? `${into}: ${speed.text}` : `One dead: ${speed.text}`}
              </Button>
            ))}
          <label className="flex min-h-14 cursor-pointer items-center border-2 border-line bg-sheet px-4 font-semibold focus-within:border-rust">
            Open a recording
            <input
              type="file"
              accept="audio/*,.wav"
              className="sr-only"
              onChange={(e) => {
                const file = e.target.files?.[0];
                setPicked(null);
                if (file) void open(file);
                e.target.value = '';
              }}
            />
          </label>
          <Button className="flex min-h-14 items-center" onClick={onLeave}>
            Stop listening
          </Button>
        </div>
      </div>
      {listening.kind === 'recording' && (
        <Suspense fallback={<div className="h-44" />}>
          <SpeedChart heard={listening.heard} picked={heard?.second ?? null} onPick={setPicked} />
        </Suspense>
      )}
      {listening.kind !== 'recording' && (
        <p className="mt-2 text-[0.95rem] leading-snug">
          Half a metre from the exhaust outlet, out of the wind, clear of what turns. What is heard may be an octave
          off: a tachometer, or a second speed heard, makes sure.
        </p>
      )}
    </section>
  );
}

/** The speed as large as the panel allows, or why there is none. */
function Dial({ listening, heard }: { listening: Listening; heard: HeardSecond | null }) {
  return (
    <div aria-live="polite" className="min-w-64">
      {heard?.rpm != null ? (
        <p className="leading-none tabular-nums">
          <span className="text-[3.4rem] font-extrabold">{heard.rpm.toFixed(0)}</span>
          <span className="ml-2 text-[1.2rem] font-semibold text-soft">rpm ± {Math.ceil(heard.plusMinus ?? 0)}</span>
        </p>
      ) : (
        <p className="max-w-[32ch] text-[1.4rem] leading-tight font-bold">{unheard(listening)}</p>
      )}
      {listening.kind === 'recording' && (
        <p className="text-[0.95rem] text-soft">
          {listening.name}, {heard === null ? 'no second heard' : `second ${heard.second + 1}`}
        </p>
      )}
    </div>
  );
}

function unheard(listening: Listening): string {
  switch (listening.kind) {
    case 'opening':
      return 'Asking for the microphone';
    case 'deaf':
      return DEAF[listening.why];
    case 'working':
      return `Listening to ${listening.name}`;
    case 'failed':
      return listening.message;
    case 'live':
      return listening.now === null ? 'Listening' : 'Cannot hear it';
    case 'recording':
      return 'Cannot hear it';
  }
}

/** Of a recording the second that was picked, or the last one heard. */
function heardNow(listening: Listening, picked: number | null): HeardSecond | null {
  if (listening.kind === 'live') return listening.now;
  if (listening.kind !== 'recording') return null;
  return listening.heard.find((h) => h.second === picked) ?? listening.heard.findLast((h) => h.heard) ?? null;
}

/** A twin that fires evenly sounds the same with one cylinder dead at twice the speed: whoever stands there knows which. */
function speedsOf(engine: EngineWords, { rpm, plusMinus }: HeardSecond): Heard[] {
  const said = (times: number): Heard => ({
    text: String(Math.round(times * rpm!)),
    plusMinus: Math.ceil(times * (plusMinus ?? 0)),
  });
  const isAmbiguous = engine.cylinders === 2 && firesUnevenly(engine) !== true;
  return isAmbiguous ? [said(1), said(2)] : [said(1)];
}
