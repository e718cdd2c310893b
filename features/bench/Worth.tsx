'use client';
import { useEffect, useRef, useState } from 'react';
import {
  type CheckDefinition,
  checkLabel,
  checkOf,
  faultLabel,
  type NextCheck,
  notListedText,
  reportText,
  type Weighed,
} from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';
import { useFaultCards } from './FaultWords.tsx';
import type { WorthOf } from './plateCheck.ts';
import { percent } from './ridgeShape.ts';

type Asked = Parameters<WorthOf['ask']>[0];

/** What each answer of a check would do to the order of the suspects and to the minutes ahead, and why it is not among the next. */
export function Worth({ worth, asked }: { readonly worth: WorthOf; readonly asked: Asked }) {
  const found = useWeighed(worth, asked);
  const check = checkOf(asked.check);
  if (found === 'asked')
    return (
      <p className="min-h-24 border-t-2 border-line pt-2 text-soft" aria-live="polite">
        Being worked out ...
      </p>
    );
  if (found === 'unanswered' || found === null)
    return (
      <p className="border-t-2 border-line pt-2 text-soft" aria-live="polite">
        {found === null
          ? 'This check is recorded, and not weighed on this engine.'
          : 'This browser’s reasoner does not answer: close this and ask again.'}
      </p>
    );
  return <Told {...{ found, check }} onInstead={worth.onInstead} />;
}

/** A newer record, or another state, has it asked anew by another key. */
function useWeighed({ ask, stale }: WorthOf, asked: Asked): Weighed | null | 'asked' | 'unanswered' {
  const [found, setFound] = useState<Weighed | null | 'asked' | 'unanswered'>('asked');
  const { check, cylinder, condition, temperature } = asked;
  useEffect(() => {
    // What is asked while a list is being worked out would be held beside the old one.
    if (stale) return;
    let here = true;
    ask({ check, cylinder, condition, temperature }).then(
      (answer) => here && setFound(answer),
      () => here && setFound('unanswered'),
    );
    return () => {
      here = false;
    };
  }, [ask, stale, check, cylinder, condition, temperature]);
  return found;
}

function Told({
  found,
  check,
  onInstead,
}: {
  readonly found: Weighed;
  readonly check: CheckDefinition;
  readonly onInstead: (next: NextCheck) => void;
}) {
  const reason = notListedText(found);
  const { instead } = found;
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // A browser may answer with a promise, which is nothing to clean up with.
    void here.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <section aria-label="What each answer would do" className="border-t-2 border-line pt-2">
      {reason && (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[1.05rem]">
          <span className="font-bold">Not among the next: {reason}</span>
          {instead && (
            <Button onClick={() => onInstead(instead)}>First: {checkLabel(instead.check, instead.cylinder)}</Button>
          )}
        </p>
      )}
      <div ref={here} className="scroll-mb-40">
        <Minutes found={found} />
      </div>
      <ul className="mt-1.5">
        {found.reports.map((report) => (
          <Report key={JSON.stringify(report.says)} report={report} check={check} />
        ))}
      </ul>
    </section>
  );
}

/** The search ahead, with and without it, as two bars on one scale, and the sum in words. */
function Minutes({ found: { searchMin, afterMin, minutes, reports } }: { readonly found: Weighed }) {
  const own = minutes.handsOn + minutes.state + minutes.access;
  const saved = searchMin - afterMin - own;
  const whole = Math.max(searchMin, afterMin + own, 1);
  const width = (min: number) => `${(100 * Math.max(0, min)) / whole}%`;
  const of = [
    `${round(minutes.handsOn)} hands on`,
    minutes.access > 0 && `${round(minutes.access)} to open and close`,
    minutes.state > 0 && `${round(minutes.state)} to bring it to that state`,
  ].filter(Boolean);
  const proves = reports.some((report) => report.proves !== null);
  return (
    <div className="mt-1 grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-x-2 gap-y-0.5 text-[0.95rem]">
      <span>Without it</span>
      <span className="h-5 bg-iron" style={{ width: width(searchMin) }} />
      <span className="text-right font-bold">{round(searchMin)} min</span>
      <span>With it</span>
      <span className="flex h-5">
        <span className="bg-rust" style={{ width: width(own) }} />
        <span className="bg-iron" style={{ width: width(afterMin) }} />
      </span>
      <span className="text-right font-bold">
        <span className="text-rust">{round(own)}</span> + {round(afterMin)} min
      </span>
      <p className="col-span-3 leading-snug">
        Search ahead on average. It takes <span className="font-bold text-rust">{round(own)} min</span> itself (
        {of.join(', ')}) and <span className="font-bold">{savesText(saved, proves)}</span>.
      </p>
    </div>
  );
}

/** The way to a proof has to be gone, whatever it costs. */
function savesText(saved: number, proves: boolean): string {
  if (saved >= 0.5) return `saves ${round(saved)} min`;
  if (proves) return 'is a way to a proof';
  return saved <= -0.5 ? `costs ${round(-saved)} min` : 'saves nothing';
}

function Report({ report, check }: { readonly report: Weighed['reports'][number]; readonly check: CheckDefinition }) {
  const cards = useFaultCards();
  const { says, chance, searchMin, proves, first } = report;
  return (
    <li className="grid grid-cols-[3.4rem_minmax(0,1fr)_auto] items-baseline gap-x-2 border-t border-line py-1 leading-snug">
      <span className="relative text-right">
        <span
          aria-hidden="true"
          className="absolute -bottom-0.5 left-0 h-1 bg-iron"
          style={{ width: `${100 * chance}%` }}
        />
        <span className="font-bold">{percent(chance)} %</span>
      </span>
      <span className="min-w-0">
        <span className="font-bold">{reportText(check, says)}</span>
        {proves ? (
          <>
            : proves <span className="font-bold text-rust">{faultLabel(proves, cards)}</span>
          </>
        ) : (
          first.map(({ fault, p, before }, i) => (
            <span key={fault}>
              {i === 0 ? ': ' : ', '}
              <span className="font-bold">{percent(p)} %</span> {faultLabel(fault, cards)}
              <span className="text-soft"> ({percent(before)} now)</span>
            </span>
          ))
        )}
      </span>
      <span className="text-right whitespace-nowrap">
        {round(searchMin)} <span className="text-[0.85rem] text-soft">min left</span>
      </span>
    </li>
  );
}

const round = (min: number): number => (min < 9.75 ? Math.round(2 * min) / 2 : Math.round(min));
