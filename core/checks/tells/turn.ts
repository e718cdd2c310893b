import type { TellsByCheck } from './tells.ts';

/** What turns. Numbers: common practice and from memory, adjustable. */
export const TURN_TELLS: TellsByCheck = {
  'turn.by-hand': {
    leak: { 'firm-at-compression': 0.3, drags: 0.02, 'stops-solid': 0.003, locked: 0.002 },
  },
  'turn.plugs-out': {
    leak: { 'fuel-out': 0.01, 'water-out': 0.002, 'still-locked': 0.002 },
  },
  'turn.pto-drag': {
    leak: { drags: 0.04 },
  },
  'turn.pto': {
    leak: { rough: 0.03, seized: 0.001 },
  },
};
