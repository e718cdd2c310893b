import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import type { House, InputIssue, RuleName } from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { limitOf, shownLimit } from './limitBoxes.ts';

export type Typed = Readonly<Partial<Record<RuleName, string>>>;

export const namesOf = (rules: object) => Object.keys(rules) as RuleName[];

/** A figure as typed; null for nothing, NaN for what is none. */
const figureOf = (typed: string): number | null => {
  if (typed.trim() === '') return null;
  const value = Number(typed.trim().replace(',', '.'));
  return value >= 0 ? value : Number.NaN;
};

/** Rate and tax as typed, or what is wrong with them; a shop that sets no rate has none. */
function moneyOf(typed: { readonly ratePerHour: string; readonly taxPercent: string }) {
  const [rate, tax] = [figureOf(typed.ratePerHour), figureOf(typed.taxPercent)];
  const issues: InputIssue[] = [];
  if (Number.isNaN(rate)) issues.push({ path: '$.money.ratePerHour', message: 'a sum, such as 62 or 48.50' });
  if (Number.isNaN(tax) || (tax ?? 0) > 100) issues.push({ path: '$.money.taxPercent', message: 'percent, 0 to 100' });
  if (rate === null && tax !== null) issues.push({ path: '$.money.ratePerHour', message: 'set it with the tax' });
  return { issues, money: rate === null ? {} : { money: { ratePerHour: rate, taxPercent: tax ?? 0 } } };
}

/** Sends the rules. @returns null once they are saved, or what is wrong with them */
async function sentHouse(body: object): Promise<readonly InputIssue[] | null> {
  try {
    const response = await fetch('/api/house', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await response.json()) as { issues?: InputIssue[] };
    return response.ok ? null : (answer.issues ?? []);
  } catch {
    return [{ path: '$', message: 'The shop computer does not answer. What you typed stays here: try again.' }];
  }
}

/** The house rules as they are being set; saved under the name of who is at this device. */
export function useHouseForm(house: House, people: readonly Person[], person: Person | null, habit: Habit) {
  const router = useRouter();
  const { withPerson, asking } = useWho(people, person);
  const [schools, setSchools] = useState(house.schools);
  /** As they came, in figures and as shown: one nobody touched is not read back from how it is shown, for that was rounded. */
  const [came] = useState<{ limits: House['limits']; shown: Typed }>(() => ({
    limits: house.limits,
    shown: Object.fromEntries(
      namesOf(house.limits).map((name) => [name, shownLimit(name, house.limits[name]!, habit)]),
    ),
  }));
  const [typed, setTyped] = useState<Typed>(came.shown);
  const [lacking, setLacking] = useState<readonly string[]>(house.lacking);
  const [money, setMoney] = useState({
    ratePerHour: house.money ? String(house.money.ratePerHour) : '',
    taxPercent: house.money ? String(house.money.taxPercent) : '',
  });
  const [issues, setIssues] = useState<readonly InputIssue[]>([]);
  const [state, setState] = useState<'still' | 'saving' | 'saved'>('still');
  const wrongOf = (path: string) => issues.find((i) => i.path === path)?.message ?? null;

  const save = (e: FormEvent) => {
    e.preventDefault();
    if (state === 'saving') return;
    const limits: Partial<Record<RuleName, number>> = {};
    const found: InputIssue[] = [];
    for (const name of namesOf(typed)) {
      const untouched = came.limits[name];
      if (untouched !== undefined && typed[name] === came.shown[name]) {
        limits[name] = untouched;
        continue;
      }
      const value = limitOf(name, typed[name]!, habit);
      if (typeof value === 'number') limits[name] = value;
      else if (value !== null) found.push({ path: `$.limits.${name}`, message: value.wrong });
    }
    const asked = moneyOf(money);
    found.push(...asked.issues);
    setIssues(found);
    const own = asked.money;
    if (found.length === 0)
      withPerson(
        (by) => void send({ personId: by.id, house: { revision: house.revision, schools, limits, lacking, ...own } }),
      );
  };
  const send = async (body: object) => {
    setState('saving');
    const refused = await sentHouse(body);
    setState(refused === null ? 'saved' : 'still');
    if (refused === null) router.refresh();
    else setIssues(refused);
  };
  return {
    asking,
    schools,
    typed,
    lacking,
    money,
    issues,
    state,
    save,
    wrongOf,
    /** Takes a change; what was saved before no longer is what stands here. */
    change: (next: {
      readonly schools?: House['schools'];
      readonly typed?: Typed;
      readonly lacking?: readonly string[];
      readonly money?: typeof money;
    }) => {
      if (next.schools) setSchools(next.schools);
      if (next.typed) setTyped(next.typed);
      if (next.lacking) setLacking(next.lacking);
      if (next.money) setMoney(next.money);
      setState('still');
    },
  };
}
