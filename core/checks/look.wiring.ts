import { cylindersOf, type EngineWords } from '../engine/index.ts';
import { EMPTY_ASSESSMENT, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

const placesOf = (engine: EngineWords) =>
  [
    'starter-cables',
    'kill-common',
    ...cylindersOf(engine).map((c) => `kill-lead-${c}` as const),
    ...cylindersOf(engine).map((c) => `plug-lead-${c}` as const),
    'elsewhere',
  ] as const;

export const lookWiring = defineCheck({
  id: 'look.wiring',
  code: 'wi',
  title: 'Follow the wiring',
  system: 'power',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 3,
  mayBeOverlooked: true,
  access: ['hood'],
  outcomes: outcomes({
    ok: 'Nothing seen',
    chafed: 'Chafed',
    pinched: 'Pinched',
    gnawed: 'Gnawed',
    altered: 'Altered',
    'plug-off': 'Plug hanging off',
  }),
  combine: { kind: 'parts' },
  partsOf: (engine: EngineWords) => placesOf(engine).map((id) => ({ id, outcomes: ['ok', 'damaged'] as const })),
  // Judged by the place: the plain outcome alone says nothing of where.
  asksWhere: true,
  place: (_, reading, { engine }) => {
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
    const seen =
      reading.where !== null && (places as readonly string[]).includes(reading.where) ? reading.where : 'elsewhere';
    return {
      ...EMPTY_ASSESSMENT,
      outcome: reading.outcome,
      severity: 0.7,
      // Damage in one place says nothing of the places not looked at.
      weights: { [seen]: { damaged: 1 } },
      points: [seen],
    };
  },
});
