import { bendingStiffness } from '../../physics/sound/index.ts';

/** A board on supports that run across it, one as far from the next as the other. */
export interface Board {
  /** Young's modulus in bending, Pa. */
  modulus: number;
  /** m. */
  thickness: number;
  /** kg/m³. */
  density: number;
  /** From one support to the next, m. */
  span: number;
}

/** Poisson's ratio of boards, taken as one for all: it moves the results by a few per cent. */
const POISSON = 0.3;

/** Sum of 1/m³ over odd m. */
const ODD_CUBES = 1.0517997902646;

/** Bending stiffness of a plate a metre wide, N m. */
export const plateStiffness = ({ modulus, thickness, density }: Board): number =>
  bendingStiffness({ modulus, thickness, density, poisson: POISSON });

/**
 * Deflection under a point load P (N) midway between two supports, m: Levy's series for a long plate simply supported on
 * two edges, P a² / 2π³D · Σ 1/m³ = 0.01696 P a²/D (Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, table
 * of concentrated loads, b/a = ∞: 0.01695, from memory). Boards that run on over further supports give less.
 */
export const sagUnder = (load: number, board: Board): number =>
  (load * board.span ** 2 * ODD_CUBES) / (2 * Math.PI ** 3 * plateStiffness(board));

/**
 * The same where the load stands on a free edge, as beside a cut-out, m: the same series with no moment and no shear
 * along that edge, 4 P a² Σ 1/m³ / π³ D (1 - ν)(3 + ν), three and a half times as much.
 */
export const sagAtEdge = (load: number, board: Board): number =>
  (4 * load * board.span ** 2 * ODD_CUBES) /
  (Math.PI ** 3 * plateStiffness(board) * (1 - POISSON) * (3 + POISSON));

/** Sag of an evenly loaded board (N/m²) midway between two supports, m: 5 q a⁴ / 384 D. */
export const sagOf = (pressure: number, board: Board): number =>
  (5 * pressure * board.span ** 4) / (384 * plateStiffness(board));

/** Lowest tone between two supports, Hz: π/2 a² √(D/m), of a simply supported strip. */
export const toneOf = (board: Board): number =>
  (Math.PI / (2 * board.span ** 2)) * Math.sqrt(plateStiffness(board) / (board.density * board.thickness));

/**
 * How far the outer fibre of a board of wood may be stretched in bending it dry and cold, once and for good. Common
 * practice, no source: 4 mm plywood goes round 0.6 m.
 */
const STRETCH = 0.0035;

/** Least radius a board of wood bends to without cracking, m: t / 2ε. */
export const leastRadius = (thickness: number): number => thickness / (2 * STRETCH);

/**
 * Pull on the fixing in the middle of a board bent over three supports to a radius, N a metre of its width: 48 D s / L³
 * with the sagitta s = L² / 8R is 6 D / R L. The fixings at its ends take half of it each.
 */
export const pullOf = (board: Board, radius: number, length: number): number =>
  (6 * plateStiffness(board)) / (radius * length);
