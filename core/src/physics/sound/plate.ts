import { type EdgeStretch, edgeRoot, type PanelEdge, stretch } from './edge.ts';

/** A thin plate of one material. */
export interface Plate {
  /** Pa. */
  modulus: number;
  /** Poisson's ratio. */
  poisson: number;
  /** kg/m3. */
  density: number;
  /** m. */
  thickness: number;
}

/** Bending stiffness of a plate, N m: D = E h^3 / (12 (1 - nu^2)). */
export const bendingStiffness = ({ modulus, poisson, thickness }: Plate): number =>
  (modulus * thickness ** 3) / (12 * (1 - poisson ** 2));

/** kg/m2. */
export const surfaceMass = ({ density, thickness }: Plate): number => density * thickness;

/**
 * Lowest frequency, Hz, at which a bending wave of a plate travels as fast as sound in air (343.2 m/s) and radiates
 * freely: c^2 / (2 pi) sqrt(m / D).
 */
export const coincidence = (plate: Plate): number =>
  (343.2 ** 2 / (2 * Math.PI)) * Math.sqrt(surfaceMass(plate) / bendingStiffness(plate));

/** A rectangular field of skin between its ribs. */
export interface PlateField {
  plate: Plate;
  /** Along and up, m. */
  width: number;
  /** m. */
  height: number;
  /** Radius of the skin's crown, m, and the size it curves along; null when flat. */
  crown: { radius: number; along: 'width' | 'height' } | null;
}

/** Modes of a field up to a frequency, in rising order of it. */
export interface Modes {
  edge: PanelEdge;
  /** Half waves along and up, from 1. */
  m: Int32Array;
  /** Up. */
  n: Int32Array;
  /** Hz. */
  frequency: Float64Array;
  /** Bending: the mean square of the mode's curvature (as ISO plates count it) over that of its deflection, 1/m4. */
  bending: Float64Array;
  /** Share of its strain energy that is bending; the rest is stretch of the crown, which no sheet damps. */
  bendingShare: Float64Array;
  /** Most half waves along and up. */
  most: { m: number; n: number };
  /** Integrals over the whole sides, along and up. */
  whole: { x: EdgeStretch; y: EdgeStretch };
}

/**
 * Modes of a field up to `limit` Hz by one product of beam modes each: exact with supported edges,
 * f = (1 / 2 pi) sqrt(D / m) k^2; at most 0.4 % high with clamped ones (Warburton 1954, from memory). A crown adds
 * E h (k_axis / k)^4 / R^2 to the stiffness (Donnell's shallow cylinder, in-plane inertia neglected, from memory).
 * Throws RangeError for a field without size, a thickness above 0 and finite material.
 */
export function fieldModes(field: PlateField, edge: PanelEdge, limit: number): Modes {
  const { plate, width: a, height: b, crown } = field;
  const D = bendingStiffness(plate);
  const mass = surfaceMass(plate);
  if (!(a > 0 && b > 0)) throw new RangeError('A panel needs a width and a height above 0.');
  if (!(D > 0 && mass > 0))
    throw new RangeError('A panel needs a thickness, a stiffness and a density above 0.');
  const highest = ((2 * Math.PI * limit) ** 2 * mass) / D;
  const most = { m: halfWaves(edge, a, highest), n: halfWaves(edge, b, highest) };
  const along = stretch(edge, most.m, 0, 1);
  const up = stretch(edge, most.n, 0, 1);
  const found: { m: number; n: number; k4: number; w2: number }[] = [];
  for (let m = 1; m <= most.m; m++) {
    const [x2, xs] = [
      along.bend[m]! / along.square[m]! / a ** 4,
      along.slope[m]! / along.square[m]! / a ** 2,
    ];
    const xc = along.cross[m]! / along.square[m]! / a ** 2;
    for (let n = 1; n <= most.n; n++) {
      const [y2, ys] = [up.bend[n]! / up.square[n]! / b ** 4, up.slope[n]! / up.square[n]! / b ** 2];
      const yc = up.cross[n]! / up.square[n]! / b ** 2;
      const nu = plate.poisson;
      const k4 = x2 + y2 + 2 * nu * xc * yc + 2 * (1 - nu) * xs * ys;
      if (k4 > highest) break;
      // Straight along its axis, the crown stretches by how the mode waves along that axis.
      const axis = crown?.along === 'width' ? ys : xs;
      const stretched = crown
        ? (plate.modulus * plate.thickness * (axis / (xs + ys)) ** 2) / crown.radius ** 2
        : 0;
      found.push({ m, n, k4, w2: (D * k4 + stretched) / mass });
    }
  }
  found.sort((p, q) => p.w2 - q.w2);
  const within = found.filter(p => p.w2 <= (2 * Math.PI * limit) ** 2);
  return {
    edge,
    m: Int32Array.from(within, p => p.m),
    n: Int32Array.from(within, p => p.n),
    frequency: Float64Array.from(within, p => Math.sqrt(p.w2) / (2 * Math.PI)),
    bending: Float64Array.from(within, p => p.k4),
    bendingShare: Float64Array.from(within, p => (D * p.k4) / (mass * p.w2)),
    most,
    whole: { x: along, y: up },
  };
}

/** Half waves over `length` that a bending wave of wavenumber `k4`^(1/4) can have. */
function halfWaves(edge: PanelEdge, length: number, k4: number): number {
  let m = 1;
  while (m < 400 && (edgeRoot(edge, m + 1) / length) ** 4 <= k4) m++;
  return m;
}

/** Modes below `f` Hz that a flat field with supported edges has on average: S k^2 / 4 pi - P k / 4 pi + 1/4. */
export function modeCount({ plate, width, height }: PlateField, f: number): number {
  const k = ((2 * Math.PI * f) ** 2 * (surfaceMass(plate) / bendingStiffness(plate))) ** 0.25;
  return (width * height * k * k - 2 * (width + height) * k) / (4 * Math.PI) + 0.25;
}
