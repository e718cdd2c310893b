import { clsx } from 'clsx';
import Link, { useLinkStatus } from 'next/link';
import { whenText } from '@/features/bench/tapeLines.ts';
import type { RowState } from './floorState.ts';
import type { FloorRow } from './loadFloor.ts';
import { useWaiting } from './useWaiting.ts';

const PHASE_SIGN = { tracing: '◔', repair: '⚒', retest: '↻', work: '⚙', ready: '✓', closed: '■', unread: '?' } as const;

/** One machine: whose, what it waits for, when it is promised. */
export function Row({ row, today, hasLeft = false }: { row: FloorRow; today: string; hasLeft?: boolean }) {
  const waiting = useWaiting(row.id);
  const { state } = row;
  return (
    <li>
      <Link
        href={`/jobs/${row.id}`}
        className="grid items-center gap-x-4 gap-y-1 bg-sheet px-3 py-2 hover:outline-2 hover:outline-iron @3xl:grid-cols-[minmax(0,5fr)_minmax(0,6fr)_8.5rem]"
      >
        <span className="min-w-0">
          <span className="block text-[1.15rem] leading-tight font-extrabold wrap-anywhere">
            {row.machine.tag} <span className="font-semibold">{row.machine.name}</span>
          </span>
          <span className="block text-[0.95rem] leading-snug text-soft wrap-anywhere">
            {row.number} · {row.machine.owner} · {row.complaint}
          </span>
        </span>
        <span className="flex min-w-0 gap-3">
          <span
            aria-hidden="true"
            className={clsx(
              'w-6 shrink-0 text-center text-[1.5rem] leading-[1.1rem] font-black',
              hasLeft ? 'text-soft' : 'text-rust',
            )}
          >
            {state ? PHASE_SIGN[state.phase] : '…'}
          </span>
          <span className="min-w-0">
            <span className="block text-[1.1rem] leading-tight font-bold">
              <Opening /> {state ? waitsFor(state) : 'How it stands is being worked out'}
            </span>
            {state && row.isOld && (
              <span className="block text-[0.95rem] text-soft">as it stood before; being worked out anew</span>
            )}
            {state && state.phase !== 'unread' && <Standing state={state} />}
            {waiting.unsent > 0 && (
              <span className="block font-bold text-rust">{lines(waiting.unsent)} kept here, not sent yet</span>
            )}
            {waiting.refused > 0 && (
              <span className="block font-bold text-rust">
                {lines(waiting.refused)} not taken down: open it and see
              </span>
            )}
          </span>
        </span>
        <PromiseDay promisedOn={row.promisedOn} today={today} closed={hasLeft} />
      </Link>
    </li>
  );
}

const waitsFor = (state: RowState) =>
  state.phase === 'unread' ? 'This version cannot read its record: open it to see why' : state.waitsFor;

function Standing({ state }: { state: Exclude<RowState, { phase: 'unread' }> }) {
  return (
    <>
      {state.standsUntil && (
        <span className="block text-[0.95rem] font-bold" suppressHydrationWarning>
          to be looked at {whenText(state.standsUntil)}
        </span>
      )}
      {state.suspect && <span className="block text-[0.95rem] text-soft">{state.suspect}</span>}
    </>
  );
}

/** Says so while the bench of this row is on its way. */
function Opening() {
  const { pending } = useLinkStatus();
  return pending ? <span className="text-rust">Opening ...</span> : null;
}

const lines = (n: number) => (n === 1 ? 'One line' : `${n} lines`);

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });

function PromiseDay({ promisedOn, today, closed }: { promisedOn: string | null; today: string; closed: boolean }) {
  if (promisedOn === null) return <span className="text-soft @3xl:text-right">{closed ? '' : 'no promise'}</span>;
  const late = !closed && promisedOn < today;
  return (
    <span className={clsx('leading-tight @3xl:text-right', late && 'font-extrabold text-rust')}>
      <span className="text-[0.85rem] @3xl:block">{late ? 'promised, late' : 'promised'} </span>
      <span className="text-[1.05rem] font-bold">{DAY.format(new Date(`${promisedOn}T00:00:00Z`))}</span>
    </span>
  );
}
