import { nextChecks, summarise } from '../bench/index.ts';
import { type CaseHead, readCase } from '../casefile/index.ts';
import { random } from '../chance/random.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import { soundMower } from '../mower/machine.ts';
import type { Asked } from '../mower/simulateCheck.ts';
import type { Drawn } from './draw.ts';
import type { Steps } from './policy.ts';
import { type Silly, sillyOf, stepName } from './silly.ts';
import { runTrial, type TrialResult } from './trial.ts';

/** A job planned from its complaint alone: which checks, what they cost, and what is odd about any. */
export interface PlannedPath {
  readonly steps: readonly {
    readonly name: string;
    readonly minutes: number;
    readonly silly: Silly | null;
    /** It was listed; else nothing that was could be made, and it is what anybody would look at besides. */
    readonly listed: boolean;
  }[];
  readonly result: TrialResult;
}

type Truth = readonly (readonly [fault: string, cylinder: number | null])[];
type Raw = Readonly<Record<string, unknown>>;

/** As bad as such things mostly are when they are brought in, and always there [M]. */
const BROUGHT_IN = { severity: 0.6, shows: 1 };

const words = <T extends object>(engine: T): T =>
  Object.fromEntries(Object.entries(engine).filter(([, word]) => word !== 'unknown' && word !== null)) as T;

/**
 * The job of a case as the planner would have led it, from the bare complaint to the repair. A check that the record has made before its first repair is
 * answered by the record; any other by a virtual mower with that truth put in.
 * @param form which of its forms each fault takes, 0 .. 1
 * @throws Error for a case that is refused
 */
export function plannedPath(raw: unknown, truth: Truth, seed: number, form = 0.3, how: Steps = 'one'): PlannedPath {
  const given = raw as { readonly events: readonly Raw[] };
  const read = readCase({ ...(raw as object), events: [] });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  const head = read.value as CaseHead;
  // A layout nobody said is drawn as the commonest.
  const engine = {
    ...({
      layout: head.engine.cylinders === 2 ? 'v-twin-90' : 'single',
      fuelFeed: 'pulse-pump',
      lifters: 'solid',
    } as const),
    ...({ compressionRelease: 'automatic', ignition: 'coil-per-cylinder', carburettor: 'one-barrel' } as const),
    ...words(head.engine),
  };
  const drawn: Drawn = {
    number: seed,
    seed,
    engine: head.engine,
    sound: { ...soundMower(engine as Drawn['engine'], random(seed), 250), ambientC: 20 },
    puts: truth.map(([fault, cylinder]) => ({ fault, cylinder, form, ...BROUGHT_IN })),
    complaint: head.complaint as readonly Symptom[],
    history: head.history as Drawn['history'],
  };
  const before = given.events.slice(0, firstRepair(given.events));
  const steps: PlannedPath['steps'][number][] = [];
  const result = runTrial(drawn, 'ridge', how, {
    watch: (bench, asked, minutes) => {
      const listed = nextChecks(bench, summarise(bench)).next.some(
        (n) => n.check === asked.check && n.cylinder === asked.cylinder && n.condition === asked.condition,
      );
      steps.push({ name: stepName(asked), minutes, listed, silly: listed ? sillyOf(bench, asked) : null });
    },
    answers: (asked, bench) => (bench.repairs.length > 0 ? null : answerOf(before, asked)),
  });
  return { steps, result };
}

const firstRepair = (events: readonly Raw[]) => {
  const at = events.findIndex((event) => 'repair' in event);
  return at < 0 ? events.length : at;
};

/** What the record has of that check on that side, in that state. */
function answerOf(events: readonly Raw[], { check, cylinder, condition, temperature }: Asked): readonly Raw[] | null {
  const found = events.filter(
    (event) =>
      event.check === check &&
      (event.cylinder ?? null) === cylinder &&
      (event.condition ?? condition) === condition &&
      (event.temperature === 'hot') === (temperature === 'hot'),
  );
  return found.length > 0 ? found.map((event) => ({ ...event, condition })) : null;
}
