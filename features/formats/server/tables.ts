import 'server-only';
import Papa from 'papaparse';
import { type RawCheckEvent, readingText, SYMPTOMS } from '@/core/index.ts';
import type { Shop } from '@/db/shop.ts';
import { type JobWithRecord, jobsWithRecords } from '@/db/tables.ts';
import { besidesOf } from '@/features/bench/besides.ts';
import type { CaseHeadFile, PrintedEvent } from '@/features/record/printedEvent.ts';
import { jobFileOf, UnreadableRecord } from '@/features/record/server/jobFile.ts';

type Cell = string | number | null;
type Table = { readonly columns: readonly string[]; readonly rows: readonly (readonly Cell[])[] };

/** The lines of a record as this version reads them: what it does not take is a note of what it said. Of a record it cannot read at all there are none. */
function linesOf({ record }: JobWithRecord): readonly PrintedEvent[] {
  try {
    return jobFileOf(record).events;
  } catch (error) {
    if (error instanceof UnreadableRecord) return [];
    throw error;
  }
}

/** Each job a line. */
function jobsTable(all: readonly JobWithRecord[]): Table {
  return {
    columns: [
      'job',
      'tag',
      'machine',
      'owner',
      'opened',
      'promised',
      'closed',
      'ending',
      'complaint',
      'hours',
      'lines',
    ],
    rows: all.map((one) => {
      const { job, machine } = one;
      const head = one.record[0]?.payload as Partial<CaseHeadFile> | undefined;
      const close = linesOf(one).find(({ event }) => 'close' in event)?.event;
      return [
        ...[job.number, machine.tag, machine.name, machine.owner, job.openedAt.toISOString(), job.promisedOn],
        ...[job.closedAt?.toISOString() ?? null, close && 'close' in close ? close.close : null],
        ...[
          Array.isArray(head?.complaint) ? head.complaint.map((s) => SYMPTOMS[s] ?? s).join('; ') : null,
          head?.history?.hours ?? null,
          job.eventCount,
        ],
      ];
    }),
  };
}

/** Each figure of each reading a line, as typed and as an inside value; what was struck says so. */
function readingsTable(all: readonly JobWithRecord[]): Table {
  return {
    columns: ['job', 'tag', 'line', 'at', 'by', 'check', 'cylinder', 'condition', 'temperature', 'reading', 'struck'],
    rows: all.flatMap((one) => {
      const lines = linesOf(one);
      const struck = new Set(lines.flatMap(({ event }) => ('correct' in event ? [event.correct] : [])));
      return lines.flatMap(({ seq, at, personId, event }): Cell[][] => {
        if (!('check' in event) || event.check === undefined) return [];
        const read = event as RawCheckEvent;
        return [
          [
            ...[one.job.number, one.machine.tag, seq, at, one.names.get(personId) ?? null, read.check],
            ...[read.cylinder ?? null, read.condition ?? null, read.temperature ?? null, readingText(read)],
            struck.has(seq) ? 'struck' : null,
          ],
        ];
      });
    }),
  };
}

/** Each part that was needed a line. */
function partsTable(all: readonly JobWithRecord[]): Table {
  return {
    columns: ['job', 'tag', 'part', 'number', 'superseded by', 'state', 'due', 'bin', 'substitute', 'price'],
    rows: all.flatMap((one) =>
      besidesOf(linesOf(one)).needs.map((part) => [
        ...[one.job.number, one.machine.tag, part.name, part.number, part.superseded, part.now, part.dueOn, part.bin],
        ...[part.substitute ? 'yes' : null, part.price],
      ]),
    ),
  };
}

const TABLES = { jobs: jobsTable, readings: readingsTable, parts: partsTable } as const;
export type TableName = keyof typeof TABLES;
export const isTable = (name: string): name is TableName => Object.hasOwn(TABLES, name);

/**
 * A table of the shop as CSV. A cell that a spreadsheet would run as a formula is written as text.
 * @see RFC 4180
 */
export async function csvOf(shop: Shop, name: TableName): Promise<string> {
  const { columns, rows } = TABLES[name](await jobsWithRecords(shop));
  return `${csvText(columns, rows)}\r\n`;
}

/** What a spreadsheet may run; also where the cell goes on in another line. @see OWASP, CSV injection */
const FORMULA = /^[=+\-@\t\r][\s\S]*$/;

/** Rows as RFC 4180 has them. */
export const csvText = (columns: readonly string[], rows: readonly (readonly Cell[])[]): string =>
  Papa.unparse(
    { fields: [...columns], data: rows.map((row) => [...row]) },
    { newline: '\r\n', escapeFormulae: FORMULA },
  );
