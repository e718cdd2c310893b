import { cylinderOf, idOf } from '../checks/access.ts';
import { checkOf } from '../checks/index.ts';
import { carburetted, cylindersOf } from '../engine/index.ts';
import { REMINDERS, type Reminder } from '../faults/backTogether.ts';
import { findFault, findRepairable } from '../faults/index.ts';
import { stillOff } from './beside.ts';
import { repairKeys } from './repairKeys.ts';
import type { Bench, MadeRepair } from './state.ts';
import type { StepDue, WorkOff } from './workDue.ts';

type Last = ReadonlyMap<string, number>;

/** What was last open for each of these, by key of access, as the number of the event. */
function openedLast(bench: Bench, repairsOnly: boolean): Last {
  const { access, head, readings, repairs, standing } = bench;
  const cylinders = cylindersOf(head.engine);
  const last = new Map<string, number>();
  const open = (keys: readonly string[], event: number) => {
    for (const key of keys) last.set(key, Math.max(event, last.get(key) ?? 0));
  };
  for (const { event, step } of repairs)
    if (step.action !== 'bypassed') open(repairKeys(bench, findRepairable(step.id)?.repair, step.cylinder), event);
  if (repairsOnly) return last;
  for (const { event, reading } of readings)
    open(access.keysFor(checkOf(reading.check), reading.cylinder, cylinders), event);
  standing.forEach((event, i) => {
    if (event?.kind === 'access' && event.open) open(access.chain([idOf(event.key)], cylinderOf(event.key)), i + 1);
  });
  return last;
}

const worksOn = (parts: NonNullable<Reminder['parts']>) => (repair: MadeRepair) => {
  const part = findFault(repair.step.id)?.part;
  return repair.step.action !== 'bypassed' && part !== undefined && parts.includes(part);
};

/** The event after which that can have been forgotten last; 0 where there was none. */
function riskedAt({ opened, afterWorkOnly, parts }: Reminder, bench: Bench, any: Last, byWork: Last): number {
  const last = afterWorkOnly ? byWork : any;
  const keys = [...last].filter(([key]) => opened.includes(key) || opened.includes(idOf(key)));
  const worked = parts ? bench.repairs.filter(worksOn(parts)).map((r) => r.event) : [];
  return Math.max(0, ...keys.map(([, event]) => event), ...worked);
}

/** What is still off the machine, and what can have been forgotten since it was opened and was not ticked after. */
export function backTogether(bench: Bench): { readonly off: WorkOff[]; readonly steps: StepDue[] } {
  const [any, byWork] = [openedLast(bench, false), openedLast(bench, true)];
  const { engine } = bench.head;
  const waived = Math.max(0, ...bench.waived.filter((w) => w.condition === 'back-together').map((w) => w.event));
  const steps = REMINDERS.filter((reminder) => {
    if (reminder.carburetted && !carburetted(engine)) return false;
    if ((reminder.cylinder ?? 1) > engine.cylinders) return false;
    const ticked = bench.works.filter((w) => w.condition === 'back-together' && w.steps.includes(reminder.id));
    return riskedAt(reminder, bench, any, byWork) > Math.max(waived, ...ticked.map((w) => w.event));
  });
  return {
    off: stillOff(bench.beside)
      .filter((item) => item.event > waived)
      .map(({ event, item }) => ({ event, item })),
    steps: steps.map(({ id, label }) => ({ id, label })),
  };
}
