import type { ReactNode } from 'react';
import type { BeforeAfterLine } from '@/features/bench/pairs.ts';
import { PrintButton } from './PrintButton.tsx';
import type { SheetData } from './sheetOf.ts';
import { TextToSend } from './TextToSend.tsx';

/** So much goes on one page; the full sheet has the rest. */
const MOST = { findings: 4, pairs: 3, lines: 5 };

/** One page a customer understands: what was wrong, the same reading before and after, what was done, what to watch. */
export function Proof({ sheet }: { sheet: SheetData }) {
  const { findings, pairs, watch, alsoSeen } = sheet;
  return (
    <main className="mx-auto my-3 max-w-[210mm] bg-sheet px-8 py-6 text-[1.05rem] leading-snug wrap-anywhere print:my-0 print:max-w-none print:px-0 print:py-0">
      <header className="flex items-start justify-between gap-4 border-b-4 border-iron pb-3">
        <div className="min-w-0">
          <p className="text-soft">
            Job {sheet.number}, {sheet.closed ?? sheet.opened}
          </p>
          <h2 className="text-[2rem] leading-tight font-extrabold">
            {sheet.machine.tag} {sheet.machine.name}
          </h2>
          <p>{sheet.machine.owner}</p>
        </div>
        <PrintButton />
      </header>
      <Part title="You said">
        <p>{sheet.said ? `"${sheet.said}"` : `${sheet.complaint}.`}</p>
      </Part>
      <Part title="What was wrong, and what was done">
        {findings.length === 0 && <p>Nothing was repaired. {sheet.ending}.</p>}
        <ul className="space-y-1.5">
          {findings.slice(0, MOST.findings).map((f) => (
            <li key={`${f.title}${f.action}`} className="break-inside-avoid">
              <p className="text-[1.2rem] font-bold">{f.plain ?? `${f.title}.`}</p>
              <p>
                {f.title}: {f.action.toLowerCase()}.{f.unproven && ' It was done on suspicion.'}
              </p>
            </li>
          ))}
        </ul>
        <More all={findings.length} shown={MOST.findings} />
      </Part>
      {pairs.length > 0 && (
        <Part title="The same reading before and after">
          <div className="space-y-2.5">
            {pairs.slice(0, MOST.pairs).map((pair) => (
              <Pair key={pair.key} pair={pair} />
            ))}
          </div>
          <More all={pairs.length} shown={MOST.pairs} />
        </Part>
      )}
      <p className="mt-4 border-l-8 border-iron bg-well px-3 py-2 text-[1.2rem] font-extrabold">
        {sheet.shownCured
          ? 'Your complaint was shown to be gone.'
          : sheet.closed
            ? 'The fault was not shown cured.'
            : 'The work is not finished yet.'}
      </p>
      <Lines title="What to watch" lines={[...sheet.cautions, ...watch]} />
      <Lines title="Also seen" lines={alsoSeen.map(({ text, safety }) => (safety ? `⚠ ${text}` : text))} />
      <footer className="mt-4 border-t-2 border-line pt-2 text-[0.9rem] text-soft">
        Everything that was measured stands on the job sheet. The maker's manual and local rules come before this page.
      </footer>
      <TextToSend text={textOf(sheet)} />
    </main>
  );
}

/** A few lines for a message. */
function textOf({ machine, findings, shownCured, watch, number }: SheetData): string {
  const [first] = findings;
  return [
    `${machine.tag} is ${shownCured ? 'ready' : 'not cured yet'} (job ${number}).`,
    first
      ? `${first.plain ?? `${first.title}.`} ${first.title}: ${first.action.toLowerCase()}.`
      : 'Nothing was repaired.',
    ...(watch[0] ? [watch[0]] : []),
  ].join(' ');
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4" aria-label={title}>
      <h3 className="mb-1 text-[1.05rem] font-extrabold text-rust">{title}</h3>
      {children}
    </section>
  );
}

const More = ({ all, shown }: { all: number; shown: number }) =>
  all > shown ? <p className="text-soft">And {all - shown} more, on the job sheet.</p> : null;

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Part title={title}>
      <ul className="list-inside list-disc">
        {lines.slice(0, MOST.lines).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <More all={lines.length} shown={MOST.lines} />
    </Part>
  );
}

/** Two bars where it is a figure; two words where it is not. */
function Pair({ pair: { check, before, after, figures } }: { pair: BeforeAfterLine }) {
  const most = figures ? Math.max(figures.before, figures.after, 1e-9) : 1;
  const bar = (label: string, text: string, value: number | null, fill: string) => (
    <div className="grid grid-cols-[4.5rem_1fr] items-center gap-2">
      <span className="text-soft">{label}</span>
      <span className="flex items-center gap-2">
        {value !== null && (
          <span
            aria-hidden="true"
            className={`h-5 border-2 border-iron print:[print-color-adjust:exact] ${fill}`}
            style={{ width: `${Math.max(1, (55 * Math.max(0, value)) / most)}%` }}
          />
        )}
        <b>{text}</b>
      </span>
    </div>
  );
  return (
    <div className="break-inside-avoid">
      <p className="font-bold">{check}</p>
      {bar('before', before, figures?.before ?? null, 'bg-sheet')}
      {bar('after', after, figures?.after ?? null, 'bg-iron')}
    </div>
  );
}
