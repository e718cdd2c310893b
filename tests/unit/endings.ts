import { BACK_TOGETHER_STEPS } from '../../core/faults/backTogether.ts';
import { advance, blockerSentence, faultCards, openBench, readCase, summarise } from '../../core/index.ts';

/** Everything that is forgotten when a machine goes back together, ticked. */
export const TOGETHER = { work: 'back-together', steps: BACK_TOGETHER_STEPS.map((step) => step.id) };

/** One whole job as its record goes, put back together at its end: what the app refuses to close and why, and whether it calls the machine ready. */
export function jobOn(
  complaint: readonly string[],
  { engine = {}, ...more }: { engine?: object; history?: object; house?: object } = {},
) {
  const benchAfter = (events: readonly object[]) => {
    const read = readCase({
      ...{ format: 'ridge-bolt/case', version: 1, complaint, ...more, events },
      machine: {
        kind: 'lawn-tractor',
        engine: {
          ...{ cylinders: 1, fuelFeed: 'gravity', lifters: 'solid', carburettor: 'one-barrel' },
          sheet: { governedRpm: 3550, idleRpm: 1650, oilLitres: 1.4, strokeMm: 70 },
          ...engine,
        },
      },
    });
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const { events: all, ...head } = read.value;
    return all.reduce(advance, openBench(head));
  };
  const cards = faultCards();
  return {
    benchAfter,
    summary: (...events: readonly object[]) => summarise(benchAfter([...events, TOGETHER])),
    /** Every sentence that keeps the job from being closed as cured. */
    refused: (...events: readonly object[]) =>
      summarise(benchAfter([...events, TOGETHER])).closeBlockers.map((b) => blockerSentence(b, cards)),
    phase: (...events: readonly object[]) => summarise(benchAfter([...events, TOGETHER])).phase,
  };
}

const hours = (value: number) => ({ fields: { minutes: { value, unit: 'h' } } });
const minutes = (value: number) => ({ fields: { minutes: { value, unit: 'min' } } });

/** Events that many jobs share. */
export const MADE = {
  runs: { check: 'look.run', condition: 'loaded', symptoms: [] },
  cranks: { check: 'look.crank', outcome: 'normal' },
  oilOk: { check: 'look.oil', outcome: 'ok' },
  dry: (stood: number) => ({ check: 'run.leak-watch', outcome: 'dry', ...hours(stood) }),
  ranHot: (ran: number) => ({
    check: 'run.minutes',
    condition: 'loaded',
    temperature: 'hot',
    outcome: 'clean',
    ...minutes(ran),
  }),
  topSpeed: (rpm: number) => ({ check: 'run.top-speed', value: { value: rpm, unit: 'rpm' } }),
};
