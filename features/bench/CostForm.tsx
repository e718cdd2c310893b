'use client';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import {
  ASKED_WAY_WORDS,
  ASKED_WAYS,
  type AskedWay,
  type Beside,
  type CaseHead,
  faultLabel,
  type Money,
  type Quote,
  type RawEvent,
} from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { TextBox } from '@/ui/TextBox.tsx';
import { agreedUpTo } from './agreedUpTo.ts';
import { useFaultCards } from './FaultWords.tsx';
import { readPrice } from './price.ts';
import { percent } from './ridgeShape.ts';

interface Props {
  readonly head: CaseHead;
  readonly beside: Beside;
  /** How many lines the record has that belief was worked out from. */
  readonly record: number;
  readonly quote: (money: Money) => Promise<Quote | null>;
  readonly onRecord: (event: RawEvent, id: string) => void;
}

/** What the job may come to, what was agreed, and what the customer said. */
export function CostForm({ head, beside, record, quote, onRecord }: Props) {
  const { money } = head.house;
  const upTo = agreedUpTo(head.agreed, beside.approvals);
  return (
    <div className="space-y-3">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">What it costs</h3>
      {money ? (
        <FromHere {...{ money, quote, record, upTo }} />
      ) : (
        <p className="font-bold">
          No quote: the house rules have no labour rate. It counts from the next job on once it is set there.
        </p>
      )}
      <p>
        {upTo === null
          ? 'Nothing was agreed on what it may cost.'
          : `Agreed: up to ${upTo}. More is asked about first.`}
        {head.agreed.proveFirst && ' It is to be shown to run before money is spent.'}
      </p>
      <AskCustomer onRecord={onRecord} />
    </div>
  );
}

/** The bands as one bar, and what the likeliest outcomes would cost. */
function FromHere({
  money,
  quote,
  record,
  upTo,
}: { money: Money; upTo: number | null } & Pick<Props, 'quote' | 'record'>) {
  const cards = useFaultCards();
  const [found, setFound] = useState<Quote | null | 'waiting' | 'failed'>('waiting');
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew once the record has another line
  useEffect(() => {
    let here = true;
    quote(money).then(
      (answer) => here && setFound(answer),
      () => here && setFound('failed'),
    );
    return () => {
      here = false;
    };
  }, [quote, money, record]);
  if (found === 'waiting') return <p className="text-soft">Working it out ...</p>;
  if (found === 'failed') return <p>The reckoning does not answer: no quote just now.</p>;
  if (found === null) return <p>Nothing is believed to be wrong any more: no further cost.</p>;
  const { low, middle, high, expected } = found.bands;
  const end = Math.max(high, upTo ?? 0) * 1.05 || 1;
  const at = (sum: number) => `${(100 * sum) / end}%`;
  return (
    <section aria-label="From here on" className="border-l-8 border-iron bg-well px-3 py-2">
      <p className="text-[1.6rem] leading-tight font-extrabold tabular-nums">
        {whole(low)} to {whole(high)}
        <span className="text-[1.05rem] font-semibold"> from here on, {whole(expected)} on average</span>
      </p>
      <div aria-hidden="true" className="relative mt-1.5 h-6 max-w-2xl border-2 border-iron bg-sheet">
        <span className="absolute inset-y-0 bg-iron" style={{ left: at(low), width: at(high - low) }} />
        <span className="absolute inset-y-0 w-1 bg-paint" style={{ left: at(middle) }} />
        {upTo !== null && <span className="absolute -inset-y-1.5 w-1 bg-rust" style={{ left: at(upTo) }} />}
      </div>
      <p className="text-[0.95rem]">
        Of ten such jobs eight lie in the bar, half under {whole(middle)}. {money.ratePerHour} an hour
        {money.taxPercent > 0 ? `, ${money.taxPercent} % tax in it` : ''}.
      </p>
      {upTo !== null && high > upTo && (
        <p role="status" className="mt-1 font-extrabold text-rust" data-testid="over-the-cap">
          It may go past the {upTo} that was agreed: ask before you go on.
        </p>
      )}
      <ul className="mt-1.5">
        {found.likeliest.map(({ keys, p, bands }) => (
          <li key={keys.join()} className="flex justify-between gap-3">
            <span>
              {keys.map((key) => faultLabel(key, cards)).join(' and ')}, {percent(p)} in a hundred
            </span>
            <b className="shrink-0 tabular-nums">
              {whole(bands.low)}
              {whole(bands.low) !== whole(bands.high) && ` to ${whole(bands.high)}`}
            </b>
          </li>
        ))}
      </ul>
    </section>
  );
}

const whole = (sum: number) => String(Math.round(sum));

/** What the customer said to a sum: who, how, and when is on the line. */
function AskCustomer({ onRecord }: Pick<Props, 'onRecord'>) {
  const [words, setWords] = useState({ sum: '', who: '', note: '' });
  const [how, setHow] = useState<AskedWay>('phone');
  const [asked, setAsked] = useState(false);
  const id = useRef(newId());
  const sum = readPrice(words.sum);
  const submit = (e: FormEvent) => e.preventDefault();
  const say = (answer: 'agreed' | 'declined') => {
    setAsked(true);
    if (typeof sum !== 'number' || !words.who.trim()) return;
    onRecord(
      {
        approval: sum,
        answer,
        who: words.who.trim(),
        how,
        ...(words.note.trim() ? { note: words.note.trim() } : {}),
      },
      id.current,
    );
    id.current = newId();
    setWords({ sum: '', who: '', note: '' });
    setAsked(false);
  };
  return (
    <form onSubmit={submit} aria-label="Ask the customer" className="space-y-2 border-t-2 border-line pt-2">
      <h4 className="font-extrabold">What the customer says</h4>
      <div className="grid items-start gap-2 @xl:grid-cols-[8rem_1fr_1fr]">
        <TextBox
          label="Up to"
          inputMode="decimal"
          value={words.sum}
          maxLength={12}
          wrong={typeof sum === 'string' ? sum : asked && sum === null ? 'Up to how much?' : null}
          onText={(text) => setWords({ ...words, sum: text })}
        />
        <TextBox
          label="Who said it"
          value={words.who}
          maxLength={120}
          wrong={asked && !words.who.trim() ? 'Say who.' : null}
          onText={(who) => setWords({ ...words, who })}
        />
        <TextBox
          label="Anything else"
          value={words.note}
          maxLength={400}
          onText={(note) => setWords({ ...words, note })}
        />
      </div>
      <Choice<AskedWay>
        small
        label="How"
        options={ASKED_WAYS.map((value) => ({ value, label: ASKED_WAY_WORDS[value] }))}
        value={how}
        onChange={(next) => next && setHow(next)}
      />
      <div className="flex gap-2">
        <Button look="main" onClick={() => say('agreed')}>
          Agreed
        </Button>
        <Button look="stop" onClick={() => say('declined')}>
          Declined
        </Button>
      </div>
    </form>
  );
}
