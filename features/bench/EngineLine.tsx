import { SHEET_FIGURES, SHEET_WORDS } from '@/core/engine/sheetParts.ts';
import { SOURCE_WORDS, sheetFigureText, wordText } from '@/core/engine/typedSheet.ts';
import type { RawEngineEvent } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';

/** What was learnt of the engine, as printed. */
export function EngineLine({ event: { engine }, habit }: { event: RawEngineEvent; habit: Habit }) {
  const { words = {}, figures = {}, source } = engine;
  const said = [
    ...SHEET_WORDS.filter(({ word }) => words[word] !== undefined).map(
      ({ word, label }) => `${label}: ${wordText(word, words[word])}`,
    ),
    ...SHEET_FIGURES.filter(({ names }) => names.some((name) => name in figures)).map(
      (figure) => `${figure.label}: ${sheetFigureText(figure, figures, habit) ?? 'taken back'}`,
    ),
  ];
  return (
    <p>
      <span className="font-bold">Engine</span> · {said.join('; ')}
      {source ? ` (${SOURCE_WORDS[source]})` : ''}
    </p>
  );
}
