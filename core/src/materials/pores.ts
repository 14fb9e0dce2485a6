import type { Material } from '../model/index.ts';

/** Of water, kg/m3; of what fibres and wood are made of, before any pore. */
export const WATER_DENSITY = 1000;
const FIBRE_SOLID = 1400;
const WOOD_SOLID = 1500;

/** Share of a material's volume that water can fill: what air passes, and wood; closed cells take none. */
export const openPores = ({
  flowResistivity,
  sorption,
  density,
}: Pick<Material, 'flowResistivity' | 'sorption' | 'density'>): number =>
  flowResistivity !== null
    ? Math.max(0, 1 - density / FIBRE_SOLID)
    : sorption === 'wood'
      ? Math.max(0, 1 - density / WOOD_SOLID)
      : 0;
