import { type Library, materialOf, type Supply } from '../../materials/index.ts';
import { lengthIn } from '../../units/index.ts';
import { type CutGroup, packsBought } from '../cutting/index.ts';
import type { Nest } from '../nesting/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import type { OrderLine, TakeOff } from '../takeoff/index.ts';
import type { Need } from './needList.ts';
import type { PutPrice } from './shelf.ts';
import { atMost, errorOf, type SurveyErrors } from './surveyError.ts';
import { cheapestPacks, packsFor, type Size, sizesOf } from './tins.ts';

/** One thing to buy. */
export interface BuyLine {
  key: string;
  name: string;
  /** Under what it is listed. */
  kind: Supply['kind'];
  /** In `unit`. */
  need: number;
  unit: Supply['unit'];
  /** Sheets, rolls, cans or packs as they are counted in the shop. */
  packs: number;
  /** What one is, in words; lengths in name and pack as `lengthIn` has them. */
  pack: string;
  /** Of one pack. */
  price: number;
  /** Of all. */
  cost: number;
  /** In `unit`, after everything is used as reckoned. */
  left: number;
  /** In `unit`: what may be spoilt; 0 where nothing is. */
  spare: number;
  /** Packs bought for that alone. */
  sparePacks: number;
  /** Taken off the shelf, in `unit`. */
  shelf: number;
  /** Packs where the van is larger than measured by two standard errors of the tape. */
  packsAtMost: number;
  /** The size of the library it is; null for a supply. */
  sold: { material: string; thickness: number; width: number } | null;
  why: string;
  /** Ids of the pieces, or names of the tasks, that use it. */
  uses: string[];
  /** Of a supply: its id, what the shelf counts it by, and all sizes it is sold in; `counts` for the one line of it that shows the shelf. */
  supply?: { id: string; sizes: readonly Size[]; counts: boolean };
  /** What would do the same work, and what all of that costs; left out where nothing would. */
  instead?: { name: string; packs: number; cost: number };
}

/** A nest of what is cut of one material, where it has been searched. */
export interface Cut {
  group: CutGroup;
  /** How it lies; null where something fits no stock. */
  nest: Nest | null;
}

/** What is at hand, what the person pays, and how sure the survey is. */
export interface OrderBy {
  /** Amounts of supplies at hand, by id, in their units. */
  supplies: ReadonlyMap<string, number>;
  /** Own prices of supplies, by id; the last stands. */
  prices: ReadonlyMap<string, readonly PutPrice[]>;
  /** Whether twice as much may be spoilt. */
  firstTime: boolean;
  errors: SurveyErrors;
}

/** How often a piece is spoilt: a plain one, one with corners or cut-outs, one that rests on an assumed size besides. Common practice, no source. */
const SPOILT = { plain: 0.01, fiddly: 0.05, assumed: 0.06 };
/** A first-timer spoils so many times as much. Common practice, no source. */
const FIRST_TIME = 2;

/**
 * Everything to buy: whole packs of what is cut as it lies on its sheets, with a spare where what is left over would not
 * make up for what may be spoilt; tapes and glue by seam and area; supplies by the pieces and tasks that use them, less
 * what is at hand.
 */
export function orderList(
  cuts: readonly Cut[],
  takeOff: TakeOff | null,
  needs: readonly Need[],
  library: Library,
  by: OrderBy,
): BuyLine[] {
  const sheets = cuts.flatMap(c => sheetLines(c, library, by));
  const size = (material: string, thickness: number) => `${material}/${thickness.toFixed(5)}`;
  const groups = new Map(cuts.map(c => [size(c.group.material, c.group.thickness), c]));
  // Not laid out yet.
  const estimated = (takeOff?.lines ?? [])
    .filter(l => !groups.get(size(l.material, l.stock.thickness))?.nest)
    .filter(l => l.pieces > 0)
    .map(l => {
      const own = groups.get(size(l.material, l.stock.thickness))?.group.pieces.map(p => p.id);
      return estimatedLine(l, own ?? Object.keys(l.byZone), library, by);
    });
  return [...sheets, ...estimated, ...needs.flatMap(n => supplyLines(n, by))];
}

