import { directionOf, sectionAt } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import { type Periodic, periodic, RSE, RSI } from '../../physics/heat/index.ts';
import { meanDepth } from '../../survey/geometry/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import type { BayModelInput } from './bayModel.ts';

/** How a day's swing of the skin's temperature reaches the room through the field of a bay. */
export function dayResponse(
  { shell, kind, bay, buildUp }: Pick<BayModelInput, 'shell' | 'kind' | 'bay' | 'buildUp'>,
  library: Library,
): Periodic {
  const { planes } = sectionAt(buildUp?.layers ?? [], meanDepth(bay), kind, shell, library);
  const layers = planes
    .filter(p => p.thickness >= SAME_SIZE && p.resistance > 0)
    .map(p => {
      const material = p.material ? materialOf(library, p.material) : null;
      return material
        ? {
            thickness: p.thickness,
            conductivity: p.thickness / p.resistance,
            density: material.density,
            heatCapacity: material.heatCapacity,
          }
        : { resistance: p.resistance };
    });
  return periodic(layers.reverse(), RSI[directionOf(kind)], RSE);
}
