import type { CaseHead } from '../casefile/index.ts';
import type { AssessContext, Reading } from '../checks/index.ts';

/**
 * What every reading of a job is judged by, wherever it is judged: engine and sheet, the limits of the house, the air.
 * @param twin the same check on the other cylinder, where it was taken: twins are compared
 */
export function assessingContext(
  {
    engine,
    figures,
    rules,
    ambient,
    history,
  }: Pick<CaseHead, 'engine' | 'figures' | 'rules' | 'ambient'> & Partial<Pick<CaseHead, 'history'>>,
  twin?: Reading,
): AssessContext {
  const failsAfterMin = history?.failsAfterMin ?? null;
  return { engine, figures, rules, ambient, failsAfterMin, ...(twin ? { twin } : {}) };
}
