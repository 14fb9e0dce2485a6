import type { Layer, LayerOf, Role, ZoneKind } from '../model/index.ts';
import type { Direction } from '../physics/heat/index.ts';
import { ROUNDING } from '../tolerance/index.ts';

/** Roles in the order from skin to room. */
export const ROLES: readonly Role[] = [
  'damping',
  'fill',
  'over-rib',
  'air gap',
  'vapour control',
  'batten',
  'lining',
  'finish',
];

/** Layers that lie between the skin and the rib face (or the batten on it). */
export const inCavity = (layer: Layer): layer is LayerOf<'damping' | 'fill' | 'air gap'> =>
  layer.role === 'damping' || layer.role === 'fill' || layer.role === 'air gap';

/** Layers that run across ribs and stand proud of them. */
export const isContinuous = (
  layer: Layer,
): layer is LayerOf<'over-rib' | 'vapour control' | 'lining' | 'finish'> =>
  layer.role === 'over-rib' ||
  layer.role === 'vapour control' ||
  layer.role === 'lining' ||
  layer.role === 'finish';

export const battenOf = (layers: readonly Layer[]): LayerOf<'batten'> | undefined =>
  layers.find(l => l.role === 'batten');

export const directionOf = (kind: ZoneKind): Direction =>
  kind === 'floor' || kind === 'footwell'
    ? 'down'
    : kind === 'ceiling' || kind === 'cab overhead' || kind === 'cab roof'
      ? 'up'
      : 'horizontal';

/** How many battens stand on a run of so many metres: one at either end, and no two further apart than their spacing. */
export const battenCount = (run: number, { width, spacing }: LayerOf<'batten'>): number =>
  Math.max(1, Math.ceil(Math.max(0, run - width) / spacing - ROUNDING)) + 1;

/** Zones without ribs to hold a lining off: there the lining rests on what is under it. */
export const liningRests = (kind: ZoneKind, layers: readonly Layer[]): boolean =>
  (kind === 'floor' || kind === 'arch' || kind === 'bulkhead') && battenOf(layers) === undefined;
