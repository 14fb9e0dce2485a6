import { sheetArea, tiles } from '../../buildup/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { Bay, Patch, Stock } from '../../model/index.ts';
import type { FieldRect } from '../../survey/geometry/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { BayPanel } from '../../van/quiet/index.ts';

/** What sheets are cut from. */
export interface SheetStock {
  /** Id of the material. */
  material: string;
  /** m. */
  thickness: number;
}

/** One way to lay a bay. */
export interface Rung {
  /** Where its sheets lie. */
  patches: readonly Patch[];
  /** kg. */
  mass: number;
  /** At the price of the sheets it is cut from, whole packs not counted. */
  cost: number;
  /** What is left of the bare van's drumming in this bay, with supported and clamped edges. */
  left: readonly number[];
}

/** What a rung leaves, the mean of both kinds of edges: what plans add up. */
export const leftOf = ({ left }: Rung): number => (left[0]! + left[1]!) / 2;

/** How a bay's drumming follows from its vibration: of the bare van's, by edge. */
export type Counting = (panel: BayPanel, patches: readonly Patch[]) => readonly number[];

/** Strips narrower than this are not worth cutting, m. */
export const STRIP = 0.06;

/**
 * Ways to lay a bay, from nothing to all of it: part of a sheet, a sheet, and then sheet by sheet a grid about the middle,
 * the next always the one that leaves least drumming for its weight. No joint runs through the middle; none lies where it may not.
 */
export function ladder(
  bay: Bay,
  panel: BayPanel,
  { material, thickness }: SheetStock,
  count: Counting,
  mayLie: (patch: Patch) => boolean,
  library: Library,
): Rung[] {
  const of = materialOf(library, material);
  const stock = stockFor(of, thickness);
  const perArea = of.density * thickness;
  const price = stock.price / (stock.perPack * stock.width * stock.length);
  const rung = (patches: readonly Patch[]): Rung => {
    const area = sheetArea(bay, patches);
    return { patches, mass: area * perArea, cost: area * price, left: count(panel, patches) };
  };
  const { rect } = panel;
  const rungs = [rung([])];
  for (const [width, height] of cuts(stock)) {
    const [w, h] = [Math.min(width, rect.width), Math.min(height, rect.height)];
    rungs.push(...places(rect, w, h).map(at => rung([patch(1, at.x, at.y, w, h)])));
  }
  const grids = [grid(rect, stock.width, stock.length), grid(rect, stock.length, stock.width)];
  const firsts = grids.map(g => ({ g, first: rung([g[middleOf(g, rect)]!]) }));
  const better = firsts.reduce((a, b) => (gain(rungs[0]!, b.first) > gain(rungs[0]!, a.first) ? b : a));
  rungs.push(...upFrom(better.g, rung));
  // Whole cover as it would be cut for itself, which may need fewer joints.
  rungs.push(rung(tiles(rect, stock)));
  return rungs.filter(r => r.patches.every(mayLie));
}

const gain = (from: Rung, to: Rung): number =>
  (leftOf(from) - leftOf(to)) / Math.max(1e-9, to.mass - from.mass);

/** A sheet whole, halved and quartered, either way round. */
export function cuts({ width: w, length: l }: Pick<Stock, 'width' | 'length'>): [number, number][] {
  return [
    [w / 2, l / 2],
    [l / 2, w / 2],
    [w, l / 2],
    [l / 2, w],
    [w, l],
    [l, w],
  ];
}

/** The middle, and where it fits a quarter along the longer side: a crown moves a panel's loudest swing off its middle. */
function places(rect: FieldRect, w: number, h: number): { x: number; y: number }[] {
  const [x, y] = [rect.x + rect.width / 2, rect.y + rect.height / 2];
  const out = [{ x, y }];
  if (rect.width >= rect.height && w < rect.width / 2) out.push({ x: rect.x + rect.width / 4, y });
  if (rect.height > rect.width && h < rect.height / 2) out.push({ x, y: rect.y + rect.height / 4 });
  return out;
}

const patch = (n: number, along: number, up: number, width: number, height: number): Patch => ({
  id: `s${n}`,
  along,
  up,
  width,
  height,
  turn: 0,
});

/** Sheets about the middle of a field, what is left cut for its edges. */
function grid(rect: FieldRect, wide: number, high: number): Patch[] {
  const out: Patch[] = [];
  for (const [x, width] of about(rect.width, wide))
    for (const [y, height] of about(rect.height, high))
      out.push(patch(out.length + 1, rect.x + x, rect.y + y, width, height));
  return out;
}

/** Middles and lengths of pieces along a side, one whole about its middle. */
function about(length: number, most: number): [number, number][] {
  if (length <= most) return [[length / 2, length]];
  const whole = 1 + 2 * Math.floor((length - most) / 2 / most + ROUNDING);
  const rest = (length - whole * most) / 2;
  const lengths = [
    ...(rest >= STRIP ? [rest] : []),
    ...new Array<number>(whole).fill(most),
    ...(rest >= STRIP ? [rest] : []),
  ];
  let at = rest >= STRIP ? 0 : rest;
  return lengths.map(l => {
    at += l;
    return [at - l / 2, l];
  });
}

const middleOf = (g: readonly Patch[], rect: FieldRect): number => {
  const off = (p: Patch) => Math.hypot(p.along - rect.x - rect.width / 2, p.up - rect.y - rect.height / 2);
  return g.reduce((best, p, i) => (off(p) < off(g[best]!) ? i : best), 0);
};

/** Sheet by sheet of a grid, by what each alone would take for its weight. */
function upFrom(g: readonly Patch[], rung: (patches: readonly Patch[]) => Rung): Rung[] {
  if (g.length === 1) return [rung(g)];
  const bare = rung([]);
  const alone = g.map(p => ({ p, worth: gain(bare, rung([p])) })).sort((a, b) => b.worth - a.worth);
  return alone.map((_, i) => rung(alone.slice(0, i + 1).map(({ p }) => p)));
}

/** Of the ways to lay a bay those on the lower hull of mass and what they leave: none between two of them is worth more. */
export function hull(rungs: readonly Rung[]): Rung[] {
  const sorted = [...rungs].sort((a, b) => a.mass - b.mass || leftOf(a) - leftOf(b));
  const out: Rung[] = [];
  for (const r of sorted) {
    const last = out.at(-1);
    if (last && leftOf(r) >= leftOf(last) - 1e-12) continue;
    while (out.length >= 2) {
      const [a, b] = [out.at(-2)!, out.at(-1)!];
      if ((leftOf(a) - leftOf(b)) / (b.mass - a.mass) > (leftOf(b) - leftOf(r)) / (r.mass - b.mass)) break;
      out.pop();
    }
    out.push(r);
  }
  return out;
}
