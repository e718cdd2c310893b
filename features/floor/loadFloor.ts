import {
  type BenchSummary,
  CLOSE_WORDS,
  checkLabel,
  faultCards,
  faultLabel,
  type Phase,
  type Plan,
  type RawCase,
  SYMPTOMS,
  stateLabel,
} from '@/core/index.ts';
import type { Database } from '@/db/client.ts';
import { closedJobs, eventsOfJobs, type Job, openJobs } from '@/db/jobs.ts';
import { allMachines, type Machine } from '@/db/machines.ts';
import { benchOf, standOf } from '@/features/record/server/benches.ts';
import { type JobFile, jobFileOf } from '@/features/record/server/jobFile.ts';

const CARDS = faultCards();

export interface FloorRow {
  readonly id: string;
  readonly number: number;
  readonly machine: Pick<Machine, 'tag' | 'name' | 'owner'>;
  readonly complaint: string;
  readonly promisedOn: string | null;
  readonly phase: Phase;
  readonly waitsFor: string;
  /** Something stands by itself, to be looked at then; ISO time. */
  readonly standsUntil: string | null;
  /** The likeliest suspect, or null when nothing stands out. */
  readonly suspect: string | null;
}

const SHOWN_SUSPECT = 0.3;
const CLOSED_SHOWN = 8;

/** The machines in the shop, oldest promise first, each with what it waits for; and the last ones that left. */
export async function loadFloor(db: Database): Promise<{ open: FloorRow[]; closed: FloorRow[] }> {
  const [open, closed, machines] = [await openJobs(db), await closedJobs(db, CLOSED_SHOWN), await allMachines(db)];
  const records = await eventsOfJobs(
    db,
    [...open, ...closed].map((j) => j.id),
  );
  const row = (job: Job): FloorRow => {
    const file = jobFileOf(records.get(job.id)!);
    return {
      id: job.id,
      number: job.number,
      machine: machines.find((m) => m.id === job.machineId)!,
      complaint: complaintText(file.head),
      promisedOn: job.promisedOn,
      ...stateOf(job.id, file),
    };
  };
  return { open: open.map(row), closed: closed.map(row) };
}

type FloorState = Pick<FloorRow, 'phase' | 'waitsFor' | 'suspect' | 'standsUntil'>;

const KEPT_STATES = 1000;
const states = new Map<string, FloorState>();

/** How a job stands, worked out once for each length of its record. */
function stateOf(jobId: string, file: JobFile): FloorState {
  const key = `${jobId}/${file.events.length}`;
  let state = states.get(key);
  if (!state) {
    const bench = benchOf(jobId, file);
    const { summary, plan } = standOf(bench);
    const last = file.events.at(-1)?.event;
    const top = summary.suspects[0];
    state = {
      phase: summary.phase,
      waitsFor: last && 'close' in last ? CLOSE_WORDS[last.close] : waitsFor(summary, plan),
      standsUntil: standsUntil(summary, file),
      suspect:
        summary.phase === 'tracing' && top && top.p >= SHOWN_SUSPECT
          ? `${faultLabel(top.key, CARDS)} (${Math.round(100 * top.p)} %)`
          : null,
    };
    if (states.size >= KEPT_STATES) states.delete(states.keys().next().value!);
    states.set(key, state);
  }
  return state;
}

export const complaintText = (head: Pick<RawCase, 'complaint'>) => head.complaint.map((s) => SYMPTOMS[s]).join(', ');

/** The hour at which the last thing that stands by itself is to be looked at. */
function standsUntil({ standing }: BenchSummary, { events }: JobFile): string | null {
  const last = standing.at(-1);
  const since = last && events.find((e) => e.seq === last.event)?.at;
  return since ? new Date(new Date(since).getTime() + last.minutes * 60_000).toISOString() : null;
}

function waitsFor(summary: BenchSummary, plan: Plan): string {
  const [standing] = summary.standing;
  if (standing) return `Set up: ${checkLabel(standing.check, null)}`;
  switch (summary.phase) {
    case 'repair':
      return `Repair: ${faultLabel(summary.confirmed[0]!.fault, CARDS)}`;
    case 'retest': {
      const [due] = summary.retests;
      return `Re-test: ${checkLabel(due!.check, due!.cylinder)}`;
    }
    case 'work': {
      const [due] = summary.work.due;
      return due ? `Work: ${due.steps[0]?.label ?? due.title}` : 'To be said: what let it in';
    }
    case 'ready':
      return 'Ready to close';
    case 'closed':
      return 'Closed';
    case 'tracing': {
      const next = plan.next[0];
      return next
        ? `Check: ${checkLabel(next.check, next.cylinder)} (${stateLabel(next)})`
        : 'Check: run it and listen';
    }
  }
}
