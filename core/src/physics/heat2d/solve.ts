import { solveBanded } from './banded.ts';
import { distinct, gridLines } from './grid.ts';
import { type FivePoint, solveFivePoint } from './multigrid.ts';

/** A rectangle of one material, m and W/mK; later ones lie over earlier ones. y runs from outside to room. */
export interface Block {
  /** Left edge, m. */
  x0: number;
  /** Right edge, m. */
  x1: number;
  /** Outer edge, m. */
  y0: number;
  /** Inner edge, m. */
  y1: number;
  /** W/mK. */
  conductivity: number;
}

/** A stretch of one side of the section that meets air at `t` (degC) through `resistance` (m2K/W; 0 holds the face itself at `t`). What has none is adiabatic. */
export interface Edge {
  /** Of the section. */
  side: 'left' | 'right' | 'bottom' | 'top';
  /** Where it begins along that side, m. */
  from: number;
  /** Where it ends, m. */
  to: number;
  /** Of its air, degC. */
  t: number;
  /** Between air and face, m2K/W; 0 holds the face itself at `t`. */
  resistance: number;
}

/** Air inside the outline, such as a recess of the room between ribs: every face in it meets `t` through `resistance`. */
interface AirPocket {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  t: number;
  resistance: number;
}

export interface Section2d {
  /** Later ones over earlier ones. */
  blocks: Block[];
  /** Where it meets air; elsewhere it is adiabatic. */
  edges: Edge[];
  /** Air inside the outline. */
  air?: AirPocket[];
}

export interface TemperatureField {
  /** Grid lines across, m. */
  x: Float64Array;
  /** Grid lines from outside to room, m. */
  y: Float64Array;
  /** Of each cell, row by row from the bottom, W/mK; 0 in air pockets. */
  conductivity: Float64Array;
  /** Of each cell, degC. */
  t: Float64Array;
  /** Heat taken from each edge's air into the section, W/m, in the order of the edges, then of the air pockets. */
  flows: number[];
  /** Faces that meet an edge or air pocket: where, and how cold, degC. */
  faces: { of: number; x: number; y: number; t: number }[];
  /** Rounds of the iteration; 0 where a small system is solved directly. */
  iterations: number;
  /** Relative, 0 where solved directly. */
  residual: number;
}

/** Multiplications up to which a system is solved directly. */
const DIRECT = 4e6;

/**
 * Steady temperatures of a section by finite volumes on a grid whose lines lie on every edge of a material
 * (ISO 10211:2017, from memory): harmonic-mean conductances, exact in one dimension. `cells` is about how many
 * there are each way. Throws RangeError for a section with a hole in it.
 */
export function solveSection(section: Section2d, cells: number): TemperatureField {
  const { edges, air = [] } = section;
  const { x, y, conductivity, system, b, touched } = assemble(section, cells);
  const [nx, ny] = [system.nx, system.ny];
  const small = nx * ny * Math.min(nx, ny) ** 2 < DIRECT;
  const {
    x: t,
    iterations,
    residual,
  } = small ? { x: solveBanded(system, b), iterations: 0, residual: 0 } : solveFivePoint(system, b);
  const flows = new Array<number>(edges.length + air.length).fill(0);
  const faces = touched.map(f => {
    const heat = f.conductance * (f.air - t[f.cell]!);
    flows[f.of] = flows[f.of]! + heat;
    return { of: f.of, x: f.x, y: f.y, t: f.air - (heat / f.length) * f.resistance };
  });
  for (const pocket of air) paintAir(pocket, x, y, conductivity, t);
  return { x, y, conductivity, t, flows, faces, iterations, residual };
}

/** The system of a section and what touches it, as `solveSection` solves it. */
export function assemble({ blocks, edges, air = [] }: Section2d, cells: number) {
  const x = gridLines(
    distinct([
      ...[...blocks, ...air].flatMap(b => [b.x0, b.x1]),
      ...edges.flatMap(e => (e.side === 'bottom' || e.side === 'top' ? [e.from, e.to] : [])),
    ]),
    cells,
  );
  const y = gridLines(
    distinct([
      ...[...blocks, ...air].flatMap(b => [b.y0, b.y1]),
      ...edges.flatMap(e => (e.side === 'left' || e.side === 'right' ? [e.from, e.to] : [])),
    ]),
    cells,
  );
  const [nx, ny] = [x.length - 1, y.length - 1];
  const conductivity = fill(blocks, air, x, y);
  const system: FivePoint = {
    nx,
    ny,
    east: new Float64Array(nx * ny),
    north: new Float64Array(nx * ny),
    ground: new Float64Array(nx * ny),
  };
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) {
      const [dx, dy] = [x[i + 1]! - x[i]!, y[j + 1]! - y[j]!];
      const solid = conductivity[k]! > 0;
      if (i < nx - 1 && solid && conductivity[k + 1]! > 0)
        system.east[k] = (2 * dy) / (dx / conductivity[k]! + (x[i + 2]! - x[i + 1]!) / conductivity[k + 1]!);
      if (j < ny - 1 && solid && conductivity[k + nx]! > 0)
        system.north[k] =
          (2 * dx) / (dy / conductivity[k]! + (y[j + 2]! - y[j + 1]!) / conductivity[k + nx]!);
    }
  const b = new Float64Array(nx * ny);
  const touched: Face[] = [
    ...edges.flatMap((edge, of) => edgeFaces(edge, of, x, y, conductivity)),
    ...air.flatMap((pocket, i) => pocketFaces(pocket, edges.length + i, x, y, conductivity)),
  ];
  for (const { cell, conductance, air: t } of touched) {
    system.ground[cell] = system.ground[cell]! + conductance;
    b[cell] = b[cell]! + conductance * t;
  }
  // Cells of air are not part of the system; a link of their own keeps it regular.
  for (let k = 0; k < nx * ny; k++) if (conductivity[k] === 0) system.ground[k] = 1;
  return { x, y, conductivity, system, b, touched };
}

