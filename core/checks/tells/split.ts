import type { TellsByCheck } from './tells.ts';

/** Checks that halve. Numbers: common practice and from memory, adjustable. */
export const SPLIT_TELLS: TellsByCheck = {
  'split.cap-loose': {
    leak: { cures: 0.02 },
  },
  'split.choke': {
    leak: { worse: 0.3, better: 0.03, 'only-on-choke': 0.003 },
    via: {
      fuel: {
        lean: { better: 0.55, 'only-on-choke': 0.25 },
        none: { better: 0.2, 'only-on-choke': 0.3 },
        rich: { worse: 0.9 },
      },
    },
  },
  'split.primer': {
    // One side goes on where the other is dead; a charge that is wet already does not fire.
    via: {
      pull: { dead: { 'one-side-only': 0.5 }, weak: { 'one-side-only': 0.1, coughs: 0.1 } },
      fuel: { rich: { nothing: 0.15, coughs: 0.2 } },
    },
    viaOnSingle: {
      pull: { dead: { nothing: 0.8, coughs: 0.12 }, weak: { coughs: 0.35, nothing: 0.1 } },
      fuel: { rich: { nothing: 0.15, coughs: 0.2 } },
    },
  },
};
