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
  const turned = pieces
    .map(p => turn(p, sheet))
    .sort((a, b) => b.height - a.height || b.width - a.width || (a.id < b.id ? -1 : 1));
  const shelves: { sheet: number; y: number; height: number; used: number }[] = [];
  const filled: number[] = [];
  const placed: Placed[] = [];
  // Heights only fall, so a shelf that refused a width refuses it again: like pieces go on from there.
  let from = 0;
  let last = Number.NaN;
  for (const p of turned) {
    if (p.width !== last) from = 0;
    last = p.width;
    while (from < shelves.length && shelves[from]!.used + p.width > sheet.width + 1e-9) from++;
    let shelf = shelves[from];
    if (!shelf) {
      let index = filled.findIndex(y => y + p.height <= sheet.length + 1e-9);
      if (index < 0) index = filled.push(0) - 1;
      shelf = { sheet: index, y: filled[index]!, height: p.height, used: 0 };
      filled[index]! += p.height;
      shelves.push(shelf);
    }
    placed.push({ ...p, sheet: shelf.sheet, x: shelf.used, y: shelf.y });
    shelf.used += p.width;
  }
  return { sheets: filled.length, placed };
}

/** The way round that takes least length, if both fit. */
function turn(p: Rectangle, sheet: Sheet): Rectangle {
  const flat = { ...p, width: Math.max(p.width, p.height), height: Math.min(p.width, p.height) };
  const upright = { ...p, width: flat.height, height: flat.width };
  const fits = (r: Rectangle) => r.width <= sheet.width + 1e-9 && r.height <= sheet.length + 1e-9;
  if (fits(flat)) return flat;
  if (fits(upright)) return upright;
  throw new RangeError(`Piece ${p.id} is larger than the sheet`);
}

/** Lengths cut from sticks of one length, first-fit decreasing; returns the number of sticks. */
export function cutLengths(lengths: readonly number[], stick: number): number {
  const left: number[] = [];
  for (const length of [...lengths].sort((a, b) => b - a)) {
    const i = left.findIndex(rest => rest >= length - 1e-9);
    if (i < 0) left.push(stick - length);
    else left[i]! -= length;
  }
  return left.length;
}

interface Split {
  parts: { width: number; height: number }[];
  /** Joint length the split adds, m. */
  seam: number;
}

/** Splits a rectangle that no sheet holds into the fewest equal parts that fit, each lapping by `overlap`, m. */
export function splitToFit(width: number, height: number, sheet: Sheet, overlap = 0): Split {
  const along = (size: number, limit: number) =>
    size <= limit + 1e-9 ? 1 : Math.ceil((size - overlap) / (limit - overlap) - 1e-9);
  const ways = [
    [along(width, sheet.width), along(height, sheet.length)],
    [along(width, sheet.length), along(height, sheet.width)],
  ] as const;
  const seamOf = ([nx, ny]: readonly [number, number]) => (nx - 1) * height + (ny - 1) * width;
  const [a, b] = ways;
  const [nx, ny] =
    a[0] * a[1] < b[0] * b[1] || (a[0] * a[1] === b[0] * b[1] && seamOf(a) <= seamOf(b)) ? a : b;
  const part = { width: (width + overlap * (nx - 1)) / nx, height: (height + overlap * (ny - 1)) / ny };
  return { parts: Array.from({ length: nx * ny }, () => part), seam: seamOf([nx, ny]) };
}
