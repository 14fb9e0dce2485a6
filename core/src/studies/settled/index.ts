export { evaluateSettled } from './evaluateSettled.ts';
