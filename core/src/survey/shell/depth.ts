import type { Bay } from '../../model/index.ts';

/** Mean of a bay's shallowest and deepest depth, m. */
export const meanDepth = ({ depthMin, depthMax }: Pick<Bay, 'depthMin' | 'depthMax'>): number =>
  (depthMin.value + depthMax.value) / 2;
