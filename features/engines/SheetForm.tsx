'use client';
import Link from 'next/link';
import { useEffect, useRef } from 'react';
import { SHEET_FIGURES, SHEET_GROUPS, SHEET_WORDS, type SheetFigure } from '@/core/engine/sheetParts.ts';
import { exampleOf, SOURCE_WORDS, standInText } from '@/core/engine/typedSheet.ts';
import { FIGURE_SOURCES, type FigureSource, type Rules } from '@/core/index.ts';
import { Choice } from '@/ui/Choice.tsx';
import { SAVE_BAR_LINK, SaveBar } from '@/ui/SaveBar.tsx';
import { CYLINDERS, type CylinderKey } from './cylinders.ts';
import { type SheetFormProps, useSheetForm } from './useSheetForm.ts';

type Form = ReturnType<typeof useSheetForm>;

interface Props extends SheetFormProps {
  /** What the house goes by where the sheet is empty. */
  readonly rules: Rules;
  /** Machines with this engine, as they are called in the shop. */
  readonly machines: readonly string[];
}

/** One engine: its words in a technician's order, its figures with where each came from, and what stands in for those nobody knows. */
export function SheetForm({ rules, machines, ...props }: Props) {
  const form = useSheetForm(props);
  const { kept, file, habit } = props;
  const { issues } = form;
  const sheet = useRef<HTMLFormElement>(null);
  useEffect(() => {
    const wrong = issues.length > 0 ? sheet.current?.querySelector<HTMLElement>('[aria-invalid="true"]') : null;
    wrong?.scrollIntoView({ block: 'center' });
    wrong?.focus({ preventScroll: true });
  }, [issues]);
  return (
    <form ref={sheet} onSubmit={form.save} noValidate className="@container pb-24">
      {form.asking}
      <div className="grid items-start gap-3 @5xl:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <Words form={form} fixed={kept !== null} machines={machines} />
        <section className="min-w-0 bg-sheet p-4">
          <h2 className="text-[1.3rem] font-extrabold">Figures</h2>
          <p className="mb-2">
            An empty box is a figure nobody knows yet: what stands in for it, or what it costs, is said beside it.
          </p>
          {SHEET_GROUPS.map(({ title, figures }) => (
            <div key={title} className="border-t-2 border-line pt-2 pb-3">
              <h3 className="mb-1 text-[1.1rem] font-extrabold">{title}</h3>
              <div className="space-y-2">
                {figures.map((id) => {
                  const figure = SHEET_FIGURES.find((f) => f.id === id)!;
                  return <Figure key={id} form={form} figure={figure} file={file} rules={rules} habit={habit} />;
                })}
              </div>
            </div>
          ))}
        </section>
      </div>
      <SaveSheet form={form} kept={kept} />
    </form>
  );
}

function Words({ form, fixed, machines }: { form: Form; fixed: boolean; machines: readonly string[] }) {
  const { words } = form;
  const wrong = form.issueOf('$.name');
  return (
    <section className="min-w-0 space-y-3 bg-sheet p-4">
      <label className="block">
        <span className="font-semibold">Engine</span>
        <input
          value={form.name}
          maxLength={160}
          autoComplete="off"
          aria-invalid={wrong !== null}
          onChange={(e) => form.setName(e.target.value)}
          className="min-h-tap w-full border-2 border-line bg-sheet px-2 text-[1.3rem] font-extrabold aria-invalid:border-rust"
        />
        {wrong && (
          <span role="alert" className="font-bold text-rust">
            {wrong}
          </span>
        )}
      </label>
      <p className="text-soft">
        {machines.length === 0 ? 'No machine here has it yet.' : `Here on: ${machines.join(', ')}.`}
      </p>
      <div>
        <p className="font-semibold">Cylinders</p>
        {fixed ? (
          <p className="text-[1.2rem] font-extrabold">{words.cylinders}</p>
        ) : (
          <Choice
            small
            label="Cylinders"
            options={CYLINDERS}
            value={String(words.cylinders) as CylinderKey}
            onChange={(n) => n && form.setCylinders(Number(n))}
          />
        )}
      </div>
      {SHEET_WORDS.filter((w) => w.asksOf(words)).map(({ word, label, options, until }) => {
        const said = words[word] ?? 'unknown';
        return (
          <div key={word}>
            <p className="font-semibold">
              {label}
              {said === 'unknown' && <span className="font-normal text-soft"> · {until}</span>}
            </p>
            <Choice<string>
              small
              label={label}
              options={options}
              value={said}
              onChange={(value) => value && form.setWord(word, value)}
            />
          </div>
        );
      })}
      {words.carburettor === 'injection' && (
        <p role="note" className="border-l-8 border-paint bg-well px-3 py-2 font-bold">
          Fuel checks do not hold on fuel injection; electrical, valve and sealing checks do. For the injection follow
          the maker's manual.
        </p>
      )}
    </section>
  );
}

