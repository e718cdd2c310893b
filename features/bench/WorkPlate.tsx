import { type FormEvent, useState } from 'react';
import type { CauseOpen, CautionId, House } from '@/core/index.ts';
import { checkLabel, checkOf, faultLabel, type RawEvent, type WorkDue } from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Cautions } from './Cautions.tsx';
import { useFaultCards } from './FaultWords.tsx';
import type { OnBench } from './PartForm.tsx';
import { RepairForm } from './RepairPanel.tsx';
import { useFocusedPanel } from './useFocusedPanel.ts';

interface Props {
  readonly due: WorkDue | null;
  readonly cause: CauseOpen | null;
  readonly house: House;
  readonly parts: readonly OnBench[];
  readonly onRecord: (event: RawEvent, id: string) => void;
  readonly onLook: (check: string, cylinder: number | null) => void;
  /** Opens the list of what came off, or was sent out. */
  readonly onPutBack: (drawer: 'off' | 'get') => void;
  /** Puts away what was picked in front of this. */
  readonly onLeave: (() => void) | null;
}

const BEFORE = {
  cranking: 'Before anything is cranked',
  running: 'Before it runs',
  loading: 'Before it runs under load',
  leaving: 'Before it leaves',
} as const;

/** Work that stands before what comes next: its steps in order, or what let the condition come about. It may be passed over, with a reason. */
export function WorkPlate({ due, cause, house, ...on }: Props) {
  const panel = useFocusedPanel();
  const cards = useFaultCards();
  const condition = due?.condition ?? cause?.condition;
  if (!condition) return null;
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="Work before it goes on"
      className="space-y-2.5 border-t-8 border-paint bg-sheet px-4 pt-3 pb-4 outline-none"
    >
      <div>
        <p className="text-[0.9rem] font-semibold text-soft">{due ? BEFORE[due.before] : 'What let it in'}</p>
        <h2 className="text-[1.9rem] leading-none font-extrabold [font-stretch:90%]">
          {due?.title ?? faultLabel(condition, cards)}
        </h2>
        {due?.of && (
          <p className="text-[1.15rem] font-bold">
            {faultLabel(due.of.key, cards)}, line {due.of.event}
          </p>
        )}
      </div>
      {due ? <Due due={due} house={house} {...on} /> : <Cause key={condition} cause={cause!} onRecord={on.onRecord} />}
      {(due?.passable ?? true) && <PassOver key={`${condition}/over`} condition={condition} onRecord={on.onRecord} />}
      {on.onLeave && (
        <Button look="quiet" onClick={on.onLeave}>
          Back to the plan
        </Button>
      )}
    </section>
  );
}

/** What is due: a look, checks, a repair or steps to tick. */
function Due({
  due,
  house,
  parts,
  onRecord,
  onLook,
  onPutBack,
}: { due: WorkDue } & Omit<Props, 'due' | 'cause' | 'onLeave'>) {
  const key = `${due.condition}/${due.before}/${due.of?.event}`;
  const cards = useFaultCards();
  if (due.look) return <Look key={key} due={due} look={due.look} onLook={onLook} />;
  if (due.checks.length > 0) return <Checks due={due} onLook={onLook} />;
  if (due.repair)
    return (
      <>
        <Cautions ids={due.condition === 'top-speed' ? ['overspeed'] : ['altered-safety']} />
        <p className="text-[1.15rem] font-bold">
          {due.of ? 'Make it good: ' : 'Repair: '}
          {faultLabel(due.repair, cards)}
        </p>
        <RepairForm key={key} faultKey={due.repair} house={house} parts={parts} onRecord={onRecord} />
      </>
    );
  if (due.off && due.off.length > 0) return <StillOff {...{ due, onPutBack }} off={due.off} />;
  return <Steps key={key} due={due} onRecord={onRecord} />;
}

/** Checks that stand before it goes on: one tap lays each on the plate. */
function Checks({ due: { condition, before, checks, steps }, onLook }: { due: WorkDue; onLook: Props['onLook'] }) {
  return (
    <>
      {condition === 'top-speed' && <Cautions ids={['overspeed']} />}
      <p className="text-[1.1rem]">
        {before === 'loading'
          ? 'A lock bends a rod, and a bent rod breaks under load: measure both sides and compare.'
          : 'What was apart sets how fast it turns: a tachometer says so, your ear does not.'}
      </p>
      {steps.map(({ id, label }) => (
        <p key={id} className="text-[1.1rem] font-bold">
          {label}.
        </p>
      ))}
      <div className="flex flex-col gap-1.5">
        {checks.map(({ check, cylinder }, i) => (
          <Button
            key={`${check}/${cylinder}`}
            look={i === 0 ? 'main' : 'plain'}
            className="min-h-14 text-[1.15rem]"
            onClick={() => onLook(check, cylinder)}
          >
            {checkLabel(check, cylinder)}
          </Button>
        ))}
      </div>
    </>
  );
}

/** It is only believed: a look of a minute says whether. */
function Look({ due, look, onLook }: { due: WorkDue; look: string; onLook: Props['onLook'] }) {
  return (
    <>
      <p className="text-[1.1rem]">
        Likelier than not by what was read. {checkOf(look).title} first: if it is so, {lower(due.steps[0]!.label)} and
        what follows come before the engine {due.before === 'cranking' ? 'is cranked' : 'runs'} again.
      </p>
      <Button look="main" className="min-h-14 text-[1.2rem]" onClick={() => onLook(look, null)}>
        {checkLabel(look, null)}
      </Button>
    </>
  );
}

