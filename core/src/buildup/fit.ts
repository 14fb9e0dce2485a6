import { type Library, materialOf } from '../materials/index.ts';
import type { Bay, Layer, ZoneKind } from '../model/index.ts';
import { meanDepth } from '../survey/geometry/index.ts';
import { HALF_MM } from '../tolerance/index.ts';
import { battenOf, directionOf, inCavity, isContinuous, liningRests } from './roles.ts';

/** The stack at one depth. Lengths in m. */
export interface FitAt {
  /** From the skin to the rib face, m. */
  depth: number;
  /** Thickness of each layer as it lies there, in the order of the layers. */
  thickness: number[];
  /** Left between the stack and the rib face. */
  gap: number;
  /** Left between the battens. */
  battenGap: number;
  /** How far the stack holds the lining off its place. */
  push: number;
}

interface Squeeze {
  layer: string;
  from: number;
  to: number;
  /** What is left of its resistance there, m2K/W. */
  resistance: number;
}

export interface Fit {
  /** The stack at the shallowest point. */
  shallow: FitAt;
  /** The stack at the deepest point. */
  deep: FitAt;
  /** What stands proud of the ribs by design. */
  proud: number;
  /** Most the lining is pushed off, m. */
  push: number;
  /** Where it is pushed off most. */
  where: 'shallowest' | 'deepest';
  /** Whether a floor lies over an air gap that no batten bears. */
  unborne: boolean;
  /** Whether it is pushed off where it does not rest on the stack by design, or hangs over nothing. */
  misfit: boolean;
  /** Soft layers squeezed at the shallowest point. */
  squeezed: Squeeze[];
}

/**
 * Lays a stack into a bay at its shallowest and its deepest point. Cavity layers have the depth and the batten's
 * thickness to lie in; soft ones are squeezed (to their least share) before the lining is pushed off. Damping that
 * covers only part lies in the middle of the panel, so it counts at the deepest point only.
 */
export function fitBuildUp(layers: readonly Layer[], bay: Bay, kind: ZoneKind, library: Library): Fit {
  const shallow = fitAt(layers, bay.depthMin.value, false, library);
  const deep = fitAt(layers, bay.depthMax.value, true, library);
  const rests = liningRests(kind, layers);
  const batten = battenOf(layers)?.thickness ?? 0;
  const proud = batten + layers.reduce((sum, l) => (isContinuous(l) ? sum + l.thickness : sum), 0);
  const push = Math.max(shallow.push, deep.push);
  const unborne = directionOf(kind) === 'down' && !battenOf(layers) && layers.some(l => l.role === 'air gap');
  return {
    shallow,
    deep,
    proud,
    push,
    where: deep.push > shallow.push ? 'deepest' : 'shallowest',
    unborne,
    misfit: (push > HALF_MM && !rests) || unborne,
    squeezed: layers.flatMap((layer, i) =>
      inCavity(layer) &&
      layer.role !== 'air gap' &&
      shallow.thickness[i]! < layer.thickness - 5e-5 &&
      shallow.thickness[i]! > 0
        ? [
            {
              layer: layer.id,
              from: layer.thickness,
              to: shallow.thickness[i]!,
              resistance: shallow.thickness[i]! / materialOf(library, layer.material).conductivity,
            },
          ]
        : [],
    ),
  };
}

/** What a board that is pressed against its skin by the lining lies off it between its high spots, m: common practice, no source. */
const HIGH_SPOTS = 0.0015;

/**
 * From the skin to where the lining stands, in the middle of a bay, m: to the rib face, or as far off it as a stack that
 * is too thick holds the lining. There the space behind a stiff board is wider, not gone.
 */
export function cavityDepth(layers: readonly Layer[], bay: Bay, kind: ZoneKind, library: Library): number {
  const { misfit, push } = fitBuildUp(layers, bay, kind, library);
  return meanDepth(bay) + (misfit ? push + HIGH_SPOTS : 0);
}

/** The stack at one depth, m; `middle` where partly covering damping lies. */
export function fitAt(layers: readonly Layer[], depth: number, middle: boolean, library: Library): FitAt {
  const batten = battenOf(layers)?.thickness ?? 0;
  const thickness = layers.map(l => (l.role === 'damping' && l.coverage < 1 && !middle ? 0 : l.thickness));
  let stack = 0;
  let slack = 0;
  const least = layers.map((layer, i) => {
    if (!inCavity(layer)) return 0;
    stack += thickness[i]!;
    const min = layer.role === 'air gap' ? 0 : thickness[i]! * materialOf(library, layer.material).squeeze;
    slack += thickness[i]! - min;
    return min;
  });
  const over = stack - depth - batten;
  if (over > 0 && slack > 0) {
    const share = Math.min(1, over / slack);
    for (const [i, layer] of layers.entries())
      if (inCavity(layer)) thickness[i] = thickness[i]! - share * (thickness[i]! - least[i]!);
    stack -= share * slack;
  }
  return {
    depth,
    thickness,
    gap: Math.max(0, depth - stack),
    battenGap: Math.max(0, Math.min(batten, depth + batten - stack)),
    push: Math.max(0, stack - depth - batten),
  };
}
