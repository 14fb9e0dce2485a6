export { type Effort, workHours } from './rates.ts';
export { cuttingOf, fittingOf, STAGES, stageOf, type WorkStage, workByStage } from './stages.ts';
