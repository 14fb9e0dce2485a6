import { type Library, materialOf } from '../materials/index.ts';
import type { BuildUp, Layer } from '../model/index.ts';
import type { FitAt } from './fit.ts';

/** An open joint is taken as half a millimetre wide. */
export const SEAM_GAP = 0.0005;

/** The layer that room air has to pass: a vapour control, else taped boards, else the lining; null if none. */
export function tightLayer(buildUp: BuildUp, library: Library): Layer | null {
  const { layers } = buildUp;
  const control = layers.findLast(l => l.role === 'vapour control');
  if (control) return control;
  const board = layers.findLast(l => l.role === 'fill' && materialOf(library, l.material).jointed);
  if (buildUp.seams === 'taped' && board) return board;
  return layers.findLast(l => l.role === 'lining') ?? null;
}

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
