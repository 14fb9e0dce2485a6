import { type Library, usualFor } from '../materials/index.ts';
import type { Layer } from '../model/index.ts';
import { inCavity } from './roles.ts';

/** Foam over the ribs as sold thin, m. */
const STRIP = 0.006;

/** Layers with thin foam put across the ribs, the first remedy for cold ones; null where they have it or the library has none. */
export function withRibStrip(layers: readonly Layer[], library: Library): Layer[] | null {
  const foam = usualFor(library, 'rib strip');
  if (!foam || layers.some(l => l.role === 'over-rib')) return null;
  return acrossRibs(layers, { id: 'strip', role: 'over-rib', material: foam.id, thickness: STRIP });
}

/** Puts a layer between what lies in the cavity and what runs across the ribs. */
export function acrossRibs(layers: readonly Layer[], layer: Layer): Layer[] {
  const at = layers.findIndex(l => !inCavity(l));
  return at < 0 ? [...layers, layer] : layers.toSpliced(at, 0, layer);
}
