import type { TellsByCheck } from './tells.ts';

/** Runs. Numbers: common practice and from memory, adjustable. */
export const RUN_TELLS: TellsByCheck = {
  'run.leak-watch': {
    leak: { wet: 0.004 },
  },
  'run.minutes': {
    leak: { failed: 0.012 },
  },
  'run.restart-hot': {
    leak: { hard: 0.012, no: 0.002 },
    via: {
      run: { nostart: { no: 0.95 }, dies: { hard: 0.4, no: 0.3 }, fades: { hard: 0.4, no: 0.3 } },
      pull: { dead: { hard: 0.15 } },
    },
  },
  'run.start-cold': {
    leak: { hard: 0.04, no: 0.004 },
    via: {
      run: { nostart: { no: 0.9, hard: 0.08 }, dies: { hard: 0.6, no: 0.2 } },
      pull: { dead: { hard: 0.12 }, weak: { hard: 0.1 } },
      fuel: { lean: { hard: 0.3 }, rich: { hard: 0.05 } },
      seal: { weak: { hard: 0.25 }, gone: { hard: 0.2 } },
    },
  },
  'run.timed': {
    leak: { failed: 0.02, gone: 0.02, dry: 0.02, 'after-cooling': 0.3, no: 0.03 },
  },
  'run.top-speed': {
    leak: { low: 0.03, over: 0.003 },
    via: { pull: { dead: { low: 0.3 } }, fuel: { lean: { low: 0.15 } } },
  },
  'run.shut-off': {
    leak: { 'after-fires': 0.008, 'one-keeps-firing': 0.003 },
  },
};
