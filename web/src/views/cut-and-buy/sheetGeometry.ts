import type { NestStock, Point, UsedStock } from '@overcoat/core/order/nesting';

/** A rest smaller than this in either direction is no offcut to keep, m. */
export const KEPT = 0.15;

/** Room left of and below the sheet for its tapes, px. */
export const TAPE = 10;

/** How one sheet stands on the screen. */
export interface SheetGeometry {
  /** A roll is drawn lying, as far as it is cut. */
  lying: boolean;
  /** As far as it is drawn, m. */
  shown: number;
  /** px. */
  w: number;
  /** px. */
  h: number;
  /** From the sheet's datum corner, y upwards, to pixels from the drawing's upper left. */
  at(p: Point): [number, number];
  /** And back. */
  from(px: number, py: number): Point;
}

/** A sheet at so many pixels a metre. */
export function sheetGeometry(stock: NestStock, used: UsedStock, scale: number): SheetGeometry {
  const lying = stock.length > 3 * stock.width;
  const shown = lying ? Math.min(stock.length, used.reach + 0.25) : stock.length;
  const [w, h] = lying ? [shown * scale, stock.width * scale] : [stock.width * scale, shown * scale];
  return {
    lying,
    shown,
    w,
    h,
    at: ({ x, y }) => (lying ? [y * scale, h - x * scale] : [x * scale, h - y * scale]),
    from: (px, py) =>
      lying ? { x: (h - py) / scale, y: px / scale } : { x: px / scale, y: (h - py) / scale },
  };
}
