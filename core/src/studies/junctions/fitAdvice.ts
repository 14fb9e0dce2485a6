import { fitBuildUp, inCavity } from '../../buildup/index.ts';
import type { BayResult } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import { bayCurve, flatStrips } from '../../survey/geometry/index.ts';

export interface FitAdvice {
  /** Squeezed layers, m. */
  squeezed: { layer: string; from: number; to: number }[];
  /** Most the lining is pushed off, m; 0 when nothing is. */
  push: number;
  /** Largest stocked thickness of the same material that fits everywhere, m. */
  thinner: { layer: string; material: string; thickness: number } | null;
  /** Share of the way from the shallow to the deep end over which the full thickness fits; the rest wants a wedge. */
  wedge: { layer: string; share: number } | null;
  /** Gap behind one flat board on a curved skin, m, and into how many strips to cut it for 2 mm. */
  curved: { gap: number; strips: number } | null;
}

/** Gap behind a strip of board that canned foam or sealant takes up, m. Common practice, no source. */
export const STRIP_GAP = 0.002;

/** What a bay asks of its build-up: what squeezes, what pushes the lining off and by how much, and what would fit. */
export function fitAdvice({ bay, zone, buildUp, fit }: BayResult, library: Library): FitAdvice | null {
  if (!fit || !buildUp) return null;
  const { layers } = buildUp;
  const rigid = layers
    .filter(l => l.role === 'fill' && materialOf(library, l.material).squeeze > 0.95)
    .sort((a, b) => b.thickness - a.thickness)[0];
  const curve = bayCurve(bay);
  const advice: FitAdvice = {
    squeezed: fit.squeezed.map(({ layer, from, to }) => ({ layer, from, to })),
    push: fit.misfit ? fit.push : 0,
    thinner: null,
    wedge: null,
    curved:
      curve && rigid
        ? { gap: curve.gap, strips: flatStrips(bay[curve.along].value, curve.radius, STRIP_GAP) }
        : null,
  };
  const at = fit.misfit ? layers.find(l => l === rigid || (inCavity(l) && l.role === 'fill')) : undefined;
  if (at?.role !== 'fill') return advice;
  const fits = (thickness: number) =>
    !fitBuildUp(
      layers.map(l => (l === at ? { ...at, thickness } : l)),
      bay,
      zone.kind,
      library,
    ).misfit;
  const sizes = materialOf(library, at.material)
    .stock.map(s => s.thickness)
    .filter(t => t < at.thickness)
    .sort((a, b) => b - a);
  const thickness = sizes.find(fits);
  if (thickness !== undefined) advice.thinner = { layer: at.id, material: at.material, thickness };
  const [shallow, deep] = [bay.depthMin.value, bay.depthMax.value];
  const stack = shallow + fit.shallow.push;
  if (deep - shallow > 0.001 && stack < deep)
    advice.wedge = { layer: at.id, share: (deep - stack) / (deep - shallow) };
  return advice;
}
