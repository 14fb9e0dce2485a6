import type { Stock } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { Point } from '../nesting/index.ts';
import { asRegion, boxOf, boxRegion, type Part, partsOf, type Region, withinRegion } from './region.ts';
import { jointsAt } from './split.ts';
import { type Bearing, bearingLines } from './supports.ts';

/** Films lap by so much, m. */
const LAP = 0.1;

/** What a part is cut from and where a joint may lie. */
export interface Parting extends Bearing {
  stock: Stock;
  /** Degrees it may be turned by on the sheet. */
  turns: readonly number[];
  /** Every edge is moved outwards by so much, m: what the stock holds besides. */
  edge: number;
  /** Corners of openings and of what is kept clear, m. */
  corners: readonly Point[];
  /** Joints of the layer beneath, m from the zone's front and lower edge. */
  beneath: { x: number[]; y: number[] };
}

/** A part that no sheet holds, in parts that one does, as few as can be. */
export function splitPart(part: Part, p: Parting): Part[] {
  const box = boxOf(part.outline);
  const [wide, long] = [p.stock.width - 2 * p.edge, p.stock.length - 2 * p.edge];
  const ways = [
    ...(p.turns.some(t => t % 180 === 0) ? [[wide, long]] : []),
    ...(p.turns.some(t => t % 180 !== 0) ? [[long, wide]] : []),
  ];
  if (ways.some(([w, l]) => box.width <= w! + ROUNDING && box.height <= l! + ROUNDING)) return [part];
  const borne = bearingLines(p);
  const from = (lines: readonly number[], start: number) => lines.map(l => l - start);
  const xCorners = from(
    p.corners.map(c => c.x),
    box.x,
  );
  const yCorners = from(
    p.corners.map(c => c.y),
    box.y,
  );
  const choices = ways.map(([w, l]) => ({
    x: jointsAt(box.width, w!, {
      borne: from(borne.x, box.x),
      corners: xCorners,
      beneath: from(p.beneath.x, box.x),
    }),
    y: jointsAt(box.height, l!, {
      borne: from(borne.y, box.y),
      corners: yCorners,
      beneath: from(p.beneath.y, box.y),
    }),
  }));
  const count = (c: { x: number[]; y: number[] }) => (c.x.length + 1) * (c.y.length + 1);
  const best = choices.reduce((a, b) => (count(b) < count(a) ? b : a));
  const xs = [0, ...best.x, box.width];
  const ys = [0, ...best.y, box.height];
  const region: Region = asRegion(part);
  const lap = p.layer.role === 'vapour control' ? LAP / 2 : 0;
  return xs.slice(1).flatMap((x, i) =>
    ys.slice(1).flatMap((y, k) => {
      const [x0, y0] = [xs[i]! - (i > 0 ? lap : 0), ys[k]! - (k > 0 ? lap : 0)];
      const [x1, y1] = [x + (i + 2 < xs.length ? lap : 0), y + (k + 2 < ys.length ? lap : 0)];
      return partsOf(withinRegion(region, boxRegion(box.x + x0, box.y + y0, x1 - x0, y1 - y0)));
    }),
  );
}
