import 'server-only';
import ical, { ICalCalendarMethod } from 'ical-generator';
import { environment } from '@/db/environment.ts';
import { addressInShop } from '@/features/shop/server/addressInShop.ts';
import type { DueLater } from '../dueLater.ts';

/** What is due by a day, as a calendar takes it: a whole day each. @see RFC 5545 */
export function calendarOf(all: readonly DueLater[], base: string): string {
  const calendar = ical({
    name: 'Ridge Bolt: later',
    prodId: '//Ridge Bolt//Later//EN',
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { eventId, job, machine, what, dueOn, atHours, saidAt, ended } of all) {
    if (dueOn === null || ended) continue;
    calendar.createEvent({
      id: `${eventId}@ridge-bolt`,
      stamp: new Date(saidAt),
      start: new Date(`${dueOn}T00:00:00Z`),
      allDay: true,
      timezone: 'UTC',
      summary: `${machine.tag}: ${what}`,
      description: `${machine.owner}, ${machine.name}. Job ${job.number}.${atHours === null ? '' : ` Or at ${atHours} h.`}`,
      url: `${base}/jobs/${job.id}`,
    });
  }
  return calendar.toString();
}

/** Where the shop's computer was asked. The gate lets through only its own names. */
export function baseOf(request: Request): string {
  const { RIDGE_HOSTS, RIDGE_TLS } = environment();
  return addressInShop(request.headers.get('host') ?? 'localhost', RIDGE_HOSTS, RIDGE_TLS);
}

export const CALENDAR_HEADERS = {
  'content-type': 'text/calendar; charset=utf-8',
  'content-disposition': 'attachment; filename="ridge-bolt-later.ics"',
  'cache-control': 'no-store',
};
