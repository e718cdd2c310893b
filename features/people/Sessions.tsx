'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Moment } from '@/ui/Moment.tsx';
import { SureButton } from '@/ui/SureButton.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { postJson } from './postJson.ts';

/** One time somebody is signed in. */
export interface Signed {
  readonly id: string;
  /** Name of the tablet; null on a device that is none. */
  readonly tablet: string | null;
  readonly since: string;
  readonly seen: string;
  /** The one this page is asked for in. */
  readonly isThis: boolean;
}

/** Where somebody is signed in; each ended by itself. */
export function Sessions({ signed }: { signed: readonly Signed[] }) {
  const router = useRouter();
  const [wrong, setWrong] = useState<string | null>(null);
  const end = async (id: string) => {
    const issues = await postJson('/api/sessions', { end: id });
    setWrong(issues[0]?.message ?? null);
    router.refresh();
  };
  if (signed.length === 0) return <p className="text-soft">Signed in nowhere.</p>;
  return (
    <div>
      <p className="font-semibold">Signed in</p>
      <ul className="divide-y divide-line">
        {signed.map(({ id, tablet, since, seen, isThis }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1">
            <span className="wrap-anywhere">{tablet ?? 'a device that is no tablet of the shop'}</span>
            <span className="text-soft tabular-nums">
              since <Moment at={since} />, last seen <Moment at={seen} />
            </span>
            {isThis ? (
              <span className="ml-auto font-semibold">here</span>
            ) : (
              <SureButton onSure={() => void end(id)}>End it</SureButton>
            )}
          </li>
        ))}
      </ul>
      <p className="text-[0.95rem] text-soft">
        Ended here, what was recorded there and not sent yet is not taken any more.
      </p>
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
