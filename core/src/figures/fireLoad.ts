import type { Evaluation } from '../evaluate/index.ts';
import { type Library, materialOf } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import type { MassLine } from '../order/load/index.ts';
import type { VanFigure } from './figure.ts';

/**
 * Heat that layers give off when they burn wholly, MJ: the characteristic fire load of EN 1991-1-2 Annex E, the sum of mass
 * times net heating value, nothing taken off for what is covered.
 */
const ofLines = (lines: readonly MassLine[], library: Library): number =>
  lines.reduce((sum, l) => sum + (l.mass * materialOf(library, l.material).heatingValue) / 1e6, 0);

/** Of one zone, MJ. */
export const fireLoadIn = ({ load }: Evaluation, zone: string, library: Library): number =>
  ofLines(
    load.lines.filter(l => l.zone === zone),
    library,
  );

/** A dwelling's furniture and fittings on average, MJ/m2 of floor: EN 1991-1-2:2002 Table E.4, from memory. */
export const DWELLING_FIRE_LOAD = 780;

/** Of the whole van, MJ for each m2 of the load floor from wall to wall. */
export function fireLoadDensity({ load }: Evaluation, { zones }: Shell, library: Library): number {
  const floor = zones.reduce(
    (sum, z) => (z.kind === 'floor' ? sum + z.length.value * z.height.value : sum),
    0,
  );
  return floor > 0 ? ofLines(load.lines, library) / floor : Number.NaN;
}

/** What would burn of all that is laid, with what is put up at night, MJ. */
export const fireLoad: VanFigure = {
  unit: 'MJ',
  better: 'less',
  tells: 5,
  of: (e, library) => ofLines(e.load.lines, library),
  takenIn: (e, _, library) => ofLines(e.load.lines, library),
  ofLayers: ofLines,
  gathers: 'sum',
  besides: true,
  worth: 0.1,
  matters: () => 0,
  limit: { brief: () => null, passed: 0.5, more: 200, step: 10 },
};
