'use client';
import { type FormEvent, useRef, useState } from 'react';
import type { RawEvent } from '@/core/index.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { Button } from '@/ui/Button.tsx';
import { TextBox } from '@/ui/TextBox.tsx';
import { useSecondTap } from '@/ui/useSecondTap.ts';

/** What is sent out most, with what it must pass when it is back. Common practice, no source. */
const USUAL = [
  {
    item: 'Cylinder head',
    must: [
      'Flat across the gasket face: straight edge and feeler',
      'Seats hold air: leak-down with the head on, not fluid in the port',
    ],
  },
  {
    item: 'Ignition coil',
    must: ['Resistance in the window of the engine sheet', 'Spark on the tester, cold and hot'],
  },
  { item: 'Starter', must: ['Turns free on the bench, and draws no more than it should'] },
  { item: 'Crankshaft', must: ['Journal measured, and straight on centres'] },
] as const;

const NOTHING = { sent: '', to: '', dueOn: '', must: '' };

/** What is sent out most, a tap each. */
function Usual({ sent, onChoose }: { sent: string; onChoose: (item: string, must: readonly string[]) => void }) {
  return (
    <div className="flex flex-wrap gap-1.5">
      {USUAL.map(({ item, must }) => (
        <Button key={item} aria-pressed={sent === item} onClick={() => onChoose(item, must)}>
          {item}
        </Button>
      ))}
    </div>
  );
}

/** Work that is done elsewhere: what it must pass is named before it goes, not once it is back. */
export function SendOut({ onRecord }: { onRecord: (event: RawEvent, id: string) => void }) {
  const [words, setWords] = useState(NOTHING);
  const [asked, setAsked] = useState(false);
  const id = useRef(newId());
  const must = words.must
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  const tap = useSecondTap();
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (tap.isSecond()) return;
    setAsked(true);
    if (!words.sent.trim() || !words.to.trim() || must.length === 0 || must.length > 8) return;
    onRecord(
      {
        sent: words.sent.trim(),
        to: words.to.trim(),
        must: must.map((line) => line.slice(0, 160)),
        ...(words.dueOn ? { dueOn: words.dueOn } : {}),
      },
      id.current,
    );
    tap.taken();
    id.current = newId();
    setWords(NOTHING);
    setAsked(false);
  };
  return (
    <details className="border-t-2 border-line pt-1">
      <summary className="flex min-h-tap items-center font-bold underline decoration-line underline-offset-4">
        Send something out
      </summary>
      <form onSubmit={submit} aria-label="Send out" className="space-y-2">
        <Usual sent={words.sent} onChoose={(sent, tests) => setWords({ ...words, sent, must: tests.join('\n') })} />
        <div className="grid gap-2 @xl:grid-cols-3">
          <TextBox
            label="What goes out"
            value={words.sent}
            maxLength={80}
            wrong={asked && !words.sent.trim() ? 'Say what goes out.' : null}
            onText={(sent) => setWords({ ...words, sent })}
          />
          <TextBox
            label="To whom"
            value={words.to}
            maxLength={120}
            wrong={asked && !words.to.trim() ? 'Say to whom.' : null}
            onText={(to) => setWords({ ...words, to })}
          />
          <TextBox label="Back by" type="date" value={words.dueOn} onText={(dueOn) => setWords({ ...words, dueOn })} />
        </div>
        <label className="block">
          <span className="font-semibold">What it must pass when it is back, one to a line</span>
          <textarea
            rows={3}
            value={words.must}
            maxLength={1200}
            aria-invalid={asked && must.length === 0}
            onChange={(e) => setWords({ ...words, must: e.target.value })}
            className="w-full border-2 border-line bg-sheet px-2 py-1 aria-invalid:border-rust"
          />
          {asked && (must.length === 0 || must.length > 8) && (
            <span role="alert" className="font-bold text-rust">
              {must.length === 0 ? 'Name at least one test it must pass.' : 'Eight tests at most.'}
            </span>
          )}
        </label>
        <Button type="submit" look="main">
          It is sent
        </Button>
      </form>
    </details>
  );
}
