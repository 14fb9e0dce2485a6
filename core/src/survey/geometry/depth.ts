import type { Bay, Rib, Zone } from '../../model/index.ts';

/** Mean of a bay's shallowest and deepest depth, m. */
export const meanDepth = ({ depthMin, depthMax }: Pick<Bay, 'depthMin' | 'depthMax'>): number =>
  (depthMin.value + depthMax.value) / 2;

/**
 * How far a rib stands above the skin towards the room, m: what heat, fit and screws all go by. A floor's members lie under
 * its panel, outside: none of their depth is there to fill, to screw into or to lose heat by.
 */
export const ribDepth = ({ kind }: Pick<Zone, 'kind'>, rib: Pick<Rib, 'depth'>): number =>
  kind === 'floor' || kind === 'footwell' ? 0 : rib.depth.value;
