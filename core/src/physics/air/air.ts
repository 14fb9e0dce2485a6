/** Air state: temperature degC, vapour pressure Pa. */
export interface Air {
  /** degC. */
  t: number;
  /** Vapour pressure, Pa. */
  p: number;
}

/** Density, kg/m3, and heat capacity, J/kgK, of air at room temperature. */
export const AIR_DENSITY = 1.2;
export const AIR_HEAT_CAPACITY = 1005;
/** Heat capacity of air by volume, J/m3K. */
export const AIR_CAPACITY = AIR_DENSITY * AIR_HEAT_CAPACITY;

/** Density of dry air at t degC, kg/m3 (ideal gas at 101.325 kPa). */
export const airDensity = (t: number): number => 353.05 / (t + 273.15);

/** Mass transfer at a wet pane or wall, m/s: Lewis relation with 3 W/m2K of convection, 3 / 1206 = 0.0025. */
export const MASS_TRANSFER = 0.0025;

/** Discharge of a sharp-edged opening (handbook value, from memory). */
export const DISCHARGE = 0.6;

/** m/s2. */
export const GRAVITY = 9.81;

/** W/m2K4. */
export const STEFAN_BOLTZMANN = 5.67e-8;

/** What a smooth face holds before water runs down it, kg/m2 (ISO 13788, from memory). */
export const FACE_HOLDS = 0.2;
