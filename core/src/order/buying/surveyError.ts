import type { Shell } from '../../model/index.ts';
import { zoneArea } from '../../survey/geometry/index.ts';

/** Relative standard errors of what zones hold, by zone id. */
export type SurveyErrors = ReadonlyMap<string, number>;

/** How far each zone's area may be off, relatively: measured sizes by the tape's error, assumed ones by 5 %. */
export function surveyErrors(shell: Shell): Map<string, number> {
  return new Map(
    shell.zones.map(z => {
      const { area, error } = zoneArea(z, shell);
      return [z.id, area > 0 ? error / area : 0];
    }),
  );
}

/**
 * Relative standard error of what is needed for some pieces: each zone's share errs as the zone's area does, half as much for
 * what follows edges; zones taken as independent.
 */
export function errorOf(
  pieces: Iterable<{ zone: string; area: number }>,
  errors: SurveyErrors,
  follows: 'area' | 'edges',
): number {
  const shares = new Map<string, number>();
  for (const { zone, area } of pieces) shares.set(zone, (shares.get(zone) ?? 0) + area);
  let [sum, variance] = [0, 0];
  for (const [zone, share] of shares) {
    sum += share;
    variance += (share * (errors.get(zone) ?? 0) * (follows === 'edges' ? 0.5 : 1)) ** 2;
  }
  return sum > 0 ? Math.sqrt(variance) / sum : 0;
}

/** Standard errors that a quantity is carried by: 98 of 100 vans are no larger. */
const COVERED = 2;

/** How many times its figure a quantity may come to. */
export const atMost = (error: number): number => 1 + COVERED * error;
