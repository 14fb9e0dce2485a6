import { layUp } from '@overcoat/core/buildup';
import type { Library } from '@overcoat/core/materials';
import type { Design, Placement } from '@overcoat/core/model';
import {
  type Cut,
  type Need,
  needsFor,
  type Paid,
  type PayBy,
  paidFor,
  payFor,
  surveyErrors,
  usedBy,
  type VanWork,
} from '@overcoat/core/order/buying';
import {
  type CutGroup,
  type CutLayout,
  cutGroups,
  groupSearches,
  nearMiss,
  type Offcut,
} from '@overcoat/core/order/cutting';
import { checkPanels, weighSpacings } from '@overcoat/core/order/grounds';
import { type ChosenHold, fixedOf } from '@overcoat/core/order/holding';
import { NestSearch, unfitPieces } from '@overcoat/core/order/nesting';
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
  /** What is to pay as all of it lies. */
  paid: Paid;
}

/** What is cut, which pieces stay where they are, how long to search, and what to go on from. */
interface CuttingAsk {
  placement: Placement;
  by: PayBy;
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
const SHOWN_EVERY = 250;
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

  /** What is to pay for a placement, as its pieces lie after a short search. */
  pay: ({ design, library }: Shelf, { placement, by }: { placement: Placement; by: PayBy }): Paid =>
    payFor(design.shell, placement, library, by),

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
  cutting({ design, library }: Shelf, { placement, by, seconds, from }: CuttingAsk, report: Report): Cutting {
    const started = performance.now();
    const laid = layUp(design.shell, placement, library);
    const searches = groupSearches(design.shell, placement, laid, library, by, from);
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
      paid: paidFor(design.shell, placement, laid, library, by, searches),
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
