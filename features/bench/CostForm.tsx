'use client';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import {
  ASKED_WAY_WORDS,
  ASKED_WAYS,
  type AskedWay,
  type Beside,
  type Bill,
  type CaseHead,
  faultLabel,
  type Money,
  type Quote,
  type RawEvent,
} from '@/core/index.ts';
import { repairOrReplace } from '@/core/measure/money.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { TextBox } from '@/ui/TextBox.tsx';
import { useSecondTap } from '@/ui/useSecondTap.ts';
import { agreedUpTo } from './agreedUpTo.ts';
import { useFaultCards } from './FaultWords.tsx';
import { readPrice } from './price.ts';
import { percent } from './ridgeShape.ts';

interface Props {
  readonly head: CaseHead;
  readonly beside: Beside;
  /** How many lines the record has that belief was worked out from. */
  readonly record: number;
  readonly quote: (money: Money) => Promise<Quote>;
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
        <FromHere {...{ money, quote, record, upTo, onRecord }} />
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

/** What it has come to, and what it may come to from here on. */
function FromHere({
  money,
  quote,
  record,
  upTo,
  onRecord,
}: { money: Money; upTo: number | null } & Pick<Props, 'quote' | 'record' | 'onRecord'>) {
  const [found, setFound] = useState<Quote | 'waiting' | 'failed'>('waiting');
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
  return (
    <>
      <SoFar bill={found.soFar} onRecord={onRecord} />
      {found.bands === null ? (
        <p>Nothing is believed to be wrong any more: no further cost.</p>
      ) : (
        <>
          <Bands {...{ money, upTo }} bands={found.bands} soFar={found.soFar} likeliest={found.likeliest} />
          <WorthIt expected={found.bands.expected} />
        </>
      )}
    </>
  );
}

/** Minutes, parts and tax so far; the minutes may be put right. */
function SoFar({ bill, onRecord }: { bill: Bill } & Pick<Props, 'onRecord'>) {
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const id = useRef(newId());
  const book = () => {
    const minutes = Number(typed.trim().replace(',', '.'));
    if (typed.trim() === '' || !(minutes >= 0 && minutes <= 100_000)) return setWrong('Minutes as a figure.');
    onRecord({ booked: minutes }, id.current);
    id.current = newId();
    setTyped('');
  };
  return (
    <section aria-label="So far" className="space-y-1.5">
      <p className="text-[1.15rem]">
        So far <b className="text-[1.6rem] tabular-nums">{whole(bill.total)}</b>: {whole(bill.minutes)} min of labour{' '}
        {whole(bill.labour)}
        {bill.parts.map(({ name, price }) => `, ${name} ${whole(price)}`).join('')}
        {bill.tax > 0 && `, tax ${whole(bill.tax)}`}.
        {bill.minutes !== bill.counted && ` The bench order counts ${whole(bill.counted)} min.`}
      </p>
      {bill.unpriced.length > 0 && (
        <p className="font-bold text-rust">Without a price, and not in it: {bill.unpriced.join(', ')}.</p>
      )}
      <div className="flex items-end gap-2">
        <div className="w-36">
          <TextBox
            label="Minutes, really"
            inputMode="decimal"
            value={typed}
            maxLength={9}
            wrong={wrong}
            onText={(text) => {
              setTyped(text);
              setWrong(null);
            }}
          />
        </div>
        <Button onClick={book}>Book them</Button>
      </div>
    </section>
  );
}

/** What it may come to as one bar, and what the likeliest outcomes would cost. */
function Bands({
  money,
  bands: { low, middle, high, expected },
  soFar,
  likeliest,
  upTo,
}: {
  money: Money;
  bands: NonNullable<Quote['bands']>;
  soFar: Bill;
  likeliest: Quote['likeliest'];
  upTo: number | null;
}) {
  const cards = useFaultCards();
  // What was agreed is for all of it: what it has come to already is off it.
  const left = upTo === null ? null : Math.max(0, upTo - soFar.total);
  const end = Math.max(high, left ?? 0) * 1.05 || 1;
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
        {left !== null && <span className="absolute -inset-y-1.5 w-1 bg-rust" style={{ left: at(left) }} />}
      </div>
      <p className="text-[0.95rem]">
        Of ten such jobs eight lie in the bar, half under {whole(middle)}. {money.ratePerHour} an hour
        {money.taxPercent > 0 ? `, ${money.taxPercent} % tax in it` : ''}.
      </p>
      {upTo !== null && soFar.total + high > upTo && (
        <p role="status" className="mt-1 font-extrabold text-rust" data-testid="over-the-cap">
          {soFar.total > upTo
            ? `It has gone past the ${upTo} that was agreed: ask before you go on.`
            : `It may go past the ${upTo} that was agreed: ask before you go on.`}
        </p>
      )}
      <ul className="mt-1.5">
        {likeliest.map(({ keys, p, bands }) => (
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

const WORTH_WORDS = {
  'worth-it': 'It adds clearly more than it costs.',
  open: 'It adds about what it costs: a matter of taste.',
  hardly: 'It costs more than it adds.',
} as const;

/** What the repair costs against what it adds to the machine's worth: a band, and the customer decides. */
function WorthIt({ expected }: { expected: number }) {
  const [typed, setTyped] = useState({ running: '', stands: '' });
  const [running, stands] = [readPrice(typed.running), readPrice(typed.stands)];
  const told =
    typeof running === 'number' && typeof stands === 'number'
      ? repairOrReplace([{ p: 1, partsCost: expected, minutes: 0 }], 0, 0, running, stands)
      : null;
  return (
    <details>
      <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
        Is it worth it?
      </summary>
      <div className="flex flex-wrap items-end gap-2">
        <TextBox
          label="Worth as it runs"
          inputMode="decimal"
          value={typed.running}
          maxLength={12}
          wrong={typeof running === 'string' ? running : null}
          onText={(text) => setTyped({ ...typed, running: text })}
        />
        <TextBox
          label="Worth as it stands"
          inputMode="decimal"
          value={typed.stands}
          maxLength={12}
          wrong={typeof stands === 'string' ? stands : null}
          onText={(text) => setTyped({ ...typed, stands: text })}
        />
      </div>
      {told && (
        <p role="status" className="mt-1 font-bold">
          {WORTH_WORDS[told.band]} {whole(told.repair)} from here on against {whole(told.gains)} that it adds. The
          customer decides.
        </p>
      )}
    </details>
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
  const tap = useSecondTap();
  const say = (answer: 'agreed' | 'declined') => {
    if (tap.isSecond()) return;
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
    tap.taken();
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
