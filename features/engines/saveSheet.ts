import { z } from 'zod';
import { type InputIssue, issuesOf, type SheetFile, sheetFileSchema } from '@/core/index.ts';
import { addSheet, changeSheet, type EngineSheet, sheetsOf } from '@/db/machines.ts';
import { everyPerson, type Person } from '@/db/people.ts';
import type { Shop } from '@/db/shop.ts';

const idSchema = z.string().regex(/^[\w-]{8,36}$/, 'an id of 8 to 36 letters, digits, - or _');
const requestSchema = z.strictObject({
  id: idSchema,
  personId: z.string().max(36),
  /** The version that was changed; left out for a sheet that was not here before. */
  version: z.number().int().min(1).optional(),
  sheet: z.unknown(),
});

export type Saved =
  | { readonly ok: true; readonly id: string }
  | { readonly ok: false; readonly status: 404 | 409 | 422; readonly issues: readonly InputIssue[] };

const refused = (status: 404 | 409 | 422, path: string, message: string): Saved => ({
  ok: false,
  status,
  issues: [{ path, message }],
});

/** Takes down an engine sheet, made here, copied or from a file; or a change of one. The same new id twice is one sheet. */
export async function saveSheet(shop: Shop, raw: unknown, now: Date): Promise<Saved> {
  const request = requestSchema.safeParse(raw);
  if (!request.success) return { ok: false, status: 422, issues: issuesOf(request.error, '$') };
  const { id, personId, version } = request.data;
  const file = sheetFileSchema.safeParse(request.data.sheet);
  if (!file.success) return { ok: false, status: 422, issues: issuesOf(file.error, '$') };
  const people = await everyPerson(shop);
  if (!people.some((p) => p.id === personId)) return refused(422, '$.personId', 'pick who you are at the top');
  const sheet = sheetFrom(id, file.data, people, personId, now);
  if (version === undefined) {
    return (await addSheet(shop, sheet)) === 'other'
      ? refused(
          409,
          '$',
          'This form was saved as another sheet before. Nothing was written over: copy the sheet to make one more.',
        )
      : { ok: true, id };
  }
  const stood = (await sheetsOf(shop, [id])).get(id);
  if (!stood) return refused(404, '$', 'there is no such engine');
  if (stood.words.cylinders !== sheet.words.cylinders)
    return refused(422, '$.words.cylinders', 'an engine keeps its cylinders: copy the sheet for another one');
  const changed = await changeSheet(shop, sheet, version, { personId, at: now });
  return changed === null
    ? refused(
        409,
        '$',
        'Somebody changed this sheet meanwhile. Nothing was saved: look at theirs in another tab, then load this one again.',
      )
    : { ok: true, id };
}

/** A sheet as it is kept: what came without a name is of whoever saves it. */
function sheetFrom(
  id: string,
  { name, words, figures }: SheetFile,
  people: readonly Person[],
  personId: string,
  now: Date,
): Omit<EngineSheet, 'version'> {
  const given = Object.entries(figures).flatMap(([key, figure]) => (figure ? [[key, figure] as const] : []));
  return {
    id,
    name,
    words,
    figures: Object.fromEntries(given.map(([key, { value }]) => [key, value])),
    sources: Object.fromEntries(
      given.map(([key, { source, note, by, at }]) => [
        key,
        {
          source,
          note,
          personId: by === undefined ? personId : (people.find((p) => p.name === by)?.id ?? null),
          at: at === undefined ? now : new Date(at),
        },
      ]),
    ),
  };
}

/** A sheet as a file. */
export function sheetFileOf({ name, words, figures, sources }: EngineSheet, people: readonly Person[]): SheetFile {
  const nameOf = (id: string | null | undefined) => people.find((p) => p.id === id)?.name;
  return {
    format: 'ridge-bolt/engine-sheet',
    version: 1,
    name,
    words,
    figures: Object.fromEntries(
      Object.entries(figures).flatMap(([key, value]) => {
        const origin = sources[key];
        if (value == null || !origin) return [];
        const by = nameOf(origin.personId);
        return [
          [
            key,
            {
              value,
              source: origin.source,
              note: origin.note,
              ...(by ? { by } : {}),
              ...(origin.at ? { at: origin.at.toISOString() } : {}),
            },
          ],
        ];
      }),
    ) as SheetFile['figures'],
  };
}
