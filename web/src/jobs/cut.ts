import { layUp } from '@overcoat/core/buildup';
import type { Library } from '@overcoat/core/materials';
import type { CutList, Design, Pin, Placement } from '@overcoat/core/model';
import {
  type Cut,
  type Need,
  needsFor,
  surveyErrors,
  usedBy,
  type VanWork,
} from '@overcoat/core/order/buying';
import {
  type CutGroup,
  type CutLayout,
  cutGroups,
  holdingPins,
  nearMiss,
  type Offcut,
} from '@overcoat/core/order/cutting';
import { checkPanels, weighSpacings } from '@overcoat/core/order/grounds';
import { type ChosenHold, fixedOf } from '@overcoat/core/order/holding';
import { type NestProblem, NestSearch, unfitPieces } from '@overcoat/core/order/nesting';
import { type CutChoices, type CutPiece, cutPieces } from '@overcoat/core/order/pieces';
import { takeOff } from '@overcoat/core/order/takeoff';
import { workByStage } from '@overcoat/core/order/work';
import { type HeldVan, heldVan } from '@overcoat/core/studies/holding';
import type { Report, Shelf } from './shelf.ts';

/** All that is cut, how it lies, and what fits nothing. */
export interface Cutting {
  groups: (CutGroup & { layout: CutLayout | null; unfit: string[]; pinned: string[] })[];
  /** Searched for so long, s. */
  seconds: number;
}

/** What is cut, which pieces stay where they are, how long to search, and what to go on from. */
interface CuttingAsk {
  placement: Placement;
  pins: Pin[];
  choices: CutChoices;
  /** What the saw takes in each cut, m, and whether it stands on a bench. */
  saw: { kerf: number; bench: boolean };
  /** Rests at hand, which are cut from first. */
  offcuts: Offcut[];
  /** What is cut already, and from which rests. */
  cut: NonNullable<CutList['cut']>;
  seconds: number;
  from: CutLayout[] | null;
}

/** What supplies are asked for. */
interface Asked {
  placement: Placement;
  choices: CutChoices;
  chosen: ChosenHold[];
  ready: Design['ready'];
}

/** A van of several, and what goes into it. */
export interface VanAsked {
  id: string;
  /** Told apart by it from the others. */
  name: string;
  design: Pick<Design, 'shell' | 'brief' | 'ready'>;
  placement: Placement;
  choices: CutChoices;
  chosen: ChosenHold[];
}

interface SeveralAsk {
  vans: VanAsked[];
  offcuts: Offcut[];
  seconds: number;
}

/** What several vans take; ids of pieces and zones begin with their van's name. */
export interface Several {
  cuts: Cut[];
  vans: VanWork[];
  errors: [zone: string, error: number][];
}

/** Pieces, needs and hours of one van. */
function workOn(
  design: VanAsked['design'],
  placement: Placement,
  choices: CutChoices,
  chosen: ChosenHold[],
  library: Library,
) {
  const { shell, ready } = design;
  const laid = layUp(shell, placement, library);
  const { joints } = laid;
  const pieces = cutPieces(shell, placement, laid, library, choices);
  const holdings = fixedOf(pieces, shell, placement, library, chosen);
  return {
    pieces,
    needs: needsFor(
      { shell, ready, placement, joints, takeOff: takeOff(laid, library), pieces, holdings },
      library,
    ),
    hours: workByStage({ shell, ready, pieces, joints }, library),
  };
}

/** The best so far is shown so often, ms. */
const SHOWN_EVERY = 150;
/** Steps in a row for one group. */
const IN_A_ROW = 6;

/** What bears the boards: what each spacing of battens comes to, and what panels that are there already find behind them. */
export interface Grounds {
  findings: ReturnType<typeof checkPanels>;
  spacings: { zone: string; buildUp: string; options: ReturnType<typeof weighSpacings> }[];
}

