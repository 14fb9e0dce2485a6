import { ROUNDING } from '../../tolerance/index.ts';

/** A rectangle to cut, m. */
interface Rectangle {
  id: string;
  width: number;
  height: number;
}

interface Sheet {
  width: number;
  length: number;
}

interface Placed extends Rectangle {
  sheet: number;
  x: number;
  y: number;
}

interface ShelfLayout {
  sheets: number;
  placed: Placed[];
}

/**
 * Lays rectangles on sheets by first-fit decreasing height: shelves across the sheet's width, one after another
 * along its length. Pieces are turned to lie lower where that fits. Feasible, not optimal. Every piece must fit
 * the sheet one way or the other (RangeError otherwise); kerf is left to the piece's allowance.
 */
export function shelfLayout(pieces: readonly Rectangle[], sheet: Sheet): ShelfLayout {
  const placed = pieces.map(p => turned(p, sheet)).sort(byHeight);
  const shelves: { sheet: number; y: number; used: number }[] = [];
  const filled: number[] = [];
  // Heights only fall, so a shelf that refused a width refuses it again: like pieces go on from there.
  let from = 0;
  let last = Number.NaN;
  for (const p of placed) {
    if (p.width !== last) from = 0;
    last = p.width;
    while (from < shelves.length && shelves[from]!.used + p.width > sheet.width + ROUNDING) from++;
    let shelf = shelves[from];
    if (!shelf) {
      let index = 0;
      while (index < filled.length && filled[index]! + p.height > sheet.length + ROUNDING) index++;
      if (index === filled.length) filled.push(0);
      shelf = { sheet: index, y: filled[index]!, used: 0 };
      filled[index]! += p.height;
      shelves.push(shelf);
    }
    p.sheet = shelf.sheet;
    p.x = shelf.used;
    p.y = shelf.y;
    shelf.used += p.width;
  }
  return { sheets: filled.length, placed };
}

const byHeight = (a: Placed, b: Placed): number =>
  b.height - a.height || b.width - a.width || (a.id < b.id ? -1 : 1);

/** The way round that takes least length, if both fit; not placed yet. */
function turned({ id, width, height }: Rectangle, sheet: Sheet): Placed {
  const [long, short] = width > height ? [width, height] : [height, width];
  const fits = (w: number, l: number) => w <= sheet.width + ROUNDING && l <= sheet.length + ROUNDING;
  if (fits(long, short)) return { id, width: long, height: short, sheet: 0, x: 0, y: 0 };
  if (fits(short, long)) return { id, width: short, height: long, sheet: 0, x: 0, y: 0 };
  throw new RangeError(`Piece ${id} is larger than the sheet`);
}

/** Lengths cut from sticks of one length, first-fit decreasing; returns the number of sticks. */
export function cutLengths(lengths: readonly number[], stick: number): number {
  const left: number[] = [];
  for (const length of [...lengths].sort((a, b) => b - a)) {
    const i = left.findIndex(rest => rest >= length - ROUNDING);
    if (i < 0) left.push(stick - length);
    else left[i]! -= length;
  }
  return left.length;
}
