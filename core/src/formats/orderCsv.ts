import { type Library, materialOf } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import type { TakeOff } from '../order/takeoff/index.ts';
import { edgesSeen } from '../survey/shell/index.ts';
import { toCsv } from './csv.ts';

const mm = (metres: number) => Math.round(metres * 10_000) / 10;

/** The shopping list: one row a stock size, in the units it is sold in. */
export function orderCsv(takeOff: TakeOff, library: Library): string {
  const header = [
    'material',
    'thickness mm',
    'width mm',
    'length mm',
    'need',
    'unit',
    'items',
    'per pack',
    'packs',
    'price a pack',
    'cost',
    'used %',
  ];
  const rows = takeOff.lines.map(l => [
    materialOf(library, l.material).name,
    mm(l.stock.thickness),
    mm(l.stock.width),
    mm(l.stock.length),
    Math.round(l.need * 100) / 100,
    l.unit,
    l.items,
    l.stock.perPack,
    l.packs,
    l.stock.price,
    Math.round(l.cost * 100) / 100,
    Math.round(l.used * 100),
  ]);
  return toCsv([header, ...rows]);
}

/** The cut list: one row a piece, allowance included; width lies along the van, and the edges are those seen from inside. */
export function piecesCsv(takeOff: TakeOff, library: Library, shell: Shell): string {
  const zones = new Map(shell.zones.map(z => [z.id, edgesSeen(z)]));
  const rows = takeOff.pieces.map(p => [
    p.id,
    materialOf(library, p.material).name,
    mm(p.thickness),
    mm(p.width),
    mm(p.height),
    zones.get(p.zone)?.above ?? '',
    zones.get(p.zone)?.left ?? '',
    p.free.map(f => `${f.kind} ${mm(f.width)}x${mm(f.height)} at ${mm(f.along)},${mm(f.up)}`).join('; '),
    p.bays.join(' '),
  ]);
  const header = [
    'piece',
    'material',
    'thickness mm',
    'width mm',
    'height mm',
    'edge above',
    'edge on the left',
    'cut out mm',
    'bays',
  ];
  return toCsv([header, ...rows]);
}
