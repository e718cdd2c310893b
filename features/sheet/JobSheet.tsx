import type { ReactNode } from 'react';
import { BeforeAfterTable } from '@/features/bench/BeforeAfterTable.tsx';
import { PrintButton } from './PrintButton.tsx';
import type { SheetData } from './sheetOf.ts';

/** The sheet that goes with the machine: one to two pages, plain words. */
export function JobSheet({ sheet }: { sheet: SheetData }) {
  return (
    <main className="mx-auto my-3 max-w-[210mm] bg-sheet px-6 py-6 text-[0.95rem] leading-snug wrap-anywhere print:my-0 print:max-w-none print:px-0 print:py-0">
      <SheetHead sheet={sheet} />
      <Part title="Complaint">
        <p className="font-semibold">{sheet.complaint}</p>
        {sheet.said && <p>"{sheet.said}"</p>}
        {sheet.history.map((told) => (
          <p key={told}>{told}</p>
        ))}
      </Part>
      <FoundAndDone sheet={sheet} />
      {sheet.pairs.length > 0 && (
        <Part title="Before and after">
          <BeforeAfterTable pairs={sheet.pairs} />
        </Part>
      )}
      <Part title="Ending">
        <p>
          {sheet.ending}.{!sheet.shownCured && sheet.closed !== null && ' The fault was not shown cured.'}
          {sheet.closed === null && ' This sheet is not final.'}
          {sheet.endingNote && ` ${sheet.endingNote}`}
        </p>
      </Part>
      {sheet.alsoSeen.length > 0 && (
        <Part title="Also seen">
          <ul className="list-inside list-disc">
            {sheet.alsoSeen.map(({ text, safety }) => (
              <li key={text} className={safety ? 'font-bold' : undefined}>
                {safety && '⚠ '}
                {text}
              </li>
            ))}
          </ul>
        </Part>
      )}
      <BesideParts beside={sheet.beside} />
      <Cost bill={sheet.bill} />
      {sheet.watch.length > 0 && (
        <Part title="What to watch">
          <ul className="list-inside list-disc">
            {sheet.watch.map((w) => (
              <li key={w}>{w}</li>
            ))}
          </ul>
        </Part>
      )}
      {sheet.cautions.length > 0 && (
        <Part title="Cautions">
          <ul className="list-inside list-disc">
            {sheet.cautions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </Part>
      )}
      {sheet.readings.length > 0 && (
        <Part title="All readings">
          <Lines rows={sheet.readings.map((r) => [r.number, r.check, r.text, r.verdict])} />
        </Part>
      )}
      {sheet.unmade.length > 0 && (
        <Part title="Could not be made">
          <Lines rows={sheet.unmade.map((u) => [u.number, u.check, u.why])} />
        </Part>
      )}
      <footer className="mt-4 border-t-2 border-line pt-2 text-[0.82rem] text-soft">
        Worked on by {sheet.technicians.join(', ') || 'nobody yet'}. The maker's manual, local codes and licensed
        practice come before anything on this sheet. Oil, fuel and batteries are disposed of by local rule.
      </footer>
    </main>
  );
}

/** What came off and went back on, parts, work done elsewhere, and what was agreed. */
function BesideParts({ beside }: Pick<SheetData, 'beside'>) {
  if (!beside) return null;
  const all = [
    ['Agreed', beside.agreed],
    ['Parts', beside.parts],
    ['Done elsewhere', beside.sentOut],
    ['Taken off and put back', beside.putBack],
  ] as const;
  return all.map(([title, lines]) =>
    lines.length === 0 ? null : (
      <Part key={title} title={title}>
        <p>{lines.join('; ')}.</p>
      </Part>
    ),
  );
}

const money = (sum: number) => sum.toFixed(2);

/** Minutes, parts and tax. */
function Cost({ bill }: Pick<SheetData, 'bill'>) {
  if (!bill) return null;
  const lines = [
    [`Labour, ${Math.round(bill.minutes)} min`, bill.labour],
    ...bill.parts.map(({ name, price }) => [name, price] as const),
    ...(bill.tax > 0 ? [['Tax', bill.tax] as const] : []),
    ['Total', bill.total],
  ] as const;
  return (
    <Part title="Cost">
      <table className="w-full max-w-md border-collapse">
        <tbody>
          {lines.map(([what, sum], i) => (
            <tr key={`${what}${i}`} className={i === lines.length - 1 ? 'border-t-2 border-ink font-extrabold' : ''}>
              <td className="pr-4">{what}</td>
              <td className="text-right tabular-nums">{money(sum)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {bill.unpriced.length > 0 && <p>Not in it, for nobody has said its price: {bill.unpriced.join(', ')}.</p>}
    </Part>
  );
}

function SheetHead({ sheet }: { sheet: SheetData }) {
  return (
    <header className="flex flex-wrap items-start justify-between gap-4 border-b-4 border-iron pb-3">
      <div className="min-w-0 flex-1 basis-80">
        <p className="text-[0.9rem] text-soft">Job sheet {sheet.number}</p>
        <h2 className="text-[1.7rem] leading-tight font-extrabold">
          {sheet.machine.tag} {sheet.machine.name}
        </h2>
        <p>
          {sheet.machine.owner}
          {sheet.machine.hours === null ? '' : ` · ${sheet.machine.hours} h`}
        </p>
      </div>
      <div className="text-right">
        <p className="text-[1.25rem] font-extrabold">{sheet.ending}</p>
        <p>
          in {sheet.opened}
          {sheet.closed && (
            <>
              <br />
              out {sheet.closed}
            </>
          )}
        </p>
        <PrintButton />
      </div>
    </header>
  );
}

/** What was found, how it was proven, and what was done. */
function FoundAndDone({ sheet }: { sheet: SheetData }) {
  return (
    <Part title="Found and done">
      {sheet.findings.length === 0 && (
        <p>
          Nothing was repaired.
          {sheet.suspected && ` Most suspected: ${sheet.suspected}. This was not proven.`}
        </p>
      )}
      {sheet.standing.map((f) => (
        <div key={f.title} className="mb-2 break-inside-avoid">
          <p className="text-[1.1rem] font-bold">{f.title}: proven, not repaired</p>
          <ul className="list-inside list-disc">
            {f.proof.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        </div>
      ))}
      {sheet.findings.map((f) => (
        <div key={`${f.title}${f.action}${f.note}`} className="mb-2 break-inside-avoid">
          <p className="text-[1.1rem] font-bold">
            {f.title}: {f.action.toLowerCase()}
            {f.note && <span className="font-normal">. {f.note}</span>}
          </p>
          {f.unproven ? (
            <p>Done on suspicion; the fault was not proven beforehand.</p>
          ) : (
            <ul className="list-inside list-disc">
              {f.proof.map((p) => (
                <li key={p}>{p}</li>
              ))}
            </ul>
          )}
        </div>
      ))}
    </Part>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-3" aria-label={title}>
      <h3 className="mb-1 text-[1rem] font-extrabold text-rust">{title}</h3>
      {children}
    </section>
  );
}

/** Lines of the record, each with its number. */
function Lines({ rows }: { rows: readonly (readonly [number, ...string[]])[] }) {
  return (
    <table className="w-full border-collapse text-left text-[0.85rem]">
      <tbody>
        {rows.map(([number, ...cells]) => (
          <tr key={number} className="border-b border-line align-top">
            <td className="py-0.5 pr-2 text-soft">{number}</td>
            {cells.map((cell, k) => (
              <td key={k} className="py-0.5 pr-3 last:pr-0">
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
