import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import type { Person } from '@/db/people.ts';
import { leaveHere } from '@/features/people/client/keyring.ts';
import { OwnPin } from '@/features/people/OwnPin.tsx';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { DeskCookie, keepCookie } from './deskCookies.ts';
import { HABIT_UNITS } from './habitUnits.ts';
import type { Desk, Habit, Light, Spacing } from './settings.ts';

/** How this screen is set: who, units, light, spacing, keys. */
export function DeskPanel({
  people,
  person,
  desk,
  onSwitch,
}: {
  people: readonly Person[];
  person: Person | null;
  desk: Desk;
  onSwitch: (person: Person) => void;
}) {
  const router = useRouter();
  const set = (name: string, value: string) => {
    keepCookie(name, value);
    router.refresh();
  };
  return (
    <section aria-label="This desk" className="bg-sheet p-3 text-ink">
      <div className="flex flex-wrap gap-x-8 gap-y-3">
        <Setting label="Who">
          <WhoHere people={people} person={person} onSwitch={onSwitch} />
        </Setting>
        <Setting label="Units">
          <Choice<Habit>
            label="Units"
            options={[
              { value: 'metric', label: HABIT_UNITS.metric },
              { value: 'imperial', label: HABIT_UNITS.imperial },
            ]}
            value={desk.habit}
            onChange={(habit) => habit && set(DeskCookie.habit, habit)}
          />
        </Setting>
        <Setting label="Light">
          <Choice<Light>
            label="Light"
            options={[
              { value: 'device', label: 'As the device' },
              { value: 'day', label: 'Day' },
              { value: 'night', label: 'Night' },
            ]}
            value={desk.light}
            onChange={(light) => light && set(DeskCookie.light, light)}
          />
        </Setting>
        <Setting label="Spacing">
          <Choice<Spacing>
            label="Spacing"
            options={[
              { value: 'roomy', label: 'Roomy' },
              { value: 'close', label: 'Close' },
            ]}
            value={desk.spacing}
            onChange={(spacing) => spacing && set(DeskCookie.spacing, spacing)}
          />
        </Setting>
        <Setting label="Two-letter keys">
          <Choice<'on' | 'off'>
            label="Two-letter keys"
            options={[
              { value: 'on', label: 'On' },
              { value: 'off', label: 'Off' },
            ]}
            value={desk.twoLetters ? 'on' : 'off'}
            onChange={(on) => on && set(DeskCookie.twoLetters, on)}
          />
        </Setting>
        <Setting label="The whole shop">
          <ShopLinks />
        </Setting>
      </div>
    </section>
  );
}

/** Who works here; a tap on a name switches to them, by their PIN. */
function WhoHere({
  people,
  person,
  onSwitch,
}: {
  people: readonly Person[];
  person: Person | null;
  onSwitch: (person: Person) => void;
}) {
  return (
    <span className="flex flex-wrap items-start gap-1.5">
      {people.map((p) => (
        <Button
          key={p.id}
          aria-pressed={p.id === person?.id}
          look={p.id === person?.id ? 'main' : 'plain'}
          onClick={() => p.id !== person?.id && onSwitch(p)}
        >
          {p.name}
        </Button>
      ))}
      {person && (
        <Button
          look="quiet"
          onClick={() => {
            void leaveHere().then(() => location.assign('/sign-in'));
          }}
        >
          Sign out
        </Button>
      )}
      {person && <OwnPin />}
    </span>
  );
}

const Setting = ({ label, children }: { label: string; children: ReactNode }) => (
  <div>
    <p className="mb-1 text-[0.9rem] font-semibold text-soft">{label}</p>
    {children}
  </div>
);

/** What is set for every desk of the shop. */
function ShopLinks() {
  return (
    <span className="flex flex-wrap gap-1.5">
      {(
        [
          ['/rules', 'House rules'],
          ['/engines', 'Engines'],
        ] as const
      ).map(([href, label]) => (
        <Link
          key={href}
          href={href}
          className="inline-flex min-h-tap items-center border-2 border-line bg-sheet px-3 font-semibold"
        >
          {label}
        </Link>
      ))}
    </span>
  );
}
