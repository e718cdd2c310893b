'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { type House, type InputIssue, QUESTIONS, RULE_GROUPS, type RuleName, rulesOf } from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { Button } from '@/ui/Button.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { limitOf, shownLimit } from './limitBoxes.ts';

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

type Typed = Readonly<Partial<Record<RuleName, string>>>;

const namesOf = (rules: object) => Object.keys(rules) as RuleName[];

/** How this house does it: which school, its own limits, what it owns. */
export function HouseForm({ house, by, on, instruments, people, person, habit }: Props) {
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
  const [issues, setIssues] = useState<readonly InputIssue[]>([]);
  const [state, setState] = useState<'still' | 'saving' | 'saved'>('still');
  const wrongOf = (path: string) => issues.find((i) => i.path === path)?.message ?? null;
  const touched = () => setState('still');

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
    setIssues(found);
    if (found.length === 0)
      withPerson((by) => void send({ personId: by.id, house: { revision: house.revision, schools, limits, lacking } }));
  };
  const send = async (body: object) => {
    setState('saving');
    try {
      const response = await fetch('/api/house', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      const answer = (await response.json()) as { issues?: InputIssue[] };
      if (response.ok) {
        setState('saved');
        return router.refresh();
      }
      setIssues(answer.issues ?? []);
    } catch {
      setIssues([{ path: '$', message: 'The shop computer does not answer. What you typed stays here: try again.' }]);
    }
    setState('still');
  };

  const general = issues.filter((i) => !i.path.startsWith('$.limits.'));
  const inForce = rulesOf(schools);
  return (
    <form onSubmit={save} noValidate className="@container pb-24">
      {asking}
      <p className="mb-3 max-w-3xl text-[1.05rem]">
        The engine sheet comes first, then these, then what is common. A job keeps the rules it was opened under: what
        is changed here counts from the next job on.
      </p>
      <div className="grid items-start gap-3 @5xl:grid-cols-2">
        <div className="min-w-0 space-y-3">
          <section className="bg-sheet p-4">
            <h2 className="mb-3 text-[1.3rem] font-extrabold">Where the trade disagrees</h2>
            <div className="space-y-4">
              {QUESTIONS.map((question) => (
                <div key={question.id}>
                  <h3 className="mb-1 font-semibold">{question.asks}</h3>
                  <Choice
                    label={question.asks}
                    options={question.schools.map((s) => ({ value: s.id, label: s.says }))}
                    value={schools[question.id] ?? question.schools[0].id}
                    onChange={(id) => {
                      if (id) setSchools({ ...schools, [question.id]: id });
                      touched();
                    }}
                  />
                </div>
              ))}
            </div>
          </section>
          <section className="bg-sheet p-4">
            <h2 className="text-[1.3rem] font-extrabold">Instruments in the shop</h2>
            <p className="mb-3">Checks that need one that is not here are not proposed.</p>
            <div className="flex flex-wrap gap-1.5">
              {instruments.map((name) => {
                const owned = !lacking.includes(name);
                return (
                  <button
                    key={name}
                    type="button"
                    aria-pressed={owned}
                    onClick={() => {
                      setLacking(owned ? [...lacking, name] : lacking.filter((n) => n !== name));
                      touched();
                    }}
                    className="min-h-tap border-2 border-line bg-sheet px-3 py-1 font-semibold text-ink aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
                  >
                    {owned ? '✓ ' : '– '}
                    {name}
                  </button>
                );
              })}
            </div>
          </section>
        </div>
        <section className="min-w-0 bg-sheet p-4">
          <h2 className="text-[1.3rem] font-extrabold">Limits</h2>
          <p className="mb-2">An empty box follows what stands beside it.</p>
          {RULE_GROUPS.map((group) => {
            const names = namesOf(group.rules);
            const own = names.filter((name) => (typed[name] ?? '').trim() !== '').length;
            const wrong = names.some((name) => wrongOf(`$.limits.${name}`));
            return (
              <details key={group.title} open={wrong || undefined} className="group border-t-2 border-line">
                <summary className="flex min-h-tap cursor-pointer items-center justify-between gap-3 py-1 text-[1.1rem] font-extrabold">
                  <span>
                    <span aria-hidden="true" className="mr-2 inline-block text-soft group-open:rotate-90">
                      ▸
                    </span>
                    {group.title}
                  </span>
                  <span className="text-base font-normal text-soft">
                    {own === 0 ? 'as is common' : `${own} of this house`}
                  </span>
                </summary>
                <div className="space-y-2 pb-3">
                  {names.map((name) => (
                    <Limit
                      key={name}
                      label={group.rules[name]!}
                      value={typed[name] ?? ''}
                      beside={`${shownLimit(name, inForce[name].value, habit)}, ${inForce[name].source}`}
                      wrong={wrongOf(`$.limits.${name}`)}
                      onChange={(text) => {
                        setTyped({ ...typed, [name]: text });
                        touched();
                      }}
                    />
                  ))}
                </div>
              </details>
            );
          })}
        </section>
      </div>
      <div
        data-sticky
        className="fixed inset-x-0 bottom-0 flex flex-wrap items-center gap-x-5 gap-y-2 border-t-2 border-iron bg-ground px-4 py-2"
      >
        <Button type="submit" look="main" className="text-[1.15rem]" disabled={state === 'saving'}>
          Save house rules
        </Button>
        <p role="status" className="min-w-0 flex-1 basis-56">
          {state === 'saved'
            ? 'Saved. They count from the next job on.'
            : house.revision === 0
              ? 'Nothing set yet: all as is common.'
              : `Change ${house.revision}${by ? `, ${by}` : ''}${on ? `, ${on}` : ''}`}
        </p>
        {issues.length > 0 && (
          <p role="alert" className="basis-full font-bold text-rust">
            {general[0]?.message ?? 'Not saved: a limit cannot be, see it marked under Limits.'}
          </p>
        )}
        <Link href="/" className="min-h-tap content-center font-semibold underline underline-offset-4">
          Back to the floor
        </Link>
      </div>
    </form>
  );
}

function Limit({
  label,
  value,
  beside,
  wrong,
  onChange,
}: {
  label: string;
  value: string;
  beside: string;
  wrong: string | null;
  onChange: (text: string) => void;
}) {
  return (
    <label className="grid items-center gap-x-3 @xl:grid-cols-[minmax(0,5fr)_8rem_minmax(0,5fr)]">
      <span>{label}</span>
      <input
        inputMode="decimal"
        value={value}
        aria-invalid={wrong !== null}
        onChange={(e) => onChange(e.target.value)}
        className="min-h-tap w-full min-w-0 border-2 border-line bg-sheet px-2 text-[1.1rem] font-bold tabular-nums aria-invalid:border-rust"
      />
      <span className="text-soft">{beside}</span>
      {wrong && <span className="col-span-full font-bold text-rust">{wrong}</span>}
    </label>
  );
}
