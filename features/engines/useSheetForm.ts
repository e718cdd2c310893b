import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { SHEET_FIGURES, SHEET_WORDS, type SheetFigure, type SheetWord } from '@/core/engine/sheetParts.ts';
import { readSheetFigure, typedFigure } from '@/core/engine/typedSheet.ts';
import {
  type EngineFigureName,
  type EngineWords,
  type FigureSource,
  type InputIssue,
  type SheetFigureFile,
  type SheetFile,
  withLayout,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import { useEntryId } from '@/features/record/client/entryId.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';

export interface SheetFormProps {
  /** The sheet as it stands, or what a new one begins with. */
  readonly file: SheetFile;
  /** Its id and version; null for one that is not kept yet. */
  readonly kept: { readonly id: string; readonly version: number } | null;
  readonly people: readonly Person[];
  readonly person: Person | null;
  readonly habit: Habit;
}

type Typed = Readonly<Record<string, string>>;
type Sources = Readonly<Record<string, FigureSource>>;

/** The first of a figure's names stands for both: from and to come from one place. */
const sourceIn = (file: SheetFile, { names }: SheetFigure): FigureSource | undefined => file.figures[names[0]]?.source;

const plainFigures = (file: SheetFile) =>
  Object.fromEntries(Object.entries(file.figures).map(([name, figure]) => [name, figure?.value]));

/** An engine sheet as it is being written; saved under the name of who is at this device. */
export function useSheetForm({ file, kept, people, person, habit }: SheetFormProps) {
  const router = useRouter();
  const { withPerson, asking } = useWho(people, person);
  const fresh = useEntryId();
  const [name, setName] = useState(file.name);
  const [words, setWords] = useState<EngineWords>(file.words);
  /** As they came, as shown: one nobody touched is not read back from how it is shown, for that was rounded. */
  const [came] = useState<Typed>(() =>
    Object.fromEntries(SHEET_FIGURES.map((f) => [f.id, typedFigure(f, plainFigures(file), habit)])),
  );
  const [typed, setTyped] = useState<Typed>(came);
  const [sources, setSources] = useState<Sources>({});
  const [issues, setIssues] = useState<readonly InputIssue[]>([]);
  const [state, setState] = useState<'still' | 'saving' | 'saved'>('still');
  const touch = () => setState('still');

  const sourceOf = (figure: SheetFigure): FigureSource => sources[figure.id] ?? sourceIn(file, figure) ?? 'maker-sheet';

  const save = (e: FormEvent) => {
    e.preventDefault();
    if (state === 'saving') return;
    const { sheet, found } = sheetAsTyped({ file, name, words, typed, came, sourceOf, habit });
    setIssues(found);
    if (found.length === 0)
      withPerson(
        (by) =>
          void send({
            id: kept?.id ?? fresh,
            personId: by.id,
            ...(kept ? { version: kept.version } : {}),
            sheet,
          }),
      );
  };
  const send = async (body: object) => {
    setState('saving');
    const answer = await postSheet(body);
    if (answer.ok) {
      setState('saved');
      if (kept) router.refresh();
      else router.replace(`/engines/${answer.id}`);
      return;
    }
    setIssues(answer.issues);
    setState('still');
  };
  return {
    asking,
    name,
    words,
    typed,
    issues,
    state,
    sourceOf,
    save,
    wrongOf: (names: readonly EngineFigureName[]) =>
      issues.find((i) => names.some((n) => i.path.startsWith(`$.figures.${n}`)))?.message ?? null,
    issueOf: (path: string) => issues.find((i) => i.path === path)?.message ?? null,
    setName: (next: string) => {
      touch();
      setName(next);
    },
    setCylinders: (cylinders: number) => {
      touch();
      setWords((old) => withLayout({ ...old, cylinders, layout: 'unknown' }));
    },
    setWord: (word: SheetWord['word'], value: string) => {
      touch();
      setWords((old) => ({ ...old, [word]: value }));
    },
    setTyped: (id: string, text: string) => {
      touch();
      setTyped((old) => ({ ...old, [id]: text }));
    },
    setSource: (id: string, source: FigureSource) => {
      touch();
      setSources((old) => ({ ...old, [id]: source }));
    },
  };
}

/** The sheet as it would be saved, or what is wrong beside which box. */
function sheetAsTyped({
  file,
  name,
  words,
  typed,
  came,
  sourceOf,
  habit,
}: {
  readonly file: SheetFile;
  readonly name: string;
  readonly words: EngineWords;
  readonly typed: Typed;
  readonly came: Typed;
  readonly sourceOf: (figure: SheetFigure) => FigureSource;
  readonly habit: Habit;
}): { readonly sheet: SheetFile; readonly found: readonly InputIssue[] } {
  const figures: Partial<Record<EngineFigureName, SheetFigureFile>> = {};
  const found: InputIssue[] = [];
  if (name.trim() === '') found.push({ path: '$.name', message: 'give the engine a name' });
  for (const figure of SHEET_FIGURES) {
    const text = typed[figure.id] ?? '';
    const source = sourceOf(figure);
    if (text === came[figure.id]) {
      for (const key of figure.names) {
        const before = file.figures[key];
        if (before)
          figures[key] = before.source === source ? before : { value: before.value, source, note: before.note };
      }
      continue;
    }
    const read = readSheetFigure(figure, text, habit);
    if (!read.ok) found.push({ path: `$.figures.${figure.names[0]}`, message: read.message });
    else
      for (const key of figure.names) {
        const value = read.values[key];
        if (value != null) figures[key] = { value, source, note: file.figures[key]?.note ?? null };
      }
  }
  // What does not apply to such an engine is not known of it.
  const notAsked = Object.fromEntries(SHEET_WORDS.filter((w) => !w.asksOf(words)).map((w) => [w.word, 'unknown']));
  const sheet: SheetFile = {
    format: 'ridge-bolt/engine-sheet',
    version: 1,
    name: name.trim(),
    words: withLayout({ ...words, ...notAsked }),
    figures,
  };
  return { sheet, found };
}

/** Sends a sheet to the shop's computer. */
export async function postSheet(
  body: object,
): Promise<
  { readonly ok: true; readonly id: string } | { readonly ok: false; readonly issues: readonly InputIssue[] }
> {
  try {
    const response = await fetch('/api/engines', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await response.json()) as { id?: string; issues?: InputIssue[] };
    if (response.ok && answer.id) return { ok: true, id: answer.id };
    return { ok: false, issues: answer.issues ?? [] };
  } catch {
    const message = 'The shop computer does not answer. What you typed stays here: try again.';
    return { ok: false, issues: [{ path: '$', message }] };
  }
}
