import type { CloseBlocker, ProofRun } from '../bench/index.ts';
import { splitKey } from '../machine/key.ts';
import { checkLabel, type FaultTitles, faultLabel } from './wording.ts';

/** How far what takes time has got. */
const gotSoFar = (proof: ProofRun | null): string =>
  proof === null
    ? ''
    : proof.runs
      ? `, ${Math.floor(proof.minutes)} of ${proof.of} minutes`
      : `, ${hoursOf(proof.minutes)} of ${hoursOf(proof.of)} hours`;

/** Minutes as hours, a tenth of one never more than it was. */
export const hoursOf = (minutes: number): number => Math.floor(minutes / 6) / 10;

/** Steps, checks and the repair that are due, one after the other. */
export const workWords = (
  { steps, checks, repair }: Pick<Extract<CloseBlocker, { code: 'work-due' }>, 'steps' | 'checks' | 'repair'>,
  cards: FaultTitles,
  sides?: readonly string[],
): string =>
  [
    ...(repair === null ? [] : [`repair ${faultLabel(repair, cards, sides)}`]),
    ...steps,
    ...checks.map(({ check, cylinder }) => checkLabel(check, cylinder, sides)),
  ].join('; ');

/** What still stands in the way of closing the job as cured. */
export function blockerSentence(blocker: CloseBlocker, cards: FaultTitles, sides?: readonly string[]): string {
  switch (blocker.code) {
    case 'temporary-open':
      return `Only a temporary repair: ${faultLabel(blocker.key, cards, sides)}. Make it good and record it, or end the job as not cured.`;
    case 'bypass-fitted':
      return `A bypass is still fitted: ${faultLabel(blocker.key, cards, sides)}. Take it off and record it.`;
    case 'nothing-repaired':
      return 'Nothing has been repaired yet.';
    case 'only-a-condition':
      return cards[splitKey(blocker.key).id]?.behind ?? 'What caused it is not found yet.';
    case 'work-due':
      return `${blocker.title}, still to do: ${workWords(blocker, cards, sides)}.`;
    case 'cause-open':
      return `${cards[blocker.condition]?.behind ?? 'What caused it?'} Say it, or repair it.`;
    case 'trouble-seen':
      return `Seen since the work, whatever it came for: ${checkLabel(blocker.check, null, sides)} is not as it should be.`;
    case 'proof-failed':
      return `Not as it should be after the work: ${checkLabel(blocker.check, blocker.cylinder, sides)}.`;
    case 'retest-due':
      return `Not re-tested: ${checkLabel(blocker.check, blocker.cylinder, sides)}${gotSoFar(blocker.proof)}.`;
    case 'complaint-not-gone':
      return `The complaint is not shown gone: ${checkLabel(blocker.check, null, sides)}${gotSoFar(blocker.proof)}.`;
  }
}
