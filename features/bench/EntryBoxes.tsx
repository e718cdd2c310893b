'use client';
import { Suspense, useEffect, useRef, useState } from 'react';
import type { EngineWords } from '@/core/index.ts';
import {
  type CheckDefinition,
  type ChoiceField,
  cylindersOf,
  type FlagField,
  mayBeOnBooster,
  type PlacesField,
  placeLabel,
  type RunningState,
  STATE_WORDS,
  SYMPTOM_IDS,
  SYMPTOMS,
  type Symptom,
  type Temperature,
} from '@/core/index.ts';
import type { Habit } from '@/features/shop/settings.ts';
import { Button } from '@/ui/Button.tsx';
import { Choice, KeyNumber } from '@/ui/Choice.tsx';
import { type Box, boxesOf, type Entry, figuresAsked, isFinding, isSpeed, placeName } from './entry.ts';
import { type BoxProps, FigureBox } from './FigureBox.tsx';
import { Tachometer } from './tachometerPanel.ts';
import type { Doubts } from './useDoubts.ts';

interface Props {
  readonly check: CheckDefinition;
  readonly engine: EngineWords;
  readonly habit: Habit;
  readonly entry: Entry;
  readonly complaint: readonly Symptom[];
  /** Complaints by box name; '' stands for the whole entry. */
  readonly issues: Readonly<Record<string, string>>;
  /** Which unit was meant, by box name. */
  readonly doubts: Doubts;
  readonly onChange: (entry: Entry) => void;
}

