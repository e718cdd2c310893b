import Link from 'next/link';
import { CLOSE_WORDS, type RawEvent } from '@/core/index.ts';
import { useFocusedPanel } from './useFocusedPanel.ts';

/** How the job ended, and the way to its sheet. */
export function ClosedPlate({ jobId, ending, sent }: { jobId: string; ending: RawEvent | undefined; sent: boolean }) {
  const panel = useFocusedPanel();
  if (!sent || !ending || !('close' in ending))
    return <p className="bg-sheet px-4 py-3 text-[1.1rem] font-bold">Closing ...</p>;
  const cured = ending.close === 'cured';
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="Closed"
      className={`border-t-8 bg-sheet px-4 pt-3 pb-4 outline-none ${cured ? 'border-sound' : 'border-rust'}`}
    >
      <p className="text-[0.9rem] font-semibold text-soft">This job is closed</p>
      <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">{CLOSE_WORDS[ending.close]}</h2>
      {!cured && <p className="mt-2 font-bold">The fault was not shown cured, and the job sheet says so.</p>}
      {ending.note && <p className="mt-2 wrap-anywhere">{ending.note}</p>}
      <Link
        href={`/jobs/${jobId}/sheet`}
        className="mt-3 inline-flex min-h-tap items-center border-2 border-iron bg-iron px-4 font-bold text-on-iron"
      >
        Open the job sheet
      </Link>
      <Link
        href={`/jobs/${jobId}/proof`}
        className="mt-3 ml-2 inline-flex min-h-tap items-center border-2 border-iron bg-sheet px-4 font-bold"
      >
        Page for the customer
      </Link>
    </section>
  );
}
