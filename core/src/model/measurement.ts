import type { Measurement } from './types.ts';

/** A value read off a tape, with the text as it was entered. `value` in m. */
export const measured = (value: number, entered: string): Measurement => ({
  basis: 'measured',
  value,
  entered,
});

/** A value not yet checked on the van. `value` in m. */
export const assumed = (value: number, from: 'pattern' | 'mirror' | 'guess' = 'pattern'): Measurement => ({
  basis: 'assumed',
  value,
  from,
});

export const isMeasured = (m: Measurement): boolean => m.basis === 'measured';
