'use client';
import Link from 'next/link';
import { type Dispatch, Suspense } from 'react';
import type { Desk } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { KeyHint } from '@/ui/KeyHint.tsx';
import type { ActionCode } from './keys.ts';
import type { Opened } from './OpenDrawer.tsx';
import { OpenDrawer } from './panels.ts';
import type { Drawer, PlateAction, PlateView } from './plateReducer.ts';

const DRAWERS: readonly { readonly name: Drawer; readonly label: string; readonly code: ActionCode }[] = [
  { name: 'repair', label: 'Record a repair', code: 're' },
  { name: 'part', label: 'Part on the bench', code: 'pa' },
  { name: 'off', label: 'Taken off', code: 'tk' },
  { name: 'seen', label: 'Also seen', code: 'al' },
  { name: 'get', label: 'To get', code: 'gt' },
  { name: 'money', label: 'Cost', code: 'mo' },
  { name: 'later', label: 'Later', code: 'lt' },
  { name: 'note', label: 'Write a note', code: 'no' },
  { name: 'close', label: 'Close the job', code: 'cl' },
];

const LINK = 'flex min-h-tap items-center px-1.5 font-semibold underline underline-offset-4';

/** What may be written down besides a check: a repair, a note, the end; and the ways out of the bench. */
export function Drawers({
  jobId,
  closed,
  head,
  habit,
  suspects,
  blockers,
  parts,
  open,
  lines,
  before,
  onBeside,
  view: { drawer, keysShown },
  desk,
  dispatch,
  onRecord,
  belief,
  quote,
}: {
  jobId: string;
  closed: boolean;
  desk: Pick<Desk, 'mayClose' | 'mayTakeFile'>;
  view: Pick<PlateView, 'drawer' | 'keysShown'>;
  dispatch: Dispatch<PlateAction>;
} & Omit<Opened, 'drawer' | 'jobId'>) {
  return (
    <>
      <div className="no-print flex flex-wrap items-center gap-1.5">
        {!closed &&
          DRAWERS.filter(({ name }) => name !== 'close' || desk.mayClose).map(({ name, label, code }) => (
            <Button
              key={name}
              aria-expanded={drawer === name}
              onClick={() => dispatch({ kind: 'drawer', drawer: drawer === name ? null : name })}
            >
              {label}
              {name === 'seen' && before !== null && ` (${before.seen.length} last time)`} <KeyHint code={code} />
            </Button>
          ))}
        {!closed && (
          <Link href={`/jobs/${jobId}/sheet`} prefetch={false} className={LINK}>
            Job sheet
          </Link>
        )}
        <Link href={`/jobs/${jobId}/tag`} prefetch={false} className={LINK}>
          Tag
        </Link>
        {desk.mayTakeFile && (
          <a href={`/api/jobs/${jobId}/case`} download className={LINK}>
            Case file
          </a>
        )}
        {desk.mayTakeFile && (
          <a href={`/api/jobs/${jobId}/whole`} download className={LINK}>
            Whole job
          </a>
        )}
        <Button
          onClick={() => dispatch({ kind: 'keys', shown: !keysShown })}
          aria-expanded={keysShown}
          aria-label="Keys and marks"
        >
          ?
        </Button>
      </div>
      {!closed && drawer !== null && (
        <Suspense key={drawer} fallback={null}>
          <OpenDrawer
            {...{ drawer, jobId, head, habit, suspects, blockers, parts, open, lines, before }}
            {...{ onRecord, onBeside, belief, quote }}
          />
        </Suspense>
      )}
    </>
  );
}
