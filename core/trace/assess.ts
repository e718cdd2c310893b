import { z } from 'zod';
import { type InputIssue, issuesOf, type Read, readEvent, refuse } from '../casefile/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { accuracyOf, type CheckDefinition, findCheck, mainFigure, type Reading } from '../checks/index.ts';
import { engineFigures, engineWords } from '../engine/index.ts';
import { houseRules, houseSchema, ruleVersionOf } from '../house.ts';
import { RULES_VERSION } from '../rules.ts';
import { fromSi } from '../units/index.ts';

const inputSchema = z.looseObject({
  engine: engineFigures.extend(engineWords.partial().shape).optional(),
  ambient: z
    .strictObject({
      altitudeM: z.number().min(-500).max(5000).optional(),
      temperatureC: z.number().min(-50).max(60).optional(),
    })
    .optional(),
  /** House rules to judge by; the defaults where left out. */
  house: houseSchema.prefault({}),
});

/** What an engine is taken for where the input leaves a word out: a twin with a coil per cylinder, the rest unknown. */
const UNSAID = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'unknown',
  lifters: 'unknown',
  compressionRelease: 'unknown',
  carburettor: 'unknown',
  ignition: 'coil-per-cylinder',
} as const;

/** One check's computed verdict from a reading given as in a case file, with the engine and ambient beside it. */
export function assessInput(checkId: string, raw: unknown): Read<unknown> {
  const check = findCheck(checkId);
  if (!check) return refuse({ path: '$', message: `no check is called "${checkId}"` });
  const input = inputSchema.safeParse(raw);
  if (!input.success) return refuse(...issuesOf(input.error, '$'));
  const { engine: given = {}, ambient, house, ...event } = input.data;
  const words = engineWords.safeParse({
    ...UNSAID,
    ...(given.cylinders === 1 ? { layout: 'single' } : {}),
    ...Object.fromEntries(Object.entries(given).filter(([key]) => key in engineWords.shape)),
  });
  if (!words.success) return refuse(...issuesOf(words.error, '$.engine'));
  const read = readEvent(
    {
      ...event,
      check: checkId,
      ...(check.scope === 'cylinder' && event.cylinder === undefined ? { cylinder: 1 } : {}),
    },
    '$',
    words.data,
  );
  if (!read.ok) return { ok: false, issues: read.issues as InputIssue[] };
  if (read.value.kind !== 'reading') return refuse({ path: '$', message: 'a reading was expected' });
  const { reading } = read.value;
  const assessed = check.assess(reading, {
    engine: words.data,
    figures: given,
    rules: houseRules(house),
    ...(ambient ? { ambient } : {}),
  });
  return {
    ok: true,
    value: {
      check: checkId,
      outcome: assessed.outcome,
      severity: assessed.severity,
      tooCloseToCall: assessed.tooCloseToCall,
      quantities: assessed.quantities,
      missing: assessed.missing,
      limits: assessed.limits,
      points: assessed.points,
      remarks: assessed.remarks,
      cannotClear: check.cannotClear,
      mayOnlyMean: check.mayOnlyMean,
      cautions: check.hazards.map((id) => CAUTIONS[id]),
      instrument: statedInstrument(check, reading),
      rules: ruleVersionOf(RULES_VERSION, house),
    },
  };
}

/** The class a reading was judged by, and whether it is the default one; null where nothing was measured. */
function statedInstrument(check: CheckDefinition, reading: Reading) {
  const figure = mainFigure(check);
  if (!check.accuracy || !figure) return null;
  const { percent, floor } = accuracyOf(reading, check.accuracy);
  const unit = figure.habit.metric;
  const zero = fromSi(0, figure.dimension, unit).value;
  return {
    byDefault: reading.instrument === null,
    percentOfReading: percent,
    plus: { value: Number((fromSi(floor, figure.dimension, unit).value - zero).toPrecision(6)), unit },
  };
}
