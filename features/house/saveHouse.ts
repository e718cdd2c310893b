import { z } from 'zod';
import { houseSchema, type InputIssue, issuesOf } from '@/core/index.ts';
import { addHouse } from '@/db/house.ts';
import { everyPerson } from '@/db/people.ts';
import type { Shop } from '@/db/shop.ts';

const requestSchema = z.strictObject({ personId: z.string().max(36), house: z.unknown() });

export type Saved =
  | { readonly ok: true; readonly revision: number }
  | { readonly ok: false; readonly status: 409 | 422; readonly issues: readonly InputIssue[] };

/** Takes down new house rules on top of the revision they were made from. Jobs already open keep the rules they have. */
export async function saveHouse(shop: Shop, raw: unknown, now: Date): Promise<Saved> {
  const request = requestSchema.safeParse(raw);
  if (!request.success) return { ok: false, status: 422, issues: issuesOf(request.error, '$') };
  const house = houseSchema.safeParse(request.data.house);
  if (!house.success) return { ok: false, status: 422, issues: issuesOf(house.error, '$') };
  if (!(await everyPerson(shop)).some((p) => p.id === request.data.personId))
    return { ok: false, status: 422, issues: [{ path: '$.personId', message: 'pick who you are at the top' }] };
  const revision = await addHouse(shop, house.data, request.data.personId, now);
  if (revision === null)
    return {
      ok: false,
      status: 409,
      issues: [
        {
          path: '$',
          message: 'Somebody changed the house rules meanwhile. Nothing was saved; look at theirs, then save again.',
        },
      ],
    };
  return { ok: true, revision };
}
