'use client';
import { type FormEvent, useMemo, useRef, useState } from 'react';
import {
  CARRIED_OVER,
  type CarriedOver,
  type CaseHead,
  type CheckDefinition,
  type CheckId,
  checkOf,
  FIT_WORDS,
  ORIGIN_WORDS,
  PART_FITS,
  PART_ORIGINS,
  PARTS,
  type PartFit,
  type PartId,
  type PartOrigin,
  parseTyped,
  type RawEvent,
  type RawPartEvent,
  shownUnit,
} from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { focusDoubt } from './boxFocus.ts';
import { EntryBoxes } from './EntryBoxes.tsx';
import { blankEntry, draftEvent, type Entry } from './entry.ts';
import { readPrice } from './price.ts';
import { useDoubts } from './useDoubts.ts';

/** A part that lies on the bench, by its line on the tape. */
export interface OnBench {
  readonly line: number;
  readonly event: RawPartEvent;
}

/** Parts that are held against their like before they are fitted, with the check that reads them. */
const READ_BY: { readonly [P in PartId]?: CheckId } = {
  coil: 'spark.coil-ohms',
  solenoid: 'fuel.solenoid-ohms',
  battery: 'power.tester',
  plug: 'spark.plug-gap',
  'plug-lead': 'spark.lead-look',
};
const FIRST: readonly PartId[] = ['coil', 'solenoid', 'battery', 'plug', 'plug-lead', 'starter', 'jets', 'bowl'];

const NO_WORDS = { name: '', mounting: '', connector: '', lead: '', price: '' };
type Words = typeof NO_WORDS;

/** What was written of it, without what was left empty. */
const saidOf = (words: Words): Pick<RawPartEvent, 'name' | 'mounting' | 'connector'> =>
  Object.fromEntries(
    (['name', 'mounting', 'connector'] as const).flatMap((key) =>
      words[key].trim() === '' ? [] : [[key, words[key].trim()]],
    ),
  );

interface Props {
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly onRecord: (event: RawEvent, id: string) => void;
}

/** A part before it is fitted: from where, what it reads, whether it goes on, and what goes over to it. */
export function PartForm({ head, habit, onRecord }: Props) {
  const [part, setPart] = useState<PartId>('coil');
  const [origin, setOrigin] = useState<PartOrigin>('new');
  const [fit, setFit] = useState<PartFit>('not-tried');
  const [over, setOver] = useState<readonly CarriedOver[]>([]);
  const [words, setWords] = useState(NO_WORDS);
  const [entry, setEntry] = useState(() => blankEntry('bench', null));
  const [insisted, setInsisted] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const id = useEntryId();
  const check = READ_BY[part] ? checkOf(READ_BY[part]) : null;
  const { drafted, doubts } = useBenchReading(check, head, habit, entry);
  const [lead, price] = [readLead(words.lead, habit), readPrice(words.price)];
  const submit = (e: FormEvent) => {
    e.preventDefault();
    setInsisted(true);
    if (focusDoubt(form.current)) return;
    if (typeof lead === 'string' || typeof price === 'string' || drafted?.state === 'refused') return;
    onRecord(
      {
        part,
        origin,
        fit,
        ...saidOf(words),
        ...(lead ? { leadLength: lead } : {}),
        ...(price === null ? {} : { price }),
        ...(over.length > 0 ? { carriedOver: [...over] } : {}),
        ...(drafted?.state === 'sound' ? { readings: [benchReading(drafted.event)] } : {}),
      },
      id,
    );
  };
  return (
    <form ref={form} onSubmit={submit} className="space-y-2.5" aria-label="Part on the bench">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">A part on the bench</h3>
      <p>What it reads is its own. It counts for the engine once it is fitted, and not before.</p>
      <Choice<PartId>
        small
        label="Which part"
        options={FIRST.map((value) => ({ value, label: PARTS.find((p) => p.id === value)!.name }))}
        value={part}
        onChange={(next) => {
          if (!next) return;
          setPart(next);
          setEntry(blankEntry('bench', null));
        }}
      />
      <Whence {...{ origin, fit }} onOrigin={setOrigin} onFit={setFit} />
      {check && (
        <fieldset className="m-0 border-0 p-0">
          <legend className="font-semibold">On the bench: {check.title.toLowerCase()}</legend>
          <EntryBoxes
            check={check}
            engine={head.engine}
            habit={habit}
            entry={entry}
            complaint={[]}
            issues={drafted?.state === 'refused' && (insisted || !drafted.waiting) ? drafted.issues : {}}
            doubts={doubts}
            onChange={setEntry}
          />
        </fieldset>
      )}
      <CarryOver over={over} onChange={setOver} />
      <PartWords {...{ words, habit, lead, price }} onChange={setWords} />
      <div data-sticky className="sticky bottom-0 z-10 -mx-3 border-t-2 border-line bg-sheet px-3 py-2">
        <Button look="main" type="submit" className="text-[1.15rem]">
          Lay it on the bench
        </Button>
      </div>
    </form>
  );
}

