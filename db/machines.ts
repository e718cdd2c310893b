import { asc, eq, inArray } from 'drizzle-orm';
import {
  type EngineFigures,
  type EngineWords,
  engineWords,
  type FigureSource,
  engineFigures as figuresSchema,
  type MachineKind,
} from '../core/index.ts';
import type { Database } from './client.ts';
import { engineFigures, engineSheets, machines } from './schema.ts';

export interface EngineSheet {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly words: EngineWords;
  readonly figures: EngineFigures;
  /** Where each figure came from. */
  readonly sources: Readonly<Record<string, { readonly source: FigureSource; readonly note: string | null }>>;
}

export interface Machine {
  readonly id: string;
  readonly tag: string;
  readonly name: string;
  readonly kind: MachineKind;
  readonly owner: string;
  readonly hours: number | null;
  readonly sheetId: string;
}

type SheetRow = typeof engineSheets.$inferSelect;
type FigureRow = typeof engineFigures.$inferSelect;

function toSheet(row: SheetRow, figures: readonly FigureRow[]): EngineSheet {
  const { cylinders, layout, fuelFeed, lifters, compressionRelease, carburettor, ignition } = row;
  return {
    id: row.id,
    name: row.name,
    version: row.version,
    words: engineWords.parse({ cylinders, layout, fuelFeed, lifters, compressionRelease, carburettor, ignition }),
    figures: figuresSchema.parse(Object.fromEntries(figures.map((f) => [f.name, f.value ?? f.word]))),
    sources: Object.fromEntries(figures.map((f) => [f.name, { source: f.source as FigureSource, note: f.note }])),
  };
}

const toMachine = (row: typeof machines.$inferSelect): Machine => ({ ...row, kind: row.kind as MachineKind });

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

export async function addSheet(db: Database, sheet: Omit<EngineSheet, 'version'>): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.insert(engineSheets).values({ id: sheet.id, name: sheet.name, ...sheet.words });
    const rows = Object.entries(sheet.figures).flatMap(([name, value]) =>
      typeof value === 'number' || typeof value === 'string'
        ? [
            {
              sheetId: sheet.id,
              name,
              ...(typeof value === 'number' ? { value } : { word: value }),
              source: sheet.sources[name]?.source ?? 'maker-sheet',
              note: sheet.sources[name]?.note ?? null,
            },
          ]
        : [],
    );
    if (rows.length > 0) await tx.insert(engineFigures).values(rows);
  });
}

/** Adds a machine; the same id twice is the same machine. */
export async function addMachine(db: Database, machine: Machine): Promise<void> {
  await db.insert(machines).ignore().values(machine);
}
