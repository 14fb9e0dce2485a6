import { patchBox } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { Patch, Shell } from '../../model/index.ts';
import type { FieldRect } from '../../survey/shell/index.ts';
import { panelOf, shareOfVan, sheetsOnField, skinPlate, swings } from '../../van/quiet/index.ts';
import type { SheetStock } from './ladder.ts';

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
  for (const p of freePlaces(
    panel.rect,
    here,
    stockFor(materialOf(library, stock.material), stock.thickness),
  )) {
    const worth = (before - left([...here, p])) / (p.width * p.height);
    if (worth > most) [best, most] = [p, worth];
  }
  return best;
}

/** Sheets whole, halved and quartered where they touch the middle, an edge or another sheet, and lie on none. */
function freePlaces(
  rect: FieldRect,
  here: readonly Patch[],
  { width: w, length: l }: { width: number; length: number },
): Patch[] {
  const taken = here.map(patchBox);
  const id = freshId(here);
  const out: Patch[] = [];
  const seen = new Set<string>();
  for (const [wide, high] of [
    [w, l],
    [l, w],
    [w, l / 2],
    [l / 2, w],
    [w / 2, l / 2],
    [l / 2, w / 2],
  ] as const) {
    const [width, height] = [Math.min(wide, rect.width), Math.min(high, rect.height)];
    const places = (from: number, whole: number, size: number, edges: [number, number][]) =>
      [from + whole / 2, ...edges.flatMap(([a, b]) => [(a + b) / 2, a - size / 2, b + size / 2])].filter(
        at => at - size / 2 >= from - 0.002 && at + size / 2 <= from + whole + 0.002,
      );
    const xs = places(
      rect.x,
      rect.width,
      width,
      taken.map(b => [b.x, b.x + b.width]),
    );
    const ys = places(
      rect.y,
      rect.height,
      height,
      taken.map(b => [b.y, b.y + b.height]),
    );
    for (const along of xs)
      for (const up of ys) {
        const key = [along, up, width, height].map(v => Math.round(v * 1000)).join(' ');
        const clash = taken.some(
          b =>
            Math.min(b.x + b.width, along + width / 2) - Math.max(b.x, along - width / 2) > 0.002 &&
            Math.min(b.y + b.height, up + height / 2) - Math.max(b.y, up - height / 2) > 0.002,
        );
        if (seen.has(key) || clash) continue;
        seen.add(key);
        out.push({ id, along, up, width, height, turn: 0 });
      }
  }
  return out;
}

function freshId(here: readonly Patch[]): string {
  const taken = new Set(here.map(p => p.id));
  let n = here.length + 1;
  while (taken.has(`s${n}`)) n++;
  return `s${n}`;
}
