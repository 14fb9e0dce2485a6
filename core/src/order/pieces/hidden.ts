import { type Library, materialOf } from '../../materials/index.ts';
import type { Layer, Shell, Stock, Use, Zone } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { asRegion, boxRegion, minus, netArea, type Part, partsOf, type Region, together } from './region.ts';

/** Furniture that leaves no more than this share of a part in sight hides it. */
const IN_SIGHT = 0.02;
/** A finish goes on so far behind furniture, m: nobody sees its edge. */
const BEHIND = 0.05;
/** A plain part smaller than this either way costs more work than it saves, m. */
const WORTH_IT = 0.3;
/** Sheets whose thickness differs by less count as alike, m. */
const ALIKE = 0.0011;

const furnitureOn = (shell: Shell, zone: Zone): Use[] =>
  shell.uses.filter(u => u.zone === zone.id && u.kind === 'furniture');

/** Name of the furniture that hides a part of a zone from edge to edge; null where it is seen. */
export function hiddenBehind(shell: Shell, zone: Zone, part: Part): string | null {
  const before = furnitureOn(shell, zone);
  if (before.length === 0) return null;
  const boxes = before.map(u => boxRegion(u.along.value, u.up.value, u.width.value, u.height.value));
  const own = asRegion(part);
  const seen = partsOf(minus(own, boxes)).reduce((sum, p) => sum + netArea(p), 0);
  return seen <= IN_SIGHT * netArea(part) ? before.map(u => u.name).join(', ') : null;
}

/**
 * What of a lining may be plain: behind furniture, ending out of sight, and on ribs or battens at its sides. Null where
 * nothing is hidden so far.
 */
export function plainPart(
  shell: Shell,
  zone: Zone,
  lines: readonly number[],
): { region: Region; sides: number[] } | null {
  const sides: number[] = [];
  const boxes = furnitureOn(shell, zone).flatMap(u => {
    const [x, width] = inset(u.along.value, u.width.value, zone.length.value);
    const [y, height] = inset(u.up.value, u.height.value, zone.height.value);
    const inside = lines.filter(l => l >= x && l <= x + width);
    const from = x <= 0 ? x : Math.min(...inside);
    const to = x + width >= zone.length.value ? x + width : Math.max(...inside);
    if (!(to - from >= WORTH_IT) || height < WORTH_IT) return [];
    sides.push(from, to);
    return [boxRegion(from, y, to - from, height)];
  });
  return boxes.length > 0 ? { region: together(boxes), sides } : null;
}

/** Where a finish is left out: behind furniture, but for a little at its edges. */
export const withoutFinish = (shell: Shell, zone: Zone): Region[] =>
  furnitureOn(shell, zone).flatMap(u => {
    const [x, width] = inset(u.along.value, u.width.value, zone.length.value);
    const [y, height] = inset(u.up.value, u.height.value, zone.height.value);
    return width > 0 && height > 0 ? [boxRegion(x, y, width, height)] : [];
  });

/** At the zone's own edge nothing is seen of it either. */
function inset(from: number, size: number, whole: number): [number, number] {
  const start = from <= BEHIND ? Math.min(0, from) : from + BEHIND;
  const end = from + size >= whole - BEHIND ? Math.max(whole, from + size) : from + size - BEHIND;
  return [start, end - start];
}

/** A lining of the cheapest sheet as thick as it is; the same where nothing is cheaper. */
export function plainLayer(layer: Layer, library: Library): Layer {
  if (layer.role !== 'lining') return layer;
  const own = materialOf(library, layer.material);
  if (own.form !== 'sheet') return layer;
  const perArea = (s: Stock) => s.price / (s.perPack * s.width * s.length);
  const alike = (s: Stock) => Math.abs(s.thickness - layer.thickness) <= ALIKE;
  const offered = [...library.values()]
    .filter(
      m =>
        m.family === 'lining' &&
        m.form === 'sheet' &&
        m.tongue === null &&
        m.stiffness !== null &&
        m.roles.includes('lining'),
    )
    .flatMap(m => m.stock.filter(alike).map(stock => ({ material: m.id, stock })));
  const best = offered.reduce<(typeof offered)[number] | null>(
    (a, b) => (a && perArea(a.stock) <= perArea(b.stock) ? a : b),
    null,
  );
  const now = own.stock.filter(alike).map(perArea);
  return best && now.length > 0 && perArea(best.stock) < Math.min(...now) - ROUNDING
    ? { ...layer, material: best.material, thickness: best.stock.thickness }
    : layer;
}
