import type { Material } from './types.ts';

/**
 * Stiffness, Pa, and loss factor of a family, where a material says nothing of its own; typical values of the class from
 * memory, true within a factor of two.
 */
export const FAMILY_SOUND: Record<Material['family'], { stiffness: number | null; lossFactor: number }> = {
  damping: { stiffness: 2e6, lossFactor: 0.9 },
  barrier: { stiffness: 2e7, lossFactor: 0.3 },
  absorber: { stiffness: 1.5e5, lossFactor: 0.15 },
  foam: { stiffness: 2.5e5, lossFactor: 0.2 },
  board: { stiffness: 8e6, lossFactor: 0.05 },
  fibre: { stiffness: null, lossFactor: 0.1 },
  foil: { stiffness: null, lossFactor: 0.05 },
  membrane: { stiffness: null, lossFactor: 0.05 },
  metal: { stiffness: 2.1e11, lossFactor: 0.001 },
  timber: { stiffness: 9e9, lossFactor: 0.02 },
  lining: { stiffness: 6e9, lossFactor: 0.03 },
  finish: { stiffness: null, lossFactor: 0.15 },
  glazing: { stiffness: 7e10, lossFactor: 0.005 },
  tape: { stiffness: null, lossFactor: 0.1 },
  adhesive: { stiffness: null, lossFactor: 0.1 },
};
