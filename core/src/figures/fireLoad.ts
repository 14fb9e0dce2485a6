import type { Evaluation } from '../evaluate/index.ts';
import { type Library, materialOf } from '../materials/index.ts';
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

/** What would burn of all that is laid, with what is put up at night, MJ. */
export const fireLoad: VanFigure = {
  name: 'fire load',
  unit: 'MJ',
  better: 'less',
  tells: 5,
  of: (e, library) => ofLines(e.load.lines, library),
  takenIn: (e, _, library) => ofLines(e.load.lines, library),
  ofLayers: ofLines,
  gathers: 'sum',
  besides: true,
  worth: 0.1,
  worthOf: { by: 100, says: '100 MJ of fire load' },
  wish: 'little to burn',
  matters: () => 0,
  limit: { label: 'Fire load', name: 'fire load', brief: () => null, passed: 0.5, more: 200, step: 10 },
};
