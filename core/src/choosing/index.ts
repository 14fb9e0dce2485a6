export { type Choice, type ChoiceProblem, isBetter, type Option, type Pack, weigh } from './problem.ts';
export { ChoiceSearch } from './search.ts';
