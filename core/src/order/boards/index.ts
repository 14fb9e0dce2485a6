export { type BoardCase, stiffEnough, type Verdict, widestSpan } from './stiffEnough.ts';
export type { Board } from './stiffness.ts';
