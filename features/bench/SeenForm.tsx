'use client';
import { useRef, useState } from 'react';
import {
  type AlsoSeen,
  GRADE_WORDS,
  type RawEvent,
  SEEN_GRADES,
  SEEN_PART_IDS,
  SEEN_PARTS,
  SEEN_WORDS,
  type SeenAnswer,
  type SeenGrade,
  type SeenPart,
  seenName,
  seenText,
  worstFirst,
} from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { readPrice } from './price.ts';
import type { SeenBefore } from './tapeLines.ts';

interface Props {
  readonly seen: readonly AlsoSeen[];
  /** What was seen at the last visit and is open still. */
  readonly before: SeenBefore | null;
  readonly onRecord: (event: RawEvent, id: string) => void;
}

/** Taps on the same thing that are no further apart are one [ms]. */
const ONE_TAP_MS = 1500;

type Bad = SeenGrade | 'usual';
const BAD: readonly { readonly value: Bad; readonly label: string }[] = [
  { value: 'usual', label: 'As usual for it' },
  ...SEEN_GRADES.map((value) => ({ value, label: GRADE_WORDS[value] })),
];

/** Seen besides, a tap each; and what the customer says to it. It moves no suspicion. */
export function SeenForm({ seen, before, onRecord }: Props) {
  const [bad, setBad] = useState<Bad>('usual');
  const [note, setNote] = useState('');
  const [asked, setAsked] = useState(false);
  const taps = useRef(new Map<string, { readonly id: string; readonly at: number }>());
  // A glove taps twice. What is struck, or seen a second time, is tapped again later and is another entry.
  const idOf = (key: string) => {
    const [last, now] = [taps.current.get(key), performance.now()];
    const id = last && now - last.at < ONE_TAP_MS ? last.id : newId();
    taps.current.set(key, { id, at: now });
    return id;
  };
  const words = note.trim();
  const tap = (part: SeenPart) => {
    if (part === 'other' && words === '') return setAsked(true);
    onRecord(
      { seen: part, bad: bad === 'usual' ? SEEN_PARTS[part] : bad, ...(words === '' ? {} : { note: words }) },
      idOf(part),
    );
    setAsked(false);
    setNote('');
    setBad('usual');
  };
  return (
    <div className="space-y-2.5">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">Also seen</h3>
      <p>No part of the complaint: a tap writes it down, and no suspicion moves.</p>
      <div className="flex flex-wrap gap-1.5">
        {SEEN_PART_IDS.map((part) => (
          <Button
            key={part}
            look={SEEN_PARTS[part] === 'safety' ? 'stop' : 'plain'}
            onClick={() => tap(part)}
            aria-label={`${SEEN_WORDS[part]}, ${GRADE_WORDS[bad === 'usual' ? SEEN_PARTS[part] : bad].toLowerCase()}`}
          >
            {SEEN_PARTS[part] === 'safety' && <span aria-hidden="true">⚠ </span>}
            {SEEN_WORDS[part]}
          </Button>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <Choice<Bad> small label="How bad" options={BAD} value={bad} onChange={(next) => next && setBad(next)} />
        <label className="block min-w-56 flex-1">
          <span className="font-semibold">More about it, before the tap</span>
          <input
            type="text"
            value={note}
            maxLength={200}
            aria-invalid={asked}
            onChange={(e) => {
              setNote(e.target.value);
              setAsked(false);
            }}
            className="min-h-tap w-full border-2 border-line bg-sheet px-2"
          />
          {asked && (
            <span role="alert" className="block text-[0.9rem] font-bold text-rust">
              Something else: say what, then tap it again.
            </span>
          )}
        </label>
      </div>
      {before && <LastTime before={before} seen={seen} idOf={idOf} onRecord={onRecord} />}
      {seen.length > 0 && (
        <ul aria-label="Seen so far" className="space-y-1.5 border-t-2 border-line pt-2">
          {worstFirst(seen).map((one) => (
            <SeenRow key={one.event} seen={one} idOf={idOf} onRecord={onRecord} />
          ))}
        </ul>
      )}
    </div>
  );
}

/** What was seen at the last visit and not agreed to: a tap says that it is so still. */
function LastTime({
  before,
  seen,
  idOf,
  onRecord,
}: {
  before: SeenBefore;
  seen: readonly AlsoSeen[];
  idOf: (key: string) => string;
  onRecord: Props['onRecord'];
}) {
  const open = before.seen.filter((then) => !seen.some((now) => now.part === then.part && now.note === then.note));
  if (open.length === 0) return null;
  return (
    <ul aria-label="Seen last time" className="space-y-1.5 border-t-2 border-line pt-2">
      {worstFirst(open).map((then) => (
        <li key={then.event} className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <span className="min-w-40 flex-1 wrap-anywhere">
            <b>Last time</b> (job {before.job}): {seenText(then)}
          </span>
          <Button
            aria-label={`So still: ${seenName(then)}`}
            onClick={() =>
              onRecord(
                {
                  seen: then.part,
                  bad: then.bad,
                  ...(then.note === null ? {} : { note: then.note }),
                  ...(then.price === null ? {} : { price: then.price }),
                },
                idOf(`again/${then.event}`),
              )
            }
          >
            So still
          </Button>
        </li>
      ))}
    </ul>
  );
}

const ANSWERS: readonly (readonly [SeenAnswer, string])[] = [
  ['agreed', 'Agreed'],
  ['declined', 'Declined'],
];

/** One thing seen: what it would cost, and what the customer says. */
function SeenRow({
  seen,
  idOf,
  onRecord,
}: {
  seen: AlsoSeen;
  idOf: (key: string) => string;
  onRecord: Props['onRecord'];
}) {
  const [typed, setTyped] = useState(seen.price === null ? '' : String(seen.price));
  const price = readPrice(typed);
  const name = seenName(seen);
  const say = (answer: SeenAnswer) => {
    if (typeof price === 'string' || (answer === seen.answer && (price ?? seen.price) === seen.price)) return;
    onRecord(
      { asked: seen.event, answer, ...(price === null ? {} : { price }) },
      idOf(`${seen.event}/${answer}/${price}`),
    );
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <span className="min-w-40 flex-1 font-bold wrap-anywhere">
        {seen.bad === 'safety' && <span aria-hidden="true">⚠ </span>}
        {name}
        <span className="font-normal text-soft"> · {GRADE_WORDS[seen.bad].toLowerCase()}</span>
      </span>
      <label className="flex items-center gap-1.5">
        <span>Price</span>
        <input
          type="text"
          inputMode="decimal"
          aria-label={`Price: ${name}`}
          aria-invalid={typeof price === 'string'}
          value={typed}
          maxLength={12}
          onChange={(e) => setTyped(e.target.value)}
          className="min-h-tap w-24 border-2 border-line bg-sheet px-2 text-right tabular-nums"
        />
      </label>
      {ANSWERS.map(([answer, label]) => (
        <Button
          key={answer}
          look={seen.answer === answer ? 'main' : 'plain'}
          aria-pressed={seen.answer === answer}
          aria-label={`${label}: ${name}`}
          onClick={() => say(answer)}
        >
          {label}
        </Button>
      ))}
      {typeof price === 'string' && (
        <span className="w-full text-right text-[0.9rem] font-bold text-rust">{price}</span>
      )}
    </li>
  );
}
