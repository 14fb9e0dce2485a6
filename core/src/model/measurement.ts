import type { Measurement } from './types.ts';

/** A value read off a tape, with the text as it was entered. `value` in m. */
export const measured = (value: number, entered: string): Measurement => ({
  basis: 'measured',
  value,
  entered,
});

/** A value not yet checked on the van. `value` in m. */
export const assumed = (
  value: number,
  from: Extract<Measurement, { basis: 'assumed' }>['from'] = 'pattern',
): Measurement => ({
  basis: 'assumed',
  value,
  from,
});

/** A value a person guessed, or that follows from what they did. `value` in m. */
export const guess = (value: number): Measurement => assumed(value, 'guess');

export const isMeasured = (m: Measurement): boolean => m.basis === 'measured';
