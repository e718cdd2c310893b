import type { TellsByCheck } from './tells.ts';

/** Valves. Numbers: common practice and from memory, adjustable. */
export const VALVE_TELLS: TellsByCheck = {
  'valve.lash': {
    leak: { wide: 0.04, wider: 0.004, tight: 0.02 },
    leakOnceAdjusted: { wide: 0.004, wider: 0.001, tight: 0.004 },
  },
  'valve.lifter': {
    leak: { collapsed: 0.01 },
  },
  'valve.motion': {
    leak: {
      'intake-short': 0.01,
      'exhaust-short': 0.01,
      'intake-still': 0.002,
      'exhaust-still': 0.002,
      'stays-open': 0.002,
    },
  },
  'valve.pushrods': {
    leak: { bent: 0.0005, off: 0.0003 },
  },
  'valve.rocker-studs': {
    leak: { loose: 0.002 },
  },
  'valve.springs': {
    leak: { broken: 0.0005 },
  },
};
