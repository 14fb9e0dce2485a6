import { printLength, type UnitSystem } from './length.ts';

/** A length (m) inside a sentence of the core, which does not know what the person reads: `inUnits` prints it. */
export const lengthIn = (metres: number): string => `⟦${metres}⟧`;

/** A sentence of the core with its lengths in the person's units. */
export const inUnits = (sentence: string, units: UnitSystem): string =>
  sentence.replace(/⟦([^⟧]*)⟧/g, (_, metres) => printLength(Number(metres), units));
