'use client';
import { useState } from 'react';
import {
  ACCESS,
  ACCESS_WAYS,
  type AccessId,
  type AccessOnMachine,
  type AccessPlan,
  accessLabel,
  accessPlan,
  cylindersOf,
  type EngineWords,
  type RawEvent,
  type RawTookEvent,
} from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Choice } from '@/ui/Choice.tsx';
import { accessEvent } from './accessEvent.ts';

const MINUTES = [1, 2, 3, 4, 6, 8, 10, 12, 15, 20, 30, 45, 60] as const;

interface OpenProps {
  readonly open: readonly string[];
  readonly engine: EngineWords;
  readonly access: AccessOnMachine;
  readonly onAccess: (event: RawEvent, id: string) => void;
}

/** What stands open on the machine: the minutes of every check depend on it, so it can be put right; and how long each took here, in two taps. */
export function OpenNow({ open, engine, access, onAccess }: OpenProps) {
  const [asked, setAsked] = useState<AccessId | null>(null);
  const plan = accessPlan(access);
  const all = Object.keys(ACCESS).flatMap((id) =>
    id.includes('[c]') ? cylindersOf(engine).map((c) => id.replace('[c]', `[${c}]`)) : [id],
  );
  const took = (id: AccessId, change: Omit<RawTookEvent, 'took'>) => {
    onAccess({ took: id, ...change }, newId());
    setAsked(null);
  };
  const shut = all.filter((key) => !open.includes(key));
  return (
    <section aria-label="Open on the machine" className="mt-3 border-t-2 border-ink pt-1">
      <h3 className="text-[0.9rem] font-bold">Open on the machine</h3>
      {open.length === 0 && <p className="text-soft">Nothing.</p>}
      <div className="mt-1 space-y-1.5">
        {all
          .filter((key) => open.includes(key))
          .map((key) => {
            const id = key.replace(/\[\d\]/, '[c]') as AccessId;
            return (
              <div key={key} className="flex">
                <button
                  type="button"
                  aria-label={`Put back: ${accessLabel(key)}`}
                  onClick={() => onAccess(accessEvent(key, 'closed'), newId())}
                  className="flex min-h-tap flex-1 items-center justify-between gap-2 border-2 border-line bg-well px-2.5 text-left leading-tight font-semibold"
                >
                  {capital(accessLabel(key))} <span aria-hidden="true">✕</span>
                </button>
                {plan.minutesOf(key) > 0 && (
                  <button
                    type="button"
                    aria-label={`Minutes: ${accessLabel(key)}`}
                    aria-expanded={asked === id}
                    onClick={() => setAsked(asked === id ? null : id)}
                    className="min-h-tap min-w-24 border-2 border-l-0 border-line bg-sheet px-2 font-bold aria-expanded:bg-iron aria-expanded:text-on-iron"
                  >
                    {plan.of(key).openMin} + {plan.of(key).closeMin} min
                  </button>
                )}
              </div>
            );
          })}
      </div>
      {asked && <Took id={asked} plan={plan} onTook={took} />}
      <Ways plan={plan} onTook={took} />
      {shut.length > 0 && (
        <details>
          <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
            Something else was opened
          </summary>
          <div className="flex flex-wrap gap-1.5">
            {shut.map((key) => (
              <button
                key={key}
                type="button"
                aria-label={`Opened: ${accessLabel(key)}`}
                onClick={() => onAccess(accessEvent(key, 'open'), newId())}
                className="min-h-tap border-2 border-line bg-sheet px-2.5 font-semibold"
              >
                {capital(accessLabel(key))}
              </button>
            ))}
          </div>
        </details>
      )}
    </section>
  );
}

interface TookProps {
  readonly plan: AccessPlan;
  readonly onTook: (id: AccessId, change: Omit<RawTookEvent, 'took'>) => void;
}

/** How long one thing took on this machine. */
function Took({ id, plan, onTook }: TookProps & { id: AccessId }) {
  const { openMin, closeMin } = plan.of(id);
  return (
    <section
      aria-label={`Minutes of ${accessLabel(id)}`}
      className="mt-1.5 border-l-8 border-paint bg-well px-2 py-1.5"
    >
      <p className="font-extrabold">{capital(accessLabel(id))}</p>
      <Row label="To open, it took me" now={openMin} onPick={(minutes) => onTook(id, { openMin: minutes })} />
      <Row label="To put back, it took me" now={closeMin} onPick={(minutes) => onTook(id, { closeMin: minutes })} />
    </section>
  );
}

/** What comes off first, where machines are not built alike. */
function Ways({ plan, onTook }: TookProps) {
  return (
    <details>
      <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
        What comes off first here
      </summary>
      <div className="space-y-2">
        {(Object.keys(ACCESS_WAYS) as (keyof typeof ACCESS_WAYS)[]).map((id) => {
          const { asks, ways } = ACCESS_WAYS[id]!;
          return (
            <div key={id}>
              <p className="font-semibold">{asks}</p>
              <Choice
                small
                label={asks}
                options={ways.map(({ label, through }) => ({ value: through.join(), label }))}
                value={plan.of(id).through.join()}
                onChange={(through) => through && onTook(id, { through: through.split(',') as AccessId[] })}
              />
            </div>
          );
        })}
      </div>
    </details>
  );
}

function Row({ label, now, onPick }: { label: string; now: number; onPick: (minutes: number) => void }) {
  return (
    <fieldset className="m-0 border-0 p-0">
      <legend className="font-semibold">{label}</legend>
      <div className="flex flex-wrap gap-1">
        {MINUTES.map((minutes) => (
          <button
            key={minutes}
            type="button"
            aria-label={`${label} ${minutes} min`}
            aria-pressed={minutes === now}
            onClick={() => onPick(minutes)}
            className="min-h-tap min-w-tap border-2 border-line bg-sheet font-bold aria-pressed:border-iron"
          >
            {minutes}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