function sheetLines({ group, nest }: Cut, library: Library, { firstTime, errors }: OrderBy): BuyLine[] {
  if (!nest) return [];
  const material = materialOf(library, group.material);
  const chance = (p: CutPiece) =>
    (p.outline.length > 4 || p.holes.length > 0 ? SPOILT.fiddly : SPOILT.plain) +
    (p.assumed ? SPOILT.assumed : 0);
  const spoilt = group.pieces.reduce((sum, p) => sum + p.area * chance(p), 0) * (firstTime ? FIRST_TIME : 1);
  const largest = Math.max(0, ...nest.used.map(u => u.rest.width * u.rest.length));
  const lines = packsBought(nest, group.problem).filter(b => b.stock.price > 0);
  const fromShelf = nest.used
    .filter(u => (group.problem.stock.find(s => s.id === u.stock)?.price ?? 1) === 0)
    .reduce((sum, u) => {
      const s = group.problem.stock.find(o => o.id === u.stock)!;
      return sum + u.filled * s.width * s.length;
    }, 0);
  return lines.map((b, i): BuyLine => {
    const own = new Set(nest.laid.filter(l => l.stock === b.stock.id).map(l => l.piece));
    const need = group.pieces.reduce((sum, p) => sum + (own.has(p.id) ? p.area : 0), 0);
    const reach = nest.used.filter(u => u.stock === b.stock.id).reduce((sum, u) => sum + u.reach, 0);
    const byMetre = b.stock.paid === 'length';
    const each = b.stock.width * b.stock.length;
    const unopened = b.packs * b.stock.perPack - b.items;
    // A whole sheet left in its pack, or a rest as large as what may be spoilt, is spare enough.
    const enough = byMetre || unopened > 0 || largest >= spoilt || i > 0;
    const sparePacks = enough ? 0 : 1;
    const packs = b.packs + sparePacks;
    const bought = byMetre ? b.stock.width * reach : packs * b.stock.perPack * each;
    const mine = group.pieces.filter(p => own.has(p.id));
    const more = atMost(errorOf(mine, errors, 'area'));
    // Whole items round up already: only what no longer goes into them asks for another.
    const full = need * more > b.items * each;
    return {
      key: `${group.key}/${b.stock.id}`,
      name: `${material.name} ${lengthIn(group.thickness)}`,
      kind: 'sheet',
      need,
      unit: 'm²',
      packs: byMetre ? 1 : packs,
      pack: byMetre
        ? `${lengthIn(reach)} off a roll ${lengthIn(b.stock.width)} wide`
        : `${b.stock.perPack > 1 ? `${b.stock.perPack} of ` : ''}${lengthIn(b.stock.width)} × ${lengthIn(b.stock.length)}`,
      price: byMetre ? b.stock.price * reach : b.stock.price,
      cost: byMetre ? b.stock.price * reach : packs * b.stock.price,
      left: Math.max(0, bought - need),
      spare: spoilt,
      sparePacks,
      packsAtMost: byMetre
        ? 1
        : Math.max(packs, full ? Math.ceil((b.items * more) / b.stock.perPack) : packs),
      sold: { material: group.material, thickness: group.thickness, width: b.stock.width },
      shelf: i === 0 ? fromShelf : 0,
      why: `${own.size} pieces${sparePacks > 0 ? ', and a spare: what is left of the sheets would not make up for a spoilt one' : ''}`,
      uses: [...own],
    };
  });
}

function estimatedLine(l: OrderLine, uses: string[], library: Library, { errors }: OrderBy): BuyLine {
  const material = materialOf(library, l.material);
  const amount = l.unit === 'm' ? l.stock.length : l.stock.width * l.stock.length;
  const zones = Object.entries(l.byZone).map(([zone, area]) => ({ zone, area }));
  const more = atMost(errorOf(zones, errors, 'area'));
  const filled = l.used * l.packs * more;
  return {
    // As the same size is called once it is laid out.
    key: `${l.material}/${l.stock.thickness}/${material.stock.indexOf(l.stock)}`,
    name: `${material.name} ${lengthIn(l.stock.thickness)}`,
    kind: 'sheet',
    need: l.need,
    unit: l.unit,
    packs: l.packs,
    pack: `${lengthIn(l.stock.width)} × ${lengthIn(l.stock.length)}`,
    price: l.stock.price,
    cost: l.cost,
    left: Math.max(0, l.packs * l.stock.perPack * amount - l.need),
    spare: 0,
    sparePacks: 0,
    packsAtMost:
      filled > l.packs ? Math.max(l.packs, Math.ceil((l.items * more) / l.stock.perPack)) : l.packs,
    sold: { material: l.material, thickness: l.stock.thickness, width: l.stock.width },
    shelf: 0,
    why: l.why,
    uses,
  };
}

/** A supply in the sizes that cost least: a line each, the usual size first; of what is at hand alone, that one. */
function supplyLines(
  { supply, need, why, uses, error, instead }: Need,
  { supplies, prices }: OrderBy,
): BuyLine[] {
  const sizes = sizesOf(supply, key => prices.get(key)?.at(-1)?.price ?? null);
  const at = Math.min(need, supplies.get(supply.id) ?? 0);
  const packs = cheapestPacks(need - at, sizes);
  // What the usual size need not hold.
  const inLarger = packs[1] ? Math.min(need - at, packs[1] * sizes[1]!.amount) : 0;
  return sizes.flatMap((size, i): BuyLine[] => {
    const own = packs[i]!;
    const counts = i === 0 || packs[0] === 0;
    if (own === 0 && (i > 0 || inLarger > 0)) return [];
    const shelf = counts ? at : 0;
    const held = i > 0 ? inLarger + shelf : need - inLarger;
    // What a larger van asks for more of goes into the size that shows the shelf.
    const most =
      need * atMost(error) - at - (counts && i === 0 ? (packs[1] ?? 0) * (sizes[1]?.amount ?? 0) : 0);
    return [
      {
        key: size.key,
        name: i > 0 ? `${supply.name}, larger tin` : supply.name,
        kind: supply.kind,
        need: held,
        unit: supply.unit,
        packs: own,
        pack: packOf(size.amount, supply.unit),
        price: size.price,
        cost: own * size.price,
        left: shelf + own * size.amount - held,
        spare: 0,
        sparePacks: 0,
        packsAtMost: counts ? packsFor(most, size) : own,
        sold: supply.of ?? null,
        shelf,
        why,
        uses,
        supply: { id: supply.id, sizes, counts },
        ...(instead && at === 0 ? { instead: other(instead) } : {}),
      },
    ];
  });
}

function packOf(amount: number, unit: Supply['unit']): string {
  if (unit === 'piece') return amount === 1 ? 'one' : `${amount} pieces`;
  return `${amount} ${unit}`;
}

function other({ supply, need }: NonNullable<Need['instead']>): NonNullable<BuyLine['instead']> {
  const packs = packsFor(need, supply);
  return { name: supply.name, packs, cost: packs * supply.price };
}
