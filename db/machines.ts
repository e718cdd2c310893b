import { asc, eq, inArray } from 'drizzle-orm';
import {
  type AccessId,
  type AccessOnMachine,
  type EngineFigures,
  type EngineWords,
  engineWords,
  type FigureSource,
  engineFigures as figuresSchema,
  type MachineKind,
  USUAL_ACCESS,
  type WhatIsLearnt,
  withAccess,
} from '../core/index.ts';
import { type Connection, type Database, inTransaction } from './client.ts';
import { engineFigures, engineSheets, machines } from './schema.ts';

/** Where a figure came from, and who entered it when; nobody for what was there from the first. */
export interface FigureOrigin {
  readonly source: FigureSource;
  readonly note: string | null;
  readonly personId?: string | null;
  readonly at?: Date | null;
}

export interface EngineSheet {
  readonly id: string;
  readonly name: string;
  /** Counts its changes. */
  readonly version: number;
  readonly words: EngineWords;
  readonly figures: EngineFigures;
  readonly sources: Readonly<Record<string, FigureOrigin>>;
}

export interface Machine {
  readonly id: string;
  readonly tag: string;
  readonly name: string;
  readonly kind: MachineKind;
  readonly owner: string;
  readonly hours: number | null;
  /** As its plate says. */
  readonly model: string | null;
  readonly serial: string | null;
  readonly sheetId: string;
  /** Where it is opened otherwise than usual. */
  readonly access: AccessOnMachine;
}

type SheetRow = typeof engineSheets.$inferSelect;
type FigureRow = typeof engineFigures.$inferSelect;

function toSheet(row: SheetRow, figures: readonly FigureRow[]): EngineSheet {
  return {
    id: row.id,
    name: row.name,
    version: row.version,
    words: engineWords.parse(wordsOf(row as EngineWords)),
    figures: figuresSchema.parse(Object.fromEntries(figures.map((f) => [f.name, f.value ?? f.word]))),
    sources: Object.fromEntries(
      figures.map(({ name, source, note, personId, at }) => [
        name,
        { source: source as FigureSource, note, personId, at },
      ]),
    ),
  };
}

const toMachine = (row: typeof machines.$inferSelect): Machine => ({
  ...row,
  kind: row.kind as MachineKind,
  access: (row.access as AccessOnMachine | null) ?? USUAL_ACCESS,
});

export async function allMachines(db: Database): Promise<Machine[]> {
  return (await db.select().from(machines).orderBy(asc(machines.tag))).map(toMachine);
}

export async function machineOf(db: Database, id: string): Promise<Machine | null> {
  const [row] = await db.select().from(machines).where(eq(machines.id, id));
  return row ? toMachine(row) : null;
}

export async function sheetsOf(db: Database, ids: readonly string[]): Promise<Map<string, EngineSheet>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(engineSheets)
    .where(inArray(engineSheets.id, [...ids]));
  const figures = await db
    .select()
    .from(engineFigures)
    .where(inArray(engineFigures.sheetId, [...ids]));
  return new Map(
    rows.map((row) => [
      row.id,
      toSheet(
        row,
        figures.filter((f) => f.sheetId === row.id),
      ),
    ]),
  );
}

export async function allSheets(db: Database): Promise<EngineSheet[]> {
  const ids = (await db.select({ id: engineSheets.id }).from(engineSheets).orderBy(asc(engineSheets.name))).map(
    (r) => r.id,
  );
  const byId = await sheetsOf(db, ids);
  return ids.map((id) => byId.get(id)!);
}

const wordsOf = (words: EngineWords) => {
  const { cylinders, layout, fuelFeed, lifters, compressionRelease, carburettor, ignition } = words;
  const { choke = 'unknown', crankPhase = 'unknown', killDiodePolarity = 'unknown' } = words;
  return {
    cylinders,
    layout,
    fuelFeed,
    lifters,
    compressionRelease,
    carburettor,
    ignition,
    choke,
    crankPhase,
    killDiodePolarity,
  };
};

const figureRow = (
  sheetId: string,
  name: string,
  value: number | string | null,
  origin: FigureOrigin | undefined,
): typeof engineFigures.$inferInsert => ({
  sheetId,
  name,
  value: typeof value === 'number' ? value : null,
  word: typeof value === 'string' ? value : null,
  source: origin?.source ?? ('maker-sheet' as const),
  note: origin?.note ?? null,
  personId: origin?.personId ?? null,
  at: origin?.at ?? null,
});

/** Puts a figure into a sheet, in the place of the one that was there. */
async function putFigure(tx: Connection, row: typeof engineFigures.$inferInsert): Promise<void> {
  await tx.insert(engineFigures).values(row).onDuplicateKeyUpdate({ set: row });
}

