import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Material } from '../../model/index.ts';
import type { VanModel } from './vanModel.ts';

const WHERE: ReadonlySet<string> = new Set(['wall', 'ceiling', 'sliding door', 'rear door']);

/**
 * The van with so much money's worth more of their own insulation in walls, doors and ceiling, spread evenly, as if it
 * found room: what is laid grows by money over area and price. Null where no part has any.
 */
export function thickerWalls(
  model: VanModel,
  e: Pick<Evaluation, 'bays'>,
  money: number,
  library: Library,
): VanModel | null {
  if (money <= 0) return null;
  const grown = model.parts.flatMap((part, index) => {
    const laid = e.bays.get(part.bays[0]!)!;
    if (!WHERE.has(laid.zone.kind)) return [];
    const layer = laid.buildUp?.layers.find(l => l.role === 'fill' || l.role === 'over-rib');
    if (layer?.role !== 'fill' && layer?.role !== 'over-rib') return [];
    const at = part.model.layers.findIndex(l => l.id === layer.id);
    return at < 0
      ? []
      : [{ index, at, area: part.area, price: pricePerVolume(materialOf(library, layer.material)) }];
  });
  const perMetre = grown.reduce((sum, g) => sum + g.area * g.price, 0);
  if (perMetre <= 0) return null;
  const more = money / perMetre;
  const parts = [...model.parts];
  for (const { index, at } of grown) {
    const part = parts[index]!;
    const { section } = part.model;
    const layers = section.layers.map((l, i) =>
      // The same material, so more of it lets less vapour past in proportion: its mu stays.
      i === at ? { ...l, thickness: l.thickness + more } : l,
    );
    parts[index] = { ...part, model: { ...part.model, section: { ...section, layers } } };
  }
  return { ...model, parts };
}

/** Of the cheapest it is sold as, money per m3. */
const pricePerVolume = ({ stock }: Material): number =>
  Math.min(...stock.map(s => s.price / (s.perPack * s.length * s.width * s.thickness)));
