'use client';
import { useEffect, useState } from 'react';
import {
  checkLabel,
  checkOf,
  type Explanation,
  faultLabel,
  inWords,
  outcomeLabel,
  PARTS,
  type PartId,
  type Suspect,
  splitKey,
} from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';

interface Props {
  readonly part: PartId;
  readonly suspects: readonly Suspect[];
  /** Changes with the record, so that an open panel is worked out anew. */
  readonly record: number;
  readonly explain: (key: string) => Promise<Explanation>;
  readonly onClose: () => void;
}

/** One part of the ridge: its suspects, and what speaks for and against each. */
export function PartPanel({ part, suspects, record, explain, onClose }: Props) {
  const own = suspects.filter((s) => s.part === part).slice(0, 6);
  return (
    <section
      aria-label={`Suspects: ${PARTS.find((p) => p.id === part)!.name}`}
      className="border-2 border-rust bg-sheet p-3"
    >
      <div className="flex items-start justify-between gap-3">
        <h2 className="text-[1.25rem] font-extrabold">{PARTS.find((p) => p.id === part)!.name}</h2>
        <Button onClick={onClose}>Close</Button>
      </div>
      {own.length === 0 && <p className="text-soft">No suspect here above one in a thousand.</p>}
      <div className="grid gap-3 md:grid-cols-2">
        {own.map((suspect) => (
          <SuspectCard key={`${suspect.key}/${record}`} suspect={suspect} explain={explain} />
        ))}
      </div>
    </section>
  );
}

function SuspectCard({ suspect, explain }: { suspect: Suspect; explain: Props['explain'] }) {
  const [explanation, setExplanation] = useState<Explanation | null>(null);
  useEffect(() => {
    let here = true;
    void explain(suspect.key).then((e) => here && setExplanation(e));
    return () => {
      here = false;
    };
  }, [explain, suspect.key]);
  const said = (explanation?.weights ?? [])
    .map((w) => ({ ...w, words: inWords(w.decibans) }))
    .filter((w) => w.words !== null);
  return (
    <div className="border-t-2 border-line pt-2">
      <p className="flex items-baseline justify-between gap-2 font-bold">
        <span>{faultLabel(suspect.key)}</span>
        <span className="text-[1.3rem] font-extrabold">{(100 * suspect.p).toFixed(suspect.p < 0.1 ? 1 : 0)} %</span>
      </p>
      <ul className="text-[0.95rem]">
        {said.map((w) => (
          <li key={w.variable}>
            <span aria-hidden="true" className="font-black">
              {w.decibans > 0 ? '▲ ' : '▽ '}
            </span>
            {w.variable === 'complaint'
              ? 'the complaint'
              : w.variable === 'implied.runs'
                ? 'that it runs'
                : w.variable === 'implied.cranks'
                  ? 'that it cranks'
                  : variableLabel(w.variable)}
            : {w.words}
          </li>
        ))}
        {explanation && said.length === 0 && <li className="text-soft">No reading speaks of it yet.</li>}
      </ul>
      {explanation?.missing.map((needs, i) =>
        needs.length === 0 ? null : (
          <p key={JSON.stringify(needs)} className="mt-1 text-[0.9rem] text-soft">
            {i === 0 ? 'To settle it: ' : 'or: '}
            {needs
              .map(
                (n) =>
                  `${checkLabel(n.check, n.cylinder)} (${n.outcomes.map((o) => outcomeLabel(checkOf(n.check), o).toLowerCase()).join(' or ')})`,
              )
              .join(' and ')}
          </p>
        ),
      )}
    </div>
  );
}

function variableLabel(variable: string): string {
  const { id, cylinder } = splitKey(variable);
  return checkLabel(id, cylinder);
}