const sameFigure = (before: FigureRow | undefined, own: typeof engineFigures.$inferInsert) =>
  before !== undefined &&
  (['value', 'word', 'source', 'note'] as const).every((column) => before[column] === (own[column] ?? null));

const rowsOf = ({ id, figures, sources }: Pick<EngineSheet, 'id' | 'figures' | 'sources'>) =>
  Object.entries(figures).flatMap(([name, value]) =>
    typeof value === 'number' || typeof value === 'string' ? [figureRow(id, name, value, sources[name])] : [],
  );

/** Adds a sheet; the same id twice is the same sheet. */
export async function addSheet(db: Connection, sheet: Omit<EngineSheet, 'version'>): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [there] = await tx.select({ id: engineSheets.id }).from(engineSheets).where(eq(engineSheets.id, sheet.id));
    if (there) return;
    await tx.insert(engineSheets).values({ id: sheet.id, name: sheet.name, ...wordsOf(sheet.words) });
    const rows = rowsOf(sheet);
    if (rows.length > 0) await tx.insert(engineFigures).values(rows);
  });
}

/**
 * Changes a sheet as a whole. A figure that stays as it was keeps who entered it and when.
 * @param from the version that was changed
 * @param by who changes it, and when
 * @returns the new version; null where the sheet is another by now, and nothing was written
 */
export async function changeSheet(
  db: Database,
  sheet: Omit<EngineSheet, 'version'>,
  from: number,
  by: { readonly personId: string; readonly at: Date },
): Promise<number | null> {
  return inTransaction(db, async (tx) => {
    const [row] = await tx.select().from(engineSheets).where(eq(engineSheets.id, sheet.id)).for('update');
    if (!row || row.version !== from) return null;
    const stood = new Map(
      (await tx.select().from(engineFigures).where(eq(engineFigures.sheetId, sheet.id))).map((f) => [f.name, f]),
    );
    const rows = rowsOf(sheet);
    const takenBack = [...stood.values()].filter(
      (f) => (f.value !== null || f.word !== null) && !rows.some((own) => own.name === f.name),
    );
    for (const own of rows) if (!sameFigure(stood.get(own.name), own)) await putFigure(tx, own);
    for (const f of takenBack) await putFigure(tx, { ...f, value: null, word: null, ...by });
    await tx
      .update(engineSheets)
      .set({ name: sheet.name, ...wordsOf(sheet.words), version: from + 1 })
      .where(eq(engineSheets.id, sheet.id));
    return from + 1;
  });
}

/** What was learnt of an engine on the bench, put into its sheet. @returns the sheet's new version */
export async function learnOfEngine(
  tx: Connection,
  machineId: string,
  { words, figures }: WhatIsLearnt,
  origin: FigureOrigin,
): Promise<number> {
  const [row] = await tx
    .select({ sheet: engineSheets })
    .from(machines)
    .innerJoin(engineSheets, eq(engineSheets.id, machines.sheetId))
    .where(eq(machines.id, machineId))
    .for('update');
  const { id, version } = row!.sheet;
  await tx
    .update(engineSheets)
    .set({ ...words, version: version + 1 })
    .where(eq(engineSheets.id, id));
  for (const [name, value] of Object.entries(figures)) await putFigure(tx, figureRow(id, name, value, origin));
  return version + 1;
}

/** Adds a machine; the same id twice is the same machine. */
export async function addMachine(db: Database, machine: Machine): Promise<void> {
  await db.insert(machines).ignore().values(machine);
}

/** How the last machine of that kind is opened, one with the same engine before any other: a new one is taken to be like it until somebody says. */
export async function accessOfKind(db: Database, kind: MachineKind, sheetId: string): Promise<AccessOnMachine> {
  const alike = (await db.select().from(machines).where(eq(machines.kind, kind)).orderBy(asc(machines.tag)))
    .map(toMachine)
    .filter(({ access }) => Object.keys(access).length > 0);
  return (alike.findLast((m) => m.sheetId === sheetId) ?? alike.at(-1))?.access ?? USUAL_ACCESS;
}

/** What was found on the bench of how a machine is opened. */
export async function learnOfAccess(
  tx: Connection,
  machineId: string,
  access: AccessId,
  change: NonNullable<AccessOnMachine[AccessId]>,
): Promise<void> {
  const [row] = await tx.select().from(machines).where(eq(machines.id, machineId)).for('update');
  await tx
    .update(machines)
    .set({ access: withAccess(toMachine(row!).access, access, change) })
    .where(eq(machines.id, machineId));
}
