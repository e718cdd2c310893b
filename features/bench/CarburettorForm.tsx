import { type FormEvent, useState } from 'react';
import {
  CARBURETTOR_CARD,
  CARBURETTOR_DEPTHS,
  CARBURETTOR_JOB,
  CARBURETTOR_STEPS,
  type CarburettorDepth,
  type CarburettorStep,
  DEPTH_WORDS,
  type RawEvent,
  type RepairAction,
  STEP_WORDS,
} from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { Cautions } from './Cautions.tsx';
import { NoteBox } from './NoteBox.tsx';

const ACTION: Record<CarburettorDepth, RepairAction> = {
  'in-place': 'cleaned',
  stripped: 'cleaned',
  kit: 'repaired',
  replaced: 'replaced',
};
/** What goes without saying at that depth; the rest is ticked. */
const USUAL: Record<CarburettorDepth, readonly CarburettorStep[]> = {
  'in-place': ['bowl-off'],
  stripped: ['bowl-off', 'bath'],
  kit: ['bowl-off', 'bath', 'seals-new', 'needle-new'],
  replaced: ['gasket-new'],
};
/** Of a whole new one there is little to tell. */
const OF_A_NEW_ONE: readonly CarburettorStep[] = ['solenoid-new', 'gasket-new', 'screws-set'];
const EITHER: readonly CarburettorStep[] = ['screen-cleaned', 'screen-left-out'];

/** The carburettor as one job: how deep it went, what was really done, and what is to be minded beside it. */
export function CarburettorForm({ onRecord }: { onRecord: (event: RawEvent, id: string) => void }) {
  const [depth, setDepth] = useState<CarburettorDepth>('stripped');
  const [done, setDone] = useState<readonly CarburettorStep[]>(USUAL.stripped);
  const [note, setNote] = useState('');
  const entryId = useEntryId();
  const steps = depth === 'replaced' ? OF_A_NEW_ONE : CARBURETTOR_STEPS;
  const toggle = (step: CarburettorStep) =>
    setDone((before) => {
      if (before.includes(step)) return before.filter((s) => s !== step);
      const kept = EITHER.includes(step) ? before.filter((s) => !EITHER.includes(s)) : before;
      return [...kept, step];
    });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    onRecord(
      {
        repair: CARBURETTOR_JOB.id,
        action: ACTION[depth],
        did: { depth, done: steps.filter((step) => done.includes(step)) },
        ...(note.trim() === '' ? {} : { note: note.trim() }),
      },
      entryId,
    );
  };
  return (
    <form onSubmit={submit} className="space-y-3" aria-label="Carburettor">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">The carburettor, as one job</h3>
      <Cautions ids={['open-fuel', 'compressed-air', 'overspeed']} />
      <Choice<CarburettorDepth>
        label="How deep it went"
        options={CARBURETTOR_DEPTHS.map((value) => ({ value, label: DEPTH_WORDS[value] }))}
        value={depth}
        onChange={(next) => {
          if (!next) return;
          setDepth(next);
          setDone(USUAL[next]);
        }}
      />
      <fieldset className="m-0 border-0 p-0">
        <legend className="font-semibold">What was really done</legend>
        <div className="mt-1 flex flex-wrap gap-1.5">
          {steps.map((step) => (
            <button
              key={step}
              type="button"
              aria-pressed={done.includes(step)}
              onClick={() => toggle(step)}
              className="min-h-tap border-2 border-line bg-sheet px-3 text-left font-semibold aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
            >
              {STEP_WORDS[step]}
            </button>
          ))}
        </div>
      </fieldset>
      <NoteBox label="Note, parts fitted" value={note} onChange={setNote} />
      <BenchCard />
      <div data-sticky className="sticky bottom-0 z-10 -mx-3 border-t-2 border-line bg-sheet px-3 py-2">
        <Button look="main" type="submit" className="text-[1.15rem]">
          Record the job
        </Button>
      </div>
    </form>
  );
}

/** What lies beside it on the bench. */
function BenchCard() {
  return (
    <details open>
      <summary className="flex min-h-tap items-center font-bold underline decoration-line underline-offset-4">
        Beside it on the bench
      </summary>
      <ol className="list-decimal space-y-1 pl-6 leading-snug">
        {CARBURETTOR_CARD.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
    </details>
  );
}
