import type { TellsByCheck } from './tells.ts';

/** Battery, cables and starter. Numbers: common practice and from memory, adjustable. */
export const POWER_TELLS: TellsByCheck = {
  'power.crank-current': {
    leak: { low: 0.02, high: 0.06, locked: 0.004 },
    via: { crank: { silent: { low: 0.95 }, free: { low: 0.6 } } },
  },
  'power.crank-volts': {
    leak: { sags: 0.03, collapses: 0.004, 'stays-high': 0.02 },
    // Where nothing is drawn, nothing sags.
    via: { crank: { silent: { 'stays-high': 0.9 }, free: { 'stays-high': 0.6 } } },
  },
  'power.draw': {
    leak: { high: 0.002 },
  },
  'power.drop-ground': {
    leak: { high: 0.02 },
  },
  'power.drop-positive': {
    leak: { high: 0.02 },
  },
  'power.drop-relay': {
    leak: { high: 0.02 },
  },
  'power.fuse': {
    leak: { corroded: 0.02, blown: 0.001 },
  },
  'power.clutch-ohms': {
    leak: { shorted: 0.004, open: 0.004 },
  },
  'power.ring-teeth': {
    leak: { worn: 0.02 },
  },
  'power.interlocks': {
    leak: { open: 0.01 },
  },
  'power.jump': {
    leak: { cures: 0.02 },
  },
  'power.load': {
    leak: { sags: 0.03 },
  },
  'power.relay': {
    leak: { silent: 0.005 },
  },
  'power.rest-volts': {
    leak: { low: 0.08, flat: 0.01, 'cell-gone': 0.002 },
  },
  'power.start-signal': {
    leak: { absent: 0.01 },
  },
  'power.starter-direct': {
    leak: { 'spins-weak': 0.02, dead: 0.004, 'spins-no-engage': 0.003 },
  },
  'power.tester': {
    leak: { worn: 0.03, bad: 0.005 },
  },
};
