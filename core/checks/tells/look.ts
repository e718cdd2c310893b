import type { TellsByCheck } from './tells.ts';

/** What is seen. Numbers: common practice and from memory, adjustable. */
export const LOOK_TELLS: TellsByCheck = {
  'oil.drop': {
    leak: { thin: 0.03 },
  },
  'look.air-filter': {
    leak: { dirty: 0.12, blocked: 0.005, 'housing-broken': 0.005 },
  },
  'look.cooling': {
    leak: { packed: 0.1 },
  },
  'look.crank': {
    leak: {
      slow: 0.003,
      hesitates: 0.002,
      groans: 0.001,
      'click-only': 0.004,
      silent: 0.004,
      'stops-dead': 0.002,
      'kicks-back': 0.002,
      'spins-free': 0.001,
      'spins-fast': 0.001,
    },
    via: {
      crank: {
        // A compression that it only just gets over; a motor that is starved on the way to it.
        slow: { slow: 0.74, hesitates: 0.16, groans: 0.06 },
        click: { 'click-only': 0.8, groans: 0.16 },
        silent: { silent: 0.97 },
        stops: { 'stops-dead': 0.75, groans: 0.1, hesitates: 0.1 },
        free: { 'spins-free': 0.96 },
        kick: { 'kicks-back': 0.9 },
        fast: { 'spins-fast': 0.7 },
      },
    },
  },
  'look.fuel': {
    leak: { stale: 0.02, water: 0.004, 'tap-shut': 0.004, empty: 0.01 },
  },
  'look.oil': {
    leak: { low: 0.0005, 'overfull-clean': 0.0003, 'overfull-fuel': 0.0005, milky: 0.0005 },
  },
  'look.stains': {
    leak: { 'fuel-at-carb': 0.03, 'oil-at-head': 0.06 },
  },
  'look.wiring': {
    leak: { damaged: 0.01 },
  },
};
