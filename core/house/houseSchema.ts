import { z } from 'zod';
import { ruleLabel } from './ruleGroups.ts';
import { DEFAULT_RULES, type RuleName, type Rules } from './rules.ts';
import { QUESTIONS, rulesOf } from './schools.ts';

const RULE_NAMES = Object.keys(DEFAULT_RULES) as [RuleName, ...RuleName[]];

/** What a limit of that unit can be at all; inside of it a house is free. */
const POSSIBLE: Readonly<Record<string, readonly [number, number]>> = {
  turns: [0.1, 12],
  V: [0.01, 60],
  mA: [0.1, 10_000],
  A: [1, 2000],
  '%': [0.1, 100],
  min: [0, 2880],
  mm: [0.001, 50],
  ohm: [0.01, 1_000_000],
  deg: [0.1, 90],
  psi: [1, 400],
  'psi/min': [0.01, 100],
  rpm: [1, 5000],
  m: [-430, 5000],
  '': [0.05, 20],
};

/** These may be nothing at all. */
const MAY_BE_ZERO: readonly RuleName[] = ['lashPastTdcMm', 'restMinutes'];

/** What a rule may be set to, in its own unit. */
export function possibleRange(name: RuleName): readonly [number, number] {
  const [low, high] = POSSIBLE[DEFAULT_RULES[name].unit]!;
  return [MAY_BE_ZERO.includes(name) ? 0 : low, high];
}

/** Each of these lies below the next, or a reading would have two verdicts. */
export const RISING: readonly (readonly RuleName[])[] = [
  ['restVoltsCellGone', 'restVoltsFlat', 'restVoltsFull'],
  ['ccaBadPercent', 'ccaWornPercent'],
  ['crankVoltsCollapse', 'crankVoltsLow', 'crankVoltsHigh'],
  ['crankCurrentLowA', 'crankCurrentHighA', 'crankCurrentLockedA'],
  ['chargeLowVolts', 'chargeGoodLowVolts', 'chargeGoodHighVolts', 'chargeHighVolts'],
  ['killGroundedOhms', 'killFreeOhms'],
  ['keyFeltDeg', 'keyKicksDeg'],
  ['solenoidOhmsLow', 'solenoidOhmsHigh'],
  ['lashIntakeLowMm', 'lashIntakeHighMm'],
  ['lashExhaustLowMm', 'lashExhaustHighMm'],
  ['compressionNonePsi', 'compressionVeryLowPsi', 'compressionLowPsi'],
  ['leakGoodPercent', 'leakLimitPercent', 'leakOpenPercent'],
  ['coilShortedOhms', 'coilOhmsLow', 'coilOhmsHigh'],
  ['airGapLowMm', 'airGapHighMm'],
  ['diodeForwardLowVolts', 'diodeForwardHighVolts'],
  ['heatDeadRatio', 'heatAlikeRatio'],
  ['cutOutDeadRpm', 'cutOutWeakRpm'],
  ['cutOutOpensDead', 'cutOutOpensPulls'],
  ['mixtureTurnsLow', 'mixtureTurnsHigh'],
  ['clutchOhmsLow', 'clutchOhmsHigh'],
  ['pointsGapLowMm', 'pointsGapHighMm'],
];

/** House rules as they are written down; refused whole, with the path of everything wrong. */
export const houseSchema = z
  .strictObject({
    revision: z.number().int().min(0).default(0),
    schools: z.record(z.string(), z.string()).default({}),
    limits: z.partialRecord(z.enum(RULE_NAMES), z.number()).default({}),
    lacking: z.array(z.string().max(60)).max(60).default([]),
    money: z
      .strictObject({ ratePerHour: z.number().min(0).max(100_000), taxPercent: z.number().min(0).max(100) })
      .optional(),
  })
  .superRefine(({ schools, limits }, context) => {
    const issue = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    for (const [id, chosen] of Object.entries(schools)) {
      const question = QUESTIONS.find((q) => q.id === id);
      if (!question)
        issue(['schools', id], `"${id}" is not a question; these are: ${QUESTIONS.map((q) => q.id).join(', ')}`);
      else if (!question.schools.some((s) => s.id === chosen))
        issue(
          ['schools', id],
          `"${chosen}" is not one of its schools: ${question.schools.map((s) => s.id).join(', ')}`,
        );
    }
    let sound = true;
    for (const [name, value] of Object.entries(limits) as [RuleName, number][]) {
      const [low, high] = possibleRange(name);
      if (value >= low && value <= high) continue;
      sound = false;
      issue(['limits', name], `${value} cannot be: ${low} to ${high} ${DEFAULT_RULES[name].unit}`.trim());
    }
    if (!sound || Object.keys(schools).some((id) => !QUESTIONS.some((q) => q.id === id))) return;
    for (const { name, below, value, unit } of outOfOrder(rulesOf(validSchools(schools), limits)))
      issue(['limits', name], `must be above "${ruleLabel(below)}", ${value} ${unit}`.trim());
  });

const validSchools = (schools: Readonly<Record<string, string>>) =>
  Object.fromEntries(
    Object.entries(schools).filter(([id, chosen]) =>
      QUESTIONS.some((q) => q.id === id && q.schools.some((s) => s.id === chosen)),
    ),
  );

/** Limits that do not lie above the one before them. */
function outOfOrder(rules: Rules) {
  return RISING.flatMap((chain) =>
    chain.slice(1).flatMap((name, i) => {
      const below = chain[i]!;
      return rules[name].value > rules[below].value
        ? []
        : [{ name, below, value: rules[below].value, unit: rules[below].unit }];
    }),
  );
}
