'use client';
import { useEffect, useState } from 'react';
import { postJson } from '@/features/people/postJson.ts';
import { Button } from '@/ui/Button.tsx';
import { CameraCode, codeOf } from '@/ui/CameraCode.tsx';

interface Out {
  readonly id: string;
  readonly endsAt: string;
}

const DAYS = [7, 14, 30] as const;

/** The links to a sheet that are out, and what is done with them. */
function useLinks(jobId: string) {
  const [open, setOpen] = useState(false);
  const [out, setOut] = useState<readonly Out[] | null>(null);
  const [fresh, setFresh] = useState<{ readonly address: string; readonly code: string } | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const url = `/api/jobs/${jobId}/links`;
  const look = async () => {
    try {
      const response = await fetch(url, { cache: 'no-store' });
      if (response.ok) setOut(((await response.json()) as { links: Out[] }).links);
    } catch {
      setWrong('The shop’s computer is out of reach.');
    }
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked for once it is opened.
  useEffect(() => {
    if (open && out === null) void look();
  }, [open]);
  const send = async (body: object) => {
    const issues = await postJson(url, body, async (answer) => {
      const { token } = answer as { token?: string };
      const address = `${location.origin}/s/${token}`;
      setFresh(token ? { address, code: await codeOf(address) } : null);
      await look();
    });
    setWrong(issues[0]?.message ?? null);
  };
  return { open, setOpen, out, fresh, wrong, send };
}

/** A customer's link to this sheet: given out for some days, shown once with its code for a camera, withdrawn by a tap. */
export function SheetLinks({ jobId }: { jobId: string }) {
  const { open, setOpen, out, fresh, wrong, send } = useLinks(jobId);
  return (
    <section aria-label="Link for the customer" className="no-print mx-auto max-w-4xl px-3 pt-2">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        Link for the customer
      </Button>
      {open && (
        <div className="mt-2 space-y-2 border-t-4 border-iron bg-sheet p-3">
          <p>Whoever has the link reads this one sheet, and nothing else. It ends by itself.</p>
          <div className="flex flex-wrap items-center gap-1.5">
            {DAYS.map((days) => (
              <Button key={days} onClick={() => void send({ days })}>
                For {days} days
              </Button>
            ))}
          </div>
          {wrong && (
            <p role="alert" className="font-bold text-rust">
              {wrong}
            </p>
          )}
          {fresh && <FreshLink {...fresh} />}
          {out && out.length > 0 && (
            <ul className="space-y-1">
              {out.map((link) => (
                <li key={link.id} className="flex flex-wrap items-center gap-3">
                  <span>Out until {link.endsAt.slice(0, 10)}</span>
                  <Button look="stop" onClick={() => void send({ withdraw: link.id })}>
                    Withdraw
                  </Button>
                </li>
              ))}
            </ul>
          )}
          {out?.length === 0 && <p className="text-soft">No link to this sheet is out.</p>}
        </div>
      )}
    </section>
  );
}

function FreshLink({ address, code }: { address: string; code: string }) {
  return (
    <div className="flex flex-wrap items-center gap-4 border-2 border-line p-2">
      <CameraCode code={code} shows="The link" />
      <p className="min-w-0 flex-1 font-semibold wrap-anywhere">
        {address}
        <span className="mt-1 block font-normal text-soft">It is shown this once.</span>
      </p>
    </div>
  );
}
