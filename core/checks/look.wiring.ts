import { cylindersOf, type EngineWords } from '../engine/index.ts';
import { type CheckDefinition, defineCheck, EMPTY_ASSESSMENT, outcomes, SEEN_SLIP } from './define.ts';

const placesOf = (engine: EngineWords): string[] => [
  'starter-cables',
  'kill-common',
  ...cylindersOf(engine).map((c) => `kill-lead-${c}`),
  ...cylindersOf(engine).map((c) => `plug-lead-${c}`),
  'elsewhere',
];

const wiring = defineCheck({
  id: 'look.wiring',
  code: 'wi',
  title: 'Follow the wiring',
  todo: 'Follow every loom you can see: chafed on a shroud edge, pinched under a cover, gnawed, spliced, a plug hanging off. Say where.',
  system: 'power',
  scope: 'machine',
  slip: SEEN_SLIP,
  states: ['key-off'],
  minutes: 3,
  access: ['hood'],
  cannotClear: ['what runs under the shroud', 'a break inside whole insulation'],
  outcomes: outcomes({
    ok: 'Nothing seen',
    chafed: 'Chafed',
    pinched: 'Pinched',
    gnawed: 'Gnawed',
    altered: 'Altered',
    'plug-off': 'Plug hanging off',
  }),
  combine: { kind: 'parts' },
  partsOf: (engine) => placesOf(engine).map((id) => ({ id, outcomes: ['ok', 'damaged'] })),
  leak: { damaged: 0.01 },
  findOutranksMiss: true,
});

/** Judged by the place: the plain outcome alone says nothing of where. */
export const lookWiring: CheckDefinition = {
  ...wiring,
  assess: (reading, { engine }) => {
    const places = placesOf(engine);
    if (reading.outcome === null) return EMPTY_ASSESSMENT;
    if (reading.outcome === 'ok') {
      return {
        ...EMPTY_ASSESSMENT,
        outcome: 'ok',
        severity: 0,
        weights: Object.fromEntries(places.map((p) => [p, { ok: 1 }])),
      };
    }
    const seen = reading.where !== null && places.includes(reading.where) ? reading.where : 'elsewhere';
    return {
      ...EMPTY_ASSESSMENT,
      outcome: reading.outcome,
      severity: 0.7,
      // Damage in one place says nothing of the places not looked at.
      weights: { [seen]: { damaged: 1 } },
      points: [seen],
    };
  },
};
