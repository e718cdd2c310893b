'use client';
import { type FormEvent, useState } from 'react';
import {
  ACTION_WORDS,
  adviceOn,
  CARBURETTOR_JOB,
  checkLabel,
  checkOf,
  faultLabel,
  type House,
  type PartId,
  partCardText,
  type RawEvent,
  REPAIR_ACTIONS,
  type RepairAction,
  type RuleOut,
  splitKey,
} from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { CarburettorForm } from './CarburettorForm.tsx';
import { useFaultCards } from './FaultWords.tsx';
import { NoteBox } from './NoteBox.tsx';
import { InVain, type OnBelief } from './OnBelief.tsx';
import { useOverTheCap } from './overTheCap.ts';
import type { OnBench } from './PartForm.tsx';
import { useFocusedPanel } from './useFocusedPanel.ts';

/** Records what was done to a part. Starts with the action usual for it. */
export function RepairForm({
  faultKey,
  house,
  parts,
  onRecord,
}: {
  faultKey: string;
  house: House;
  /** Parts that lie on the bench; one of its kind may be what is fitted. */
  parts: readonly OnBench[];
  onRecord: (event: RawEvent, id: string) => void;
}) {
  const { id, cylinder } = splitKey(faultKey);
  const { repair, part } = useFaultCards()[id]!;
  const [action, setAction] = useState<RepairAction>(repair.action);
  const [note, setNote] = useState('');
  const [temporary, setTemporary] = useState(false);
  const [fitted, setFitted] = useState<string | null>(null);
  const own = fitting(parts, part);
  const entryId = useEntryId();
  const over = useOverTheCap(id);
  const [stopped, setStopped] = useState(false);
  const stops = over !== null && action === 'replaced';
  const said = [note.trim(), stops ? `Beyond the ${over.upTo} that was agreed.` : ''].filter(Boolean).join(' ');
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (stops && !stopped) return setStopped(true);
    onRecord(
      {
        repair: id,
        ...(cylinder === null ? {} : { cylinder }),
        action,
        ...(temporary && action !== 'bypassed' ? { temporary } : {}),
        ...(said === '' ? {} : { note: said }),
        ...(fitted === null ? {} : { fitted: Number(fitted) }),
      },
      entryId,
    );
  };
  return (
    <form onSubmit={submit} className="space-y-2">
      {adviceOn(house, id).map((says) => (
        <p key={says} className="bg-well px-3 py-2">
          <span className="font-bold">House rule: </span>
          {says}
        </p>
      ))}
      <Choice<RepairAction>
        small
        label="What was done"
        options={REPAIR_ACTIONS.map((a) => ({ value: a, label: ACTION_WORDS[a] }))}
        value={action}
        onChange={(a) => a && setAction(a)}
      />
      <FittedPick own={own} fitted={fitted} onPick={setFitted} />
      <NoteBox label="Note, part fitted" value={note} onChange={setNote} />
      {action !== 'bypassed' && <Temporary checked={temporary} onCheck={setTemporary} />}
      <div data-sticky className="sticky bottom-0 z-10 -mx-3 border-t-2 border-line bg-sheet px-3 py-2">
        {stops && stopped && (
          <p role="alert" className="mb-1.5 font-bold text-rust">
            Parts may come to {over.parts}, and {over.upTo} was agreed. Ask the customer first, under Cost; or record
            what is done already: it is written that it went beyond.
          </p>
        )}
        <Button look={stops && stopped ? 'stop' : 'main'} type="submit" className="text-[1.15rem]">
          {stops && stopped ? 'Record it all the same' : 'Record repair'}
        </Button>
      </div>
    </form>
  );
}

function Temporary({ checked, onCheck }: { checked: boolean; onCheck: (checked: boolean) => void }) {
  return (
    <label className="flex min-h-tap items-center gap-2 font-semibold">
      <input
        type="checkbox"
        className="size-7 accent-iron"
        checked={checked}
        onChange={(e) => onCheck(e.target.checked)}
      />
      Temporary, to be made good
    </label>
  );
}

/** Which of the parts on the bench went on. */
function FittedPick({
  own,
  fitted,
  onPick,
}: {
  own: readonly OnBench[];
  fitted: string | null;
  onPick: (line: string | null) => void;
}) {
  if (own.length === 0) return null;
  return (
    <div>
      <p className="font-semibold">Fitted from the bench</p>
      <Choice<string>
        small
        clearable
        label="Fitted from the bench"
        options={own.map(({ line, event }) => ({ value: String(line), label: partCardText(event) }))}
        value={fitted}
        onChange={onPick}
      />
    </div>
  );
}

/** Parts on the bench of the kind that is worked on, unless they do not go on. */
const fitting = (parts: readonly OnBench[], part: PartId) =>
  parts.filter((p) => p.event.part === part && p.event.fit !== 'does-not-fit');

