/**
 * A failure is what several faults lead to and several checks can see; each comes in levels. A fault states how surely it leads there,
 * a check and a complaint state how each level shows, and neither is said twice. Imports nothing.
 */
export const FAILURE_LEVELS = {
  /** A cylinder does not pull. */
  pull: ['dead', 'weak'],
  /** The starter does not crank it as it should. */
  crank: ['slow', 'click', 'silent', 'stops', 'free', 'kick', 'fast'],
  /** The engine does not run, or not for long: it dies within seconds, or after minutes, as heat comes or fuel runs short. */
  run: ['nostart', 'dies', 'fades'],
  /** Too little or too much fuel. */
  fuel: ['none', 'lean', 'rich'],
  /** A cylinder does not seal. */
  seal: ['weak', 'gone'],
} as const;

export type FailureId = keyof typeof FAILURE_LEVELS;
export const FAILURE_IDS = Object.keys(FAILURE_LEVELS) as readonly FailureId[];
export type FailureLevel<F extends FailureId = FailureId> = (typeof FAILURE_LEVELS)[F][number];

/** For each level of each failure, something said of it. */
export type ByFailure<T> = { readonly [F in FailureId]?: { readonly [L in FailureLevel<F>]?: T } };
