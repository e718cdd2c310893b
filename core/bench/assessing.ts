import type { CaseHead } from '../casefile/index.ts';
import type { AssessContext, Reading } from '../checks/index.ts';
import { type House, houseRules } from '../house/house.ts';
import type { Rules } from '../house/rules.ts';

const kept = new WeakMap<House, Rules>();

/** The limits of a house, worked out once for each. */
function rulesOf(house: House): Rules {
  let rules = kept.get(house);
  if (!rules) {
    rules = houseRules(house);
    kept.set(house, rules);
  }
  return rules;
}

/**
 * What every reading of a job is judged by, wherever it is judged: engine and sheet, the limits of the house, the air.
 * @param twin the same check on the other cylinder, where it was taken: twins are compared
 */
export function assessingContext(
  { engine, figures, house, ambient }: Pick<CaseHead, 'engine' | 'figures' | 'house' | 'ambient'>,
  twin?: Reading,
): AssessContext {
  return { engine, figures, rules: rulesOf(house), ambient, ...(twin ? { twin } : {}) };
}
