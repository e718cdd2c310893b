import { shop } from '@/db/client.ts';
import { admittedOf } from '@/features/people/server/asked.ts';
import { recordOf } from '@/features/record/server/records.ts';
import { takeEvent } from '@/features/record/server/takeEvent.ts';
import { handled, handledJson } from '@/features/shop/server/handled.ts';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

const NOT_READ = { failed: 'a record was not read', told: 'The record cannot be read just now.' };
const NOT_TAKEN = {
  failed: 'an event was not taken down',
  told: 'It could not be saved just now. Nothing was lost: it will be sent again.',
};

const SIGNED_OUT = { path: '$', message: 'nobody is signed in here' };

/** The record after event number `after`. */
export const GET = (request: Request, { params }: Context) =>
  handled(request, NOT_READ, async () => {
    const after = Number(new URL(request.url).searchParams.get('after') ?? '0');
    if (!Number.isInteger(after) || after < 0)
      return Response.json({ message: 'after is a whole number, 0 or more' }, { status: 400 });
    const found = await recordOf(shop(), (await params).id);
    if (!found) return Response.json({ message: 'there is no such job' }, { status: 404 });
    return Response.json({ epoch: await shop().epoch(), events: found.file.events.filter((e) => e.seq > after) });
  });

export const POST = (request: Request, { params }: Context) =>
  handledJson(
    request,
    NOT_TAKEN,
    async (body) => {
      const who = admittedOf(request).signedIn;
      if (!who) return Response.json({ code: 'signed-out', issues: [SIGNED_OUT] }, { status: 401 });
      const recorded = await takeEvent(shop(), (await params).id, body, who, new Date());
      if (recorded.ok) return Response.json(recorded);
      const { status, ...rest } = recorded;
      return Response.json(rest, { status });
    },
    'photo',
  );
