'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, Suspense, useState } from 'react';
import type { Person } from '@/db/people.ts';
import { activeHere } from '@/features/people/client/active.ts';
import { AppMark } from '@/ui/AppMark.tsx';
import { later, useFetchedLater } from '@/ui/later.ts';
import { HABIT_UNITS } from './habitUnits.ts';
import type { Desk } from './settings.ts';
import { usePerson } from './WhoAsked.tsx';

const DeskPanel = later(() => import('./DeskPanel.tsx').then((m) => m.DeskPanel));
const WhoDialog = later(() => import('./WhoDialog.tsx').then((m) => m.WhoDialog));
const FETCHED = [DeskPanel, WhoDialog];

/** The strip at the top: where one is, who acts, in which units; a tap opens how this screen is set. */
export function DeskBar({ people, desk, children }: { people: readonly Person[]; desk: Desk; children?: ReactNode }) {
  const [open, setOpen] = useState(false);
  useFetchedLater(FETCHED);
  const person = usePerson(people, desk.person);
  const [switching, setSwitching] = useState<{ readonly to: Person | null } | null>(null);
  const router = useRouter();
  const switched = () => {
    setSwitching(null);
    setOpen(false);
    // Out of reach nothing fresher is to be had, and asking for it would lose the page.
    if (!activeHere()?.outOfReach) router.refresh();
  };
  return (
    <header className="no-print @container bg-bar text-on-bar">
      <div className="flex items-center gap-x-3 px-3 py-1">
        <Link
          href="/"
          prefetch={false}
          aria-label="Ridge Bolt, the floor"
          className="flex min-h-tap min-w-tap shrink-0 items-center gap-2 font-extrabold tracking-wide [font-stretch:115%]"
        >
          <AppMark className="size-[1.75rem] shrink-0" />
          <span className="hidden @4xl:inline">Ridge Bolt</span>
        </Link>
        <div className="min-w-0 flex-1">{children}</div>
        <Menu role={desk.role} />
        <button
          type="button"
          aria-expanded={open}
          aria-label={`This desk: ${person?.name ?? 'nobody'}, ${HABIT_UNITS[desk.habit]}`}
          onClick={() => (person ? setOpen(!open) : setSwitching({ to: null }))}
          className="min-h-tap shrink-0 border-2 border-on-bar/50 px-3 py-0.5 text-left leading-tight font-semibold"
        >
          {person?.name ?? 'Sign in'}
          <span className="block text-[0.85rem] font-normal">{HABIT_UNITS[desk.habit]}</span>
        </button>
      </div>
      {open && (
        <Suspense fallback={null}>
          <DeskPanel people={people} person={person} desk={desk} onSwitch={(to) => setSwitching({ to })} />
        </Suspense>
      )}
      {switching && (
        <Suspense fallback={null}>
          <WhoDialog people={people} first={switching.to} onChoose={switched} onClose={() => setSwitching(null)} />
        </Suspense>
      )}
    </header>
  );
}

const PLACES = [
  ['/', 'Floor'],
  ['/later', 'Later'],
  ['/engines', 'Engines'],
  ['/rules', 'House rules'],
  ['/people', 'People'],
] as const;

/** Where else one can go. A tap elsewhere, Escape or the choice itself puts it away. */
function Menu({ role }: { role: Desk['role'] }) {
  const [open, setOpen] = useState(false);
  return (
    <nav
      aria-label="Places"
      className="relative shrink-0"
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setOpen(false)}
      onKeyDown={(e) => {
        if (e.key !== 'Escape' || !open) return;
        e.stopPropagation();
        setOpen(false);
      }}
    >
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="min-h-tap border-2 border-on-bar/50 px-3 font-semibold"
      >
        Menu
      </button>
      {open && (
        <ul className="absolute top-full right-0 z-30 mt-1 w-52 border-2 border-on-bar/50 bg-bar">
          {PLACES.filter(([href]) => href !== '/people' || role === 'owner').map(([href, label]) => (
            <li key={href}>
              <Link
                href={href}
                prefetch={false}
                className="flex min-h-14 items-center px-4 text-[1.1rem] font-semibold underline-offset-4 hover:underline focus-visible:underline"
              >
                {label}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </nav>
  );
}
