import type { Stock } from '../model/index.ts';
import { ROUNDING } from '../tolerance/index.ts';

interface Split {
  /** Sizes of the parts, m. */
  parts: { width: number; height: number }[];
  /** Joint length the split adds, m. */
  seam: number;
}

/** Splits a rectangle that no sheet holds into the fewest equal parts that fit, each lapping by `lap`, m. */
export function splitToFit(
  width: number,
  height: number,
  sheet: Pick<Stock, 'width' | 'length'>,
  lap = 0,
): Split {
  // A strip narrower than the lap is lapped by half of itself.
  const overlap = Math.min(lap, sheet.width / 2, sheet.length / 2);
  const across = parts(width, sheet.width, overlap) * parts(height, sheet.length, overlap);
  const turned = parts(width, sheet.length, overlap) * parts(height, sheet.width, overlap);
  if (across === 1 || turned === 1) return { parts: [{ width, height }], seam: 0 };
  const as = split(width, height, sheet.width, sheet.length, overlap);
  const other = split(width, height, sheet.length, sheet.width, overlap);
  return across < turned || (across === turned && as.seam <= other.seam) ? as : other;
}

/** How many parts of at most `limit` a length takes, m. */
const parts = (size: number, limit: number, overlap: number): number =>
  size <= limit + ROUNDING ? 1 : Math.ceil((size - overlap) / (limit - overlap) - ROUNDING);

function split(width: number, height: number, wide: number, long: number, overlap: number): Split {
  const [nx, ny] = [parts(width, wide, overlap), parts(height, long, overlap)];
  const part = { width: (width + overlap * (nx - 1)) / nx, height: (height + overlap * (ny - 1)) / ny };
  return {
    parts: Array.from({ length: nx * ny }, () => part),
    seam: (nx - 1) * height + (ny - 1) * width,
  };
}
