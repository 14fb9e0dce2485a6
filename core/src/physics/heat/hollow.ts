import { STEFAN_BOLTZMANN } from '../air/index.ts';

/**
 * Conductivity that stands for the air in a hollow of depth d (along the heat flow) and width b, W/mK: an
 * unventilated rectangular cavity after ISO 10077-2:2017 6.4.2, from memory, both faces painted, 5 degC, 10 K across.
 */
export function hollowConductivity(d: number, b: number): number {
  const convection = Math.max(0.025 / d, 0.73 * 10 ** (1 / 3));
  const view = (1 + Math.sqrt(1 + (d / b) ** 2) - d / b) / 2;
  const radiation = (4 * STEFAN_BOLTZMANN * 278.15 ** 3 * view) / (1 / 0.9 + 1 / 0.9 - 1);
  return d * (convection + radiation);
}
