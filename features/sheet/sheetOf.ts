import { historyWords } from '@/core/complaint/tried.ts';
import { CONDITION_WORK } from '@/core/faults/workWords.ts';
import {
  ACTION_WORDS,
  ASKED_WAY_WORDS,
  awayText,
  type Bench,
  type Bill,
  billOf,
  CAUTIONS,
  CLOSE_WORDS,
  carburettorText,
  checkLabel,
  checkOf,
  type Finding,
  faultCards,
  faultLabel,
  findFault,
  fittedBypasses,
  notPerformedWords,
  notShown,
  openTemporaries,
  outcomeLabel,
  PLAIN_WORDS,
  type RawCheckEvent,
  readingText,
  type StandingReading,
  SUPPLY_WORDS,
  SYMPTOMS,
  seenText,
  stateLabel,
  stillOff,
  summarise,
  TIGHTENED_WORDS,
  wasTaken,
  workWords,
  worstFirst,
} from '@/core/index.ts';
import type { Job } from '@/db/jobs.ts';
import type { Machine } from '@/db/machines.ts';
import type { Person } from '@/db/people.ts';
import { type BeforeAfterLine, beforeLineText } from '@/features/bench/pairs.ts';
import { benchOf } from '@/features/record/server/benches.ts';
import type { JobFile } from '@/features/record/server/jobFile.ts';
import { findingsApart } from './server/findingsApart.ts';

const CARDS = faultCards();

export interface SheetData {
  readonly number: number;
  readonly machine: {
    readonly tag: string;
    readonly name: string;
    readonly owner: string;
    readonly hours: number | null;
  };
  readonly opened: string;
  readonly closed: string | null;
  readonly technicians: readonly string[];
  readonly complaint: string;
  readonly said: string | null;
  /** What the machine had been through, and what was tried on it before it came. */
  readonly history: readonly string[];
  readonly findings: readonly {
    readonly title: string;
    /** For the customer; left out by sheets that were printed earlier. */
    readonly plain?: string | null;
    readonly action: string;
    readonly note: string | null;
    readonly proof: readonly string[];
    readonly unproven: boolean;
    readonly behind: string | null;
  }[];
  /** What was proven and not repaired. */
  readonly standing: readonly { readonly title: string; readonly proof: readonly string[] }[];
  /** What is suspected when nothing was proven or repaired. */
  readonly suspected: string | null;
  readonly pairs: readonly BeforeAfterLine[];
  readonly readings: readonly {
    readonly number: number;
    readonly check: string;
    readonly text: string;
    readonly verdict: string;
  }[];
  /** Checks that could not be made, and why. */
  readonly unmade: readonly { readonly number: number; readonly check: string; readonly why: string }[];
  readonly ending: string;
  readonly endingNote: string | null;
  /** True only when the complaint was shown gone after the repair. */
  readonly shownCured: boolean;
  /** What was seen besides, worst first, and what the customer said to it. */
  readonly alsoSeen: readonly { readonly text: string; readonly safety: boolean }[];
  /** What came off, was got and was sent out; left out by sheets that were printed earlier. */
  readonly beside?: {
    readonly putBack: readonly string[];
    readonly leftOff: readonly string[];
    readonly parts: readonly string[];
    readonly sentOut: readonly string[];
    readonly agreed: readonly string[];
  };
  /** What it came to; left out where the house has no rate, and by sheets that were printed earlier. */
  readonly bill?: Bill | null;
  readonly watch: readonly string[];
  readonly cautions: readonly string[];
}

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });

/** The customer's sheet, worked out from the record. */
export async function sheetOf(
  job: Job,
  machine: Machine,
  file: JobFile,
  people: readonly Person[],
): Promise<SheetData> {
  const bench = benchOf(job.id, file);
  const summary = summarise(bench);
  const raw = (number: number): RawCheckEvent | null => {
    const event = bench.standing[number - 1];
    return event?.kind === 'reading' ? event.raw : null;
  };
  const line = (number: number) => {
    const event = raw(number);
    return event ? `${checkLabel(event.check, event.cylinder ?? null)}: ${readingText(event)}` : `line ${number}`;
  };
  const findings = await findingsApart(job.id, bench, file);
  const close = file.events.map((e) => e.event).find((e) => 'close' in e);
  const top = summary.suspects[0];
  return {
    number: job.number,
    machine,
    opened: DAY.format(job.openedAt),
    closed: job.closedAt ? DAY.format(job.closedAt) : null,
    technicians: [...new Set(file.events.map((e) => e.personId))].map(
      (id) => people.find((p) => p.id === id)?.name ?? 'unknown',
    ),
    complaint: file.head.complaint.map((s) => SYMPTOMS[s]).join(', '),
    said: file.head.said ?? null,
    history: historyWords({ ...bench.head.history, agreed: bench.head.agreed }),
    findings: findings.map((f) => ({
      title: faultLabel(f.repair.key, CARDS),
      plain: plainOf(f.repair.step.id),
      action: [
        ACTION_WORDS[f.repair.step.action],
        ...(f.repair.step.did ? [carburettorText(f.repair.step.did)] : []),
      ].join('. '),
      note: f.repair.step.note,
      proof: f.proof.map(line),
      unproven: f.proof.length === 0,
      behind: f.behind,
    })),
    standing: summary.confirmed.map((s) => ({
      title: faultLabel(s.fault, CARDS),
      proof: [...new Set(s.proof)].sort((a, b) => a - b).map(line),
    })),
    suspected:
      findings.length === 0 && summary.confirmed.length === 0 && top
        ? `${faultLabel(top.key, CARDS)}, about ${Math.round(100 * top.p)} in a hundred`
        : null,
    pairs: summary.pairs.map((pair) => beforeLineText(pair, raw)),
    readings: bench.readings.map((r) => ({
      number: r.event,
      check: `${checkLabel(r.reading.check, r.reading.cylinder)}, ${stateLabel(r.reading)}`,
      text: readingText(raw(r.event)!),
      verdict: verdictOf(r, raw(r.event)!),
    })),
    unmade: bench.notPerformed.map((u) => ({
      number: u.event,
      check: checkLabel(u.check, u.cylinder),
      why: notPerformedWords(u),
    })),
    ending: close && 'close' in close ? CLOSE_WORDS[close.close] : 'Still open',
    endingNote: close && 'close' in close ? (close.note ?? null) : null,
    shownCured: close !== undefined && 'close' in close && close.close === 'cured',
    alsoSeen: worstFirst(bench.beside.seen).map((seen) => ({ text: seenText(seen), safety: seen.bad === 'safety' })),
    beside: besideOf(bench),
    bill: bench.head.house.money ? billOf(bench, bench.head.house.money) : null,
    watch: watchOf(bench, findings),
    cautions: cautionsOf(bench, summary, close !== undefined),
  };
}

