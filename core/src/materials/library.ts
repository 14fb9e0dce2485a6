import type { Material, Price, Purpose, Stock } from '../model/index.ts';
import { hangings } from './hangings.ts';
import { boards, fibres, fillers, foams } from './insulation.ts';
import { soundMaterials } from './sound.ts';
import { finishes, glazings, linings, metals, timbers } from './structure.ts';
import { adhesives, tapes, vapourLayers } from './vapour.ts';

/** The reference library: generic materials, each property with its source. Prices are indicative. */
export const referenceMaterials: readonly Material[] = [
  ...soundMaterials,
  ...foams,
  ...boards,
  ...fibres,
  ...fillers,
  ...vapourLayers,
  ...tapes,
  ...adhesives,
  ...metals,
  ...timbers,
  ...linings,
  ...finishes,
  ...glazings,
  ...hangings,
];

/** What `evaluate` looks materials up in. */
export type Library = ReadonlyMap<string, Material>;

/** The reference library with a person's own materials added and own prices put in place. */
export function makeLibrary(own: readonly Material[] = [], prices: readonly Price[] = []): Library {
  const library = new Map([...referenceMaterials, ...own].map(m => [m.id, m]));
  for (const price of prices) {
    const material = library.get(price.material);
    if (!material) continue;
    const stock = material.stock.map(s => (isSize(s, price) ? { ...s, price: price.price } : s));
    library.set(material.id, { ...material, stock });
  }
  return library;
}

/** Whether an own price is for this stock size (to 0.05 mm). */
export const isSize = (stock: Stock, price: Pick<Price, 'thickness' | 'width'>): boolean =>
  Math.abs(stock.thickness - price.thickness) < 5e-5 && Math.abs(stock.width - price.width) < 5e-5;

/** What a library first offers for a purpose; null when nothing says so. */
export function usualFor(library: Library, purpose: Purpose): Material | null {
  for (const material of library.values()) if (material.usualAs.includes(purpose)) return material;
  return null;
}

/** The material with this id. Throws a RangeError for an unknown one: `checkDesign` refuses those first. */
export function materialOf(library: Library, id: string): Material {
  const material = library.get(id);
  if (!material) throw new RangeError(`Unknown material “${id}”`);
  return material;
}

/** Vapour diffusion-equivalent air layer thickness of a layer, m. */
export const sdOf = (material: Material, thickness: number): number =>
  material.vapour.by === 'sd' ? material.vapour.sd : material.vapour.mu * thickness;

/** The stock size to order for a thickness: the nearest one sold. */
export function stockFor(material: Material, thickness: number): Stock {
  return material.stock.reduce((best, s) =>
    Math.abs(s.thickness - thickness) < Math.abs(best.thickness - thickness) ? s : best,
  );
}
