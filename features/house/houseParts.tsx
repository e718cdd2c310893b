import Link from 'next/link';
import { type House, QUESTIONS, RULE_GROUPS, rulesOf } from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Choice } from '@/ui/Choice.tsx';
import { SAVE_BAR_LINK, SaveBar } from '@/ui/SaveBar.tsx';
import { TextBox } from '@/ui/TextBox.tsx';
import { shownLimit } from './limitBoxes.ts';
import { namesOf, type useHouseForm } from './useHouseForm.ts';

type Form = ReturnType<typeof useHouseForm>;

export function Schools({ form: { schools, change } }: { form: Form }) {
  return (
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
                if (id) change({ schools: { ...schools, [question.id]: id } });
              }}
            />
          </div>
        ))}
      </div>
    </section>
  );
}

export function Instruments({
  form: { lacking, change },
  instruments,
}: {
  form: Form;
  instruments: readonly string[];
}) {
  return (
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
                change({ lacking: owned ? [...lacking, name] : lacking.filter((n) => n !== name) });
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
  );
}

/** The limits group by group; a group in which something cannot be stands open. */
export function Limits({ form: { schools, typed, wrongOf, change }, habit }: { form: Form; habit: Habit }) {
  const inForce = rulesOf(schools);
  return (
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
                    change({ typed: { ...typed, [name]: text } });
                  }}
                />
              ))}
            </div>
          </details>
        );
      })}
    </section>
  );
}

/** What an hour costs, and what the law adds: a quote is made of it. */
export function MoneyRules({ form: { money, change, wrongOf } }: { form: Form }) {
  return (
    <section aria-label="Money" className="bg-sheet p-4">
      <h2 className="text-[1.3rem] font-extrabold">Money</h2>
      <p className="mb-2">In the shop's own money. Without a rate no quote is made.</p>
      <div className="flex flex-wrap gap-3">
        <TextBox
          label="Labour, an hour"
          inputMode="decimal"
          value={money.ratePerHour}
          maxLength={12}
          wrong={wrongOf('$.money.ratePerHour')}
          onText={(ratePerHour) => change({ money: { ...money, ratePerHour } })}
        />
        <TextBox
          label="Tax, percent"
          inputMode="decimal"
          value={money.taxPercent}
          maxLength={8}
          wrong={wrongOf('$.money.taxPercent')}
          onText={(taxPercent) => change({ money: { ...money, taxPercent } })}
        />
      </div>
    </section>
  );
}

export function SaveHouse({
  form: { state, issues },
  house,
  by,
  on,
}: {
  form: Form;
  house: House;
  by: string | null;
  on: string | null;
}) {
  const general = issues.find((i) => !/^\$\.(limits|money)\./.test(i.path));
  const status =
    state === 'saved'
      ? 'Saved. They count from the next job on.'
      : house.revision === 0
        ? 'Nothing set yet: all as is common.'
        : `Change ${house.revision}${by ? `, ${by}` : ''}${on ? `, ${on}` : ''}`;
  const wrong =
    issues.length === 0 ? null : (general?.message ?? 'Not saved: a limit cannot be, see it marked under Limits.');
  return (
    <SaveBar label="Save house rules" saving={state === 'saving'} status={status} wrong={wrong}>
      <Link href="/" className={SAVE_BAR_LINK}>
        Back to the floor
      </Link>
    </SaveBar>
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
