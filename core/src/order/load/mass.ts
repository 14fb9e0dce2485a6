import type { Cover } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';

/** Mass per area of a layer as installed, kg/m2; battens by their share of the area. */
export function massPerArea(layer: Cover['layer'], library: Library): number {
  if (layer.role === 'air gap') return 0;
  const { density } = materialOf(library, layer.material);
  const share = layer.role === 'batten' ? Math.min(1, layer.width / layer.spacing) : 1;
  return layer.thickness * density * share;
}

export interface MassLine {
  zone: string;
  /** Id of the material. */
  material: string;
  /** Covered, m2. */
  area: number;
  /** As installed, kg/m2. */
  perArea: number;
  /** kg. */
  mass: number;
}

/** Mass of everything that is covered, kg, by zone and material. Adhesive and tape are not counted. */
export function massLines(covers: readonly Cover[], library: Library): MassLine[] {
  const lines = new Map<string, MassLine>();
  for (const cover of covers) {
    const { layer } = cover;
    if (layer.role === 'air gap') continue;
    const perArea = massPerArea(layer, library);
    const key = `${cover.zone}/${layer.material}/${perArea}`;
    const line = lines.get(key) ?? { zone: cover.zone, material: layer.material, area: 0, perArea, mass: 0 };
    line.area += cover.area;
    line.mass = line.area * line.perArea;
    lines.set(key, line);
  }
  return [...lines.values()];
}
