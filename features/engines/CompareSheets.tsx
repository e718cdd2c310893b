import { clsx } from 'clsx';
import Link from 'next/link';
import { SHEET_FIGURES, SHEET_GROUPS, SHEET_WORDS } from '@/core/engine/sheetParts.ts';
import { SOURCE_WORDS, sheetFigureText, standInText, wordText } from '@/core/engine/typedSheet.ts';
import type { Rules } from '@/core/index.ts';
import type { EngineSheet } from '@/db/machines.ts';
import type { Habit } from '@/features/shop/settings.ts';

interface Row {
  readonly label: string;
  readonly cells: readonly { readonly text: string; readonly beside: string; readonly missing: boolean }[];
}

/** Two engines side by side; what differs is marked. */
export function CompareSheets({
  sheets,
  rules,
  habit,
}: {
  sheets: readonly [EngineSheet, EngineSheet];
  rules: Rules;
  habit: Habit;
}) {
  const words: Row[] = [
    {
      label: 'Cylinders',
      cells: sheets.map((s) => ({ text: String(s.words.cylinders), beside: '', missing: false })),
    },
    ...SHEET_WORDS.filter((w) => sheets.some((s) => w.asksOf(s.words))).map(({ word, label }) => ({
      label,
      cells: sheets.map(({ words }) => ({
        text: wordText(word, words[word]),
        beside: '',
        missing: (words[word] ?? 'unknown') === 'unknown',
      })),
    })),
  ];
  const figures = (ids: readonly string[]): Row[] =>
    ids.map((id) => {
      const figure = SHEET_FIGURES.find((f) => f.id === id)!;
      return {
        label: figure.label,
        cells: sheets.map((sheet) => {
          const text = sheetFigureText(figure, sheet.figures, habit);
          if (text !== null)
            return { text, beside: SOURCE_WORDS[sheet.sources[figure.names[0]]?.source ?? 'memory'], missing: false };
          const standIn = standInText(figure, rules, habit);
          return { text: 'Missing', beside: standIn ? `${standIn} stands in` : '', missing: true };
        }),
      };
    });
  return (
    <div className="space-y-3">
      <table className="w-full table-fixed border-collapse bg-sheet">
        <caption className="sr-only">Two engines side by side</caption>
        <thead>
          <tr className="border-b-4 border-iron text-left align-bottom">
            <th scope="col" className="w-[30%] px-4 py-2 text-soft">
              ≠ differs
            </th>
            {sheets.map((sheet) => (
              <th key={sheet.id} scope="col" className="px-2 py-2 text-[1.2rem] font-extrabold wrap-anywhere">
                <Link href={`/engines/${sheet.id}`} className="underline decoration-line underline-offset-4">
                  {sheet.name}
                </Link>
              </th>
            ))}
          </tr>
        </thead>
        <Group title="Engine" rows={words} />
        {SHEET_GROUPS.map(({ title, figures: ids }) => (
          <Group key={title} title={title} rows={figures(ids)} />
        ))}
      </table>
      <Link href="/engines" className="inline-flex min-h-tap items-center font-semibold underline underline-offset-4">
        All engines
      </Link>
    </div>
  );
}

function Group({ title, rows }: { title: string; rows: readonly Row[] }) {
  return (
    <tbody>
      <tr>
        <th scope="colgroup" colSpan={3} className="px-4 pt-3 pb-1 text-left text-[1.1rem] font-extrabold">
          {title}
        </th>
      </tr>
      {rows.map(({ label, cells }) => {
        const differs = cells[0]!.text !== cells[1]!.text;
        return (
          <tr key={label} className={clsx('border-t border-line align-top', differs && 'bg-well')}>
            <th scope="row" className="px-4 py-1.5 text-left font-normal">
              <span aria-hidden="true" className="inline-block w-5 font-black text-rust">
                {differs ? '≠' : ''}
              </span>
              {label}
              {differs && <span className="sr-only"> differs</span>}
            </th>
            {cells.map((cell, i) => (
              <td key={`${label}${i === 0 ? 'a' : 'b'}`} className="px-2 py-1.5 wrap-anywhere">
                <span className={clsx('tabular-nums', cell.missing ? 'text-soft' : 'text-[1.1rem] font-bold')}>
                  {cell.text}
                </span>
                {cell.beside && <span className="block text-[0.85rem] text-soft">{cell.beside}</span>}
              </td>
            ))}
          </tr>
        );
      })}
    </tbody>
  );
}
