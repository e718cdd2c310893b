import { z } from 'zod';
import { assessingContext } from '../bench/assessing.ts';
import { ambientSchema, type InputIssue, issuesOf, type Read, readEvent, refuse } from '../casefile/index.ts';
import { clearsOf } from '../checks/clears.ts';
import { accuracyOf, type CheckDefinition, findCheck, mainFigure, type Reading } from '../checks/index.ts';
import { engineFigures, engineWords, withLayout } from '../engine/index.ts';
import { houseRules, ruleVersionOf } from '../house/house.ts';
import { houseSchema } from '../house/houseSchema.ts';
import { RULES_VERSION } from '../house/rules.ts';
import { CAUTIONS } from '../safety/cautions.ts';
import { fromSi } from '../units/index.ts';

const inputSchema = z.looseObject({
  engine: engineFigures.extend(engineWords.partial().shape).optional(),
  ambient: ambientSchema.default({}),
  /** House rules to judge by; the defaults where left out. */
  house: houseSchema.prefault({}),
});

/** A reading without its engine is taken for one of a twin; every other word is then unknown. */
const CYLINDERS_UNSAID = 2;

/** One check's computed verdict from a reading given as in a case file, with the engine and ambient beside it. */
export function assessInput(checkId: string, raw: unknown): Read<unknown> {
  const check = findCheck(checkId);
  if (!check) return refuse({ path: '$', message: `no check is called "${checkId}"` });
  const input = inputSchema.safeParse(raw);
  if (!input.success) return refuse(...issuesOf(input.error, '$'));
  const { engine: given = {}, ambient, house, ...event } = input.data;
  const words = engineWords.safeParse({
    cylinders: CYLINDERS_UNSAID,
    ...Object.fromEntries(Object.entries(given).filter(([key]) => key in engineWords.shape)),
  });
  if (!words.success) return refuse(...issuesOf(words.error, '$.engine'));
  const engine = withLayout(words.data);
  const read = readEvent(
    {
      ...event,
      check: checkId,
      ...(check.scope === 'cylinder' && event.cylinder === undefined ? { cylinder: 1 } : {}),
    },
    '$',
    engine,
  );
  if (!read.ok) return { ok: false, issues: read.issues as InputIssue[] };
  if (read.value.kind !== 'reading') return refuse({ path: '$', message: 'a reading was expected' });
  const { reading } = read.value;
  const assessed = check.assess(
    reading,
    assessingContext({ engine, figures: given, rules: houseRules(house), ambient }),
  );
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
      ...clearsOf(check.id),
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
