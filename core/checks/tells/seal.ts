import type { TellsByCheck } from './tells.ts';

/** Sealing. Numbers: common practice and from memory, adjustable. */
export const SEAL_TELLS: TellsByCheck = {
  'seal.bore-look': {
    leak: { washed: 0.02, scored: 0.005, hole: 0.0005 },
  },
  'seal.compression': {
    leak: { high: 0.005, low: 0.06, 'very-low': 0.01, none: 0.001 },
    via: { seal: { weak: { low: 0.5, 'very-low': 0.12 }, gone: { 'very-low': 0.5, none: 0.38, low: 0.08 } } },
    worsens: ['low', 'very-low', 'none'],
  },
  'seal.crankcase-vacuum': {
    leak: { pushes: 0.01 },
  },
  'seal.dipstick-hiss': {
    leak: { grows: 0.06 },
  },
  'seal.stud-holes': {
    leak: { debris: 0.03 },
  },
  'seal.fluid-test': {
    leak: { 'weeps-intake': 0.05, 'weeps-exhaust': 0.05 },
  },
  'seal.leak-down': {
    leak: { worn: 0.15, leaks: 0.02, open: 0.002, faint: 0.08, clear: 0.012, loud: 0.004 },
    worsens: ['worn', 'leaks', 'open', 'faint', 'clear', 'loud'],
  },
  'seal.piston-moves': {
    leak: { short: 0.003, still: 0.001 },
  },
  'seal.thumb': {
    leak: { soft: 0.05, nothing: 0.006 },
    // What is turned slowly past a release loses most of it on the way.
    via: {
      seal: { weak: { soft: 0.35 }, gone: { soft: 0.35, nothing: 0.5 } },
      crank: { slow: { soft: 0.6, nothing: 0.06 } },
    },
    worsens: ['soft', 'nothing'],
  },
  'seal.wet': {
    leak: { rises: 0.05 },
  },
};
