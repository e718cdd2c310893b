import type { TellsByCheck } from './tells.ts';

/** From the tank to the jets. Numbers: common practice and from memory, adjustable. */
export const FUEL_TELLS: TellsByCheck = {
  'fuel.bowl-look': {
    leak: { debris: 0.1, water: 0.01, varnish: 0.04 },
  },
  'fuel.bowl-seal-look': {
    leak: { swollen: 0.04, wrong: 0.005, missing: 0.001 },
  },
  'fuel.choke': {
    leak: { 'stuck-open': 0.006, 'stuck-closed': 0.001 },
  },
  'fuel.filter': {
    leak: { restricted: 0.08 },
  },
  'fuel.float': {
    // A float that sticks is a float at fault: without one it is hardly seen.
    leak: { 'level-off': 0.015, sticks: 0.002, sunk: 0.001 },
  },
  'fuel.flow': {
    leak: { weak: 0.04, none: 0.004 },
  },
  'fuel.governor-link': {
    leak: { binding: 0.005, off: 0.002 },
  },
  'fuel.governor-plate': {
    leak: { hunts: 0.04, stuck: 0.005 },
    via: { fuel: { lean: { hunts: 0.55 } } },
  },
  'fuel.mixture-screws': {
    leak: { off: 0.015 },
  },
  'fuel.vent-heard': {
    leak: { 'draws-air': 0.04 },
  },
  'fuel.carburettor-swap': {
    leak: { returns: 0.02 },
  },
  'fuel.injection': {
    leak: { 'at-fault': 0.03 },
  },
  'fuel.inlet-screen': {
    leak: { 'none-fitted': 0.4, blocked: 0.004 },
  },
  'fuel.jet-seals': {
    leak: { hardened: 0.02, swollen: 0.01 },
  },
  'fuel.jets': {
    leak: { 'idle-blocked': 0.01, 'one-barrel-blocked': 0.003, 'emulsion-blocked': 0.004, 'main-blocked': 0.005 },
  },
  'fuel.line-look': {
    leak: { kinked: 0.01, cracked: 0.03, collapsed: 0.005 },
  },
  'fuel.needle-hold': {
    leak: { 'leaks-down': 0.04, 'no-hold': 0.005 },
  },
  'fuel.needle-look': {
    leak: { 'dirt-on-seat': 0.04, hardened: 0.03, grooved: 0.03 },
  },
  'fuel.pickup': {
    leak: { blocked: 0.004 },
  },
  'fuel.pump': {
    leak: { weak: 0.03, none: 0.004, 'fuel-in-pulse-line': 0.003 },
  },
  'fuel.tap': {
    leak: { 'none-fitted': 0.45, 'passes-when-shut': 0.02, shut: 0.01 },
  },
  'fuel.solenoid-click': {
    leak: { silent: 0.01 },
  },
  'fuel.solenoid-ohms': {
    leak: { shorted: 0.004, open: 0.004 },
  },
  'fuel.solenoid-plunger': {
    leak: { sticky: 0.03, 'stuck-shut': 0.001, 'stuck-open': 0.001 },
  },
  'fuel.solenoid-volts': {
    leak: { absent: 0.01 },
  },
};