interface FigureProps {
  readonly form: Form;
  readonly figure: SheetFigure;
  readonly file: Props['file'];
  readonly rules: Rules;
  readonly habit: Props['habit'];
}

function Figure({ form, figure, file, rules, habit }: FigureProps) {
  const { id, label, names, options } = figure;
  const text = form.typed[id] ?? '';
  const wrong = form.wrongOf(names);
  const BOX =
    'min-h-tap w-full min-w-0 border-2 border-line bg-sheet px-2 text-[1.1rem] font-bold tabular-nums placeholder:font-normal placeholder:text-soft aria-invalid:border-rust';
  return (
    <div className="grid items-center gap-x-3 gap-y-0.5 @2xl:grid-cols-[minmax(0,1fr)_11rem_minmax(0,1.2fr)]">
      <label htmlFor={`f-${id}`} className="leading-tight">
        {label}
      </label>
      {options ? (
        <select id={`f-${id}`} value={text} onChange={(e) => form.setTyped(id, e.target.value)} className={BOX}>
          <option value="">Not known</option>
          {options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>
      ) : (
        <input
          id={`f-${id}`}
          type="text"
          value={text}
          placeholder={exampleOf(figure, habit) && `such as ${exampleOf(figure, habit)}`}
          autoComplete="off"
          aria-invalid={wrong !== null}
          aria-describedby={wrong ? `w-${id}` : undefined}
          onChange={(e) => form.setTyped(id, e.target.value)}
          className={BOX}
        />
      )}
      {text.trim() === '' ? (
        <Missing figure={figure} rules={rules} habit={habit} />
      ) : (
        <Origin {...{ form, figure, file }} />
      )}
      {wrong && (
        <span id={`w-${id}`} role="alert" className="col-span-full font-bold text-rust">
          {wrong}
        </span>
      )}
    </div>
  );
}

/** What stands in for a figure nobody knows, or what is not worked out without it. */
function Missing({ figure, rules, habit }: Pick<FigureProps, 'figure' | 'rules' | 'habit'>) {
  const standIn = standInText(figure, rules, habit);
  return (
    <span className="leading-tight text-soft">
      {standIn ? (
        <>
          Missing: <span className="font-semibold text-ink">{standIn}</span> stands in.
        </>
      ) : (
        `Missing; not worked out: ${figure.costs}.`
      )}
    </span>
  );
}

/** Where a figure came from, and who entered it when. */
function Origin({ form, figure, file }: Pick<FigureProps, 'form' | 'figure' | 'file'>) {
  const source = form.sourceOf(figure);
  const entered = file.figures[figure.names[0]];
  const choices = FIGURE_SOURCES.filter((s) => s !== 'invented-demo' || source === s);
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      <select
        aria-label={`${figure.label}: where that comes from`}
        value={source}
        onChange={(e) => form.setSource(figure.id, e.target.value as FigureSource)}
        className="min-h-tap border-2 border-line bg-sheet px-1"
      >
        {choices.map((s) => (
          <option key={s} value={s}>
            {SOURCE_WORDS[s]}
          </option>
        ))}
      </select>
      {entered && (entered.by || entered.at) && (
        <span className="text-[0.9rem] leading-tight text-soft">
          {[entered.by, entered.at?.slice(0, 10)].filter(Boolean).join(', ')}
          {entered.note && <span className="block">{entered.note}</span>}
        </span>
      )}
    </span>
  );
}

function SaveSheet({ form: { state, issues }, kept }: { form: Form; kept: Props['kept'] }) {
  const beside = (path: string) => path.startsWith('$.figures.') || path === '$.name';
  const general = issues.find((i) => !beside(i.path));
  return (
    <SaveBar
      label="Save the sheet"
      saving={state === 'saving'}
      status={`${kept ? `Change ${kept.version}` : 'Not kept yet'}${state === 'saved' ? '. Saved: it counts from the next job on.' : ''}`}
      wrong={issues.length === 0 ? null : (general?.message ?? 'Not saved: see what is marked.')}
    >
      {kept && (
        <>
          <Link href={`/engines/new?copy=${kept.id}`} className={SAVE_BAR_LINK}>
            Copy it
          </Link>
          <a href={`/api/engines/${kept.id}/file`} download className={SAVE_BAR_LINK}>
            As a file
          </a>
        </>
      )}
      <Link href="/engines" className={SAVE_BAR_LINK}>
        All engines
      </Link>
    </SaveBar>
  );
}
