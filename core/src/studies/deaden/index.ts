export { type CurvePoint, type DeadenBay, type Deadening, deadening, levelOf } from './deaden.ts';
export { type Instruction, instructions, type LeftOut } from './instructions.ts';
export { leftOf, type Rung, type SheetStock } from './ladder.ts';
export { nextSheet } from './nextSheet.ts';
export { type Goal, type PlanBay, placed, planOf, type SheetPlan, sheetPlan } from './plan.ts';
