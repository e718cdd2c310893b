'use client';
import { type FormEvent, useRef, useState } from 'react';
import {
  type Beside,
  backText,
  type NeededPart,
  type RawEvent,
  type RawSupplyEvent,
  type SentItem,
  SUPPLY_STAGES,
  SUPPLY_WORDS,
  type SupplyStage,
  wasTaken,
} from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { TextBox } from '@/ui/TextBox.tsx';
import { useSecondTap } from '@/ui/useSecondTap.ts';
import { readPrice } from './price.ts';
import { SendOut } from './SendOut.tsx';

interface Props {
  readonly beside: Beside;
  readonly onRecord: (event: RawEvent, id: string) => void;
}

/** Parts that have to be got, and work that is done elsewhere. */
export function GetForm({ beside, onRecord }: Props) {
  return (
    <div className="space-y-3">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">To get</h3>
      <Wanted onRecord={onRecord} />
      {beside.needs.length > 0 && (
        <ul aria-label="Parts" className="space-y-2">
          {beside.needs.map((part) => (
            <PartRow key={`${part.event}/${part.now}`} part={part} onRecord={onRecord} />
          ))}
        </ul>
      )}
      <SendOut onRecord={onRecord} />
      {beside.sent.length > 0 && (
        <ul aria-label="Sent out" className="space-y-2">
          {beside.sent.map((item) => (
            <SentRow key={`${item.event}/${item.back?.event}`} item={item} onRecord={onRecord} />
          ))}
        </ul>
      )}
    </div>
  );
}

const NOTHING = { need: '', number: '', price: '' };

/** One more part that is wanted. */
function Wanted({ onRecord }: Pick<Props, 'onRecord'>) {
  const [words, setWords] = useState(NOTHING);
  const [asked, setAsked] = useState(false);
  const id = useRef(newId());
  const price = readPrice(words.price);
  const tap = useSecondTap();
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (tap.isSecond()) return;
    setAsked(true);
    if (words.need.trim() === '' || typeof price === 'string') return;
    onRecord(
      {
        need: words.need.trim(),
        ...(words.number.trim() ? { number: words.number.trim() } : {}),
        ...(price === null ? {} : { price }),
      },
      id.current,
    );
    tap.taken();
    id.current = newId();
    setWords(NOTHING);
    setAsked(false);
  };
  return (
    <form onSubmit={submit} aria-label="One more part" className="flex flex-wrap items-end gap-2">
      <div className="min-w-48 flex-[3]">
        <TextBox
          big
          label="Part that is needed"
          value={words.need}
          maxLength={80}
          wrong={asked && words.need.trim() === '' ? 'Say which part.' : null}
          onText={(need) => setWords({ ...words, need })}
        />
      </div>
      <div className="min-w-32 flex-[2]">
        <TextBox
          label="Number on it"
          value={words.number}
          maxLength={60}
          onText={(number) => setWords({ ...words, number })}
        />
      </div>
      <div className="w-24">
        <TextBox
          label="Price"
          inputMode="decimal"
          value={words.price}
          maxLength={12}
          wrong={typeof price === 'string' ? price : null}
          onText={(text) => setWords({ ...words, price: text })}
        />
      </div>
      <Button type="submit" look="main" className="min-h-14">
        It is wanted
      </Button>
    </form>
  );
}

const ASKS: Readonly<Record<SupplyStage, readonly ('dueOn' | 'bin' | 'number' | 'substitute' | 'price')[]>> = {
  ordered: ['dueOn', 'number', 'price'],
  here: ['bin', 'number', 'price', 'substitute'],
  fitted: [],
  returned: [],
  'not-wanted': [],
};

/** One part, how far it has come, and the next step. */
function PartRow({ part, onRecord }: { part: NeededPart } & Pick<Props, 'onRecord'>) {
  const [now, setNow] = useState<SupplyStage | null>(null);
  const id = useRef(newId()).current;
  return (
    <li className="border-2 border-line bg-sheet px-2.5 py-2">
      <p className="text-[1.15rem] font-extrabold">
        {part.name}
        <span className="font-normal">
          {part.number && ` · ${part.number}`}
          {part.superseded && ` · now ${part.superseded}`}
          {' · '}
        </span>
        <span className={part.now === 'wanted' || part.now === 'ordered' ? 'text-rust' : undefined}>
          {SUPPLY_WORDS[part.now]}
          {part.now === 'ordered' && part.dueOn && `, due ${part.dueOn}`}
          {part.now === 'here' && part.bin && `, bin ${part.bin}`}
          {part.substitute && ', a substitute'}
        </span>
      </p>
      <Choice<SupplyStage>
        small
        label={`Now: ${part.name}`}
        options={SUPPLY_STAGES.filter((stage) => stage !== part.now).map((value) => ({
          value,
          label: SUPPLY_WORDS[value],
        }))}
        value={now}
        onChange={(next) => {
          if (next && ASKS[next].length === 0) onRecord({ supply: part.event, now: next }, id);
          else setNow(next);
        }}
      />
      {now !== null && <SupplyWords {...{ part, now, id, onRecord }} />}
    </li>
  );
}

