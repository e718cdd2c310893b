import { CAUTIONS, type CautionId } from '@/core/index.ts';

/** Cautions where the hazard is. */
export function Cautions({ ids }: { ids: readonly CautionId[] }) {
  if (ids.length === 0) return null;
  return (
    <ul aria-label="Cautions" className="space-y-1">
      {ids.map((id) => (
        <li key={id} className="flex gap-2 bg-hazard px-3 py-1.5 text-[0.92rem] leading-snug text-on-hazard">
          <span aria-hidden="true" className="font-black">
            ▲
          </span>
          <span>{CAUTIONS[id]}</span>
        </li>
      ))}
    </ul>
  );
}
