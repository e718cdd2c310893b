import { defineFault } from './define.ts';

/** A cable to the starter: both sides fail alike and differ only in the leg that shows the drop. */
const cable = (id: string, title: string, drop: string) =>
  defineFault({
    id,
    title,
    part: 'cables',
    weight: 5,
    history: { 'stood-outdoors': 1.5, 'since-work-on:electrical': 2 },
    showsToday: 0.9,
    failures: [{ failure: 'crank', levels: { slow: 0.5, click: 0.3, silent: 0.08 } }],
    effects: [
      { check: 'power.crank-volts', outcomes: { 'stays-high': 0.75 } },
      { check: drop, outcomes: { high: 0.94 } },
      { check: 'look.wiring', outcomes: { damaged: 0.3 }, part: 'starter-cables' },
    ],
    settledBy: [[{ check: drop, outcomes: ['high'] }]],
    repair: { action: 'repaired', minutes: 12, access: ['battery'], retest: drop, leaves: [] },
  });

/** Battery, cables and starter. Numbers: common practice and from memory, adjustable; a shop's closed jobs retrain the weights. */
export const POWER_FAULTS = [
  defineFault({
    id: 'power.battery-flat',
    title: 'Battery flat',
    part: 'battery',
    weight: 8,
    stored: 2.5,
    failures: [{ failure: 'crank', levels: { slow: 0.4, click: 0.3, silent: 0.22 } }],
    symptoms: { 'battery-goes-flat': 0.5 },
    effects: [
      { check: 'power.rest-volts', outcomes: { low: 0.3, flat: 0.67 } },
      { check: 'power.crank-volts', outcomes: { sags: 0.6, collapses: 0.33 } },
      { check: 'power.tester', outcomes: { worn: 0.3, bad: 0.1 } },
    ],
    settledBy: [[{ check: 'power.rest-volts', outcomes: ['flat'] }]],
    repair: { action: 'repaired', minutes: 60, access: ['battery'], retest: 'look.crank', leaves: [] },
    behind: 'Why was it not charged: charging volts, standing draw, months in the shed.',
  }),
  defineFault({
    id: 'power.battery-worn',
    title: 'Battery worn out',
    part: 'battery',
    weight: 9,
    perHundredHours: 1.04,
    failures: [{ failure: 'crank', levels: { slow: 0.68, click: 0.12, stops: 0.08 } }],
    effects: [
      { check: 'power.rest-volts', outcomes: { low: 0.25, flat: 0.03 } },
      { check: 'power.tester', outcomes: { worn: 0.8, bad: 0.15 } },
      { check: 'power.crank-volts', outcomes: { sags: 0.75, collapses: 0.15 } },
    ],
    settledBy: [[{ check: 'power.tester', outcomes: ['worn', 'bad'] }]],
    repair: {
      action: 'replaced',
      minutes: 8,
      access: ['battery'],
      retest: 'look.crank',
      leaves: [{ fault: 'power.cable-positive', chance: 0.01 }],
    },
    behind: 'Charging volts: a regulator out of limits eats the next one.',
  }),
  defineFault({
    id: 'power.battery-cell',
    title: 'Battery with a dead cell',
    part: 'battery',
    weight: 3,
    failures: [{ failure: 'crank', levels: { slow: 0.35, click: 0.45, silent: 0.1 } }],
    effects: [
      { check: 'power.rest-volts', outcomes: { 'cell-gone': 0.9, flat: 0.07 } },
      { check: 'power.tester', outcomes: { worn: 0.15, bad: 0.82 } },
      { check: 'power.crank-volts', outcomes: { collapses: 0.85, sags: 0.12 } },
    ],
    settledBy: [[{ check: 'power.rest-volts', outcomes: ['cell-gone'] }]],
    repair: { action: 'replaced', minutes: 8, access: ['battery'], retest: 'look.crank', leaves: [] },
  }),
  cable('power.cable-positive', 'Positive cable or its joints', 'power.drop-positive'),
  cable('power.cable-ground', 'Ground cable or its joints', 'power.drop-ground'),
  defineFault({
    id: 'power.starter-weak',
    title: 'Starter weak',
    part: 'starter',
    weight: 5,
    perHundredHours: 1.05,
    failures: [{ failure: 'crank', levels: { slow: 0.65, click: 0.1, stops: 0.1 } }],
    effects: [
      { check: 'power.crank-volts', outcomes: { sags: 0.35, 'stays-high': 0.3 } },
      { check: 'power.starter-direct', outcomes: { 'spins-weak': 0.85, dead: 0.08 } },
    ],
    settledBy: [[{ check: 'power.starter-direct', outcomes: ['spins-weak', 'dead'] }]],
    repair: {
      action: 'replaced',
      minutes: 25,
      access: ['belly'],
      retest: 'look.crank',
      leaves: [{ fault: 'power.cable-positive', chance: 0.02 }],
    },
  }),
];