function fill(blocks: Block[], air: AirPocket[], x: Float64Array, y: Float64Array): Float64Array {
  const [nx, ny] = [x.length - 1, y.length - 1];
  const out = new Float64Array(nx * ny);
  const paint = (block: Omit<Block, 'conductivity'>, value: number) => {
    for (let j = 0; j < ny; j++) {
      const cy = (y[j]! + y[j + 1]!) / 2;
      if (cy < block.y0 || cy > block.y1) continue;
      for (let i = 0; i < nx; i++) {
        const cx = (x[i]! + x[i + 1]!) / 2;
        if (cx >= block.x0 && cx <= block.x1) out[j * nx + i] = value;
      }
    }
  };
  for (const block of blocks) paint(block, block.conductivity);
  if (out.some(k => k <= 0)) throw new RangeError('The section has a place that no material fills.');
  for (const pocket of air) paint(pocket, 0);
  return out;
}

interface Face {
  /** Which edge or air pocket it meets, with the air's temperature. */
  of: number;
  air: number;
  cell: number;
  /** From the cell's middle to the air, W/K per m. */
  conductance: number;
  length: number;
  resistance: number;
  x: number;
  y: number;
}

/** The cell faces along an edge. */
function edgeFaces(
  edge: Edge,
  of: number,
  x: Float64Array,
  y: Float64Array,
  conductivity: Float64Array,
): Face[] {
  const [nx, ny] = [x.length - 1, y.length - 1];
  const upright = edge.side === 'left' || edge.side === 'right';
  const lines = upright ? y : x;
  const far = edge.side === 'right' ? nx - 1 : edge.side === 'top' ? ny - 1 : 0;
  const depth = upright ? x[far + 1]! - x[far]! : y[far + 1]! - y[far]!;
  const out: Face[] = [];
  for (let i = 0; i < lines.length - 1; i++) {
    const middle = (lines[i]! + lines[i + 1]!) / 2;
    const cell = upright ? i * nx + far : far * nx + i;
    if (middle < edge.from || middle > edge.to || conductivity[cell]! === 0) continue;
    const outer = upright ? (far === 0 ? x[0]! : x[nx]!) : far === 0 ? y[0]! : y[ny]!;
    const length = lines[i + 1]! - lines[i]!;
    out.push({
      of,
      air: edge.t,
      cell,
      conductance: length / (edge.resistance + depth / (2 * conductivity[cell]!)),
      length,
      resistance: edge.resistance,
      x: upright ? outer : middle,
      y: upright ? middle : outer,
    });
  }
  return out;
}

/** The faces of solid cells that look into an air pocket. */
function pocketFaces(
  pocket: AirPocket,
  of: number,
  x: Float64Array,
  y: Float64Array,
  conductivity: Float64Array,
): Face[] {
  const [nx, ny] = [x.length - 1, y.length - 1];
  const out: Face[] = [];
  const add = (cell: number, depth: number, length: number, fx: number, fy: number) =>
    out.push({
      of,
      air: pocket.t,
      cell,
      conductance: length / (pocket.resistance + depth / (2 * conductivity[cell]!)),
      length,
      resistance: pocket.resistance,
      x: fx,
      y: fy,
    });
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) {
      const cx = (x[i]! + x[i + 1]!) / 2;
      const cy = (y[j]! + y[j + 1]!) / 2;
      if (cx < pocket.x0 || cx > pocket.x1 || cy < pocket.y0 || cy > pocket.y1) continue;
      const [dx, dy] = [x[i + 1]! - x[i]!, y[j + 1]! - y[j]!];
      if (i > 0 && conductivity[k - 1]! > 0) add(k - 1, x[i]! - x[i - 1]!, dy, x[i]!, cy);
      if (i < nx - 1 && conductivity[k + 1]! > 0) add(k + 1, x[i + 2]! - x[i + 1]!, dy, x[i + 1]!, cy);
      if (j > 0 && conductivity[k - nx]! > 0) add(k - nx, y[j]! - y[j - 1]!, dx, cx, y[j]!);
      if (j < ny - 1 && conductivity[k + nx]! > 0) add(k + nx, y[j + 2]! - y[j + 1]!, dx, cx, y[j + 1]!);
    }
  return out;
}

function paintAir(
  pocket: AirPocket,
  x: Float64Array,
  y: Float64Array,
  conductivity: Float64Array,
  t: Float64Array,
): void {
  const nx = x.length - 1;
  for (let k = 0; k < t.length; k++) {
    const [i, j] = [k % nx, Math.floor(k / nx)];
    const cx = (x[i]! + x[i + 1]!) / 2;
    const cy = (y[j]! + y[j + 1]!) / 2;
    if (conductivity[k] === 0 && cx > pocket.x0 && cx < pocket.x1 && cy > pocket.y0 && cy < pocket.y1)
      t[k] = pocket.t;
  }
}
