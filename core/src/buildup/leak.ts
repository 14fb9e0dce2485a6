import { type Library, materialOf } from '../materials/index.ts';
import type { BuildUp, Layer } from '../model/index.ts';
import { crackLaw, type FlowLaw, inSeries } from '../physics/moisture/index.ts';
import type { BayJoints } from './bayJoints.ts';
import type { FitAt } from './fit.ts';
import { BOARD_JOINT, type Ends, missedOf, openWidth, PANEL_JOINT } from './seams.ts';

/** Films and foils lap by this much, m. */
export const LAP = 0.1;
/** Air turns into a lap and out of it. */
const LAP_BENDS = 2;

/**
 * The layer that room air has to pass, and whose joints are the ones that are closed or left open: a vapour control, else
 * jointed boards, else the lining; null if none. It stays the same layer however its joints are made.
 */
export function tightLayer(buildUp: BuildUp, library: Library): Layer | null {
  const { layers } = buildUp;
  const control = layers.findLast(l => l.role === 'vapour control');
  if (control) return control;
  const board = layers.findLast(l => l.role === 'fill' && materialOf(library, l.material).jointed);
  if (board) return board;
  return layers.findLast(l => l.role === 'lining') ?? null;
}

/** Whether air passes a layer only through its joints. */
export const hasJoints = (layer: Layer, library: Library): boolean =>
  layer.role === 'vapour control' ||
  layer.role === 'lining' ||
  (layer.role === 'fill' && materialOf(library, layer.material).jointed);

export type LeakPath = 'none' | 'empty' | { resistivity: number; depth: number };

/**
 * How air that passed the tight layer reaches the skin: not at all behind bonded or close-fitting closed-cell
 * material, through the pores of a fibre fill, or freely along an open gap.
 */
export function leakPath(layers: readonly Layer[], fit: FitAt, library: Library): LeakPath {
  const index = layers.findIndex(l => l.role === 'fill' || l.role === 'air gap');
  const first = layers[index];
  if (!first) return fit.gap > 0.001 ? 'empty' : 'none';
  if (first.role !== 'fill') return 'empty';
  const material = materialOf(library, first.material);
  if (material.flowResistivity !== null)
    return { resistivity: material.flowResistivity, depth: Math.max(fit.thickness[index]!, 0.001) };
  const bonded = material.flexible || material.selfAdhesive;
  return bonded || fit.gap < 0.001 ? 'none' : 'empty';
}

/**
 * Law of the joints between the room and the space at the skin, one layer behind the other, for half of them: as much
 * air as goes in comes out by the other half. Per m2. Layers behind an air gap oppose nothing that reaches it.
 */
export function jointsLaw(
  buildUp: BuildUp,
  { lengths }: BayJoints,
  ends: Ends,
  library: Library,
): FlowLaw | null {
  const tight = tightLayer(buildUp, library);
  if (!tight) return null;
  const space = buildUp.layers.findIndex(l => l.role === 'air gap');
  const passed = buildUp.layers.filter((l, i) => i >= space && hasJoints(l, library));
  if (passed.length === 0) return null;
  return inSeries(
    ...passed.map(layer => {
      const half = (lengths[layer.id] ?? 0) / 2;
      if (layer === tight) {
        const lapped = layer.role === 'vapour control';
        return crackLaw({
          depth: lapped ? LAP : layer.thickness,
          width: openWidth(buildUp, ends.width),
          length: half * missedOf(buildUp, ends.missed),
          bends: lapped ? LAP_BENDS : 0,
        });
      }
      const usual = layer.role === 'lining' ? PANEL_JOINT : BOARD_JOINT;
      return crackLaw({
        depth: layer.thickness,
        width: buildUp.panelWidth ?? usual[ends.width],
        length: half,
        bends: 0,
      });
    }),
  );
}
