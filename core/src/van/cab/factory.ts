import type { ZoneKind } from '../../model/index.ts';

/**
 * What the factory puts on the cab's steel, m2K/W: door panel and roof lining with the air behind them, felt under the
 * mat, trim over pillars. Common practice, no source.
 */
const TRIM: Partial<Record<ZoneKind, number>> = {
  'cab door': 0.18,
  'cab roof': 0.25,
  footwell: 0.45,
  'cab frame': 0.12,
};

/** Resistance of what is there when nothing is laid, m2K/W. */
export const factoryTrim = (kind: ZoneKind): number => TRIM[kind] ?? 0;
