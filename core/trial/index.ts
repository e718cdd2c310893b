export { type Drawn, drawMachine } from './draw.ts';
export { figuresOf, type Share, type TrialFigures } from './figures.ts';
export { type PlannedPath, plannedPath } from './path.ts';
export { POLICIES, type PolicyName, type Steps } from './policy.ts';
export { SILLY, type Silly } from './silly.ts';
export { type Beside, runTrial, type TrialResult } from './trial.ts';
