import type { LayUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { CutList, Pin, Placement, Shell } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { type NestProblem, NestSearch, unfitPieces } from '../nesting/index.ts';
import { type CutChoices, type CutPiece, cutPieces } from '../pieces/index.ts';
import { holdingPins } from './clash.ts';
import { type CutGroup, type CutLayout, cutGroups, type Offcut } from './cutting.ts';

/** What is cut, how, and what from. */
export interface CutBy {
  /** What the person wants otherwise. */
  choices: CutChoices;
  /** What the saw takes in each cut, m, and whether it stands on a bench. */
  saw: { kerf: number; bench: boolean };
  /** Rests at hand, which are cut from first. */
  offcuts: readonly Offcut[];
  /** What is cut already, and from which rests. */
  cut: NonNullable<CutList['cut']>;
  /** Pieces that stay where they are. */
  pins: readonly Pin[];
}

/** What is cut of one material, and the search for how it lies. */
export interface GroupSearch {
  group: CutGroup;
  /** Begun; null where something fits no stock. */
  search: NestSearch | null;
  /** Ids of the pieces that fit no stock. */
  unfit: string[];
  /** Pins that hold; what is missing of those asked for cannot be kept. */
  pinned: Pin[];
}

/** Steps before two ways to part a lining are compared. */
const COMPARED_AFTER = 30;

/**
 * A search for each material that is cut, dearest first; `from` goes on where it was left. Long boards have fewer joints;
 * where boards from rib to rib take less money they are cut so. Seeded: the same steps find the same.
 */
export function groupSearches(
  shell: Shell,
  placement: Placement,
  laid: LayUp,
  library: Library,
  { choices, saw, offcuts, cut, pins }: CutBy,
  from: readonly CutLayout[] | null = null,
): GroupSearch[] {
  const done = new Map(cut.map(c => [c.group, c.rests]));
  const groupsBy = (runOn: boolean) =>
    cutGroups(cutPieces(shell, placement, laid, library, { ...choices, runOn }), library, {
      ...saw,
      offcuts,
      done,
    });
  const begin = (g: CutGroup) => startOf(g, pins, from?.find(l => l.key === g.key) ?? null);
  const ribToRib = new Map(groupsBy(false).map(g => [g.key, g]));
  return groupsBy(true).map(long => {
    const short = ribToRib.get(long.key);
    const one = begin(long);
    return short && short.pieces.length !== long.pieces.length ? cheaper(one, begin(short)) : one;
  });
}

/** A search for each material that pieces are cut from, dearest first, with nothing pinned. */
export const searchPieces = (
  pieces: readonly CutPiece[],
  library: Library,
  offcuts: readonly Offcut[],
): GroupSearch[] => cutGroups(pieces, library, { offcuts }).map(g => startOf(g, [], null));

function continued(problem: NestProblem, before: CutLayout | null): NestProblem {
  const ids = new Set(problem.pieces.map(p => p.id));
  const same = before?.nest.laid.length === ids.size && before.nest.laid.every(l => ids.has(l.piece));
  return same ? { ...problem, from: before.nest.laid } : problem;
}

/** Goes on from a layout found before, where it holds the same pieces. */
function startOf(group: CutGroup, pins: readonly Pin[], before: CutLayout | null): GroupSearch {
  const unfit = unfitPieces(group.problem).map(u => u.piece);
  const pinned = holdingPins(group, pins);
  const problem = continued({ ...group.problem, pinned }, before);
  if (unfit.length > 0) return { group, pinned, unfit, search: null };
  const tried = searchOf(problem);
  if (tried) return { group, pinned, unfit, search: tried };
  if (problem.guillotine) {
    // No cuts from edge to edge part what is pinned: then it is laid freely, and that is said.
    const { guillotine: _, ...free } = group.problem;
    const search = searchOf({ ...problem, guillotine: false });
    if (search) return { group: { ...group, problem: free }, pinned, unfit, search };
  }
  // What cannot be kept takes nothing else down: its pins are told as lost.
  return { group, pinned: [], unfit, search: searchOf(group.problem) };
}

/** A search that begins with what is pinned; null where that cannot lie so. */
function searchOf(problem: NestProblem): NestSearch | null {
  try {
    return new NestSearch(problem);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

function cheaper(a: GroupSearch, b: GroupSearch): GroupSearch {
  if (!a.search || !b.search) return a;
  // What was pinned is cut the way it was.
  if (a.pinned.length !== b.pinned.length) return a.pinned.length > b.pinned.length ? a : b;
  for (const { search } of [a, b])
    for (let i = 0; i < COMPARED_AFTER && !search!.cheapest; i++) search!.step();
  return b.search.best.cost < a.search.best.cost - ROUNDING ? b : a;
}
