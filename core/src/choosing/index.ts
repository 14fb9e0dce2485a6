export { type Choice, type ChoiceProblem, type Option, type Pack, weigh } from './problem.ts';
export { ChoiceSearch } from './search.ts';
