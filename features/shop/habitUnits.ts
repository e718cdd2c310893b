import type { Habit } from './settings.ts';

/** The units each habit writes in, as one sees them on the bar. */
export const HABIT_UNITS: Readonly<Record<Habit, string>> = { metric: 'mm, °C', imperial: 'thou, °F' };
