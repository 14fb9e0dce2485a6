import { battenCount, type Cover, cutsOf, type LayUp, splitToFit } from '../../buildup/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { Material, Stock } from '../../model/index.ts';
import type { Kept } from '../../survey/geometry/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { cutLengths, shelfLayout } from '../nesting/index.ts';
import { canDoes, foamLitres, isFoam, WASTE } from './foam.ts';

/** A rectangular piece to cut, m, allowance included. */
interface Piece {
  /** Number chalked on it: zone or bay, layer, and part when split. */
  id: string;
  zone: string;
  /** Ids of the bays it covers. */
  bays: string[];
  /** Id of the material. */
  material: string;
  /** As sold, m. */
  thickness: number;
  /** m, allowance included. */
  width: number;
  /** m, allowance included. */
  height: number;
  /** Share of a bay's sheet, when a cover had to be split. */
  splitOf: number;
  /** What is cut out of it, from the bay's front and lower edge, m; of a part of a cover, what the whole has. */
  free: Kept[];
}

/** One line of the shopping list. */
export interface OrderLine {
  /** Id of the material. */
  material: string;
  /** Size it is bought in. */
  stock: Stock;
  /** What is needed, in `unit`. */
  need: number;
  /** Of pieces m², of length m, of foam l. */
  unit: 'm²' | 'm' | 'l';
  /** Sheets, rolls, lengths, cans. */
  items: number;
  /** Whole packs. */
  packs: number;
  /** Of all packs, in the design's currency. */
  cost: number;
  /** Share of what is bought that is used. */
  used: number;
  /** How many are cut of it. */
  pieces: number;
  /** What it is for, in words. */
  why: string;
  /** Need by zone id, in `unit`. */
  byZone: Record<string, number>;
}

export interface TakeOff {
  pieces: Piece[];
  /** Shopping list, dearest first. */
  lines: OrderLine[];
  /** Of all lines, in the design's currency. */
  cost: number;
  /** Cost shared out by use, by zone id. */
  costByZone: Record<string, number>;
}

/** How much of a roll pieces fill where it is paid by the metre. Common practice, no source. */
const FILLED = 0.85;

/** Pieces, consumables and whole packs for what is laid up. Throws RangeError for an unknown material. */
export function takeOff(
  { covers, extras, joints }: Pick<LayUp, 'covers' | 'extras' | 'joints'>,
  library: Library,
): TakeOff {
  const ledger = new Usage();
  const pieces: Piece[] = [];
  const taped = new Set(joints.filter(j => j.taped).map(j => `${j.zone}/${j.buildUp}/${j.layer}`));
  for (const cover of [...covers, ...extras]) cutCover(cover, pieces, ledger, taped, library);
  for (const { material, taped, zone, length } of joints) {
    const tape = taped ? materialOf(library, material).tapedWith : null;
    if (tape) ledger.add(tape, zone, length * WASTE, 'm', 'tapes every seam');
  }
  const lines = [...sheetLines(pieces, library), ...ledger.lines(library)].sort((a, b) => b.cost - a.cost);
  const costByZone: Record<string, number> = {};
  for (const line of lines) {
    const total = Object.values(line.byZone).reduce((a, b) => a + b, 0);
    for (const [zone, amount] of Object.entries(line.byZone))
      costByZone[zone] = (costByZone[zone] ?? 0) + (line.cost * amount) / total;
  }
  return { pieces, lines, cost: lines.reduce((sum, l) => sum + l.cost, 0), costByZone };
}

/** Cuts one cover into pieces and notes what fixes it. */
function cutCover(
  cover: Cover,
  pieces: Piece[],
  ledger: Usage,
  taped: ReadonlySet<string>,
  library: Library,
): void {
  const { layer } = cover;
  if (layer.role === 'air gap') return;
  const material = materialOf(library, layer.material);
  const stock = stockFor(material, layer.thickness);
  if (layer.role === 'batten') {
    const count = cover.width > 0 ? battenCount(cover.width, layer) : 1;
    const { parts } = splitToFit(stock.width, cover.height, stock);
    for (let i = 0; i < count; i++)
      for (const part of parts) ledger.length(layer.material, stock, cover.zone, part.height);
    fix(material, cover, count * cover.height, ledger, taped, library);
    return;
  }
  if (material.yield !== null) {
    ledger.add(layer.material, cover.zone, cover.area, 'm²', 'fills the bays');
    return;
  }
  const { parts, seam } = cutsOf(cover, library)!;
  const own = cover.pocket ?? (cover.put && layer.id);
  const name = own ?? (cover.bays.length === 1 ? cover.bays[0]! : `${cover.bays[0]}–${cover.bays.at(-1)}`);
  for (const [i, part] of parts.entries())
    pieces.push({
      id: `${name} ${cover.pocket ? 'stuffing' : (cover.put ?? layer.role)}${partOf(cover, i, parts.length)}`,
      zone: cover.zone,
      bays: cover.bays,
      material: material.id,
      thickness: stock.thickness,
      width: part.width,
      height: part.height,
      splitOf: parts.length,
      free: cover.free,
    });
  // A void holds its own stuffing; a screen is its own, a curtain hangs on its rail.
  if (!own) fix(material, cover, 2 * (cover.width + cover.height) + seam, ledger, taped, library);
}

