export {
  type Choice,
  type ChoiceProblem,
  isBetter,
  type Option,
  type Pack,
  usesOf,
  weigh,
} from './problem.ts';
export { leastGiven, type Proof, prove } from './proof.ts';
export { ChoiceSearch } from './search.ts';
