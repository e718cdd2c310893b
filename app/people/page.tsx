import { auditOf } from '@/db/audit.ts';
import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { activePeople, everyStaffMember } from '@/db/people.ts';
import { everyTablet, liveSessions } from '@/db/sessions.ts';
import { AuditList } from '@/features/people/AuditList.tsx';
import { Staff } from '@/features/people/Staff.tsx';
import { admittedHere } from '@/features/people/server/asked.ts';
import { Tablets } from '@/features/people/Tablets.tsx';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'People' };

const AUDIT_SHOWN = 60;

/** Who works here, at which tablets, and what was done with keys. */
export default async function PeoplePage() {
  const db = shop();
  const now = new Date();
  const [active, all, tablets, sessions, audit] = await Promise.all([
    activePeople(db),
    everyStaffMember(db),
    everyTablet(db),
    liveSessions(db, now),
    auditOf(db, AUDIT_SHOWN),
  ]);
  const desk = await deskSettings(active);
  const nameOf = (id: string | null) => all.find((p) => p.id === id)?.name ?? null;
  const own = await admittedHere();
  const tabletName = (id: string | null) => tablets.find((t) => t.id === id)?.name ?? null;
  const signed = Object.fromEntries(
    all.map((person) => [
      person.id,
      sessions
        .filter((s) => s.personId === person.id)
        .map(({ id, tabletId, openedAt, seenAt }) => ({
          ...{ id, tablet: tabletName(tabletId), isThis: id === own.signedIn?.sessionId },
          ...{ since: openedAt.toISOString(), seen: seenAt.toISOString() },
        })),
    ]),
  );
  const hereAt = (tabletId: string) => [
    ...new Set(sessions.filter((s) => s.tabletId === tabletId).map((s) => nameOf(s.personId) ?? 'somebody')),
  ];
  return (
    <>
      <DeskBar people={active} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">People</h1>
      </DeskBar>
      <main className="@container mx-auto max-w-[1500px] space-y-3 p-3">
        <Staff people={all} signed={signed} />
        <div className="grid items-start gap-3 @4xl:grid-cols-2">
          <Tablets
            door={environment().RIDGE_DOOR || null}
            tablets={tablets
              .filter((t) => t.withdrawnAt === null)
              .map(({ id, name, at }) => ({
                id,
                name,
                since: at.toISOString().slice(0, 10),
                here: hereAt(id),
              }))
              .sort((a, b) => Number(b.here.length > 0) - Number(a.here.length > 0))}
          />
          <AuditList
            lines={audit.map(({ id, at, what, personId, about }) => ({
              id,
              what,
              at: at.toISOString(),
              who: nameOf(personId),
              about: nameOf(about) ?? about,
            }))}
          />
        </div>
      </main>
    </>
  );
}
