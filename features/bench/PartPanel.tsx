'use client';
import { useEffect, useState } from 'react';
import {
  type CheckDefinition,
  checkLabel,
  checkOf,
  type EngineWords,
  type Explanation,
  faultLabel,
  findCheck,
  inWords,
  outcomeLabel,
  PARTS,
  type PartId,
  type RidgePart,
  type Suspect,
  splitKey,
} from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';
import { BoltGlyph, MARK_WORDS } from './BoltMark.tsx';
import { useFaultCards } from './FaultWords.tsx';

interface Props {
  readonly part: PartId;
  readonly engine: EngineWords;
  readonly ridge: readonly RidgePart[];
  readonly suspects: readonly Suspect[];
  /** Changes with the record, so that an open panel is worked out anew. */
  readonly record: number;
  readonly explain: (key: string) => Promise<Explanation>;
  readonly checksSeeing: (part: PartId) => Promise<readonly string[]>;
  readonly onPart: (part: PartId) => void;
  readonly onCheck: (check: CheckDefinition) => void;
  readonly onClose: () => void;
}

/** The checks that speak of a part; none until the reasoner has said. */
function useChecksSeeing(part: PartId, ask: Props['checksSeeing'], engine: EngineWords): readonly CheckDefinition[] {
  const [seen, setSeen] = useState<readonly string[]>([]);
  useEffect(() => {
    let here = true;
    ask(part).then(
      (ids) => here && setSeen(ids),
      () => here && setSeen([]),
    );
    return () => {
      here = false;
    };
  }, [part, ask]);
  return seen.flatMap((id) => findCheck(id) ?? []).filter((check) => check.proposed && check.appliesTo(engine));
}

/** One part of the ridge: its suspects, what speaks for and against each, and the checks that see it. */
export function PartPanel({
  part,
  engine,
  ridge,
  suspects,
  record,
  explain,
  checksSeeing,
  onPart,
  onCheck,
  onClose,
}: Props) {
  const own = suspects.filter((s) => s.part === part).slice(0, 6);
  const at = PARTS.findIndex((p) => p.id === part);
  const { name } = PARTS[at]!;
  const marks = [...new Set(ridge[at]!.sides.map((s) => s.mark))];
  const checks = useChecksSeeing(part, checksSeeing, engine);
  const step = (by: number) => PARTS[(at + by + PARTS.length) % PARTS.length]!;
  return (
    <section aria-label={`Suspects: ${name}`} className="border-4 border-rust bg-sheet p-3">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="mr-auto flex flex-wrap items-center gap-x-3 text-[1.4rem] leading-tight font-extrabold">
          {name}
          {marks.map((mark) => (
            <span key={mark} className="flex items-center gap-1.5 text-base font-semibold">
              <span aria-hidden="true">
                <BoltGlyph mark={mark} />
              </span>
              {MARK_WORDS[mark]}
            </span>
          ))}
        </h2>
        <Button aria-label={`Before it on the ridge: ${step(-1).name}`} onClick={() => onPart(step(-1).id)}>
          ◀ {step(-1).name}
        </Button>
        <Button aria-label={`After it on the ridge: ${step(1).name}`} onClick={() => onPart(step(1).id)}>
          {step(1).name} ▶
        </Button>
        <Button onClick={onClose}>Close</Button>
      </div>
      {own.length === 0 && <p className="mt-1 text-soft">No suspect here above one in a thousand.</p>}
      <div className="mt-1 grid gap-x-5 gap-y-3 @3xl:grid-cols-2">
        {own.map((suspect) => (
          <SuspectCard key={`${suspect.key}/${record}`} suspect={suspect} explain={explain} />
        ))}
      </div>
      {checks.length > 0 && (
        <div className="mt-3 flex flex-wrap items-center gap-1.5">
          <span className="mr-1 font-bold">Checks that see it</span>
          {checks.map((check) => (
            <Button key={check.id} onClick={() => onCheck(check)}>
              {check.title}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}

function SuspectCard({ suspect, explain }: { suspect: Suspect; explain: Props['explain'] }) {
  const [explanation, setExplanation] = useState<Explanation | null>(null);
  const [unanswered, setUnanswered] = useState(false);
  const cards = useFaultCards();
  useEffect(() => {
    let here = true;
    explain(suspect.key).then(
      (e) => here && setExplanation(e),
      () => here && setUnanswered(true),
    );
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
        <span>{faultLabel(suspect.key, cards)}</span>
        <span className="text-[1.3rem] font-extrabold">{(100 * suspect.p).toFixed(suspect.p < 0.1 ? 1 : 0)} %</span>
      </p>
      <ul className="text-[0.95rem]">
        {said.map((w) => (
          <li key={w.variable}>
            <span aria-hidden="true" className="font-black">
              {w.decibans > 0 ? '▲ ' : '▽ '}
            </span>
            {variableLabel(w.variable)}: {w.words}
          </li>
        ))}
        {!explanation && (
          <li className="text-soft" role={unanswered ? 'alert' : undefined}>
            {unanswered ? 'What speaks for and against it could not be worked out.' : 'Working it out ...'}
          </li>
        )}
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

/** What is observed besides checks, in words. */
const OBSERVED: Readonly<Record<string, string>> = {
  complaint: 'the complaint',
  'implied.runs': 'that it runs',
  'implied.cranks': 'that it cranks',
  'implied.trouble': 'that the bench shows it too',
};

function variableLabel(variable: string): string {
  const side = /^pointed\.(.*)$/.exec(variable)?.[1];
  if (side !== undefined) return `the side of ${variableLabel(side).toLowerCase()}`;
  const { id, cylinder } = splitKey(variable);
  return OBSERVED[variable] ?? checkLabel(id, cylinder);
}
