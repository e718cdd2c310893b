'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { CalendarAddress } from './CalendarAddress.tsx';
import type { DueLater } from './dueLater.ts';

interface Props {
  readonly due: readonly DueLater[];
  /** ISO day. */
  readonly today: string;
  readonly links: readonly { readonly id: string; readonly at: string }[];
  readonly mayShare: boolean;
}

/** What was put off: what is due by today first, each to be called about, and ended as done or dropped. */
export function LaterList({ due, today, links, mayShare }: Props) {
  const open = due.filter(({ ended }) => ended === null);
  const over = open.filter(({ dueOn }) => dueOn !== null && dueOn <= today);
  const coming = open.filter((one) => !over.includes(one));
  const ended = due.filter((one) => one.ended !== null).slice(-20);
  return (
    <main className="@container mx-auto max-w-[1100px] space-y-3 p-3">
      <section aria-label="Due" className="bg-sheet p-4">
        <h2 className="text-[1.6rem] leading-none font-extrabold [font-stretch:90%]">
          {over.length === 0 ? 'Nothing is due today' : `Due: ${over.length}`}
        </h2>
        <List due={over} today={today} />
      </section>
      <section aria-label="Coming" className="bg-sheet p-4">
        <h2 className="text-[1.2rem] font-extrabold">Coming: {coming.length}</h2>
        {coming.length === 0 && (
          <p className="text-soft">
            Nothing is put off. On the bench, “Later” puts something off by a day or by the meter.
          </p>
        )}
        <List due={coming} today={today} />
      </section>
      {ended.length > 0 && (
        <section aria-label="Ended" className="bg-sheet p-4">
          <details>
            <summary className="flex min-h-tap items-center font-bold underline decoration-line underline-offset-4">
              Done or dropped: {ended.length}
            </summary>
            <ul className="list-inside list-disc">
              {ended.map((one) => (
                <li key={one.eventId}>
                  {one.machine.tag}: {one.what}, {one.ended!.ended} {one.ended!.at.slice(0, 10)}
                  {one.ended!.note && `. ${one.ended!.note}`}
                </li>
              ))}
            </ul>
          </details>
        </section>
      )}
      <section aria-label="Calendar" className="bg-sheet p-4">
        <h2 className="text-[1.2rem] font-extrabold">In your calendar</h2>
        <p>
          <a href="/api/later/file" download className="font-semibold underline underline-offset-4">
            Calendar file
          </a>
          , as it stands now.
        </p>
        {mayShare && <CalendarAddress links={links} />}
      </section>
    </main>
  );
}

function List({ due, today }: { due: readonly DueLater[]; today: string }) {
  if (due.length === 0) return null;
  return (
    <ul className="mt-2 divide-y-2 divide-line">
      {due.map((one) => (
        <Row key={one.eventId} one={one} today={today} />
      ))}
    </ul>
  );
}

/** When it is due, in the words of whoever calls. */
const whenOf = ({ dueOn, atHours, hoursThen }: DueLater): string =>
  [dueOn, atHours !== null && `at ${atHours} h${hoursThen === null ? '' : ` (${hoursThen} h when it was here)`}`]
    .filter(Boolean)
    .join(' or ');

function Row({ one, today }: { one: DueLater; today: string }) {
  const [ending, setEnding] = useState<'done' | 'dropped' | null>(null);
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const id = useRef(newId()).current;
  const router = useRouter();
  const end = async () => {
    setWrong(null);
    try {
      const answer = await fetch('/api/later', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          id,
          eventId: one.eventId,
          ended: ending,
          ...(note.trim() ? { note: note.trim() } : {}),
        }),
      });
      if (!answer.ok) throw new Error('refused');
      router.refresh();
    } catch {
      setWrong('It could not be saved just now: try again.');
    }
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1.5 py-2.5" data-due={one.eventId}>
      <div className="min-w-64 flex-1">
        <p className="text-[1.15rem] font-extrabold">{one.what}</p>
        <p>
          <Link href={`/jobs/${one.job.id}`} prefetch={false} className="font-semibold underline underline-offset-4">
            {one.machine.tag}, job {one.job.number}
          </Link>{' '}
          · {one.machine.owner}
        </p>
      </div>
      <p className={one.dueOn !== null && one.dueOn < today ? 'font-extrabold text-rust' : 'font-bold'}>
        {whenOf(one)}
      </p>
      <div className="flex gap-1.5">
        <Button aria-pressed={ending === 'done'} aria-label={`Done: ${one.what}`} onClick={() => setEnding('done')}>
          Done
        </Button>
        <Button
          aria-pressed={ending === 'dropped'}
          aria-label={`Dropped: ${one.what}`}
          onClick={() => setEnding('dropped')}
        >
          Dropped
        </Button>
      </div>
      {ending && (
        <div className="flex w-full flex-wrap items-end gap-2">
          <label className="min-w-64 flex-1">
            <span className="font-semibold">{ending === 'done' ? 'What came of it' : 'Why'}</span>
            <input
              type="text"
              value={note}
              maxLength={400}
              onChange={(e) => setNote(e.target.value)}
              className="min-h-tap w-full border-2 border-line bg-sheet px-2"
            />
          </label>
          <Button look="main" onClick={() => void end()}>
            {ending === 'done' ? 'It is done' : 'It is dropped'}
          </Button>
        </div>
      )}
      {wrong && (
        <p role="alert" className="w-full font-bold text-rust">
          {wrong}
        </p>
      )}
    </li>
  );
}
