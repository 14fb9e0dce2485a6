import { DISCHARGE, GRAVITY } from './air.ts';

/**
 * Air that passes each way through one upright opening between two still airs, m3/s: Cd A / 3 sqrt(g H dT / T), warm
 * above and cold below (Brown and Solvason 1962, from memory). Area m2, height m, temperatures degC.
 */
export const exchangeFlow = (area: number, height: number, a: number, b: number): number =>
  ((DISCHARGE * area) / 3) * Math.sqrt((GRAVITY * height * Math.abs(a - b)) / ((a + b) / 2 + 273.15));