/** A look of a minute or two that would show a rival, before a part is bought or the work is done. */
function RuleOutFirst({
  ruleOut,
  buys,
  onRuleOut,
}: {
  ruleOut: RuleOut;
  buys: boolean;
  onRuleOut: (ruleOut: RuleOut) => void;
}) {
  const cards = useFaultCards();
  return (
    <div className="mt-2 border-l-8 border-paint bg-well px-3 py-2">
      <p>
        <span className="font-bold">Before {buys ? 'a part is bought' : 'the work'}: </span>"
        {faultLabel(ruleOut.rival, cards)}" would read the same. Looking takes {checkOf(ruleOut.check).minutes} min and
        opens nothing more.
      </p>
      <Button className="mt-1.5" onClick={() => onRuleOut(ruleOut)}>
        {checkLabel(ruleOut.check, ruleOut.cylinder)}
      </Button>
    </div>
  );
}

/** A fault is proven: what settled it, what stands behind it, and the repair. */
export function RepairPlate({
  faultKey,
  orElse,
  house,
  parts,
  proof,
  ruleOut,
  onRuleOut,
  onRecord,
  onMore,
}: {
  faultKey: string;
  /** What it may be instead; the same work cures it. */
  orElse: readonly string[];
  house: House;
  parts: readonly OnBench[];
  proof: readonly string[];
  /** What to look at before a part is bought, or the work is done. */
  ruleOut: RuleOut | null;
  onRuleOut: (ruleOut: RuleOut) => void;
  onRecord: (event: RawEvent, id: string) => void;
  onMore: () => void;
}) {
  const { id } = splitKey(faultKey);
  const cards = useFaultCards();
  const { behind, repair, endsInDecision } = cards[id]!;
  const panel = useFocusedPanel();
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="Repair"
      className="border-t-8 border-paint bg-sheet px-4 pt-3 pb-4 outline-none"
    >
      <p className="text-[0.9rem] font-semibold text-soft">Proven</p>
      <h2 className="text-[1.9rem] font-extrabold leading-none [font-stretch:90%]">{faultLabel(faultKey, cards)}</h2>
      {orElse.length > 0 && (
        <p className="mt-1 text-[1.1rem] leading-snug">
          or <span className="font-bold">{orElse.map((key) => faultLabel(key, cards)).join(', ')}</span>: the same work
          cures either.
        </p>
      )}
      <ul className="mt-2 list-disc pl-5">
        {proof.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {ruleOut && <RuleOutFirst ruleOut={ruleOut} buys={repair.action === 'replaced'} onRuleOut={onRuleOut} />}
      {behind && (
        <p className="mt-2 bg-well px-3 py-2">
          <span className="font-bold">Behind it: </span>
          {behind}
        </p>
      )}
      {endsInDecision && (
        <p className="mt-2 border-l-8 border-rust bg-well px-3 py-2 font-bold">
          This ends in a decision, not in more searching: give the customer a quote first. He may stop here.
        </p>
      )}
      <p className="mt-2 text-[0.95rem] text-soft">
        {repair.minutes} min hands on
        {repair.partsBand && `, parts about ${repair.partsBand[0]} to ${repair.partsBand[1]}`}. The maker's manual comes
        first.
      </p>
      <div className="mt-3">
        <RepairForm key={faultKey} faultKey={faultKey} house={house} parts={parts} onRecord={onRecord} />
      </div>
      <Button look="quiet" className="mt-2" onClick={onMore}>
        Check more before repairing
      </Button>
    </section>
  );
}

/** A repair of anything suspected, proven or not. */
export function AnyRepair({
  keys,
  house,
  parts,
  belief,
  onRecord,
}: {
  keys: readonly string[];
  house: House;
  parts: readonly OnBench[];
  belief: OnBelief;
  onRecord: (event: RawEvent, id: string) => void;
}) {
  const [chosen, setChosen] = useState<string | null>(null);
  const cards = useFaultCards();
  if (chosen === CARBURETTOR_JOB.id) return <CarburettorForm onRecord={onRecord} />;
  return (
    <div className="space-y-2">
      {CARBURETTOR_JOB.id in cards && (
        <Button className="min-h-14 text-[1.1rem]" onClick={() => setChosen(CARBURETTOR_JOB.id)}>
          The carburettor, as one job
        </Button>
      )}
      <label className="block">
        <span className="font-semibold">What was worked on</span>
        <select
          className="min-h-tap w-full border-2 border-line bg-sheet px-2"
          value={chosen ?? ''}
          onChange={(e) => setChosen(e.target.value === '' ? null : e.target.value)}
        >
          <option value="">Pick a part</option>
          {keys.map((key) => (
            <option key={key} value={key}>
              {faultLabel(key, cards)}
            </option>
          ))}
        </select>
      </label>
      {chosen && <InVain key={`${chosen}/${belief.events}`} faultKey={chosen} belief={belief} />}
      {chosen && <RepairForm key={chosen} faultKey={chosen} house={house} parts={parts} onRecord={onRecord} />}
    </div>
  );
}
