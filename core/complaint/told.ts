import type { FailureId, FailureLevel } from '../machine/failures.ts';
import type { Symptom } from './symptoms.ts';

/** How failures are complained of, by level; a fault that states a symptom itself replaces this for that symptom. */
export const SYMPTOMS_VIA: {
  readonly [F in FailureId]: { readonly [L in FailureLevel<F>]: Partial<Record<Symptom, number>> };
} = {
  pull: {
    dead: {
      'low-power': 0.72,
      'one-cylinder': 0.4,
      'runs-rough': 0.55,
      'misfire-steady': 0.3,
      'pops-exhaust': 0.12,
      'smoke-black': 0.08,
      'misfire-intermittent': 0.1,
      'hard-start-cold': 0.12,
      'hard-start-hot': 0.1,
      'bogs-open-throttle': 0.1,
      'cuts-out-at-speed': 0.04,
      surges: 0.04,
    },
    weak: {
      'low-power': 0.5,
      'runs-rough': 0.45,
      'misfire-intermittent': 0.25,
      'misfire-steady': 0.15,
      'hard-start-cold': 0.12,
      'hard-start-hot': 0.12,
      'bogs-open-throttle': 0.12,
      'one-cylinder': 0.12,
      'cuts-out-at-speed': 0.06,
      'pops-exhaust': 0.06,
      surges: 0.05,
    },
  },
  crank: {
    slow: { 'cranks-slow': 0.9, 'battery-goes-flat': 0.07 },
    click: { 'no-crank-click': 0.95, 'battery-goes-flat': 0.06 },
    silent: { 'no-crank-silent': 0.95, 'battery-goes-flat': 0.02 },
    stops: { 'crank-stops': 0.9, 'battery-goes-flat': 0.04 },
    free: { 'starter-spins-free': 0.95 },
    kick: { 'kicks-back': 0.9 },
    fast: {},
  },
  run: {
    nostart: { 'cranks-no-start': 0.92, 'stopped-suddenly': 0.15, 'starts-then-dies': 0.06 },
    dies: { 'starts-then-dies': 0.8, 'dies-after-minutes': 0.15, 'stopped-suddenly': 0.15, 'hard-start-hot': 0.1 },
    fades: { 'dies-after-minutes': 0.8, 'starts-then-dies': 0.05, 'stopped-suddenly': 0.15, 'hard-start-hot': 0.15 },
  },
  fuel: {
    none: {},
    lean: {
      'low-power': 0.4,
      surges: 0.3,
      'bogs-open-throttle': 0.3,
      'hard-start-cold': 0.25,
      'runs-rough': 0.25,
      'runs-on-choke-only': 0.15,
      'surges-warm': 0.12,
      'pops-intake': 0.12,
      'starts-then-dies': 0.06,
      'cuts-out-at-speed': 0.08,
      'misfire-intermittent': 0.12,
      'dies-after-minutes': 0.05,
      'hard-start-hot': 0.06,
    },
    rich: {
      'smoke-black': 0.55,
      'low-power': 0.4,
      'runs-rough': 0.4,
      'hard-start-hot': 0.25,
      'hard-start-cold': 0.05,
      'bogs-open-throttle': 0.1,
      'misfire-steady': 0.08,
      'starts-then-dies': 0.05,
      surges: 0.04,
    },
  },
  seal: {
    weak: {
      'low-power': 0.45,
      'runs-rough': 0.3,
      'hard-start-cold': 0.25,
      'hard-start-hot': 0.12,
      'one-cylinder': 0.1,
      'bogs-open-throttle': 0.05,
    },
    gone: {
      'low-power': 0.7,
      'one-cylinder': 0.4,
      'runs-rough': 0.5,
      'hard-start-cold': 0.2,
      'hard-start-hot': 0.15,
      'misfire-steady': 0.15,
    },
  },
};

/** How one level of a failure is complained of. */
export const showsAs = (failure: FailureId, level: string): Partial<Record<Symptom, number>> =>
  (SYMPTOMS_VIA[failure] as Readonly<Record<string, Partial<Record<Symptom, number>>>>)[level] ?? {};

/** Chance that a symptom is told of with nothing in the catalogue behind it. */
export const SYMPTOM_LEAK = 0.004;
/** Not signs of a fault: told to describe the complaint. */
export const SYMPTOM_LEAKS: Partial<Record<Symptom, number>> = {
  'idles-fine': 0.5,
  'runs-rough': 0.02,
  'low-power': 0.02,
  'hard-start-cold': 0.02,
  knock: 0.01,
};
/** The same of what the technician sees himself: he takes a sound machine for a weak one less readily than its owner [M]. */
export const SEEN_LEAKS: Partial<Record<Symptom, number>> = { 'idles-fine': 0.5 };
/** What a starter or an engine does is one of these and no other: told one, that the others are not told of says no more. */
export const ONE_OF: readonly (readonly Symptom[])[] = [
  ['no-crank-silent', 'no-crank-click', 'crank-stops', 'cranks-slow', 'starter-spins-free'],
  ['cranks-no-start', 'starts-then-dies', 'dies-after-minutes'],
];
/** A symptom the customer did not mention counts weakly: how much of its absence is believed. */
export const UNMENTIONED_COUNTS = 0.35;
/** Who says that it cranks and does not start has heard how it cranks: that he does not call it slow counts for more [M]. */
export const HEARD_WITH: { readonly [S in Symptom]?: { readonly told: Symptom; readonly counts: number } } = {
  'cranks-slow': { told: 'cranks-no-start', counts: 0.75 },
};
