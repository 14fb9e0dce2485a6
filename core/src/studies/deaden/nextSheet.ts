import { patchBox } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { Patch, Shell, Stock } from '../../model/index.ts';
import type { FieldRect } from '../../survey/geometry/index.ts';
import { panelOf, shareOfVan, sheetsOnField, skinPlate, swings } from '../../van/quiet/index.ts';
import { mayLie } from './keepOff.ts';
import { cuts, type SheetStock, STRIP } from './ladder.ts';

/** Modes an octave while places are tried. */
const MODES = 4;

/** Where the next sheet does most good on one bay for its weight, beside those that lie there; null where none is free. */
export function nextSheet(
  e: Evaluation,
  shell: Shell,
  id: string,
  stock: SheetStock,
  library: Library,
): Patch | null {
  const laid = e.bays.get(id);
  const quiet = e.quiet.bays.get(id);
  const plate = skinPlate(shell, library);
  const panel = laid && plate && panelOf(plate, laid.zone, laid.bay, MODES);
  if (!laid || !quiet || !panel) return null;
  const here = laid.sheets?.patches ?? [];
  const left = (patches: readonly Patch[]): number => {
    const sheets = sheetsOnField({ ...stock, patches, byHand: true }, panel, library);
    const { after } = swings(panel, { ...quiet.treatment, sheets });
    const [a, b] = shareOfVan(e.quiet.scale, after, laid.area, laid.zone.kind) as [number, number];
    return (a + b) / 2;
  };
  const before = left(here);
  let best: Patch | null = null;
  let most = 0;
  const { zone, bay } = laid;
  for (const p of freePlaces(
    panel.rect,
    here,
    stockFor(materialOf(library, stock.material), stock.thickness),
  )) {
    if (!mayLie(zone, bay, p)) continue;
    const worth = (before - left([...here, p])) / (p.width * p.height);
    if (worth > most) [best, most] = [p, worth];
  }
  return best;
}

/** Most places that are tried. */
const PLACES = 40;

/**
 * Sheets whole, halved and quartered, and cut to what is left, in every free rectangle between the edges of the field
 * and of the sheets that lie there: at its middle and as near as it goes to the field's. The largest first.
 */
function freePlaces(
  rect: FieldRect,
  here: readonly Patch[],
  stock: Pick<Stock, 'width' | 'length'>,
): Patch[] {
  const id = freshId(here);
  const middle = [rect.x + rect.width / 2, rect.y + rect.height / 2] as const;
  const found = new Map<string, Patch>();
  for (const free of freeRects(rect, here.map(patchBox)))
    for (const [wide, high] of cuts(stock)) {
      const [width, height] = [Math.min(wide, free.width), Math.min(high, free.height)];
      const near = (from: number, whole: number, size: number, to: number) => [
        from + whole / 2,
        Math.max(from + size / 2, Math.min(from + whole - size / 2, to)),
      ];
      for (const along of near(free.x, free.width, width, middle[0]))
        for (const up of near(free.y, free.height, height, middle[1])) {
          const key = [along, up, width, height].map(v => Math.round(v * 200)).join(' ');
          found.set(key, { id, along, up, width, height, turn: 0 });
        }
    }
  const area = (p: Patch) => p.width * p.height;
  return [...found.values()].sort((a, b) => area(b) - area(a)).slice(0, PLACES);
}

/** Rectangles of a field between the edges of what lies there that hold none of it and no smaller one can be grown from. */
function freeRects(rect: FieldRect, taken: readonly FieldRect[]): FieldRect[] {
  const lines = (from: number, whole: number, edges: number[]) =>
    [...new Set([from, from + whole, ...edges.filter(v => v > from && v < from + whole)])].sort(
      (a, b) => a - b,
    );
  const xs = lines(
    rect.x,
    rect.width,
    taken.flatMap(b => [b.x, b.x + b.width]),
  );
  const ys = lines(
    rect.y,
    rect.height,
    taken.flatMap(b => [b.y, b.y + b.height]),
  );
  const out: FieldRect[] = [];
  for (const [i, x] of xs.entries())
    for (const x1 of xs.slice(i + 1))
      for (const [j, y] of ys.entries())
        for (const y1 of ys.slice(j + 1)) {
          if (x1 - x < STRIP || y1 - y < STRIP) continue;
          const held = taken.some(
            b =>
              Math.min(b.x + b.width, x1) - Math.max(b.x, x) > 0.002 &&
              Math.min(b.y + b.height, y1) - Math.max(b.y, y) > 0.002,
          );
          if (!held) out.push({ x, y, width: x1 - x, height: y1 - y });
        }
  const within = (a: FieldRect, b: FieldRect) =>
    a !== b && a.x >= b.x && a.y >= b.y && a.x + a.width <= b.x + b.width && a.y + a.height <= b.y + b.height;
  return out.filter(a => !out.some(b => within(a, b)));
}

function freshId(here: readonly Patch[]): string {
  const taken = new Set(here.map(p => p.id));
  let n = here.length + 1;
  while (taken.has(`s${n}`)) n++;
  return `s${n}`;
}
