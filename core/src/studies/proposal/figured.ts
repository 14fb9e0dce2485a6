import { type Evaluation, evaluate, inClimate, withPay } from '../../evaluate/index.ts';
import { type Figured, wholeVan } from '../../figures/index.ts';
import type { Placement } from '../../model/index.ts';
import type { DampState, VanClimate } from '../../van/wetting/index.ts';
import { ownClimate } from '../cabin/index.ts';
import { wettestBay } from '../damp/index.ts';
import { paidAs } from './nested.ts';
import type { ChoiceQuestion } from './options.ts';

/** A placement in the figures that choices are weighed by, and its verdict on damp. */
export interface FiguredVan {
  /** Money and hours as its pieces lie; those, and winter water, NaN until they are settled. */
  figures: Figured;
  /** The verdict of the van's own year with this laid; being reckoned until `climate` is known. */
  damp: {
    /** Of its worst bay, as things usually turn out. */
    state: DampState;
    /** Of the bay that is worst at the wet end, and the most water there, kg/m2. */
    wetEnd: { state: DampState; most: number };
    /** Id of the bay that takes up most in the first winter. */
    bay: string;
    /** For 100 g/m2 to dry there. */
    days: number;
  };
  /** What its bays meet in its own year; null until that is reckoned. */
  climate: VanClimate | null;
}

type OfVan = Pick<ChoiceQuestion, 'design' | 'library' | 'heard' | 'offcuts' | 'pay'>;

/** The figures of a placement at once: nothing said of damp, money and hours yet. */
export function figuredAtOnce({ design, library, heard }: OfVan, placement: Placement): FiguredVan {
  const e = evaluate(design, placement, library, heard);
  const figures = { ...wholeVan(e, library), water: Number.NaN };
  const damp = { state: 'reckoning', wetEnd: { state: 'reckoning', most: 0 }, bay: '', days: 0 } as const;
  return { figures, damp, climate: null };
}

/** The same settled: damp in the van's own year, money as its pieces lie on sheets. */
export function figured(asked: OfVan, placement: Placement): FiguredVan {
  const { design, library, heard } = asked;
  const quick = evaluate(design, placement, library, heard);
  const climate = ownClimate(design, placement, library, quick);
  const settled = inClimate(quick, design.shell, library, climate);
  const e = withPay(settled, design.shell, paidAs(asked, placement));
  return { figures: wholeVan(e, library), damp: verdictOf(e), climate };
}

/** What is said of damp in a row. */
function verdictOf(e: Evaluation): FiguredVan['damp'] {
  const { bay, days } = wettestBay(e);
  return {
    state: e.damp.state,
    wetEnd: { state: e.damp.wetEnd.state, most: e.damp.most.wetEnd },
    bay,
    days,
  };
}
