'use client';
import type { House } from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Instruments, Limits, MoneyRules, SaveHouse, Schools } from './houseParts.tsx';
import { useHouseForm } from './useHouseForm.ts';

interface Props {
  readonly house: House;
  /** Who set them last, and on which day. */
  readonly by: string | null;
  readonly on: string | null;
  readonly instruments: readonly string[];
  readonly people: readonly Person[];
  readonly person: Person | null;
  readonly habit: Habit;
}

/** How this house does it: which school, its own limits, what it owns. */
export function HouseForm({ house, by, on, instruments, people, person, habit }: Props) {
  const form = useHouseForm(house, people, person, habit);
  return (
    <form onSubmit={form.save} noValidate className="@container pb-24">
      {form.asking}
      <p className="mb-3 max-w-3xl text-[1.05rem]">
        The engine sheet comes first, then these, then what is common. A job keeps the rules it was opened under: what
        is changed here counts from the next job on.
      </p>
      <div className="grid items-start gap-3 @5xl:grid-cols-2">
        <div className="min-w-0 space-y-3">
          <Schools form={form} />
          <MoneyRules form={form} />
          <Instruments form={form} instruments={instruments} />
        </div>
        <Limits form={form} habit={habit} />
      </div>
      <SaveHouse form={form} house={house} by={by} on={on} />
    </form>
  );
}
