import { isDeepStrictEqual } from 'node:util';
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
import { engineFigures, engineSheets, machines } from './schema.ts';
import type { Shop } from './shop.ts';

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

const toMachine = ({ shopId: _shop, ...row }: typeof machines.$inferSelect): Machine => ({
  ...row,
  kind: row.kind as MachineKind,
  access: (row.access as AccessOnMachine | null) ?? USUAL_ACCESS,
});

export async function allMachines(shop: Shop): Promise<Machine[]> {
  return (await shop.rows(machines, undefined, { orderBy: [asc(machines.tag)] })).map(toMachine);
}

export async function machinesOf(shop: Shop, ids: readonly string[]): Promise<Map<string, Machine>> {
  if (ids.length === 0) return new Map();
  const rows = await shop.rows(machines, inArray(machines.id, [...new Set(ids)]));
  return new Map(rows.map((row) => [row.id, toMachine(row)]));
}

export async function machineOf(shop: Shop, id: string): Promise<Machine | null> {
  const row = await shop.row(machines, eq(machines.id, id));
  return row ? toMachine(row) : null;
}

export async function sheetsOf(shop: Shop, ids: readonly string[]): Promise<Map<string, EngineSheet>> {
  if (ids.length === 0) return new Map();
  const rows = await shop.rows(engineSheets, inArray(engineSheets.id, [...ids]));
  const figures = await shop.rows(engineFigures, inArray(engineFigures.sheetId, [...ids]));
  return new Map(sheetsWith(rows, figures).map((sheet) => [sheet.id, sheet]));
}

function sheetsWith(rows: readonly SheetRow[], figures: readonly FigureRow[]): EngineSheet[] {
  const bySheet = new Map<string, FigureRow[]>(rows.map((row) => [row.id, []]));
  for (const figure of figures) bySheet.get(figure.sheetId)?.push(figure);
  return rows.map((row) => toSheet(row, bySheet.get(row.id)!));
}

export async function allSheets(shop: Shop): Promise<EngineSheet[]> {
  const rows = await shop.rows(engineSheets, undefined, { orderBy: [asc(engineSheets.name)] });
  const figures = await shop.rows(engineFigures);
  return sheetsWith(rows, figures);
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
async function putFigure(tx: Shop, row: typeof engineFigures.$inferInsert): Promise<void> {
  await tx.put(engineFigures, row);
}

const sameFigure = (before: FigureRow | undefined, own: typeof engineFigures.$inferInsert) =>
  before !== undefined &&
  (['value', 'word', 'source', 'note'] as const).every((column) => before[column] === (own[column] ?? null));

const rowsOf = ({ id, figures, sources }: Pick<EngineSheet, 'id' | 'figures' | 'sources'>) =>
  Object.entries(figures).flatMap(([name, value]) =>
    typeof value === 'number' || typeof value === 'string' ? [figureRow(id, name, value, sources[name])] : [],
  );

/** What became of something that was to be added: it is there now, it was there just so, or its id is of another one. */
export type Added = 'added' | 'same' | 'other';

/** Adds a sheet. The same twice is one; of another sheet with its id, nothing is changed. */
export async function addSheet(shop: Shop, sheet: Omit<EngineSheet, 'version'>): Promise<Added> {
  return shop.wholly(async (tx) => {
    const there = (await sheetsOf(tx, [sheet.id])).get(sheet.id);
    if (there) {
      const told = ({ name, words, figures }: Omit<EngineSheet, 'version'>) => [name, wordsOf(words), figures];
      return isDeepStrictEqual(told(there), told(sheet)) ? 'same' : 'other';
    }
    await tx.add(engineSheets, { id: sheet.id, name: sheet.name, ...wordsOf(sheet.words) });
    await tx.add(engineFigures, ...rowsOf(sheet));
    return 'added';
  });
}

/**
 * Changes a sheet as a whole. A figure that stays as it was keeps who entered it and when.
 * @param from the version that was changed
 * @param by who changes it, and when
 * @returns the new version; null where the sheet is another by now, and nothing was written
 */
export async function changeSheet(
  shop: Shop,
  sheet: Omit<EngineSheet, 'version'>,
  from: number,
  by: { readonly personId: string; readonly at: Date },
): Promise<number | null> {
  return shop.wholly(async (tx) => {
    const row = await tx.row(engineSheets, eq(engineSheets.id, sheet.id), { forUpdate: true });
    if (!row || row.version !== from) return null;
    const stood = new Map((await tx.rows(engineFigures, eq(engineFigures.sheetId, sheet.id))).map((f) => [f.name, f]));
    const rows = rowsOf(sheet);
    const takenBack = [...stood.values()].filter(
      (f) => (f.value !== null || f.word !== null) && !rows.some((own) => own.name === f.name),
    );
    for (const own of rows) if (!sameFigure(stood.get(own.name), own)) await putFigure(tx, own);
    for (const f of takenBack) await putFigure(tx, { ...f, value: null, word: null, ...by });
    await tx.change(engineSheets, eq(engineSheets.id, sheet.id), {
      name: sheet.name,
      ...wordsOf(sheet.words),
      version: from + 1,
    });
    return from + 1;
  });
}

/** What was learnt of an engine on the bench, put into its sheet. @returns the sheet's new version */
export async function learnOfEngine(
  tx: Shop,
  machineId: string,
  { words, figures }: WhatIsLearnt,
  origin: FigureOrigin,
): Promise<number> {
  const machine = await tx.row(machines, eq(machines.id, machineId), { forUpdate: true });
  const id = machine!.sheetId;
  const { version } = (await tx.row(engineSheets, eq(engineSheets.id, id), { forUpdate: true }))!;
  await tx.change(engineSheets, eq(engineSheets.id, id), { ...words, version: version + 1 });
  for (const [name, value] of Object.entries(figures)) await putFigure(tx, figureRow(id, name, value, origin));
  return version + 1;
}

/** Adds a machine. The same twice is one; of another machine with its id, nothing is changed. */
export async function addMachine(shop: Shop, machine: Machine): Promise<Added> {
  if (await shop.addUnlessThere(machines, machine)) return 'added';
  const there = await machineOf(shop, machine.id);
  // Hours and how it is opened go on with time; what it is does not.
  const told = ({ tag, name, kind, owner, model, serial, sheetId }: Machine) => [
    tag,
    name,
    kind,
    owner,
    model,
    serial,
    sheetId,
  ];
  return there && isDeepStrictEqual(told(there), told(machine)) ? 'same' : 'other';
}

/** How the last machine of that kind is opened, one with the same engine before any other: a new one is taken to be like it until somebody says. */
export async function accessOfKind(shop: Shop, kind: MachineKind, sheetId: string): Promise<AccessOnMachine> {
  const alike = (await shop.rows(machines, eq(machines.kind, kind), { orderBy: [asc(machines.tag)] }))
    .map(toMachine)
    .filter(({ access }) => Object.keys(access).length > 0);
  return (alike.findLast((m) => m.sheetId === sheetId) ?? alike.at(-1))?.access ?? USUAL_ACCESS;
}

/** What was found on the bench of how a machine is opened. */
export async function learnOfAccess(
  tx: Shop,
  machineId: string,
  access: AccessId,
  change: NonNullable<AccessOnMachine[AccessId]>,
): Promise<void> {
  const row = await tx.row(machines, eq(machines.id, machineId), { forUpdate: true });
  await tx.change(machines, eq(machines.id, machineId), { access: withAccess(toMachine(row!).access, access, change) });
}
