import type { Material } from './types.ts';

/**
 * Heat that a kilogram of a family gives as it burns, J/kg, where a material says nothing of its own: net calorific values of
 * EN 1991-1-2:2002 Table E.3, from memory, by what such things are usually made of; mineral fibre's binder is left out.
 */
export const FAMILY_HEAT: Record<Material['family'], number> = {
  damping: 20e6,
  barrier: 20e6,
  absorber: 25e6,
  foam: 25e6,
  board: 25e6,
  fibre: 20e6,
  foil: 40e6,
  membrane: 40e6,
  metal: 0,
  timber: 17.5e6,
  lining: 17.5e6,
  finish: 20e6,
  glazing: 0,
  tape: 40e6,
  adhesive: 30e6,
};
