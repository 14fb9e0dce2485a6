import type { Bed, Placed, Rule, Spot } from './bed.ts';
import type { Shape } from './shapes.ts';

interface Leaf {
  x: number;
  y: number;
  width: number;
  length: number;
}

/**
 * A bed whose pieces can be parted by cuts from edge to edge. Its free rectangles do not overlap: they are what those
 * cuts leave, so that a piece laid in one of them leaves the rest cuttable.
 */
export class GuillotineBed implements Bed {
  readonly placed: Placed[] = [];
  private leaves: Leaf[];

  constructor(
    readonly stock: number,
    readonly width: number,
    readonly length: number,
  ) {
    this.leaves = [{ x: 0, y: 0, width, length }];
  }

  get frees(): readonly number[] {
    return this.leaves.flatMap(l => [l.x, l.y, l.width, l.length]);
  }

  get room(): number {
    return this.leaves.reduce((most, l) => Math.max(most, l.width * l.length), 0);
  }

  without(gone: ReadonlySet<number>): GuillotineBed {
    const bed = new GuillotineBed(this.stock, this.width, this.length);
    bed.placed.push(...this.placed.filter(p => !gone.has(p.piece)));
    // Nothing gone: the free rectangles stay as they are, and places found among them good.
    if (gone.size === 0) bed.leaves = [...this.leaves];
    else bed.partAnew();
    return bed;
  }

  spot(shape: Shape, rule: Rule): Spot | null {
    let best: Spot | null = null;
    for (let way = 0; way < shape.turned.length; way++) {
      const { width, length } = shape.turned[way]!;
      for (const leaf of this.leaves) {
        const [w, l] = [leaf.width - width, leaf.length - length];
        if (w < 0 || l < 0) continue;
        const score =
          rule === 'low'
            ? leaf.y * 1e3 + leaf.x * 1e-3
            : rule === 'left'
              ? leaf.x * 1e3 + leaf.y * 1e-3
              : rule === 'area'
                ? leaf.width * leaf.length - width * length
                : Math.min(w, l) + Math.max(w, l) * 1e-6;
        if (!best || score < best.score) best = { way, x: leaf.x, y: leaf.y, score };
      }
    }
    return best;
  }

  put(piece: number, shape: Shape, { way, x, y }: Spot): void {
    const { width, length } = shape.turned[way]!;
    this.placed.push({ piece, way, x, y, width, length });
    const at = this.leaves.findIndex(l => l.x === x && l.y === y && l.width >= width && l.length >= length);
    if (at < 0) this.partAnew();
    else this.leaves.splice(at, 1, ...beside(this.leaves[at]!, width, length));
  }

  private partAnew(): void {
    this.leaves = [];
    part({ x: 0, y: 0, width: this.width, length: this.length }, this.placed, this.leaves);
  }
}

/** What is left of a leaf beside a piece in its corner, cut so that the larger rest is whole. */
function beside({ x, y, width, length }: Leaf, w: number, l: number): Leaf[] {
  const [overWidth, overLength] = [width - w, length - l];
  const wide = Math.max(width * overLength, overWidth * l) >= Math.max(overWidth * length, w * overLength);
  const rests = wide
    ? [
        { x, y: y + l, width, length: overLength },
        { x: x + w, y, width: overWidth, length: l },
      ]
    : [
        { x: x + w, y, width: overWidth, length },
        { x, y: y + l, width: w, length: overLength },
      ];
  return rests.filter(r => r.width > 0 && r.length > 0);
}

/** Parts a region at cuts between its pieces until each leaf is free; throws RangeError where no cut parts them. */
function part(region: Leaf, pieces: readonly Placed[], leaves: Leaf[]): void {
  if (pieces.length === 0) {
    if (region.width > 0 && region.length > 0) leaves.push(region);
    return;
  }
  const cut = pieces.length > 1 ? splitAt(pieces) : null;
  if (cut) {
    const [a, b] = cutRegion(region, cut.along, cut.at);
    part(a, cut.before, leaves);
    part(b, cut.after, leaves);
    return;
  }
  if (pieces.length > 1) throw new RangeError('No straight cut parts these pieces');
  const [p] = pieces as [Placed];
  // Edges of the one piece that are not the region's: first the cut that leaves the larger rest.
  const cuts = (
    [
      ['x', p.x, (p.x - region.x) * region.length, false],
      ['x', p.x + p.width, (region.x + region.width - p.x - p.width) * region.length, true],
      ['y', p.y, (p.y - region.y) * region.width, false],
      ['y', p.y + p.length, (region.y + region.length - p.y - p.length) * region.width, true],
    ] as const
  )
    .filter(c => c[2] > 0)
    .sort((a, b) => b[2] - a[2]);
  const first = cuts[0];
  if (!first) return;
  const [a, b] = cutRegion(region, first[0], first[1]);
  const [mine, rest] = first[3] ? [a, b] : [b, a];
  leaves.push(rest);
  part(mine, pieces, leaves);
}

function cutRegion(r: Leaf, along: 'x' | 'y', at: number): [Leaf, Leaf] {
  return along === 'x'
    ? [
        { ...r, width: at - r.x },
        { ...r, x: at, width: r.x + r.width - at },
      ]
    : [
        { ...r, length: at - r.y },
        { ...r, y: at, length: r.y + r.length - at },
      ];
}

/** The first line between pieces that crosses none, at the end of those before it. */
function splitAt(pieces: readonly Placed[]) {
  for (const along of ['x', 'y'] as const) {
    const sorted = [...pieces].sort((a, b) => a[along] - b[along]);
    const size = along === 'x' ? 'width' : 'length';
    let end = sorted[0]![along] + sorted[0]![size];
    for (let i = 1; i < sorted.length; i++) {
      if (sorted[i]![along] >= end)
        return { along, at: end, before: sorted.slice(0, i), after: sorted.slice(i) };
      end = Math.max(end, sorted[i]![along] + sorted[i]![size]);
    }
  }
  return null;
}
