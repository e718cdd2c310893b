import { checkOf } from '../checks/index.ts';
import { DUTIES, type DutyId, SETS_SPEED } from '../faults/duties.ts';
import { findFault, findRepairable } from '../faults/index.ts';
import { backTogether } from './backTogether.ts';
import { notBackYet } from './beside.ts';
import { fittedBypasses, openTemporaries } from './fitted.ts';
import type { Bench, MadeRepair } from './state.ts';
import type { WorkDue } from './workDue.ts';

const TOP_SPEED = checkOf('run.top-speed');
const TOO_FAST = 'over';
const SET_RIGHT = 'fuel.governor-overspeed';

const asked = (id: DutyId): Omit<WorkDue, 'before'> => ({
  condition: id,
  title: DUTIES[id].title,
  steps: [],
  checks: [],
  of: null,
  repair: null,
  passable: DUTIES[id].passable,
  look: null,
});

/** After work on it nobody knows how fast the engine turns. */
const setsSpeed = ({ step }: MadeRepair): boolean => {
  const fault = findRepairable(step.id);
  return (
    fault !== undefined &&
    step.action !== 'bypassed' &&
    (SETS_SPEED.includes(fault.part) || fault.repair.access.includes('carburettor'))
  );
};

/** Work on what keeps its speed. */
const setsGovernor = ({ step }: MadeRepair): boolean =>
  step.action !== 'bypassed' && findFault(step.id)?.part === 'choke-governor';

/** What is elsewhere, or came back and did not pass. */
function awayDue(bench: Bench): WorkDue[] {
  const passed = Math.max(0, ...bench.waived.filter((w) => w.condition === 'sent-out').map((w) => w.event));
  const off = notBackYet(bench.beside)
    .filter((item) => Math.max(item.event, item.back?.event ?? 0) > passed)
    .map(({ event, item, to, back }) => ({ event, item: `${item} at ${to}${back ? ', refused' : ''}` }));
  return off.length === 0 ? [] : [{ ...asked('sent-out'), before: 'leaving', off }];
}

/** A machine goes back whole: what came off is on, and what is forgotten most was looked at. */
function togetherDue(bench: Bench): WorkDue[] {
  const { off, steps } = backTogether(bench);
  return off.length + steps.length === 0 ? [] : [{ ...asked('back-together'), before: 'leaving', off, steps }];
}

/** What was done to the machine, or found of its speed, that asks for more before it runs or leaves. */
export const dutiesOf = (bench: Bench): WorkDue[] => [
  ...speedDue(bench),
  ...fittedBypasses(bench).map(
    ({ event, key }): WorkDue => ({
      ...asked('bypass'),
      before: 'leaving',
      of: { event, key },
      steps: DUTIES.bypass.steps.map(({ id, label }) => ({ id, label })),
    }),
  ),
  ...openTemporaries(bench).map(
    ({ event, key }): WorkDue => ({ ...asked('temporary'), before: 'leaving', of: { event, key }, repair: key }),
  ),
  ...awayDue(bench),
  ...togetherDue(bench),
];

/** One that turned too fast does not run again before it is set right; one that was worked on does not leave before its top speed was read. */
function speedDue(bench: Bench): WorkDue[] {
  const lastOf = (wanted: (r: MadeRepair) => boolean) =>
    Math.max(0, ...bench.repairs.filter(wanted).map((r) => r.event));
  const worked = lastOf(setsSpeed);
  const read = bench.readings.filter((r) => r.reading.check === TOP_SPEED.id);
  const last = read.at(-1);
  // A jet that is cleaned slows no engine down.
  if (last?.assessment.outcome === TOO_FAST && lastOf(setsGovernor) < last.event)
    return [
      {
        ...asked('top-speed'),
        title: 'It turns too fast',
        before: 'running',
        repair: SET_RIGHT,
        passable: false,
      },
    ];
  const passed = bench.waived.some((w) => w.condition === 'top-speed' && w.event > worked);
  const since = read.filter((r) => r.event > worked);
  const wasTooFast = last?.assessment.outcome === TOO_FAST;
  const judged = since.filter((r) => r.assessment.outcome !== null);
  return worked === 0 || passed || saidForSure(judged)
    ? []
    : [
        {
          ...asked('top-speed'),
          // It turned too fast: nobody loads it on the word of whoever set it.
          before: wasTooFast ? 'loading' : 'leaving',
          steps: stepsToSpeed(since.length > 0, judged.length > 0),
          checks: [{ check: TOP_SPEED.id, cylinder: null, condition: TOP_SPEED.states[0]! }],
        },
      ];
}

/** What is still to be done of a speed that was read already. */
function stepsToSpeed(isRead: boolean, isJudged: boolean): WorkDue['steps'] {
  if (isJudged) return [{ id: 'heard', label: 'Only heard so far: a tachometer, or hear it idle as well' }];
  // Read, and nothing on the sheet to hold it against.
  return isRead ? [{ id: 'figure', label: 'Top speed into the engine sheet, and read it again' }] : [];
}

/** Two speeds of an engine that were heard lie at least this far apart, as idle and top speed do [share]. */
const ANOTHER_SPEED = 0.15;

/** Read on a tachometer, or heard at two speeds: one that is heard alone may be an octave off. */
function saidForSure(read: Bench['readings']): boolean {
  if (read.some((r) => !r.reading.heard)) return true;
  const heard = read
    .flatMap(({ reading: { fields } }) => [fields.value, fields.idle])
    .filter((rpm): rpm is number => typeof rpm === 'number');
  return heard.length > 0 && Math.max(...heard) > (1 + ANOTHER_SPEED) * Math.min(...heard);
}
