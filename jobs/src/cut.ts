import { layUp } from '@overcoat/core/buildup';
import type { Design, Placement } from '@overcoat/core/model';
import type { Cut, Need, VanWork } from '@overcoat/core/order/buying';
import { type CutGroup, type CutLayout, nearMiss, type Offcut } from '@overcoat/core/order/cutting';
import { checkPanels, weighSpacings } from '@overcoat/core/order/grounds';
import type { ChosenHold } from '@overcoat/core/order/holding';
import { type CutChoices, type CutPiece, cutPieces } from '@overcoat/core/order/pieces';
import {
  Ordering,
  orderTogether,
  type Paid,
  type PayBy,
  payFor,
  takeTurns,
  type VanAsked,
  workOn,
} from '@overcoat/core/order/pipeline';
import { type HeldVan, heldVan } from '@overcoat/core/studies/cabin';
import type { JobShelf, Report } from './shelf.ts';

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

/** The best so far is shown so often, ms. */
const SHOWN_EVERY = 250;

/** What bears the boards: what each spacing of battens comes to, and what panels that are there already find behind them. */
export interface Grounds {
  findings: ReturnType<typeof checkPanels>;
  spacings: { zone: string; buildUp: string; options: ReturnType<typeof weighSpacings> }[];
}

/** The jobs about cutting. */
export const cutJobs = {
  /** What the battens of each zone could be, and what was found of panels that are there. */
  grounds(
    { design: { shell }, library }: JobShelf,
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
    { design: { shell }, library }: JobShelf,
    { placement, choices }: { placement: Placement; choices: CutChoices },
  ): CutPiece[] => cutPieces(shell, placement, layUp(shell, placement, library), library, choices),

  /** Whether every piece stays where it was put. */
  holding(
    { design, library }: JobShelf,
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
  pay: ({ design, library }: JobShelf, { placement, by }: { placement: Placement; by: PayBy }): Paid =>
    payFor(design.shell, placement, library, by),

  /** All that is bought besides what is cut, and the hours of work by stage. */
  supplies(
    { design: { shell }, library }: JobShelf,
    { placement, choices, chosen, ready }: Asked,
  ): { needs: Need[]; hours: VanWork['hours'] } {
    const { needs, hours } = workOn({ shell, ready, placement }, library, { choices, chosen });
    return { needs, hours };
  },

  /** What several vans take together: their pieces on the same sheets, their needs in the same packs. */
  several({ library }: JobShelf, { vans, offcuts, seconds }: SeveralAsk, report: Report): Several {
    const { works, searches, errors } = orderTogether(vans, library, offcuts);
    const soFar = (): Several => ({
      cuts: searches.map(({ group, search }) => ({ group, nest: search?.best ?? null })),
      vans: works,
      errors,
    });
    report(0, soFar());
    const started = performance.now();
    let shown = started;
    for (const _ of takeTurns(searches, s => s.cheapest)) {
      const now = performance.now();
      const share = (now - started) / (seconds * 1000);
      if (share >= 1) break;
      if (now - shown < SHOWN_EVERY) continue;
      report(share);
      shown = now;
    }
    return soFar();
  },

  /** Every piece on a sheet: the cheapest way that so many seconds find, told as it gets better. */
  cutting(
    { design, library }: JobShelf,
    { placement, by, seconds, from }: CuttingAsk,
    report: Report,
  ): Cutting {
    const started = performance.now();
    const ordering = new Ordering(design.shell, placement, library, by, from);
    const soFar = (last = false): Cutting => ({
      groups: ordering.searches.map(({ group, search, unfit, pinned }) => ({
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
      paid: ordering.paid(),
    });
    report(0, soFar());
    let shown = performance.now();
    let better = false;
    for (const found of takeTurns(ordering.searches, s => s.done)) {
      better ||= found;
      const now = performance.now();
      const share = (now - started) / (seconds * 1000);
      if (share >= 1) break;
      if (now - shown < SHOWN_EVERY) continue;
      if (better) report(share, soFar());
      else report(share);
      [shown, better] = [now, false];
    }
    return soFar(true);
  },
};
