'use client';
import { type FormEvent, useRef, useState } from 'react';
import {
  accessLabel,
  type Beside,
  type CaseHead,
  formatQuantity,
  fromSi,
  type OffItem,
  offText,
  parseTyped,
  type RawEvent,
  type RawOnEvent,
  shownUnit,
  stillOff,
  TIGHTENED_WORDS,
  tightText,
} from '@/core/index.ts';
import { PhotoButton } from '@/features/photos/PhotoButton.tsx';
import { PhotoOf } from '@/features/photos/PhotoOf.tsx';
import type { Shot } from '@/features/photos/shrunk.ts';
import { newId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { useSecondTap } from '@/ui/useSecondTap.ts';
import { offeredBehind, sequenceOf, torqueOnSheet } from './offered.ts';

interface Props {
  readonly jobId: string;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly open: readonly string[];
  readonly beside: Beside;
  readonly onRecord: (event: RawEvent, id: string) => void;
}

const NO_WORDS = { off: '', fastener: '', hole: '', bag: '', lies: '' };
type Words = typeof NO_WORDS;
const ASKED: readonly (readonly [Exclude<keyof Words, 'off'>, string, number])[] = [
  ['fastener', 'Bolts: size, length, how many', 80],
  ['hole', 'Hole it came out of', 80],
  ['bag', 'Bag', 40],
  ['lies', 'Where it lies', 80],
];

/** What came off, in order, and goes back on from the last to the first. */
export function OffForm({ jobId, head, habit, open, beside, onRecord }: Props) {
  return (
    <div className="space-y-3">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">Taken off, put back</h3>
      <ComesOff {...{ jobId, head, open, beside, onRecord }} />
      <GoesBackOn {...{ jobId, head, habit, beside, onRecord }} />
      <ShotOf {...{ jobId, beside, onRecord }} />
    </div>
  );
}

/** One thing more came off: typed, or tapped where what is open says what it will be. */
function ComesOff({ jobId, head, open, beside, onRecord }: Omit<Props, 'habit'>) {
  const [words, setWords] = useState(NO_WORDS);
  const [behind, setBehind] = useState<string | null>(null);
  const [shot, setShot] = useState<Shot | null>(null);
  const [asked, setAsked] = useState(false);
  const id = useRef(newId());
  const name = useRef<HTMLInputElement>(null);
  const tap = useSecondTap();
  const off = new Set(stillOff(beside).map(({ item }) => item));
  const offered = offeredBehind(open, head.engine).filter(({ item }) => !off.has(item));
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (tap.isSecond()) return;
    if (words.off.trim() === '') {
      setAsked(true);
      name.current?.focus();
      return;
    }
    const said = Object.fromEntries(
      Object.entries(words).flatMap(([key, text]) => (text.trim() ? [[key, text.trim()]] : [])),
    );
    onRecord(
      { ...(said as { off: string }), ...(behind ? { behind } : {}), ...(shot ? { photo: shot.sha256 } : {}) },
      id.current,
    );
    tap.taken();
    id.current = newId();
    setWords(NO_WORDS);
    setBehind(null);
    setShot(null);
    setAsked(false);
    name.current?.focus();
  };
  const choose = ({ item, key }: Offer) => {
    setWords({ ...words, off: item });
    setBehind(key);
    setAsked(false);
  };
  return (
    <form onSubmit={submit} aria-label="What came off" className="space-y-2">
      <Offered offered={offered} chosen={words.off} onChoose={choose} />
      <div className="grid gap-x-3 gap-y-1.5 @xl:grid-cols-2">
        <label className="block @xl:col-span-2">
          <span className="font-semibold">What came off{behind && ` (${accessLabel(behind)})`}</span>
          <input
            ref={name}
            type="text"
            name="off"
            value={words.off}
            maxLength={80}
            aria-invalid={asked}
            onChange={(e) => {
              setWords({ ...words, off: e.target.value });
              setAsked(false);
            }}
            className="min-h-14 w-full border-2 border-ink bg-sheet px-2 text-[1.3rem] font-bold aria-invalid:border-rust"
          />
          {asked && (
            <span role="alert" className="font-bold text-rust">
              Say what came off.
            </span>
          )}
        </label>
        <OffWords words={words} onChange={setWords} />
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" look="main" className="min-h-14 text-[1.15rem]">
          It is off
        </Button>
        <PhotoButton jobId={jobId} label={shot ? 'Another photo instead' : 'Photo of it'} onShot={setShot} />
        {/* biome-ignore lint/performance/noImgElement: it has only just been taken */}
        {shot && <img src={shot.url} alt="Just taken" className="h-20 border-2 border-iron" />}
      </div>
    </form>
  );
}

type Offer = ReturnType<typeof offeredBehind>[number];

/** What may come off with what is open, a tap each. */
function Offered({
  offered,
  chosen,
  onChoose,
}: {
  offered: readonly Offer[];
  chosen: string;
  onChoose: (offer: Offer) => void;
}) {
  if (offered.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-1.5">
      {offered.map((offer) => (
        <Button
          key={`${offer.key}/${offer.item}`}
          aria-pressed={chosen === offer.item}
          look={chosen === offer.item ? 'main' : 'plain'}
          onClick={() => onChoose(offer)}
        >
          {offer.item}
        </Button>
      ))}
    </div>
  );
}

/** Where it belongs and where it lies. */
function OffWords({ words, onChange }: { words: Words; onChange: (words: Words) => void }) {
  return (
    <>
      {ASKED.map(([key, label, most]) => (
        <label key={key} className="block">
          <span className="font-semibold">{label}</span>
          <input
            type="text"
            name={key}
            value={words[key]}
            maxLength={most}
            onChange={(e) => onChange({ ...words, [key]: e.target.value })}
            className="min-h-tap w-full border-2 border-line bg-sheet px-2"
          />
        </label>
      ))}
    </>
  );
}

