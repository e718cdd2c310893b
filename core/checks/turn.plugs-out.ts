import { defineCheck, outcomes } from './define.ts';

export const turnPlugsOut = defineCheck({
  id: 'turn.plugs-out',
  title: 'Plugs out and turn',
  todo: 'All plugs out, every lead grounded away from the holes, turn by hand first. What comes out?',
  system: 'turning',
  scope: 'machine',
  states: ['bench'],
  minutes: 3,
  access: ['plug[c]'],
  hazards: ['open-plug-hole', 'by-hand', 'fuel-in-oil'],
  cannotClear: ['what let the liquid in', 'a rod bent by the lock'],
  outcomes: outcomes({
    'spins-free': 'Spins free',
    'fuel-out': 'Fuel comes out',
    'water-out': 'Water comes out',
    'still-locked': 'Still locked',
  }),
  combine: { kind: 'dominance', order: ['spins-free', 'fuel-out', 'water-out', 'still-locked'] },
  leak: { 'fuel-out': 0.01, 'water-out': 0.002, 'still-locked': 0.002 },
});