/** Which part of how many, where there are several: of a bay's sheets, or of a cover that no sheet holds whole. */
function partOf({ part }: Cover, i: number, count: number): string {
  const [at, of] = [((part?.at ?? 1) - 1) * count + i + 1, (part?.of ?? 1) * count];
  return of > 1 ? ` ${at}/${of}` : '';
}

/** What holds a material: by area where its pack says so, foam by the volume of the joints, all else by their length. */
function fix(
  material: Material,
  cover: Cover,
  edge: number,
  ledger: Usage,
  taped: ReadonlySet<string>,
  library: Library,
): void {
  if (!material.fixedWith) return;
  const fixing = materialOf(library, material.fixedWith);
  const why = `fixes: ${material.name}`;
  const add = (amount: number, unit: OrderLine['unit']) =>
    ledger.add(fixing.id, cover.zone, amount * WASTE, unit, why);
  if (fixing.yield?.per === 'm²') add(cover.area, 'm²');
  else if (isFoam(fixing)) {
    const sealed = taped.has(`${cover.zone}/${cover.buildUp}/${cover.layer.id}`);
    const board = { allowance: material.allowance / 2, thickness: cover.layer.thickness };
    add(foamLitres(edge, board, sealed), 'l');
  } else add(edge, 'm');
}

function sheetLines(pieces: Piece[], library: Library): OrderLine[] {
  const groups = new Map<string, Piece[]>();
  for (const piece of pieces) {
    const key = `${piece.material}/${piece.thickness}`;
    const group = groups.get(key);
    if (group) group.push(piece);
    else groups.set(key, [piece]);
  }
  return [...groups.values()].map(group => {
    const { material, thickness } = group[0]!;
    const stock = stockFor(materialOf(library, material), thickness);
    const { sheets } = shelfLayout(group, stock);
    const byZone: Record<string, number> = {};
    let need = 0;
    for (const p of group) {
      need += p.width * p.height;
      byZone[p.zone] = (byZone[p.zone] ?? 0) + p.width * p.height;
    }
    const packs = Math.ceil(sheets / stock.perPack);
    const bought = packs * stock.perPack * stock.width * stock.length;
    // Off the roll by the metre, about so much of it as the pieces fill.
    const part = stock.byMetre ? Math.min(1, need / FILLED / bought) : 1;
    return {
      material,
      stock,
      need,
      unit: 'm²' as const,
      items: sheets,
      packs,
      cost: packs * stock.price * part,
      used: need / (bought * part),
      pieces: group.length,
      why: 'pieces',
      byZone,
    };
  });
}

/** What is used by the metre or by what one can does, gathered as covers are cut. */
class Usage {
  private amounts = new Map<
    string,
    { byZone: Record<string, number>; unit: OrderLine['unit']; why: Set<string> }
  >();
  private lengths = new Map<
    string,
    { material: string; stock: Stock; cuts: number[]; byZone: Record<string, number> }
  >();

  add(material: string, zone: string, amount: number, unit: OrderLine['unit'], why: string): void {
    const entry = this.amounts.get(material) ?? { byZone: {}, unit, why: new Set<string>() };
    entry.byZone[zone] = (entry.byZone[zone] ?? 0) + amount;
    entry.why.add(why);
    this.amounts.set(material, entry);
  }

  length(material: string, stock: Stock, zone: string, length: number): void {
    const key = `${material}/${stock.thickness}`;
    const entry = this.lengths.get(key) ?? { material, stock, cuts: [], byZone: {} };
    entry.cuts.push(length);
    entry.byZone[zone] = (entry.byZone[zone] ?? 0) + length;
    this.lengths.set(key, entry);
  }

  lines(library: Library): OrderLine[] {
    const sum = (byZone: Record<string, number>) => Object.values(byZone).reduce((a, b) => a + b, 0);
    const consumed = [...this.amounts].map(([id, { byZone, unit, why }]): OrderLine => {
      const material = materialOf(library, id);
      const stock = material.stock[0]!;
      const need = sum(byZone);
      const items = Math.ceil(need / (canDoes(material) ?? stock.length) - ROUNDING);
      const packs = Math.ceil(items / stock.perPack);
      const bought = packs * stock.perPack * (canDoes(material) ?? stock.length);
      return {
        material: id,
        stock,
        need,
        unit,
        items,
        packs,
        cost: packs * stock.price,
        used: need / bought,
        pieces: 0,
        why: [...why].join('; '),
        byZone,
      };
    });
    const sticks = [...this.lengths.values()].map(({ material, stock, cuts, byZone }): OrderLine => {
      const items = cutLengths(cuts, stock.length);
      const packs = Math.ceil(items / stock.perPack);
      const need = sum(byZone);
      return {
        material,
        stock,
        need,
        unit: 'm',
        items,
        packs,
        cost: packs * stock.price,
        used: need / (packs * stock.perPack * stock.length),
        pieces: cuts.length,
        why: 'lengths',
        byZone,
      };
    });
    return [...sticks, ...consumed];
  }
}
