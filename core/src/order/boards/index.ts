export { stiffEnough, type Verdict, widestSpan } from './stiffEnough.ts';
