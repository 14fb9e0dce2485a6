import type { CutList, Design, Material, Placement, Price, WorkshopEntry } from '@overcoat/core/model';
import { isFirstTime, type ShelfNow, suppliesFor } from '@overcoat/core/order/buying';
import { type PayBy, payByList } from '@overcoat/core/order/pipeline';
import { livedBy } from '@overcoat/core/van/wetting';
import { contentKey } from './contentKey.ts';
import type { Job } from './jobs.ts';

type Van = Pick<Design, 'shell' | 'brief'>;

/** The person's own materials and prices. */
export interface Own {
  materials: Material[];
  prices: Price[];
}

/** A job that every verdict rests on, and the name of all that its answer rests on. */
export interface JobQuestion<K extends 'climate' | 'pay' = 'climate' | 'pay'> {
  key: string;
  job: Job<K>;
}

const laidIn = ({ buildUps, zones, bays, ribs }: Placement): unknown[] => [
  buildUps.map(({ name: _, ...b }) => b),
  zones,
  bays,
  ribs ?? {},
];

/** What the bays of a placement meet in the van's own year: named by what moves the air, not by names, prices, limits or what is put up at night. */
export function climateAsked({ shell, brief }: Van, placement: Placement, own: Own): JobQuestion<'climate'> {
  const key = contentKey('climate', shell, livedBy(brief), ...laidIn(placement), own.materials);
  return { key, job: { kind: 'climate', design: { shell, brief }, ...own, ask: { placement } } };
}

/** What is to pay for a placement: named by what money moves with, not by names, nor by how the van is lived in. */
export function payAsked(
  { shell, brief }: Van,
  placement: Placement,
  own: Own,
  by: PayBy,
): JobQuestion<'pay'> {
  const { sheets, screens, curtain } = placement;
  const laid = [...laidIn(placement), sheets, screens ?? {}, curtain ?? ''];
  const key = contentKey('pay', shell, ...laid, own.materials, own.prices, ...Object.values(by));
  return { key, job: { kind: 'pay', design: { shell, brief }, ...own, ask: { placement, by } } };
}

const NOTHING_READY: PayBy['ready'] = { rust: [], holes: [], fixings: [] };

/** What is to pay rests on besides the placement: the variant's cut list, what is at hand, prices, whether it is the first time. */
export const payByOf = (
  conversion: string,
  list: Partial<CutList>,
  ready: PayBy['ready'] = NOTHING_READY,
  { rests, supplies, booked, prices }: ShelfNow,
  entries: readonly WorkshopEntry[],
): PayBy => ({
  ...payByList(list),
  ready,
  offcuts: rests,
  supplies: suppliesFor({ supplies, booked }, new Set([conversion])),
  prices,
  firstTime: isFirstTime(entries),
});
