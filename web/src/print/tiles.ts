/** Paper, mm. */
export interface Paper {
  name: string;
  width: number;
  height: number;
}

export const PAPERS: readonly Paper[] = [
  { name: 'A4', width: 210, height: 297 },
  { name: 'A3', width: 297, height: 420 },
  { name: 'Letter', width: 215.9, height: 279.4 },
];

/** What a printer leaves free round a page, and what one page repeats of the next, mm. */
export const MARGIN = 10;
export const OVERLAP = 10;

/** Pages a drawing takes, each showing a window of it, mm from its lower left corner. */
export interface Tiling {
  /** Paper as it is turned. */
  paper: Paper;
  columns: number;
  rows: number;
  /** Of one page, mm. */
  window: { width: number; height: number };
  pages: { column: number; row: number; x: number; y: number }[];
}

/** Spreads a drawing over as few pages as can be, upright or lying. */
export function tilesFor(width: number, height: number, paper: Paper): Tiling {
  const lying = { name: paper.name, width: paper.height, height: paper.width };
  const [a, b] = [tiled(width, height, paper), tiled(width, height, lying)];
  return b.pages.length < a.pages.length ? b : a;
}

function tiled(width: number, height: number, paper: Paper): Tiling {
  const window = { width: paper.width - 2 * MARGIN, height: paper.height - 2 * MARGIN };
  const count = (size: number, page: number) =>
    size <= page ? 1 : Math.ceil((size - OVERLAP) / (page - OVERLAP) - 1e-9);
  const [columns, rows] = [count(width, window.width), count(height, window.height)];
  const pages = Array.from({ length: columns * rows }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return {
      column,
      row,
      x: column * (window.width - OVERLAP),
      // The first row is the uppermost.
      y: height - window.height - row * (window.height - OVERLAP),
    };
  });
  return { paper, columns, rows, window, pages };
}

/** A page by its column's letter and its row. */
export const pageName = ({ column, row }: { column: number; row: number }): string =>
  `${String.fromCharCode(65 + (column % 26))}${row + 1}`;
