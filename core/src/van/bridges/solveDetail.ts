import { isContinuous } from '../../buildup/index.ts';
import { type Library, materialOf, usualFor } from '../../materials/index.ts';
import type { Layer, Material, Shell } from '../../model/index.ts';
import { solveSection, type TemperatureField } from '../../physics/heat2d/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { DetailCase, DetailGeometry } from './detail.ts';
import { boardSeam, floorBatten, windowEdge } from './edgeDetail.ts';
import { bayEnd, doorFrame, ribDetail } from './ribDetail.ts';

export interface DetailResult {
  geometry: DetailGeometry;
  /** Its temperatures. */
  field: TemperatureField;
  /** Heat through the whole section, W/mK. */
  l2d: number;
  /** What it has beyond its plain parts, W/mK. */
  psi: number;
  /** Coldest place of the lining that the room's air touches, degC. */
  coldest: number;
  /** The same as a temperature factor, 0 to 1. */
  fRsi: number;
  /** Coldest place of its metal on the room side (a rib's flange), degC; null where there is none. */
  metal: number | null;
}

const MAKE = {
  rib: ribDetail,
  'bay end': bayEnd,
  'window edge': windowEdge,
  'door frame': doorFrame,
  'board seam': boardSeam,
  'floor batten': floorBatten,
};

/** Solves a detail; `cells` each way (28 gives the heat flow within 1 % of twice as many, 60 is for looking at). Null where the build-up has none. */
export function solveDetail(c: DetailCase, shell: Shell, library: Library, cells = 28): DetailResult | null {
  const geometry = MAKE[c.of](withoutIdleBattens(c), shell, library);
  if (!geometry) return null;
  const field = solveSection(geometry.section, cells);
  const across = c.inside - c.outside;
  const inner = field.flows.slice(1).reduce((a, b) => a + b, 0);
  const l2d = ((geometry.mirrored ? 2 : 1) * inner) / across;
  const { from, to } = geometry.lining;
  let coldest = Number.POSITIVE_INFINITY;
  for (const f of field.faces)
    if (f.of > 0 && f.x >= from && f.x <= to + ROUNDING) coldest = Math.min(coldest, f.t);
  return {
    geometry,
    field,
    l2d,
    psi: l2d - geometry.plain,
    coldest,
    fRsi: (coldest - c.outside) / across,
    metal: geometry.metal && metalLow(field, geometry.metal),
  };
}

/** Battens that carry nothing stand in the room's air and lead no heat worth drawing. */
const withoutIdleBattens = (c: DetailCase): DetailCase =>
  c.layers.some(isContinuous) ? c : { ...c, layers: c.layers.filter(l => l.role !== 'batten') };

function metalLow(
  { x, y, t, conductivity }: TemperatureField,
  at: NonNullable<DetailGeometry['metal']>,
): number {
  const nx = x.length - 1;
  let low = Number.POSITIVE_INFINITY;
  for (let k = 0; k < t.length; k++) {
    const [i, j] = [k % nx, Math.floor(k / nx)];
    const [cx, cy] = [(x[i]! + x[i + 1]!) / 2, (y[j]! + y[j + 1]!) / 2];
    if (cx > at.x0 && cx < at.x1 && cy > at.y0 && cy < at.y1 && conductivity[k]! > 1)
      low = Math.min(low, t[k]!);
  }
  return low;
}

/** What a detail adds to a zone per metre: W/mK over the bays beside it, and how cold its lining gets. */
export interface DetailEffect {
  /** psi and the plain loss of the width that no bay's area covers, W/mK. */
  adds: number;
  /** W/mK. */
  psi: number;
  /** Temperature factor of its coldest place inside, 0 to 1. */
  fRsi: number;
}

const cache = new Map<string, DetailEffect>();
const MOST_KEPT = 10_000;
/** The same by the layers themselves, for as long as they and their library live: no text is made of them again. */
const near = new WeakMap<Library, WeakMap<readonly Layer[], Map<string, DetailEffect>>>();

/** The effect of a detail, remembered by everything it depends on. Throws RangeError where the build-up has no such detail. */
export function detailEffect(
  c: Omit<DetailCase, 'outside' | 'inside'>,
  shell: Shell,
  library: Library,
): DetailEffect {
  const ofLibrary = within(near, library, () => new WeakMap<readonly Layer[], Map<string, DetailEffect>>());
  const ofLayers = within(ofLibrary, c.layers, () => new Map<string, DetailEffect>());
  const short = `${c.of} ${c.kind} ${c.width} ${c.depth} ${c.stuffed} ${c.glazing} ${c.gap} ${c.foamed} ${shell.skin.material} ${shell.skin.thickness.value}`;
  return within(ofLayers, short, () => remembered(c, shell, library));
}

/** What a map has for a key, made when it has none. */
function within<K, V>(
  map: { get(key: K): V | undefined; set(key: K, value: V): unknown },
  key: K,
  make: () => V,
): V {
  const found = map.get(key);
  if (found !== undefined) return found;
  const made = make();
  map.set(key, made);
  return made;
}

/** What a section makes of a material. */
const inSection = (m: Material) => [
  m.conductivity,
  m.emissivity,
  m.emissivityBack,
  m.squeeze,
  m.flexible,
  m.selfAdhesive,
  m.jointed,
];

function remembered(c: Omit<DetailCase, 'outside' | 'inside'>, shell: Shell, library: Library): DetailEffect {
  // Damping that covers only part lies in the middle of its panel: no detail beside ribs and edges sees it.
  const used = c.layers
    .filter(l => l.role !== 'damping' || l.coverage === 1)
    .map(({ id: _, ...l }) =>
      l.role === 'air gap' ? l : { ...l, does: inSection(materialOf(library, l.material)) },
    );
  const skin = materialOf(library, shell.skin.material);
  const key = JSON.stringify([
    { ...c, layers: used },
    inSection(skin),
    skin.family,
    shell.skin.thickness.value,
    usualFor(library, 'joint foam')?.conductivity,
  ]);
  const known = cache.get(key);
  if (known !== undefined) return known;
  const solved = solveDetail({ ...c, outside: -5, inside: 20 }, shell, library);
  if (!solved) throw new RangeError(`This build-up has no ${c.of}.`);
  const effect = { adds: solved.psi + solved.geometry.uncovered, psi: solved.psi, fRsi: solved.fRsi };
  if (cache.size >= MOST_KEPT) cache.clear();
  cache.set(key, effect);
  return effect;
}
