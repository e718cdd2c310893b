import { shop } from '@/db/client.ts';
import { isCalendarLink } from '@/db/later.ts';
import { baseOf, CALENDAR_HEADERS, calendarOf } from '@/features/later/server/calendar.ts';
import { dueLater } from '@/features/later/server/dueLater.ts';
import { handled } from '@/features/shop/server/handled.ts';
import { hashOfToken, TOKEN_SHAPE } from '@/keys/tokens.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'the calendar was not written', told: 'The calendar cannot be written just now.' };

/** The same for a calendar that asks again and again; its address is its key. */
export const GET = (request: Request, { params }: { params: Promise<{ token: string }> }) =>
  handled(request, WORDS, async () => {
    const { token } = await params;
    if (!TOKEN_SHAPE.test(token) || !(await isCalendarLink(shop(), hashOfToken(token))))
      return Response.json({ message: 'this address leads nowhere' }, { status: 404 });
    const { 'content-disposition': _as, ...headers } = CALENDAR_HEADERS;
    return new Response(calendarOf(await dueLater(shop()), baseOf(request)), { headers });
  });
