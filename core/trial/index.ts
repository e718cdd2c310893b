export { type Drawn, drawMachine } from './draw.ts';
export { figuresOf, type Share, type TrialFigures } from './figures.ts';
export { POLICIES, type PolicyName, type Steps } from './policy.ts';
export { runTrial, type TrialResult } from './trial.ts';
