import { useEffect, useMemo, useState } from 'react';
import type { UnitDoubt, unitDoubt } from '@/core/checks/unitDoubt.ts';
import type { CaseHead, CheckDefinition } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { boxesOf, type Entry, figuresTyped, habitUnit } from './entry.ts';
import type { Entries } from './plateCheck.ts';

/** Figures that were far more probably typed in another unit, by box. */
export type Doubts = Readonly<Record<string, UnitDoubt>>;

/** Asks of every side which unit was meant, where the digits say so little. The question comes beside the page: without it nothing is doubted. */
export function useDoubts(
  check: CheckDefinition | null,
  head: CaseHead,
  habit: Habit,
  entries: Entries,
): Readonly<Record<number, Doubts>> {
  const [ask, setAsk] = useState<typeof unitDoubt | null>(null);
  useEffect(() => {
    import('@/core/checks/unitDoubt.ts').then(
      (m) => setAsk(() => m.unitDoubt),
      () => {},
    );
  }, []);
  return useMemo(
    () =>
      Object.fromEntries(
        Object.entries(entries).map(([side, entry]) => [
          side,
          ask && check ? doubtsOf(ask, check, head, habit, entry) : {},
        ]),
      ),
    [ask, check, head, habit, entries],
  );
}

function doubtsOf(
  ask: typeof unitDoubt,
  check: CheckDefinition,
  { engine, figures, rules }: CaseHead,
  habit: Habit,
  { typed }: Entry,
): Doubts {
  const boxes = boxesOf(check, engine).flatMap(({ name, field }) => (field.kind === 'number' ? [{ name, field }] : []));
  const others = Object.fromEntries(
    Object.entries(figuresTyped(check, engine, habit, { typed })).flatMap(([name, v]) =>
      v === 'OL' ? [] : [[name, v]],
    ),
  );
  return Object.fromEntries(
    boxes.flatMap(({ name, field }) => {
      const given = { typed: typed[name] ?? '', habit: habitUnit(field, habit) };
      const doubt = ask(check.id, name, field, given, { figures, rules, others });
      return doubt ? [[name, doubt]] : [];
    }),
  );
}