/** The jobs about cutting. */
export const cutJobs = {
  /** What the battens of each zone could be, and what was found of panels that are there. */
  grounds(
    { design: { shell }, library }: Shelf,
    { placement, choices }: { placement: Placement; choices: Pick<CutChoices, 'panels' | 'corner'> },
  ): Grounds {
    const laid = layUp(shell, placement, library);
    const hosts = new Set(
      laid.covers.flatMap(c => (c.layer.role === 'batten' ? [`${c.zone}/${c.buildUp}`] : [])),
    );
    return {
      findings: checkPanels(shell, placement, laid, choices.panels),
      spacings: [...hosts].map(host => {
        const [zone, buildUp] = host.split('/') as [string, string];
        const where = shell.zones.find(z => z.id === zone)!;
        const options = weighSpacings(where, buildUp, shell, placement, laid, library, choices);
        return { zone, buildUp, options };
      }),
    };
  },

  /** Every piece as it is cut, before anything is laid out. */
  pieces: (
    { design: { shell }, library }: Shelf,
    { placement, choices }: { placement: Placement; choices: CutChoices },
  ): CutPiece[] => cutPieces(shell, placement, layUp(shell, placement, library), library, choices),

  /** Whether every piece stays where it was put. */
  holding(
    { design, library }: Shelf,
    { placement, choices, chosen }: { placement: Placement; choices: CutChoices; chosen: ChosenHold[] },
  ): HeldVan {
    const pieces = cutPieces(
      design.shell,
      placement,
      layUp(design.shell, placement, library),
      library,
      choices,
    );
    return heldVan(design, placement, library, pieces, chosen);
  },

  /** All that is bought besides what is cut, and the hours of work by stage. */
  supplies(
    { design, library }: Shelf,
    { placement, choices, chosen, ready }: Asked,
  ): { needs: Need[]; hours: ReturnType<typeof workByStage> } {
    const { needs, hours } = workOn({ ...design, ready }, placement, choices, chosen, library);
    return { needs, hours };
  },

  /** What several vans take together: their pieces on the same sheets, their needs in the same packs. */
  several({ library }: Shelf, { vans, offcuts, seconds }: SeveralAsk, report: Report): Several {
    const works = vans.map(({ id, name, design, placement, choices, chosen }) => {
      const { shell } = design;
      return { id, name, shell, ...workOn(design, placement, choices, chosen, library) };
    });
    const errors = works.flatMap(({ name, shell }) =>
      [...surveyErrors(shell)].map(([zone, error]): [string, number] => [usedBy(name, zone), error]),
    );
    const pieces = works.flatMap(({ name, pieces: own }) =>
      own.map(p => ({ ...p, id: usedBy(name, p.id), zone: usedBy(name, p.zone) })),
    );
    const searches = cutGroups(pieces, library, { offcuts }).map(group => ({
      group,
      search: unfitPieces(group.problem).length > 0 ? null : new NestSearch(group.problem),
    }));
    const soFar = (): Several => ({
      cuts: searches.map(({ group, search }) => ({ group, nest: search?.best ?? null })),
      vans: works,
      errors,
    });
    report(0, soFar());
    const started = performance.now();
    const open = searches.flatMap(({ search }) => search ?? []);
    for (;;) {
      const left = open.filter(s => !s.cheapest);
      const share = (performance.now() - started) / (seconds * 1000);
      if (left.length === 0 || share >= 1) return soFar();
      for (const search of left) for (let i = 0; i < IN_A_ROW; i++) search.step();
      report(share);
    }
  },

  /** Every piece on a sheet: the cheapest way that so many seconds find, told as it gets better. */
  cutting(
    { design, library }: Shelf,
    { placement, pins, choices, saw, offcuts, cut, seconds, from }: CuttingAsk,
    report: Report,
  ): Cutting {
    const started = performance.now();
    const laid = layUp(design.shell, placement, library);
    const done = new Map(cut.map(c => [c.group, c.rests]));
    const groupsBy = (runOn: boolean) =>
      cutGroups(cutPieces(design.shell, placement, laid, library, { ...choices, runOn }), library, {
        ...saw,
        offcuts,
        done,
      }).map(g => begun(g, pins, from?.find(l => l.key === g.key) ?? null));
    const ribToRib = new Map(groupsBy(false).map(s => [s.group.key, s]));
    // Long boards have fewer joints; where boards from rib to rib take less money they are cut so.
    const searches = groupsBy(true).map(long => cheaper(long, ribToRib.get(long.group.key)));
    const soFar = (last = false): Cutting => ({
      groups: searches.map(({ group, search, unfit, pinned }) => ({
        ...group,
        unfit,
        pinned: pinned.map(p => p.piece),
        layout: search && {
          key: group.key,
          nest: search.best,
          leastCost: search.leastCost,
          steps: search.steps,
          nearMiss: last ? nearMiss(group.problem, search) : null,
        },
      })),
      seconds: (performance.now() - started) / 1000,
    });
    report(0, soFar());
    let shown = performance.now();
    let better = false;
    const open = searches.flatMap(({ search }) => search ?? []);
    const turns = { dear: 0, rest: 0 };
    while (performance.now() - started < seconds * 1000) {
      const left = open.filter(s => !s.done);
      if (left.length === 0) break;
      // Where money is left to gain, three turns of four.
      const dear = left.filter(s => !s.cheapest);
      const gains = dear.length > 0 && turns.dear < 3 * (turns.rest + 1);
      const search = gains ? dear[turns.dear++ % dear.length]! : left[turns.rest++ % left.length]!;
      for (let i = 0; i < IN_A_ROW; i++) better = search.step() || better;
      const now = performance.now();
      if (now - shown < SHOWN_EVERY) continue;
      const share = (now - started) / (seconds * 1000);
      if (better) report(share, soFar());
      else report(share);
      [shown, better] = [now, false];
    }
    return soFar(true);
  },
};

function continued(problem: NestProblem, before: CutLayout | null): NestProblem {
  const ids = new Set(problem.pieces.map(p => p.id));
  const same = before?.nest.laid.length === ids.size && before.nest.laid.every(l => ids.has(l.piece));
  return same ? { ...problem, from: before.nest.laid } : problem;
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

interface Begun {
  group: CutGroup;
  search: NestSearch | null;
  unfit: string[];
  pinned: Pin[];
}

/** Goes on from a layout found before, where it holds the same pieces. */
function begun(group: CutGroup, pins: readonly Pin[], before: CutLayout | null): Begun {
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

/** Steps before two ways to part a lining are compared. */
const COMPARED_AFTER = 30;

function cheaper(a: Begun, b: Begun | undefined): Begun {
  if (!a.search || !b?.search) return a;
  // What was pinned is cut the way it was.
  if (a.pinned.length !== b.pinned.length) return a.pinned.length > b.pinned.length ? a : b;
  if (a.group.pieces.length === b.group.pieces.length) return a;
  for (const { search } of [a, b])
    for (let i = 0; i < COMPARED_AFTER && !search!.cheapest; i++) search!.step();
  return b.search.best.cost < a.search.best.cost - 1e-9 ? b : a;
}
