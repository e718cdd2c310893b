import { clearanceMl } from '../engine/index.ts';
import { outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

const OUTCOMES = outcomes({
  'spins-free': 'Spins free',
  'fuel-out': 'Fuel comes out',
  'water-out': 'Water comes out',
  'still-locked': 'Still locked',
});

export const turnPlugsOut = defineCheck({
  id: 'turn.plugs-out',
  code: 'po',
  title: 'Plugs out and turn',
  system: 'turning',
  scope: 'machine',
  states: ['bench'],
  minutes: 3,
  access: ['plug[c]'],
  hazards: ['liquid-lock', 'open-plug-hole', 'by-hand', 'fuel-in-oil'],
  outcomes: OUTCOMES,
  cranking: { safeUnless: 'still-locked' },
  beforeCranking: 2,
  combine: { kind: 'dominance', order: ['spins-free', 'fuel-out', 'water-out', 'still-locked'] },
  fields: { volume: numberField('Caught', 'volume', [0, 0.005], ['ml', 'ml']) },
  assess: (reading, { figures }) => {
    const plain = plainOutcome(OUTCOMES, reading.outcome);
    const { volume } = reading.fields;
    if (typeof volume !== 'number') return plain;
    const { boreMm, strokeMm, compressionRatio } = figures;
    if (boreMm == null || strokeMm == null || compressionRatio == null)
      return {
        ...plain,
        missing: [{ name: 'clearanceMl', reason: 'The engine sheet has no bore, stroke or compression ratio.' }],
      };
    // More than this in one shut cylinder locks the engine.
    const room = clearanceMl({ boreMm, strokeMm }, compressionRatio);
    return {
      ...plain,
      quantities: { clearanceMl: { value: room, unit: 'ml' } },
      remarks: volume * 1e6 > room ? ['more_than_room'] : [],
    };
  },
});