/** What belongs to that step. */
function SupplyWords({
  part,
  now,
  id,
  onRecord,
}: { part: NeededPart; now: SupplyStage; id: string } & Pick<Props, 'onRecord'>) {
  const [words, setWords] = useState({ dueOn: '', bin: '', number: '', price: '' });
  const [substitute, setSubstitute] = useState(false);
  const [asked, setAsked] = useState(false);
  const price = readPrice(words.price);
  const asks = ASKS[now];
  const submit = (e: FormEvent) => {
    e.preventDefault();
    setAsked(true);
    if ((now === 'ordered' && words.dueOn === '') || typeof price === 'string') return;
    const said: Omit<RawSupplyEvent, 'supply' | 'now'> = {
      ...(words.dueOn ? { dueOn: words.dueOn } : {}),
      ...(words.bin.trim() ? { bin: words.bin.trim() } : {}),
      ...(words.number.trim() ? { number: words.number.trim() } : {}),
      ...(substitute ? { substitute } : {}),
      ...(price === null ? {} : { price }),
    };
    onRecord({ supply: part.event, now, ...said }, id);
  };
  return (
    <form onSubmit={submit} className="mt-1.5 flex flex-wrap items-end gap-2">
      {asks.includes('dueOn') && (
        <TextBox
          label="Promised for"
          type="date"
          value={words.dueOn}
          wrong={asked && words.dueOn === '' ? 'Say for which day.' : null}
          onText={(dueOn) => setWords({ ...words, dueOn })}
        />
      )}
      {asks.includes('bin') && (
        <TextBox label="Bin" value={words.bin} maxLength={40} onText={(bin) => setWords({ ...words, bin })} />
      )}
      <TextBox
        label="Number, if it is another"
        value={words.number}
        maxLength={60}
        onText={(number) => setWords({ ...words, number })}
      />
      <TextBox
        label="Price"
        inputMode="decimal"
        value={words.price}
        maxLength={12}
        wrong={typeof price === 'string' ? price : null}
        onText={(text) => setWords({ ...words, price: text })}
      />
      {asks.includes('substitute') && (
        <Button
          aria-pressed={substitute}
          look={substitute ? 'main' : 'plain'}
          onClick={() => setSubstitute(!substitute)}
        >
          A substitute
        </Button>
      )}
      <Button type="submit" look="main">
        {SUPPLY_WORDS[now]}
      </Button>
    </form>
  );
}

/** Something that is away, or how it came back: each of its tests with what it read. */
function SentRow({ item, onRecord }: { item: SentItem } & Pick<Props, 'onRecord'>) {
  const [read, setRead] = useState<readonly { read: string; passes: boolean | null }[]>(() =>
    item.must.map(() => ({ read: '', passes: null })),
  );
  const [asked, setAsked] = useState(false);
  const id = useRef(newId()).current;
  const set = (i: number, change: Partial<(typeof read)[number]>) =>
    setRead(read.map((one, k) => (k === i ? { ...one, ...change } : one)));
  const submit = (e: FormEvent) => {
    e.preventDefault();
    setAsked(true);
    if (read.some((one) => one.read.trim() === '' || one.passes === null)) return;
    onRecord(
      { back: item.event, read: read.map((one) => ({ read: one.read.trim(), passes: one.passes === true })) },
      id,
    );
  };
  return (
    <li className="border-2 border-line bg-sheet px-2.5 py-2">
      <p className="text-[1.15rem] font-extrabold">
        {item.item} <span className="font-normal">at {item.to}</span>
        <span className={wasTaken(item) ? undefined : 'text-rust'}>
          {item.back
            ? wasTaken(item)
              ? ' · taken'
              : ' · refused'
            : item.dueOn
              ? ` · back by ${item.dueOn}`
              : ' · away'}
        </span>
      </p>
      {item.back && <p>{backText({ back: item.event, read: [...item.back.read] })}</p>}
      {!wasTaken(item) && (
        <form onSubmit={submit} aria-label={`Back: ${item.item}`} className="mt-1.5 space-y-2">
          {item.must.map((must, i) => (
            <div key={must} className="flex flex-wrap items-end gap-2">
              <div className="min-w-56 flex-1">
                <TextBox
                  label={`${must}: what it read`}
                  value={read[i]!.read}
                  maxLength={160}
                  wrong={asked && read[i]!.read.trim() === '' ? 'Say what it read.' : null}
                  onText={(text) => set(i, { read: text })}
                />
              </div>
              {([true, false] as const).map((passes) => (
                <Button
                  key={String(passes)}
                  aria-pressed={read[i]!.passes === passes}
                  aria-label={`${passes ? 'Passes' : 'Does not pass'}: ${must}`}
                  look={read[i]!.passes === passes ? 'main' : 'plain'}
                  onClick={() => set(i, { passes })}
                >
                  {passes ? 'Passes' : 'Does not'}
                </Button>
              ))}
              {asked && read[i]!.passes === null && (
                <span role="alert" className="font-bold text-rust">
                  Does it pass?
                </span>
              )}
            </div>
          ))}
          <Button type="submit" look="main">
            It is back
          </Button>
        </form>
      )}
    </li>
  );
}