/** How it was running and how hot: part of every reading. */
export function StatePick({ check, entry, onChange }: Pick<Props, 'check' | 'entry' | 'onChange'>) {
  const heat: { value: Temperature; label: string }[] = [
    { value: 'cold', label: 'Cold' },
    { value: 'warm', label: 'Warm' },
    { value: 'hot', label: 'Hot' },
  ];
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 empty:hidden">
      {check.states.length > 1 && (
        <Choice<RunningState>
          small
          label="How it was running"
          options={check.states.map((s) => ({ value: s, label: capital(STATE_WORDS[s]) }))}
          value={entry.condition}
          onChange={(condition) => condition && onChange({ ...entry, condition })}
        />
      )}
      {check.temperatures.length > 0 && (
        <Choice<Temperature>
          small
          clearable
          label="How hot"
          options={heat}
          value={entry.temperature}
          onChange={(temperature) => onChange({ ...entry, temperature })}
        />
      )}
      {mayBeOnBooster(check) && entry.condition === 'cranking' && (
        <label className="flex min-h-tap items-center gap-2 font-semibold">
          <input
            type="checkbox"
            className="size-7 accent-iron"
            checked={entry.onBooster ?? false}
            onChange={(e) => onChange({ ...entry, onBooster: e.target.checked })}
          />
          On a booster
        </label>
      )}
    </div>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** So many outcomes stand in smaller letters, so that they stand together. */
const MANY = 6;

/** The boxes and keys of one check. */
export function EntryBoxes(props: Props) {
  const { check, engine, entry, issues, onChange } = props;
  const boxes = boxesOf(check, engine);
  if (check.outcomes.length === 0) return <SymptomPick {...props} />;
  const hasFigures = boxes.some((b) => b.field.kind === 'number');
  // What is asked for, then what was seen, and what is good to know besides after both.
  const asked = figuresAsked(boxes);
  const needed = boxes.filter((b) => asked.has(b.name));
  const further = boxes.filter((b) => !asked.has(b.name));
  // One ear for all the speeds of a check, beside the first of them.
  const speeds = boxes.filter((b) => isSpeed(b.field));
  const earAt = (group: readonly Box[]) => (group.some((b) => b === speeds[0]) ? speeds : []);
  return (
    <div className="space-y-2">
      {needed.length > 0 && <Figures boxes={needed} speeds={earAt(needed)} asked={asked} {...props} />}
      <div>
        {hasFigures && needed.length > 0 && (
          <p className="mb-0.5 text-[0.9rem] leading-tight text-soft">
            {check.each ? 'or plainly, for the worse one' : 'or plainly'}
          </p>
        )}
        <Choice
          numbered
          clearable
          label="Outcome"
          small={check.outcomes.length > MANY}
          options={check.outcomes.map((o) => ({ value: o.id, label: o.label }))}
          value={entry.outcome}
          onChange={(outcome) => onChange({ ...entry, outcome })}
        />
      </div>
      {further.length > 0 && <Figures boxes={further} speeds={earAt(further)} asked={asked} {...props} />}
      {check.asksWhere && entry.outcome !== null && entry.outcome !== 'ok' && (
        <Choice
          small
          clearable
          label="Where"
          options={check.partsOf(engine).map((part) => ({ value: part.id, label: capital(placeLabel(part.id)) }))}
          value={entry.where}
          onChange={(where) => onChange({ ...entry, where })}
        />
      )}
      {check.asksSide !== null && engine.cylinders > 1 && isFinding(check, entry) && (
        <Shown>
          <p className="text-[0.95rem] font-semibold">{check.asksSide}</p>
          <Choice
            small
            clearable
            label={check.asksSide}
            options={cylindersOf(engine).map((c) => ({ value: String(c), label: `Cylinder ${c}` }))}
            value={entry.side === null ? null : String(entry.side)}
            onChange={(side) => onChange({ ...entry, side: side === null ? null : Number(side) })}
          />
        </Shown>
      )}
      {hasFigures && (
        <details>
          <summary className="flex min-h-tap items-center text-[0.95rem] font-semibold underline decoration-line underline-offset-4">
            Which instrument
          </summary>
          <input
            type="text"
            aria-label="Which instrument"
            value={entry.instrument}
            maxLength={200}
            onChange={(e) => onChange({ ...entry, instrument: e.target.value })}
            className="min-h-tap w-full border-2 border-line bg-sheet px-2"
          />
        </details>
      )}
      {issues[''] && <p className="font-bold text-rust">{issues['']}</p>}
    </div>
  );
}

type FiguresProps = Props & { boxes: readonly Box[]; speeds: readonly Box[]; asked: ReadonlySet<string> };

/** Boxes of a check, and what hears into `speeds`, one after the other: these need not stand among the boxes. */
function Figures({ boxes, speeds, asked, ...props }: FiguresProps) {
  const { engine, entry, onChange } = props;
  const [ear, setEar] = useState<string | null>(null);
  const nextOf = (among: readonly Box[]) => among.find((b) => !entry.typed[b.name])?.name ?? null;
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
      {boxes.map((box) => (
        <BoxInput key={box.name} box={box} field={box.field} asked={asked.has(box.name)} {...props} />
      ))}
      {speeds.length > 0 && (
        <Button
          className="min-h-14 self-end"
          aria-expanded={ear !== null}
          onClick={() => setEar(ear === null ? (nextOf(speeds) ?? speeds[0]!.name) : null)}
        >
          Hear it
        </Button>
      )}
      {ear !== null && (
        <Suspense fallback={null}>
          <Tachometer
            engine={engine}
            into={speeds.find((b) => b.name === ear)?.label ?? ''}
            onTake={(heard) => {
              onChange({
                ...entry,
                typed: { ...entry.typed, [ear]: heard.text },
                heard: { ...entry.heard, [ear]: heard },
              });
              // On to the other speed of the same check, where there is one.
              setEar(nextOf(speeds.filter((b) => b.name !== ear)));
            }}
            onLeave={() => setEar(null)}
          />
        </Suspense>
      )}
    </div>
  );
}

/** What is asked only once something was picked: it comes into sight above the plate's foot. */
function Shown({ children }: { children: React.ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // It may give back a promise, which is no clean-up.
    box.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <div ref={box} className="scroll-mb-24">
      {children}
    </div>
  );
}

/** One box of a check: yes or no, one of a few, a grade for each place, or a figure. */
function BoxInput({ field, ...rest }: BoxProps) {
  switch (field.kind) {
    case 'flag':
      return <FlagBox field={field} {...rest} />;
    case 'choice':
      return <ChoiceBox field={field} {...rest} />;
    case 'places':
      return <PlacesBox field={field} {...rest} />;
    case 'number':
      return <FigureBox field={field} {...rest} />;
  }
}

