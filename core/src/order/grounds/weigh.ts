import { battenOf, type LayUp } from '../../buildup/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { LayerOf, Placement, Shell, Zone } from '../../model/index.ts';
import { woodLines } from '../../survey/edits/index.ts';
import { ROUNDING, SAME_SIZE } from '../../tolerance/index.ts';
import { stiffEnough, type Verdict } from '../boards/index.ts';
import { battenLines, type CutChoices, zonePlaceOf } from '../pieces/index.ts';
import { workHours } from '../work/index.ts';

/** Spacings that are tried besides the one there is, m. */
const TRIED = [0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.6, 0.8];
/** Boards whose widths differ by less are cut at one setting, m. */
const ONE_SETTING = 0.0015;

/** Battens of one zone at one spacing, and what that comes to. */
export interface Spacing {
  /** Asked for, m. */
  spacing: number;
  /** Whether it is the one there is. */
  now: boolean;
  /** Battens. */
  battens: number;
  /** Of all battens, m. */
  metres: number;
  /** Of that timber, in the currency of its price, by the length used. */
  cost: number;
  /** kg. */
  mass: number;
  /** Widest space from middle to middle, m. */
  widest: number;
  /** Boards between the battens; 0 where no fill stands between them. */
  boards: number;
  /** Different widths those boards are cut to. */
  sizes: number;
  /** Edges of furniture across the zone that want wood beneath. */
  edges: number;
  /** How many of them lie on a batten already. */
  edgesMet: number;
  /** Cross-pieces between battens under edges that run along the zone: of furniture, and of angled corner panels. */
  cross: number;
  /** Marks of panels that are there already, and how many of them find a batten. */
  marks: number;
  /** Of those. */
  marksMet: number;
  /** What the lining fails at over it; empty where it is stiff enough. */
  fails: Verdict['what'][];
  /** Hours for all of it: at best, likely, at worst. */
  hours: [number, number, number];
  /** Whether nothing that is stiff enough takes less work. */
  best: boolean;
}

/**
 * What different spacings of the battens of a zone come to: fewer battens are less work and weight, wood under the edges
 * of furniture and even boards save some, and the lining has to be stiff enough over them. Empty where a zone has none.
 */
export function weighSpacings(
  zone: Zone,
  buildUp: string,
  shell: Shell,
  placement: Placement,
  { covers }: Pick<LayUp, 'covers'>,
  library: Library,
  { panels, corner }: Pick<CutChoices, 'panels' | 'corner'>,
): Spacing[] {
  const layers = placement.buildUps.find(b => b.id === buildUp)?.layers ?? [];
  const batten = battenOf(layers);
  const own = covers.filter(
    c => c.zone === zone.id && c.buildUp === buildUp && c.layer.role === 'batten' && c.width > 0,
  );
  if (!batten || own.length === 0) return [];
  const place = zonePlaceOf(zone, shell);
  const timber = materialOf(library, batten.material);
  const stock = stockFor(timber, batten.thickness);
  const perMetre = stock.price / (stock.perPack * stock.length);
  const fill = layers.some(l => l.role === 'fill');
  const wanted = woodLines(shell, zone);
  const lying = [
    ...wanted
      .filter(l => Math.abs(l.to.up - l.from.up) < 0.01)
      .map(l => [l.from.along, l.to.along].sort((a, b) => a - b) as [number, number]),
    ...cornerEdges(zone, shell, corner),
  ];
  const edges = wanted.filter(l => Math.abs(l.to.along - l.from.along) < 0.01).map(l => l.from.along);
  const marks = panels.filter(p => p.zone === zone.id).flatMap(p => p.marks.map(mark => p.along + mark));
  const lining = layers.find((l): l is LayerOf<'lining'> => l.role === 'lining');

  const weighed = [...new Set([batten.spacing, ...TRIED])].map((spacing): Spacing => {
    const runs = own.map(c => ({
      height: c.height,
      lines: battenLines(c, { ...batten, spacing }, place, panels),
    }));
    const lines = runs.flatMap(r => r.lines);
    const metres = runs.reduce((sum, r) => sum + r.lines.length * r.height, 0);
    const spaces = runs.flatMap(r => r.lines.slice(1).map((at, i) => at - r.lines[i]!));
    const widest = Math.max(0, ...spaces);
    const meets = (at: number) => lines.some(l => Math.abs(l - at) <= batten.width / 2);
    const boards = fill ? spaces.length : 0;
    const sizes = fill ? settings(spaces) : 0;
    const edgesMet = edges.filter(meets).length;
    const cross = runs.reduce(
      (sum, r) =>
        sum +
        r.lines
          .slice(1)
          .reduce((n, at, i) => n + lying.filter(([a, b]) => a < at && b > r.lines[i]!).length, 0),
      0,
    );
    return {
      spacing,
      now: spacing === batten.spacing,
      battens: lines.length,
      metres,
      cost: metres * perMetre,
      mass: metres * batten.width * batten.thickness * timber.density,
      widest,
      boards,
      sizes,
      edges: edges.length,
      edgesMet,
      cross,
      marks: marks.length,
      marksMet: marks.filter(meets).length,
      fails: failsOver(widest, zone, lining, library),
      hours: workHours({
        batten: lines.length,
        ground: edges.length - edgesMet + cross,
        board: boards - sizes,
        size: sizes,
      }),
      best: false,
    };
  });
  // Spacings that come to the same battens are one choice: the one there is, or else the roundest.
  const distinct = weighed.filter(
    (w, i) => w.now || !weighed.some((o, k) => (k < i || o.now) && o !== w && alike(o, w)),
  );
  const stiff = distinct.filter(w => w.fails.length === 0);
  const least = Math.min(...(stiff.length > 0 ? stiff : distinct).map(w => w.hours[1]));
  return distinct
    .map(w => ({
      ...w,
      best: w.hours[1] <= least + ROUNDING && (stiff.length === 0 || w.fails.length === 0),
    }))
    .sort((a, b) => a.spacing - b.spacing);
}

const alike = (a: Spacing, b: Spacing): boolean =>
  a.battens === b.battens && Math.abs(a.widest - b.widest) < SAME_SIZE;

/** Edges of angled corner panels that run along a zone, m. */
function cornerEdges(zone: Zone, shell: Shell, corner: number | null): [number, number][] {
  if (corner === null) return [];
  const whole: [number, number] = [0, zone.length.value];
  const has = (kind: Zone['kind']) => shell.zones.filter(z => z.kind === kind).length;
  if (zone.kind === 'wall') return has('ceiling') > 0 ? [whole] : [];
  return zone.kind === 'ceiling' ? Array.from({ length: has('wall') }, () => whole) : [];
}

/** How many settings cut boards of such widths. */
function settings(widths: readonly number[]): number {
  const sorted = [...widths].sort((a, b) => a - b);
  let count = 0;
  let from = Number.NEGATIVE_INFINITY;
  for (const w of sorted)
    if (w - from > ONE_SETTING) {
      count++;
      from = w;
    }
  return count;
}

function failsOver(
  span: number,
  zone: Zone,
  lining: LayerOf<'lining'> | undefined,
  library: Library,
): Verdict['what'][] {
  if (!lining || span <= 0) return [];
  const material = materialOf(library, lining.material);
  if (!material.stiffness) return [];
  const board = { modulus: material.stiffness, thickness: lining.thickness, density: material.density, span };
  const asked = {
    kind: zone.kind,
    cutOut: false,
    wood: material.sorption === 'wood',
    radius: null,
    length: 0,
  };
  return stiffEnough(board, asked).flatMap(v => (v.ok ? [] : [v.what]));
}
