export { type Effort, hoursOf } from './rates.ts';
export { cuttingOf, fittingOf, STAGES, type Stage, stageOf, workByStage } from './stages.ts';
