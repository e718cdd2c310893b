import { clsx } from 'clsx';
import { useEffect, useState } from 'react';
import { CAUTIONS_IN_SHORT, type CautionId, GATING_CAUTIONS, type RawHeededEvent } from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import { Cautions } from './Cautions.tsx';

/** Nobody reads a caution faster [ms]: a second tap that was meant for what lay there before is none on this. */
const READ_MS = 700;

/**
 * The hazards of a check: in full until this person has read them on this job and in this shift, then in one line that opens by a tap. What withholds
 * work always stands in full.
 */
export function PlateCautions({
  ids,
  over,
  heeded,
  onHeed,
}: {
  readonly ids: readonly CautionId[];
  /** As a sheet over a drawing, until they are read. */
  readonly over: boolean;
  /** What this person has read. */
  readonly heeded: ReadonlySet<CautionId>;
  readonly onHeed: (event: RawHeededEvent, id: string) => void;
}) {
  const id = useEntryId();
  const inFull = ids.filter((caution) => GATING_CAUTIONS.has(caution) || !heeded.has(caution));
  const due = inFull.filter((caution) => !heeded.has(caution));
  const known = ids.filter((caution) => !inFull.includes(caution));
  const shown = due.join();
  const [readable, setReadable] = useState<string | null>(null);
  useEffect(() => {
    const stood = setTimeout(() => setReadable(shown), READ_MS);
    return () => clearTimeout(stood);
  }, [shown]);
  return (
    <div
      className={clsx(
        'space-y-1',
        over && 'col-start-1',
        over && (due.length > 0 ? 'z-10 row-start-2 bg-sheet' : 'row-start-1'),
      )}
      data-cautions={due.length > 0 ? 'due' : 'heeded'}
    >
      {inFull.length > 0 && <Cautions ids={inFull} />}
      {due.length > 0 && (
        <button
          type="button"
          disabled={readable !== shown}
          onClick={() => onHeed({ heeded: due }, id)}
          className="min-h-tap border-2 border-on-hazard bg-hazard px-4 font-bold text-on-hazard disabled:opacity-55"
        >
          I have read {due.length === 1 ? 'it' : 'them'}
        </button>
      )}
      {known.length > 0 && (
        <details className="bg-hazard text-on-hazard">
          <summary className="flex min-h-tap flex-wrap items-center gap-x-3 px-3 py-1 text-[0.92rem] leading-tight font-semibold">
            {known.map((caution) => (
              <span key={caution}>
                <span aria-hidden="true" className="mr-1 font-black">
                  ▲
                </span>
                {CAUTIONS_IN_SHORT[caution]}
              </span>
            ))}
          </summary>
          <Cautions ids={known} />
        </details>
      )}
    </div>
  );
}
