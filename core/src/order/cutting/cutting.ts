import { type Library, materialOf } from '../../materials/index.ts';
import type { Material } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import type { Nest, NestProblem, NestStock, Point } from '../nesting/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import type { NearMiss } from './nearMiss.ts';

/** What is cut of one material of one thickness, and what from. */
export interface CutGroup {
  /** Material and thickness. */
  key: string;
  /** Id of the material. */
  material: string;
  /** m. */
  thickness: number;
  pieces: CutPiece[];
  /** To be nested. */
  problem: NestProblem;
}

/** What is cut with a saw loses so much a cut, m; a knife takes nothing. */
export const SAW_KERF = 0.003;

/** A rest at hand that pieces may be cut from first. */
export interface Offcut {
  /** Its own among all rests. */
  id: string;
  /** Id of the material. */
  material: string;
  /** m. */
  thickness: number;
  /** m. */
  width: number;
  /** Along its grain or pile, m. */
  length: number;
  /** How many alike. */
  count: number;
}

/** How pieces are cut, and what of. */
interface CutBy {
  /** What the saw takes in each cut, m. */
  kerf?: number;
  /** Whether what is sawn is cut on a bench, from edge to edge. */
  bench?: boolean;
  /** Rests at hand: they cost nothing and go first. */
  offcuts?: readonly Offcut[];
  /** Groups that are cut already, by key, and the rests they were cut from: no others are theirs. */
  done?: ReadonlyMap<string, readonly Offcut[]>;
}

/** Groups pieces by what they are cut from, dearest first, each with its nesting problem. */
export function cutGroups(
  pieces: readonly CutPiece[],
  library: Library,
  { kerf = SAW_KERF, bench: onBench = false, offcuts = [], done }: CutBy = {},
): CutGroup[] {
  const groups = new Map<string, CutPiece[]>();
  for (const p of pieces) {
    const key = `${p.material}/${p.thickness}`;
    groups.set(key, [...(groups.get(key) ?? []), p]);
  }
  return [...groups]
    .map(([key, own]): CutGroup => {
      const { material: id, thickness } = own[0]!;
      const material = materialOf(library, id);
      const sawn = material.cutWith === 'saw';
      // On a bench a piece is cut square first, its outline after that by hand.
      const bench = onBench && sawn;
      return {
        key,
        material: id,
        thickness,
        pieces: own,
        problem: {
          pieces: own.map(p => ({
            id: p.id,
            outline: bench ? boxRound(p.outline) : p.outline,
            turns: p.turns,
          })),
          stock: [...restsOf(done?.get(key) ?? offcuts, id, thickness), ...stockOf(material, thickness)],
          kerf: sawn ? kerf : 0,
          ...(bench && { guillotine: true }),
        },
      };
    })
    .sort((a, b) => value(b) - value(a) || (a.key < b.key ? -1 : 1));
}

function boxRound(outline: readonly Point[]): Point[] {
  const [x, y] = [Math.max(...outline.map(p => p.x)), Math.max(...outline.map(p => p.y))];
  return [
    { x: 0, y: 0 },
    { x, y: 0 },
    { x, y },
    { x: 0, y },
  ];
}

/** Rests of a material and thickness that are at hand. */
const restsOf = (offcuts: readonly Offcut[], material: string, thickness: number): NestStock[] =>
  offcuts.flatMap((o): NestStock[] =>
    o.material === material && Math.abs(o.thickness - thickness) < SAME_SIZE
      ? [
          {
            id: `rest-${o.id}`,
            width: o.width,
            length: o.length,
            price: 0,
            perPack: 1,
            quantity: o.count,
            paid: 'pack',
          },
        ]
      : [],
  );

/** Every size a thickness is sold in. */
const stockOf = (material: Material, thickness: number): NestStock[] =>
  material.stock.flatMap((s, i): NestStock[] =>
    Math.abs(s.thickness - thickness) < SAME_SIZE
      ? [
          {
            id: `${i}`,
            width: s.width,
            length: s.length,
            price: s.byMetre ? s.price / s.length : s.price,
            perPack: s.byMetre ? 1 : s.perPack,
            quantity: null,
            paid: s.byMetre ? 'length' : 'pack',
          },
        ]
      : [],
  );

const value = ({ pieces, problem }: CutGroup): number => {
  const { price, width, length, perPack } = problem.stock.find(s => s.price > 0) ?? problem.stock[0]!;
  return (pieces.reduce((sum, p) => sum + p.area, 0) * price) / (width * length * perPack);
};

/** How one group lies, as far as it has been searched. */
export interface CutLayout {
  key: string;
  /** Where everything lies. */
  nest: Nest;
  /** No layout can cost less. */
  leastCost: number;
  /** Steps of search done. */
  steps: number;
  /** What is left to gain for a little; null for nothing. */
  nearMiss: NearMiss | null;
}

/** Whole packs of each stock that a nest takes. */
export function packsBought(
  nest: Nest,
  problem: NestProblem,
): { stock: NestStock; items: number; packs: number }[] {
  return problem.stock.flatMap(stock => {
    const items = nest.used.filter(u => u.stock === stock.id).length;
    return items === 0 ? [] : [{ stock, items, packs: Math.ceil(items / stock.perPack) }];
  });
}
