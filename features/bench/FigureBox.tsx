import { useId } from 'react';
import { type Field, type NumberField, shownUnit } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { useCoarse } from '@/ui/useCoarse.ts';
import { useTypedBefore } from '@/ui/useTypedBefore.ts';
import { type Box, type Entry, habitUnit } from './entry.ts';
import type { Doubts } from './useDoubts.ts';

/** One box of the entry, and what stands around it. */
export interface BoxProps<F extends Field = Field> {
  readonly box: Box;
  readonly field: F;
  readonly habit: Habit;
  readonly entry: Entry;
  /** Complaints by box name. */
  readonly issues: Readonly<Record<string, string>>;
  /** Which unit was meant, by box name. */
  readonly doubts: Doubts;
  readonly onChange: (entry: Entry) => void;
  readonly asked: boolean;
}

/** A figure as it is typed, what is wrong with it, and which unit was meant. */
export function FigureBox({
  field,
  box: { name, label },
  asked,
  habit,
  entry,
  onChange,
  ...on
}: BoxProps<NumberField>) {
  const id = useId();
  const coarse = useCoarse();
  const issue = on.issues[name];
  const doubt = on.doubts[name];
  const type = (text: string) => onChange({ ...entry, typed: { ...entry.typed, [name]: text } });
  const box = useTypedBefore<HTMLInputElement>(type);
  return (
    <div className="w-[max(9.25rem,min(11rem,calc(50%-0.5rem)))] max-w-full">
      <label htmlFor={id} className="block text-[0.95rem] font-semibold">
        {label}
      </label>
      <div className="flex items-baseline border-2 border-ink bg-sheet focus-within:border-rust">
        <input
          id={id}
          ref={box}
          name={name}
          type="text"
          data-asked={asked || undefined}
          data-figure={field.openLoop ? 'open-loop' : 'figure'}
          inputMode={coarse ? 'none' : field.openLoop ? 'text' : 'decimal'}
          onFocus={(e) => e.target.select()}
          autoComplete="off"
          placeholder={field.required ? undefined : 'if known'}
          maxLength={80}
          aria-invalid={issue !== undefined}
          aria-describedby={issue === undefined ? undefined : `${id}-issue`}
          value={entry.typed[name] ?? ''}
          onChange={(e) => type(e.target.value)}
          className="min-h-14 w-full min-w-0 bg-transparent px-2 text-[1.7rem] font-bold outline-none placeholder:text-[0.95rem] placeholder:font-normal placeholder:text-soft placeholder:opacity-100"
        />
        <span className="pr-2 text-[1.05rem] text-soft">{shownUnit(habitUnit(field, habit))}</span>
      </div>
      {issue && (
        <p id={`${id}-issue`} className="mt-0.5 text-[0.9rem] font-bold leading-tight text-rust">
          {issue}
        </p>
      )}
      {doubt && (
        <fieldset data-doubt className="m-0 mt-1 border-0 p-0">
          <legend className="text-[0.9rem] font-bold leading-tight">
            {doubt.read ? 'Which is it?' : 'Is it this?'}
          </legend>
          <div className="mt-0.5 flex w-max gap-1">
            {[doubt.meant, doubt.read].map(
              (text) =>
                text && (
                  <Button
                    key={text}
                    onClick={() => {
                      type(text);
                      document.getElementById(id)?.focus();
                    }}
                  >
                    {text}
                  </Button>
                ),
            )}
          </div>
        </fieldset>
      )}
    </div>
  );
}
