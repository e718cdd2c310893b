'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import type { Person } from '@/db/people.ts';
import { Choice } from '@/ui/Choice.tsx';
import { DeskCookie, keepCookie } from './deskCookies.ts';
import type { Desk, Habit, Light, Spacing } from './settings.ts';
import { choosePerson, usePerson } from './WhoAsked.tsx';

/** The strip at the top: where one is, who acts, in which units; a tap opens how this screen is set. */
export function DeskBar({ people, desk, children }: { people: readonly Person[]; desk: Desk; children?: ReactNode }) {
  const [open, setOpen] = useState(false);
  const person = usePerson(people, desk.person);
  return (
    <header className="no-print @container bg-bar text-on-bar">
      <div className="flex items-center gap-x-3 px-3 py-1">
        <Link
          href="/"
          aria-label="Ridge Bolt, the floor"
          className="flex min-h-tap min-w-tap shrink-0 items-center gap-2 font-extrabold tracking-wide [font-stretch:115%]"
        >
          <svg viewBox="-13 -13 26 26" aria-hidden="true" className="size-[1.75rem] shrink-0">
            <polygon
              points="-11,0 -5.5,-9.5 5.5,-9.5 11,0 5.5,9.5 -5.5,9.5"
              fill="none"
              stroke="currentColor"
              strokeWidth="2"
            />
            <path d="M-9,4 L-3,-5 L1,2 L4,-2 L9,4" fill="none" stroke="currentColor" strokeWidth="2" />
          </svg>
          <span className="hidden @4xl:inline">Ridge Bolt</span>
        </Link>
        <div className="min-w-0 flex-1">{children}</div>
        <button
          type="button"
          aria-expanded={open}
          aria-label={`This desk: ${person?.name ?? 'nobody'}, ${UNITS[desk.habit]}`}
          onClick={() => setOpen(!open)}
          className="min-h-tap shrink-0 border-2 border-on-bar/50 px-3 py-0.5 text-left leading-tight font-semibold"
        >
          {person?.name ?? 'Who are you?'}
          <span className="block text-[0.85rem] font-normal">{UNITS[desk.habit]}</span>
        </button>
      </div>
      {open && <DeskPanel people={people} person={person} desk={desk} />}
    </header>
  );
}

const UNITS: Record<Habit, string> = { metric: 'mm, °C', imperial: 'thou, °F' };

function DeskPanel({ people, person, desk }: { people: readonly Person[]; person: Person | null; desk: Desk }) {
  const router = useRouter();
  const set = (name: string, value: string) => {
    keepCookie(name, value);
    router.refresh();
  };
  return (
    <section aria-label="This desk" className="bg-sheet p-3 text-ink">
      <div className="flex flex-wrap gap-x-8 gap-y-3">
        <Setting label="Who">
          <Choice
            label="Who"
            options={people.map((p) => ({ value: p.id, label: p.name }))}
            value={person?.id ?? null}
            onChange={(id) => id && choosePerson(id)}
          />
        </Setting>
        <Setting label="Units">
          <Choice<Habit>
            label="Units"
            options={[
              { value: 'metric', label: UNITS.metric },
              { value: 'imperial', label: UNITS.imperial },
            ]}
            value={desk.habit}
            onChange={(habit) => habit && set(DeskCookie.habit, habit)}
          />
        </Setting>
        <Setting label="Light">
          <Choice<Light>
            label="Light"
            options={[
              { value: 'device', label: 'As the device' },
              { value: 'day', label: 'Day' },
              { value: 'night', label: 'Night' },
            ]}
            value={desk.light}
            onChange={(light) => light && set(DeskCookie.light, light)}
          />
        </Setting>
        <Setting label="Spacing">
          <Choice<Spacing>
            label="Spacing"
            options={[
              { value: 'roomy', label: 'Roomy' },
              { value: 'close', label: 'Close' },
            ]}
            value={desk.spacing}
            onChange={(spacing) => spacing && set(DeskCookie.spacing, spacing)}
          />
        </Setting>
        <Setting label="Two-letter keys">
          <Choice<'on' | 'off'>
            label="Two-letter keys"
            options={[
              { value: 'on', label: 'On' },
              { value: 'off', label: 'Off' },
            ]}
            value={desk.twoLetters ? 'on' : 'off'}
            onChange={(on) => on && set(DeskCookie.twoLetters, on)}
          />
        </Setting>
        <Setting label="The whole shop">
          <Link
            href="/rules"
            className="inline-flex min-h-tap items-center border-2 border-line bg-sheet px-3 font-semibold"
          >
            House rules
          </Link>
        </Setting>
      </div>
    </section>
  );
}

const Setting = ({ label, children }: { label: string; children: ReactNode }) => (
  <div>
    <p className="mb-1 text-[0.9rem] font-semibold text-soft">{label}</p>
    {children}
  </div>
);