/** What is off, the last one first, each with how tight it goes back on. */
export function GoesBackOn({ jobId, head, habit, beside, onRecord }: Omit<Props, 'open'>) {
  const off = stillOff(beside);
  const on = beside.off.filter((item) => item.on !== null);
  return (
    <>
      {off.length > 0 && (
        <section aria-label="Goes back on" className="border-t-2 border-ink pt-2">
          <h4 className="font-extrabold">Back on, the last one off first: {off.length}</h4>
          <ol className="mt-1 space-y-2">
            {off.map((item, i) => (
              <BackOn key={item.event} first={i === 0} {...{ item, jobId, head, habit, onRecord }} />
            ))}
          </ol>
        </section>
      )}
      {on.length > 0 && (
        <details>
          <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
            Back on: {on.length}
          </summary>
          <ul className="list-inside list-disc">
            {on.map((item) => (
              <li key={item.event}>
                {item.item}
                {item.on!.tight !== null &&
                  `, ${tightText({ tight: typeof item.on!.tight === 'number' ? { value: Math.round(item.on!.tight * 10) / 10, unit: 'N m' } : item.on!.tight })}`}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

const TORQUE_UNIT = { metric: 'N m', imperial: 'lbf ft' } as const;

/** A torque of the sheet in the unit of the shop. */
const sheetIn = (nm: number, unit: (typeof TORQUE_UNIT)[Habit]): string => formatQuantity(fromSi(nm, 'torque', unit));

function BackOn({
  item,
  first,
  jobId,
  head,
  habit,
  onRecord,
}: { item: OffItem; first: boolean } & Pick<Props, 'jobId' | 'head' | 'habit' | 'onRecord'>) {
  const [typed, setTyped] = useState('');
  const [why, setWhy] = useState<string | null>(null);
  const id = useRef(newId()).current;
  const unit = TORQUE_UNIT[habit];
  const sheet = torqueOnSheet(item.behind, head.figures);
  const sequence = item.fastener ? sequenceOf(item.behind) : null;
  const on = (tight?: RawOnEvent['tight']) =>
    onRecord({ on: item.event, ...(tight === undefined ? {} : { tight }), ...(typed ? { typed } : {}) }, id);
  const torque = () => {
    const read = parseTyped(typed, { dimension: 'torque', habit: unit });
    if (!read.ok || read.quantity === 'OL' || !(read.quantity.value > 0)) {
      setWhy(read.ok ? 'A torque is more than nothing.' : `${read.message}.`);
      return;
    }
    on(read.quantity as RawOnEvent['tight'] & object);
  };
  return (
    <li className="border-2 border-line bg-sheet px-2.5 py-2">
      <div className="flex flex-wrap items-start gap-2">
        <p className={first ? 'min-w-48 flex-1 text-[1.2rem] font-extrabold' : 'min-w-48 flex-1 font-bold'}>
          {offText(item)}
        </p>
        {sequence && <p className="w-full text-[0.95rem]">{sequence}</p>}
        {item.photo && <PhotoOf jobId={jobId} sha256={item.photo} what={item.item} />}
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        {item.fastener || sheet !== null ? (
          <>
            <label className="flex items-center border-2 border-line">
              <span className="sr-only">Torque: {item.item}</span>
              <input
                type="text"
                inputMode="decimal"
                value={typed}
                maxLength={40}
                placeholder={sheet === null ? 'torque' : `sheet: ${sheetIn(sheet, unit)}`}
                aria-invalid={why !== null}
                onChange={(e) => {
                  setTyped(e.target.value);
                  setWhy(null);
                }}
                className="min-h-tap w-32 bg-transparent px-2 font-bold placeholder:font-normal placeholder:text-soft placeholder:opacity-100"
              />
              <span className="pr-2 text-soft">{shownUnit(unit)}</span>
            </label>
            <Button look="main" aria-label={`On, torque read: ${item.item}`} onClick={torque}>
              On, torque read
            </Button>
            <Button aria-label={`On, by feel: ${item.item}`} onClick={() => on('by-feel')}>
              On, {TIGHTENED_WORDS['by-feel']}
            </Button>
            <Button aria-label={`On, torque not known: ${item.item}`} onClick={() => on('not-known')}>
              On, not known
            </Button>
          </>
        ) : (
          <Button look="main" aria-label={`On: ${item.item}`} onClick={() => on()}>
            It is back on
          </Button>
        )}
      </div>
      {why && (
        <p role="alert" className="font-bold text-rust">
          {why}
        </p>
      )}
    </li>
  );
}

/** A photo of the plate, or of something as it was found. */
function ShotOf({ jobId, beside, onRecord }: Pick<Props, 'jobId' | 'beside' | 'onRecord'>) {
  return (
    <section aria-label="Photos" className="border-t-2 border-line pt-2">
      <div className="flex flex-wrap items-center gap-1.5">
        <PhotoButton
          jobId={jobId}
          label="Photo of the plate"
          onShot={({ sha256 }) => onRecord({ photo: sha256, of: 'plate' }, newId())}
        />
        <PhotoButton
          jobId={jobId}
          label="Photo as found"
          onShot={({ sha256 }) => onRecord({ photo: sha256, of: 'as-found' }, newId())}
        />
        {beside.photos.map(({ event, photo, of }) => (
          <PhotoOf
            key={event}
            jobId={jobId}
            sha256={photo}
            what={of === 'plate' ? 'Plate on the machine' : 'As found'}
          />
        ))}
      </div>
    </section>
  );
}
