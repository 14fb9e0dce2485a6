import { printLength } from '../../units/index.ts';

/** Lengths in refusals: metric, for the core does not know what the person reads. */
export const print = (metres: number): string => printLength(metres);
