import type { TellsByCheck } from './tells.ts';

/** One cylinder beside the other. Numbers: common practice and from memory, adjustable. */
export const BALANCE_TELLS: TellsByCheck = {
  'balance.cut-out': {
    leak: { weak: 0.04, dead: 0.005 },
    via: { pull: { dead: { dead: 0.93, weak: 0.05 }, weak: { weak: 0.75, dead: 0.06 } } },
  },
  'balance.heat': {
    leak: { cooler: 0.04, cold: 0.004 },
    // A dead cylinder stays far below its twin; that both read alike is next to impossible [P].
    via: { pull: { dead: { cold: 0.95, cooler: 0.049 }, weak: { cooler: 0.85, cold: 0.03 } } },
  },
  'balance.rhythm': {
    leak: { 'one-weak': 0.15, 'one-dead': 0.02, irregular: 0.03 },
    via: {
      pull: {
        dead: { 'one-dead': 0.65, 'one-weak': 0.2, irregular: 0.05 },
        weak: { 'one-weak': 0.55, irregular: 0.15 },
      },
      fuel: { lean: { irregular: 0.3 }, rich: { irregular: 0.15 } },
    },
  },
};
