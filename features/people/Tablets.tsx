'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/Button.tsx';
import { CameraCode, codeOf } from '@/ui/CameraCode.tsx';
import { SureButton } from '@/ui/SureButton.tsx';
import { postJson } from './postJson.ts';

interface Tablet {
  readonly id: string;
  readonly name: string;
  readonly since: string;
  /** Who is signed in there. */
  readonly here: readonly string[];
}

/** So many stand there at first. */
const AT_FIRST = 8;

/** Devices at which a PIN is enough, those in use first; one that is lost is withdrawn, after a second tap. */
export function Tablets({
  tablets,
  door,
}: {
  tablets: readonly Tablet[];
  /** Where a tablet gets the authority's certificate; null where the shop is asked from its own computer only. */
  door: string | null;
}) {
  const router = useRouter();
  const [all, setAll] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const withdraw = async (id: string) => {
    const issues = await postJson('/api/tablets', { withdraw: id });
    setWrong(issues[0]?.message ?? null);
    router.refresh();
  };
  const shown = all ? tablets : tablets.slice(0, AT_FIRST);
  return (
    <section aria-label="Tablets" className="border-t-8 border-iron bg-sheet p-3">
      <h2 className="text-[1.4rem] font-extrabold">Tablets of the shop</h2>
      <p className="text-[0.95rem] text-soft">
        Here a PIN is enough. Another device becomes one when the owner signs in on it by password and says so. Lost or
        sold: withdraw it; what it recorded and had not sent is then not taken.
      </p>
      <ul className="mt-2 divide-y-2 divide-line">
        {shown.map(({ id, name, since, here }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1.5">
            <span className="text-[1.1rem] font-bold wrap-anywhere">{name}</span>
            <span className="text-soft">since {since}</span>
            <span>{here.length > 0 ? `signed in: ${here.join(', ')}` : 'nobody signed in'}</span>
            <SureButton onSure={() => void withdraw(id)}>Withdraw</SureButton>
          </li>
        ))}
      </ul>
      {shown.length < tablets.length && (
        <Button look="quiet" onClick={() => setAll(true)}>
          {tablets.length - shown.length} more
        </Button>
      )}
      {tablets.length === 0 && <p className="mt-2">No tablet yet: everybody signs in by password.</p>}
      {door && <DoorCode door={door} />}
      {wrong && (
        <p role="alert" className="font-bold text-rust">
          {wrong}
        </p>
      )}
    </section>
  );
}

/** The way in for a new tablet, by its camera. */
function DoorCode({ door }: { door: string }) {
  const [code, setCode] = useState<string | null>(null);
  const show = async () => {
    setCode(await codeOf(door));
  };
  return (
    <div className="mt-3">
      {code === null ? (
        <Button onClick={() => void show()}>Bring in a tablet</Button>
      ) : (
        <div className="flex flex-wrap items-center gap-4">
          <CameraCode code={code} shows="The way to the certificate page" />
          <p className="min-w-0 flex-1">
            The tablet’s camera on this, or <b className="wrap-anywhere">{door}</b>: six drawn steps, once.
          </p>
        </div>
      )}
    </div>
  );
}
