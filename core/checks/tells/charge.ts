import type { TellsByCheck } from './tells.ts';

/** Charging. Numbers: common practice and from memory, adjustable. */
export const CHARGE_TELLS: TellsByCheck = {
  'charge.regulator-drop': {
    leak: { high: 0.008 },
  },
  'charge.stator': {
    leak: { low: 0.01 },
  },
  'charge.volts': {
    leak: { low: 0.001, high: 0.0005 },
  },
};