/** What was read of the part, and which unit was meant where the digits say so little. */
function useBenchReading(check: CheckDefinition | null, head: CaseHead, habit: Habit, entry: Entry) {
  const entries = useMemo(() => ({ 0: entry }), [entry]);
  const doubts = useDoubts(check, head, habit, entries);
  const drafted = check ? draftEvent(check, check.scope === 'cylinder' ? 1 : null, head.engine, habit, entry) : null;
  return { drafted, doubts: doubts[0] ?? {} };
}

const LEAD_UNIT = { metric: 'mm', imperial: 'in' } as const;

/** What was typed for the lead: a length, null for nothing, or what is wrong with it. */
function readLead(typed: string, habit: Habit): RawPartEvent['leadLength'] | null | string {
  if (typed.trim() === '') return null;
  const read = parseTyped(typed, { dimension: 'length', habit: LEAD_UNIT[habit] });
  if (!read.ok) return read.message;
  if (read.quantity === 'OL' || !(read.quantity.value > 0)) return 'a lead is longer than nothing';
  return read.quantity;
}

type BenchReading = NonNullable<RawPartEvent['readings']>[number];

/** What a reading says of a part that sits on no cylinder yet. */
const benchReading = ({
  check,
  value,
  fields,
  outcome,
  temperature,
  typed,
  instrument,
}: BenchReading): BenchReading => ({
  check,
  ...(value === undefined ? {} : { value }),
  ...(fields === undefined ? {} : { fields }),
  ...(outcome === undefined ? {} : { outcome }),
  ...(temperature === undefined ? {} : { temperature }),
  ...(typed === undefined ? {} : { typed }),
  ...(instrument === undefined ? {} : { instrument }),
});

function Whence({
  origin,
  fit,
  onOrigin,
  onFit,
}: {
  origin: PartOrigin;
  fit: PartFit;
  onOrigin: (origin: PartOrigin) => void;
  onFit: (fit: PartFit) => void;
}) {
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2">
      <Choice<PartOrigin>
        small
        label="From where"
        options={PART_ORIGINS.map((value) => ({ value, label: ORIGIN_WORDS[value] }))}
        value={origin}
        onChange={(next) => next && onOrigin(next)}
      />
      <Choice<PartFit>
        small
        label="Does it go on"
        options={PART_FITS.map((value) => ({ value, label: FIT_WORDS[value] }))}
        value={fit}
        onChange={(next) => next && onFit(next)}
      />
    </div>
  );
}

function CarryOver({
  over,
  onChange,
}: {
  over: readonly CarriedOver[];
  onChange: (over: readonly CarriedOver[]) => void;
}) {
  return (
    <div>
      <p className="font-semibold">To be carried over</p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {CARRIED_OVER.map((what) => (
          <button
            key={what}
            type="button"
            aria-pressed={over.includes(what)}
            onClick={() => onChange(over.includes(what) ? over.filter((w) => w !== what) : [...over, what])}
            className="min-h-tap border-2 border-line bg-sheet px-3 font-semibold capitalize aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
          >
            {what}
          </button>
        ))}
      </div>
    </div>
  );
}

/** What is to be known of it besides, each in a box of its own. */
function PartWords({
  words,
  habit,
  lead,
  price,
  onChange,
}: {
  words: Words;
  habit: Habit;
  lead: ReturnType<typeof readLead>;
  price: ReturnType<typeof readPrice>;
  onChange: (words: Words) => void;
}) {
  const boxes: readonly (readonly [keyof Words, string, unknown])[] = [
    ['name', 'Which one', null],
    ['mounting', 'Mounting', null],
    ['connector', 'Connector', null],
    ['lead', `Lead length, ${shownUnit(LEAD_UNIT[habit])}`, lead],
    ['price', 'Price', price],
  ];
  return (
    <div className="flex flex-wrap gap-3">
      {boxes.map(([key, label, read]) => (
        <label key={key} className="block min-w-44 flex-1">
          <span className="font-semibold">{label}</span>
          <input
            type="text"
            value={words[key]}
            maxLength={80}
            aria-invalid={typeof read === 'string'}
            onChange={(e) => onChange({ ...words, [key]: e.target.value })}
            className="min-h-tap w-full border-2 border-line bg-sheet px-2"
          />
          {typeof read === 'string' && <span className="block text-[0.9rem] font-bold text-rust">{read}</span>}
        </label>
      ))}
    </div>
  );
}
