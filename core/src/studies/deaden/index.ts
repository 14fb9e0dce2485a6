export { type CurvePoint, type Deadening, deadening } from './deaden.ts';
export { type Everywhere, everywhere } from './everywhere.ts';
export { type Instruction, instructions, type LeftOut } from './instructions.ts';
export type { SheetStock } from './ladder.ts';
export { nextSheet } from './nextSheet.ts';
export { type SheetPlan, sheetPlan, withSheets } from './plan.ts';
