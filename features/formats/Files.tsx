'use client';
import Link from 'next/link';
import { useRef, useState } from 'react';

const TABLES = [
  ['jobs', 'Jobs'],
  ['readings', 'Readings'],
  ['parts', 'Parts'],
] as const;

const base64Of = (file: Blob): Promise<string> =>
  new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => failed(reader.error);
    reader.readAsDataURL(file);
  });

/** The shop's tables to take along, and a job of another shop to take in. */
export function Files({ mayBring }: { mayBring: boolean }) {
  const [said, setSaid] = useState<{ readonly text: string; readonly job?: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const picked = useRef<HTMLInputElement>(null);
  const bring = async (file: File) => {
    setBusy(true);
    setSaid(null);
    try {
      const answer = await fetch('/api/jobs/whole', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ zip: await base64Of(file) }),
      });
      const told = (await answer.json()) as { number?: number; id?: string; issues?: { message: string }[] };
      setSaid(
        answer.ok
          ? { text: `Taken in as job ${told.number}.`, job: told.id! }
          : { text: `Not taken in: ${told.issues?.[0]?.message ?? 'the shop computer would not'}.` },
      );
    } catch {
      setSaid({ text: 'The shop computer does not answer: nothing was taken in. Try again.' });
    }
    setBusy(false);
    if (picked.current) picked.current.value = '';
  };
  return (
    <section className="mb-3 bg-sheet px-4 py-3" aria-label="Files">
      <details>
        <summary className="flex min-h-tap cursor-pointer flex-wrap items-center gap-x-2 text-[1.1rem]">
          <h2 className="text-[1.3rem] font-extrabold">Files</h2>
          <span>tables for a spreadsheet, and jobs of another shop</span>
        </summary>
        <p className="flex flex-wrap gap-x-5">
          {TABLES.map(([name, label]) => (
            <a
              key={name}
              href={`/api/tables/${name}`}
              download
              className="flex min-h-tap items-center font-semibold underline underline-offset-4"
            >
              {label} as CSV
            </a>
          ))}
        </p>
        {mayBring && (
          <label className="block max-w-xl">
            <span className="font-semibold">
              Take in a job of another shop (its zip, from “Whole job” on its bench)
            </span>
            <input
              ref={picked}
              type="file"
              accept=".zip,application/zip"
              disabled={busy}
              onChange={(e) => e.target.files?.[0] && void bring(e.target.files[0])}
              className="min-h-tap w-full border-2 border-line bg-sheet px-2 py-2"
            />
          </label>
        )}
        {busy && <p role="status">One moment ...</p>}
        {said && (
          <p role="status" className="mt-1 font-bold">
            {said.text}{' '}
            {said.job && (
              <Link href={`/jobs/${said.job}`} className="underline underline-offset-4">
                Open it
              </Link>
            )}
          </p>
        )}
      </details>
    </section>
  );
}
