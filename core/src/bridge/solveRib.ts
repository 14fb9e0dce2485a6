import { type Field, solveSection } from '../heat2d/index.ts';
import type { Library } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import { type RibCase, type RibGeometry, ribGeometry } from './ribSection.ts';

export interface RibResult {
  geometry: RibGeometry;
  field: Field;
  /** Heat through the whole module per metre and kelvin, and what the rib adds to the bays, W/mK. */
  l2d: number;
  psi: number;
  /** Coldest place the room's air touches, degC, and the same as a factor. */
  coldest: number;
  fRsi: number;
  /** Coldest place of the rib's flange, degC; null for timber. */
  flange: number | null;
}

/** Solves a rib's section; `cells` each way (40 gives psi within 1 % of twice as many, 100 is for looking at). */
export function solveRib(rib: RibCase, shell: Shell, library: Library, cells = 40): RibResult {
  const geometry = ribGeometry(rib, shell, library);
  const field = solveSection(geometry.section, cells);
  const across = rib.inside - rib.outside;
  const inner = field.flows.slice(1).reduce((a, b) => a + b, 0);
  const l2d = (2 * inner) / across;
  const coldest = Math.min(...field.faces.filter(f => f.of > 0).map(f => f.t));
  return {
    geometry,
    field,
    l2d,
    psi: l2d - 2 * geometry.half * geometry.fieldU,
    coldest,
    fRsi: (coldest - rib.outside) / across,
    flange: geometry.flange && flangeLow(field, geometry.flange),
  };
}

function flangeLow(
  { x, y, t, conductivity }: Field,
  at: { from: number; to: number; width: number },
): number {
  const nx = x.length - 1;
  let low = Number.POSITIVE_INFINITY;
  for (let k = 0; k < t.length; k++) {
    const [i, j] = [k % nx, Math.floor(k / nx)];
    const [cx, cy] = [(x[i]! + x[i + 1]!) / 2, (y[j]! + y[j + 1]!) / 2];
    if (cx < at.width && cy > at.from && cy < at.to && conductivity[k]! > 1) low = Math.min(low, t[k]!);
  }
  return low;
}

const cache = new Map<string, number>();
const MOST_KEPT = 2000;

/** psi of a rib, W/mK, remembered by everything it depends on. */
export function ribPsi(rib: Omit<RibCase, 'outside' | 'inside'>, shell: Shell, library: Library): number {
  const used = rib.layers.map(l =>
    l.role === 'air gap'
      ? l
      : { ...l, k: library.get(l.material)?.conductivity, e: library.get(l.material)?.emissivity },
  );
  const key = JSON.stringify([
    used,
    rib.kind,
    rib.width,
    rib.depth,
    rib.stuffed,
    shell.skin.material,
    shell.skin.thickness.value,
  ]);
  const known = cache.get(key);
  if (known !== undefined) return known;
  const { psi } = solveRib({ ...rib, outside: -5, inside: 20 }, shell, library);
  if (cache.size >= MOST_KEPT) cache.clear();
  cache.set(key, psi);
  return psi;
}