function FlagBox({ field, box: { name }, entry, onChange }: BoxProps<FlagField>) {
  return (
    <label className="flex min-h-tap items-center gap-2 self-end font-semibold">
      <input
        type="checkbox"
        className="size-7 accent-iron"
        checked={entry.flags[name] ?? false}
        onChange={(e) => onChange({ ...entry, flags: { ...entry.flags, [name]: e.target.checked } })}
      />
      {field.label}
    </label>
  );
}

/** The choices with one of them made, or taken back. */
function chosen(choices: Entry['choices'], name: string, choice: string | null): Entry['choices'] {
  const { [name]: _old, ...rest } = choices;
  return choice === null ? rest : { ...rest, [name]: choice };
}

function ChoiceBox({ field, box: { name }, entry, onChange }: BoxProps<ChoiceField>) {
  return (
    <div>
      <p className="text-[0.95rem] font-semibold">{field.label}</p>
      <Choice
        small
        clearable
        label={field.label}
        options={field.choices.map((c) => ({ value: c, label: capital(c) }))}
        value={entry.choices[name] ?? null}
        onChange={(choice) => onChange({ ...entry, choices: chosen(entry.choices, name, choice) })}
      />
    </div>
  );
}

function PlacesBox({ field, box, entry, onChange }: BoxProps<PlacesField>) {
  return (
    <fieldset className="m-0 w-full border-0 p-0">
      <legend className="text-[0.95rem] font-semibold">{field.label}</legend>
      <div className="mt-1 grid grid-cols-[repeat(auto-fit,minmax(min(100%,20rem),1fr))] gap-1.5">
        {field.places.map((place) => {
          const name = placeName(box.name, place.id);
          return (
            <div key={place.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <span className="min-w-28 text-[0.95rem]">{place.label}</span>
              <Choice
                small
                clearable
                label={`${field.label}: ${place.label}`}
                options={field.grades.map((g) => ({ value: g, label: capital(g) }))}
                value={entry.choices[name] ?? null}
                onChange={(grade) => onChange({ ...entry, choices: chosen(entry.choices, name, grade) })}
              />
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}

const RUNNING_WORDS: readonly Symptom[] = [
  'low-power',
  'one-cylinder',
  'runs-rough',
  'misfire-steady',
  'misfire-intermittent',
  'pops-exhaust',
  'pops-intake',
  'cranks-slow',
  'cranks-no-start',
  'smoke-black',
  'surges',
  'knock',
];

function SymptomPick({ entry, complaint, onChange }: Props) {
  const ticked = new Set(entry.symptoms ?? []);
  const shown = [...new Set([...complaint, ...RUNNING_WORDS])];
  const rest = SYMPTOM_IDS.filter((s) => !shown.includes(s));
  const toggle = (symptom: Symptom) => {
    const next = new Set(ticked);
    if (!next.delete(symptom)) next.add(symptom);
    onChange({ ...entry, symptoms: next.size === 0 ? null : [...next] });
  };
  const key = (symptom: Symptom, number?: number) => (
    <button
      key={symptom}
      type="button"
      aria-pressed={ticked.has(symptom)}
      onClick={() => toggle(symptom)}
      className="min-h-tap border-2 border-line bg-sheet px-3 text-left font-semibold aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
    >
      {number !== undefined && number <= 10 && <KeyNumber n={number} />}
      {SYMPTOMS[symptom]}
    </button>
  );
  return (
    <div data-numbered className="space-y-2">
      <button
        type="button"
        aria-pressed={entry.symptoms !== null && entry.symptoms.length === 0}
        onClick={() => onChange({ ...entry, symptoms: entry.symptoms?.length === 0 ? null : [] })}
        className="min-h-14 w-full border-2 border-ink bg-sheet px-3 text-left text-[1.2rem] font-bold aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
      >
        <KeyNumber n={1} />
        Runs clean
      </button>
      <div className="flex flex-wrap gap-1.5">{shown.map((symptom, i) => key(symptom, i + 2))}</div>
      <details>
        <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
          More
        </summary>
        <div className="flex flex-wrap gap-1.5">{rest.map((symptom) => key(symptom))}</div>
      </details>
    </div>
  );
}
