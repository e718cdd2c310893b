import { shop } from '@/db/client.ts';
import { baseOf, CALENDAR_HEADERS, calendarOf } from '@/features/later/server/calendar.ts';
import { dueLater } from '@/features/later/server/dueLater.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'the calendar was not written', told: 'The calendar cannot be written just now.' };

/** What is to be done later, as a calendar file. */
export const GET = (request: Request) =>
  handledFor(request, WORDS, async () => {
    const text = calendarOf(await dueLater(shop()), baseOf(request));
    return new Response(text, { headers: CALENDAR_HEADERS });
  });