/** What was wrong, for whoever rides it; null for what is a condition and no part. */
function plainOf(id: string): string | null {
  const part = findFault(id)?.part;
  return part ? PLAIN_WORDS[part] : null;
}

/** What came off and went back on, parts, work done elsewhere, and what was agreed. */
function besideOf({ beside }: Bench): NonNullable<SheetData['beside']> {
  return {
    putBack: beside.off
      .filter(({ on }) => on !== null)
      .map(({ item, on }) => {
        const tight = on!.tight;
        if (tight === null) return item;
        return `${item}, ${typeof tight === 'string' ? TIGHTENED_WORDS[tight] : `${Math.round(tight * 10) / 10} N·m`}`;
      }),
    leftOff: stillOff(beside).map(({ item }) => item),
    parts: beside.needs.map(
      ({ name, number, superseded, now, substitute }) =>
        `${[name, superseded ?? number].filter(Boolean).join(' ')}: ${SUPPLY_WORDS[now].toLowerCase()}${substitute ? ', a substitute' : ''}`,
    ),
    sentOut: beside.sent.map(
      (item) => `${awayText(item)}: ${item.back === null ? 'not back' : wasTaken(item) ? 'passed' : 'did not pass'}`,
    ),
    agreed: beside.approvals.map(
      ({ sum, answer, who, how }) => `Up to ${sum}: ${answer} by ${who}, ${ASKED_WAY_WORDS[how].toLowerCase()}`,
    ),
  };
}

/** What the customer has to mind: bypasses and repairs for the time being, what was passed over, what the proof could not show. */
function cautionsOf(bench: Bench, summary: ReturnType<typeof summarise>, closed: boolean): readonly string[] {
  return [
    ...fittedBypasses(bench).map((b) => `Still bypassed: ${faultLabel(b.key, CARDS)}. ${CAUTIONS['bypass-fitted']}`),
    ...openTemporaries(bench).map(
      (r) => `Repaired for the time being only: ${faultLabel(r.key, CARDS)}. It has to be made good.`,
    ),
    ...stillOff(bench.beside).map(({ item }) => `Left off the machine: ${item}.`),
    ...bench.waived.map((w) => `Passed over: ${CONDITION_WORK[w.condition]?.title ?? w.condition}. ${w.because}`),
    ...(!closed ? [] : summary.work.due.filter((d) => d.of === null)).map(
      (d) => `Not done, ${d.title}: ${workWords({ ...d, steps: d.steps.map((step) => step.label) }, CARDS)}.`,
    ),
    ...summary.proofs
      .filter((p) => p.notProven)
      .map(
        (p) =>
          `Not proven here: it was run ${Math.floor(p.minutes)} minutes, and fails after ${p.failsAfterMin} as you say. Please try it for that long.`,
      ),
    ...(!closed ? [] : notShown(bench).map((c) => `Not shown by the re-test: ${c}.`)),
  ];
}

/** What lies behind what was found, what let a condition come about, and what is due later. */
function watchOf(bench: Bench, findings: readonly Finding[]): readonly string[] {
  const said = new Set(bench.letIn.map((l) => l.condition));
  const behind = findings.filter((f) => !said.has(f.repair.key)).flatMap((f) => f.behind ?? []);
  const letIn = bench.letIn.map(({ condition, through }) => {
    const way = CONDITION_WORK[condition]?.ways[through] ?? CARDS[through]?.title ?? through;
    return `${faultLabel(condition, CARDS)}, let in by: ${way}`;
  });
  const later = bench.works.flatMap(({ condition, steps, followUpOn }) =>
    followUpOn === null
      ? []
      : [
          `By ${DAY.format(new Date(followUpOn))}: ${steps.map((id) => CONDITION_WORK[condition]?.steps[id] ?? id).join('; ')}.`,
        ],
  );
  const putOff = bench.beside.later.map(
    ({ what, dueOn, atHours }) =>
      `${[dueOn && `By ${DAY.format(new Date(dueOn))}`, atHours !== null && `at ${atHours} h on the meter`].filter(Boolean).join(' or ')}: ${what}.`,
  );
  const substitutes = bench.beside.needs
    .filter(({ substitute }) => substitute)
    .map(({ name }) => `${name}: a substitute is fitted; it is looked at next time.`);
  return [...new Set([...later, ...putOff, ...letIn, ...behind, ...substitutes])];
}

/** The verdict on figures; a plain outcome is its own. */
function verdictOf({ reading, assessment }: StandingReading, raw: RawCheckEvent): string {
  if (raw.outcome !== undefined || raw.symptoms !== undefined) return '';
  return assessment.tooCloseToCall ? 'too close to call' : outcomeLabel(checkOf(reading.check), assessment.outcome);
}
