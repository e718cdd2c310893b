'use client';
import { type FormEvent, useRef, useState } from 'react';
import { type Beside, laterText, type RawEvent } from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { TextBox } from '@/ui/TextBox.tsx';
import { useSecondTap } from '@/ui/useSecondTap.ts';

/** What is left for later most. Common practice, no source. */
const USUAL = [
  'Second oil change',
  "The aged coil's twin: replace it",
  'Battery passed, but is due',
  'Cap to be fitted',
  'Call: does it still run well?',
] as const;

const NOTHING = { later: '', dueOn: '', atHours: '' };

/** What is to be done later, by a day or by the meter; it comes into the calendar and on the list to call. */
export function LaterForm({ beside, onRecord }: { beside: Beside; onRecord: (event: RawEvent, id: string) => void }) {
  const [words, setWords] = useState(NOTHING);
  const [asked, setAsked] = useState(false);
  const id = useRef(newId());
  const hours = words.atHours.trim() === '' ? null : Number(words.atHours.trim().replace(',', '.'));
  const badHours = hours !== null && !(hours > 0 && hours <= 100_000);
  const never = words.dueOn === '' && hours === null;
  const tap = useSecondTap();
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (tap.isSecond()) return;
    setAsked(true);
    if (!words.later.trim() || never || badHours) return;
    onRecord(
      {
        later: words.later.trim(),
        ...(words.dueOn ? { dueOn: words.dueOn } : {}),
        ...(hours === null ? {} : { atHours: hours }),
      },
      id.current,
    );
    tap.taken();
    id.current = newId();
    setWords(NOTHING);
    setAsked(false);
  };
  return (
    <form onSubmit={submit} aria-label="Later" className="space-y-2.5">
      <h3 className="text-[1.5rem] leading-none font-extrabold [font-stretch:90%]">Later</h3>
      <div className="flex flex-wrap gap-1.5">
        {USUAL.map((later) => (
          <Button key={later} aria-pressed={words.later === later} onClick={() => setWords({ ...words, later })}>
            {later}
          </Button>
        ))}
      </div>
      <TextBox
        big
        label="What is to be done"
        value={words.later}
        maxLength={200}
        wrong={asked && !words.later.trim() ? 'Say what.' : null}
        onText={(later) => setWords({ ...words, later })}
      />
      <div className="flex flex-wrap items-end gap-2">
        <TextBox
          label="By which day"
          type="date"
          value={words.dueOn}
          wrong={asked && never ? 'By which day, or at how many hours?' : null}
          onText={(dueOn) => setWords({ ...words, dueOn })}
        />
        <TextBox
          label="Or at how many hours on the meter"
          inputMode="decimal"
          value={words.atHours}
          maxLength={9}
          wrong={badHours ? 'Hours as a figure.' : null}
          onText={(atHours) => setWords({ ...words, atHours })}
        />
        <Button type="submit" look="main" className="min-h-14">
          Put it off
        </Button>
      </div>
      {beside.later.length > 0 && (
        <ul aria-label="Put off so far" className="list-inside list-disc border-t-2 border-line pt-2">
          {beside.later.map(({ event, what, dueOn, atHours }) => (
            <li key={event}>
              {laterText({
                later: what,
                ...(dueOn === null ? {} : { dueOn }),
                ...(atHours === null ? {} : { atHours }),
              })}
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
