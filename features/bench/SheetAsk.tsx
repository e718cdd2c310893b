import { type KeyboardEvent, useId, useState } from 'react';
import { askedBy, type SheetFigure, type SheetWord, sheetIssues } from '@/core/engine/sheetParts.ts';
import { exampleOf, readSheetFigure, SOURCE_WORDS, standInText } from '@/core/engine/typedSheet.ts';
import type { CaseHead, EngineFigures, FigureSource, RawEngineEvent } from '@/core/index.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';

interface Props {
  readonly check: string;
  readonly head: CaseHead;
  readonly habit: Habit;
  readonly onLearnt: (event: RawEngineEvent, id: string) => void;
}

/**
 * The one word or figure of the engine that this check turns on and nobody said yet. Nothing waits for it: what stands in until then is said beside it,
 * and what is answered is kept for this engine.
 */
export function SheetAsk({ check, head, habit, onLearnt }: Props) {
  const asked = askedBy(check, head);
  if (!asked) return null;
  return asked.kind === 'word' ? (
    <WordAsk key={asked.word.word} word={asked.word} onLearnt={onLearnt} />
  ) : (
    <FigureAsk key={asked.figure.id} figure={asked.figure} known={head} habit={habit} onLearnt={onLearnt} />
  );
}

function WordAsk({ word, onLearnt }: { word: SheetWord } & Pick<Props, 'onLearnt'>) {
  const id = useEntryId();
  return (
    <div className="min-w-64 flex-1" data-testid="sheet-ask">
      <p className="text-[0.9rem] leading-tight">
        <span className="font-bold">{word.label}?</span>{' '}
        <span className="text-soft">Until it is said, {word.until}.</span>
      </p>
      <Choice<string>
        small
        label={word.label}
        options={word.options.filter((o) => o.value !== 'unknown')}
        value={null}
        onChange={(value) => value && onLearnt({ engine: { words: { [word.word]: value } } }, id)}
      />
    </div>
  );
}

const SOURCES: readonly FigureSource[] = ['maker-sheet', 'measured-here', 'common-practice', 'memory'];

function FigureAsk({
  figure,
  known,
  habit,
  onLearnt,
}: { figure: SheetFigure; known: CaseHead } & Pick<Props, 'habit' | 'onLearnt'>) {
  const id = useEntryId();
  const box = useId();
  const [typed, setTyped] = useState('');
  const [source, setSource] = useState<FigureSource>('maker-sheet');
  const [wrong, setWrong] = useState<string | null>(null);
  const standIn = standInText(figure, known.rules, habit);
  const keep = () => {
    const read = typed.trim() === '' ? null : readSheetFigure(figure, typed, habit);
    if (!read) return setWrong('type the figure, or go on without it');
    if (!read.ok) return setWrong(read.message);
    const [issue] = sheetIssues({ ...known, figures: { ...known.figures, ...(read.values as EngineFigures) } });
    if (issue) return setWrong(issue.message);
    setWrong(null);
    onLearnt({ engine: { figures: read.values as RawEngineEvent['engine']['figures'], source } }, id);
  };
  const enter = (e: KeyboardEvent) => {
    if (e.key !== 'Enter') return;
    // It is kept for the engine; the reading above is another matter.
    e.preventDefault();
    e.stopPropagation();
    keep();
  };
  return (
    <div className="min-w-64 flex-1" data-testid="sheet-ask">
      <label htmlFor={box} className="block text-[0.9rem] leading-tight">
        <span className="font-bold">This engine: {lower(figure.label)}?</span>{' '}
        <span className="text-soft">
          {standIn ? `Until then ${standIn}.` : `Not worked out until then: ${figure.costs}.`}
        </span>
      </label>
      <div className="flex flex-wrap items-center gap-1.5">
        <input
          id={box}
          type="text"
          value={typed}
          placeholder={exampleOf(figure, habit)}
          autoComplete="off"
          aria-invalid={wrong !== null}
          aria-describedby={wrong ? `${box}-wrong` : undefined}
          onChange={(e) => {
            setTyped(e.target.value);
            setWrong(null);
          }}
          onKeyDown={enter}
          className="min-h-tap w-32 border-2 border-line bg-sheet px-2 font-bold placeholder:font-normal placeholder:text-soft"
        />
        <select
          aria-label="Where that comes from"
          value={source}
          onChange={(e) => setSource(e.target.value as FigureSource)}
          className="min-h-tap w-36 border-2 border-line bg-sheet px-1 text-[0.9rem]"
        >
          {SOURCES.map((s) => (
            <option key={s} value={s}>
              {SOURCE_WORDS[s]}
            </option>
          ))}
        </select>
        <Button className="px-3" onClick={keep}>
          Keep
        </Button>
      </div>
      {wrong && (
        <p id={`${box}-wrong`} role="alert" className="mt-1 font-bold text-rust">
          {wrong}
        </p>
      )}
    </div>
  );
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
