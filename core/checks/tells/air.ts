import type { TellsByCheck } from './tells.ts';

/** Air. Numbers: common practice and from memory, adjustable. */
export const AIR_TELLS: TellsByCheck = {
  'air.exhaust': {
    leak: { blocked: 0.0005 },
  },
  'air.intake-seal': {
    leak: { leaks: 0.015 },
  },
};
