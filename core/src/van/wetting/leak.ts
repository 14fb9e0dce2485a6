import { type BayJoints, type FitAt, leakPath, SEAM_GAP, tightLayer } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { BuildUp } from '../../model/index.ts';
import { leakFlow } from '../../physics/moisture/index.ts';

/** Room air that passes the skin, m3/s per m2, for temperatures in the cavity and the room. */
export type LeakAt = (cavity: number, room: number) => number;

/** Share of its joints that a build-up leaves open. */
export const missedOf = ({ seams, sealQuality }: BuildUp): number =>
  seams === 'taped' ? 1 - sealQuality : 1;

/** What leaks into a bay of a build-up as it lies, for a share of its joints missed; nothing where no air reaches the skin. */
export function leakOf(
  buildUp: BuildUp,
  fit: FitAt,
  { seamLength, height }: BayJoints,
  library: Library,
): (missed: number) => LeakAt {
  const path = tightLayer(buildUp, library) ? leakPath(buildUp.layers, fit, library) : 'none';
  if (path === 'none') return () => () => 0;
  const fill = path === 'empty' ? null : path;
  return missed => (cavity, room) =>
    leakFlow({ seamLength, gap: SEAM_GAP, missed, height, room, cavity, fill });
}
