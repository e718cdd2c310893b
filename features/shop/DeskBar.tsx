'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import type { Person } from '@/db/people.ts';
import type { Habit } from './settings.ts';

const YEAR = 365 * 24 * 3600;
const keep = (name: string, value: string) => {
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie store API is missing in older tablet browsers.
  document.cookie = `${name}=${value}; path=/; max-age=${YEAR}; samesite=lax`;
};

/** The strip at the top: where one is, who acts, in which units. */
export function DeskBar({
  people,
  person,
  habit,
  children,
}: {
  people: readonly Person[];
  person: Person | null;
  habit: Habit;
  children?: ReactNode;
}) {
  const router = useRouter();
  return (
    <header className="no-print flex flex-wrap items-center gap-x-3 gap-y-1 bg-bar px-3 py-1 text-on-bar">
      <Link href="/" className="flex min-h-12 items-center gap-2 pr-2 font-extrabold tracking-wide [font-stretch:115%]">
        <svg width="26" height="26" viewBox="-13 -13 26 26" aria-hidden="true">
          <polygon
            points="-11,0 -5.5,-9.5 5.5,-9.5 11,0 5.5,9.5 -5.5,9.5"
            fill="none"
            stroke="currentColor"
            strokeWidth="2"
          />
          <path d="M-9,4 L-3,-5 L1,2 L4,-2 L9,4" fill="none" stroke="currentColor" strokeWidth="2" />
        </svg>
        Ridge Bolt
      </Link>
      <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3">{children}</div>
      <label className="flex items-center gap-2 text-[0.85rem]">
        Units
        <select
          className="min-h-12 border-2 border-on-bar/40 bg-bar px-2 font-semibold"
          value={habit}
          onChange={(e) => {
            keep('ridge-units', e.target.value);
            router.refresh();
          }}
        >
          <option value="metric">mm °C</option>
          <option value="imperial">thou °F</option>
        </select>
      </label>
      <label className="flex items-center gap-2 text-[0.85rem]">
        Who
        <select
          className="min-h-12 max-w-44 border-2 border-on-bar/40 bg-bar px-2 font-semibold"
          value={person?.id ?? ''}
          onChange={(e) => {
            keep('ridge-person', e.target.value);
            router.refresh();
          }}
        >
          {people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
      </label>
    </header>
  );
}