const cautionsOf = ({ condition, before, steps }: WorkDue): readonly CautionId[] =>
  condition === 'back-together'
    ? steps.some((step) => step.id === 'no-drip')
      ? ['open-fuel']
      : []
    : condition === 'bypass'
      ? ['bypass-fitted']
      : before === 'cranking'
        ? ['liquid-lock']
        : ['fuel-in-oil'];

/** What is not on the machine; it is put back, or taken back, by its own list. */
function StillOff({
  due: { condition },
  off,
  onPutBack,
}: { due: WorkDue; off: NonNullable<WorkDue['off']> } & Pick<Props, 'onPutBack'>) {
  const away = condition === 'sent-out';
  return (
    <div className="flex flex-wrap items-center justify-between gap-2 border-l-8 border-rust bg-well px-3 py-2">
      <p className="min-w-48 flex-1 text-[1.15rem] font-extrabold">
        {away ? 'Not taken back' : 'Still off the machine'}: {off.map(({ item }) => item).join(', ')}
      </p>
      <Button look="main" onClick={() => onPutBack(away ? 'get' : 'off')}>
        {away ? 'What came back' : 'Put it back'}
      </Button>
    </div>
  );
}

function Steps({ due, onRecord }: { due: WorkDue; onRecord: Props['onRecord'] }) {
  const [done, setDone] = useState<readonly string[]>([]);
  const [followUp, setFollowUp] = useState('');
  const [insisted, setInsisted] = useState(false);
  const id = useEntryId();
  const left = due.steps.filter((step) => !done.includes(step.id));
  const later = due.steps.some((step) => step.later);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (left.length > 0 || (later && followUp === '')) return setInsisted(true);
    onRecord(
      {
        work: due.condition,
        ...(due.of ? { of: due.of.event } : {}),
        steps: [...done],
        ...(later ? { followUpOn: followUp } : {}),
      },
      id,
    );
  };
  return (
    <form onSubmit={submit} className="space-y-2">
      <Cautions ids={cautionsOf(due)} />
      <ol className="space-y-1.5">
        {due.steps.map((step, i) => {
          const on = done.includes(step.id);
          return (
            <li key={step.id}>
              <button
                type="button"
                aria-pressed={on}
                // In order: what comes later stands on what comes before.
                disabled={!on && left[0]?.id !== step.id}
                onClick={() => setDone(on ? done.slice(0, i) : [...done, step.id])}
                className="flex min-h-14 w-full items-center gap-3 border-2 border-line bg-sheet px-3 text-left text-[1.15rem] font-semibold disabled:opacity-55 aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
              >
                <span aria-hidden="true" className="w-6 text-center font-black">
                  {on ? '✓' : i + 1}
                </span>
                <span>
                  {step.label}
                  {step.litres !== undefined && (
                    <span className="block text-[0.95rem] font-normal">
                      {step.litres === null
                        ? 'The engine sheet has no fill: by the dipstick.'
                        : `${step.litres} l by the engine sheet.`}
                    </span>
                  )}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      {later && (
        <label className="block font-semibold">
          To be done by
          <input
            type="date"
            value={followUp}
            onChange={(e) => setFollowUp(e.target.value)}
            className="ml-3 min-h-tap border-2 border-line bg-sheet px-2 font-bold"
          />
        </label>
      )}
      {insisted && (
        <p role="alert" className="font-bold text-rust">
          {left.length > 0 ? `Still to do: ${lower(left[0]!.label)}.` : 'Say by when.'}
        </p>
      )}
      <Button type="submit" look="main" className="min-h-14 text-[1.2rem]">
        Done
      </Button>
    </form>
  );
}

function Cause({ cause, onRecord }: { cause: CauseOpen; onRecord: Props['onRecord'] }) {
  const cards = useFaultCards();
  const id = useEntryId();
  return (
    <>
      <p className="text-[1.1rem]">{cards[cause.condition]?.behind} It comes back unless that is known.</p>
      <p className="font-semibold">A part: repair it, and this is answered.</p>
      <p className="text-soft">{cause.faults.flatMap((f) => (cards[f] ? [cards[f].title] : [])).join(' · ')}</p>
      <p className="font-semibold">No part:</p>
      <div className="flex flex-col gap-1.5">
        {cause.ways.map((way) => (
          <button
            key={way.id}
            type="button"
            onClick={() => onRecord({ letIn: cause.condition, through: way.id }, id)}
            className="min-h-14 border-2 border-line bg-sheet px-3 text-left"
          >
            <span className="block text-[1.1rem] font-bold">{way.label}</span>
            <span className="text-[0.95rem] text-soft">{way.prevents}</span>
          </button>
        ))}
      </div>
    </>
  );
}

/** Nobody is held up for good: why it was passed over is printed on the tape and on the job sheet. */
function PassOver({ condition, onRecord }: { condition: string; onRecord: Props['onRecord'] }) {
  const [why, setWhy] = useState('');
  const [wrong, setWrong] = useState(false);
  const id = useEntryId();
  const pass = () =>
    why.trim().length < 3 ? setWrong(true) : onRecord({ waived: condition, because: why.trim() }, id);
  return (
    <details>
      <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
        Go on without it
      </summary>
      <label className="block">
        <span className="font-semibold">Why? It is printed on the job sheet.</span>
        <input
          type="text"
          value={why}
          maxLength={400}
          aria-invalid={wrong}
          onChange={(e) => {
            setWhy(e.target.value);
            setWrong(false);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') pass();
          }}
          className="min-h-tap w-full border-2 border-line bg-sheet px-2 aria-invalid:border-rust"
        />
      </label>
      {wrong && (
        <p role="alert" className="font-bold text-rust">
          Say why.
        </p>
      )}
      <Button look="stop" className="mt-1.5" onClick={pass}>
        Go on without it
      </Button>
    </details>
  );
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
