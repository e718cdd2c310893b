import type { OutcomeOf } from '../checks/index.ts';
import { type EffectSpec, type FaultSpec, fix } from './define.ts';
import { defineFault } from './defineFault.ts';
import type { FaultId } from './ids.ts';

/** A machine that does not charge: the battery is found flat, and the charging volts are out. */
const charging = <const Id extends FaultId>(
  spec: Pick<
    FaultSpec<Id>,
    'id' | 'title' | 'weight' | 'confirmedBy' | 'repair' | 'behind' | 'history' | 'perHundredHours'
  >,
  volts: { readonly [O in OutcomeOf<'charge.volts'>]?: number },
  own: readonly EffectSpec[],
) =>
  defineFault({
    ...spec,
    part: 'charging',
    failures: [{ failure: 'crank', levels: { slow: 0.2, click: 0.08 }, when: { untilCharged: true } }],
    symptoms: { 'battery-goes-flat': 0.85, 'cranks-slow': 0.15 },
    effects: [
      { check: 'charge.volts', outcomes: volts },
      { check: 'power.rest-volts', outcomes: { low: 0.4, flat: 0.2 }, when: { untilCharged: true } },
      { check: 'power.load', outcomes: { sags: 0.5 }, when: { untilCharged: true } },
      { check: 'power.crank-volts', outcomes: { sags: 0.35, collapses: 0.05 }, when: { untilCharged: true } },
      ...own,
    ],
    curedBy: [{ check: 'power.jump' }],
  });

/** Charging. Numbers: common practice and from memory, adjustable; parts prices invented. */
export const CHARGE_FAULTS = [
  charging(
    {
      id: 'charge.stator',
      title: 'Stator',
      weight: 2,
      perHundredHours: 1.03,
      confirmedBy: [[{ check: 'charge.stator', outcomes: ['low'] }]],
      repair: fix('replaced', 40, ['flywheel'], 'charge.volts', [60, 140]),
      behind: 'What rubbed or burnt it: a loose magnet, a shorted regulator.',
    },
    { low: 0.95 },
    [{ check: 'charge.stator', outcomes: { low: 0.93 } }],
  ),
  charging(
    {
      id: 'charge.regulator',
      title: 'Regulator',
      weight: 3,
      confirmedBy: [
        [
          { check: 'charge.volts', outcomes: ['low', 'high'] },
          { check: 'charge.stator', outcomes: ['ok'] },
          { check: 'charge.regulator-drop', outcomes: ['ok'] },
        ],
      ],
      repair: fix('replaced', 15, ['hood'], 'charge.volts', [30, 90]),
      behind: 'Its ground and its plug; a battery boiled or starved by it.',
    },
    { low: 0.6, high: 0.36 },
    [],
  ),
  charging(
    {
      id: 'charge.regulator-ground',
      title: 'Ground of the regulator',
      weight: 2,
      history: { 'stood-outdoors': 1.5, 'since-work-on:electrical': 2, 'came-back': 1.3 },
      confirmedBy: [[{ check: 'charge.regulator-drop', outcomes: ['high'] }]],
      repair: fix('repaired', 8, ['hood'], 'charge.volts'),
      behind: 'Paint or rust under the case: scrape, and a ground lead of its own.',
    },
    { low: 0.75, high: 0.15 },
    [{ check: 'charge.regulator-drop', outcomes: { high: 0.95 } }],
  ),
];
