import type { Library } from '@overcoat/core/materials';
import type { CutList, Design, Placement, WorkshopEntry } from '@overcoat/core/model';
import type { Paid, PayBy } from '@overcoat/core/order/pipeline';
import { type JobQuestion, payAsked, payByOf } from '@overcoat/jobs/asked';
import { create } from 'zustand';
import { ownOf } from '../api/own.ts';
import { useDesign } from './design.ts';
import { reckoner } from './reckoner.ts';
import { useWorkshop } from './workshop.ts';

type Van = Pick<Design, 'shell' | 'brief'> & Partial<Pick<Design, 'ready'>>;

/** Grows as counts come in: whoever shows what rests on them listens; and the cut lists of the open conversion by variant. */
export const usePays = create<{ version: number; lists: Record<string, Partial<CutList>> }>()(() => ({
  version: 0,
  lists: {},
}));

const counts = reckoner<'pay'>(60, () => usePays.setState(s => ({ version: s.version + 1 })));

interface Settings {
  list: Partial<CutList>;
  ready: PayBy['ready'] | undefined;
  rests: PayBy['offcuts'];
  supplies: ReadonlyMap<string, number>;
  prices: PayBy['prices'];
  entries: readonly WorkshopEntry[];
}
/** The last settings of each variant, the same object as long as they hold the same. */
const settled = new Map<string, { of: Settings; by: PayBy }>();

/** What is to pay rests on besides the placement: the variant's cut list, what is at hand, prices, whether it is the first time. */
export function payBy({ ready }: Van, variant: string): PayBy | null {
  const list = usePays.getState().lists[variant];
  const { rests, supplies, booked, prices, entries, ready: read } = useWorkshop.getState();
  if (!list || !read) return null;
  const of: Settings = { list, ready, rests, supplies, prices, entries };
  const before = settled.get(variant);
  if (before && (Object.keys(of) as (keyof Settings)[]).every(k => before.of[k] === of[k])) return before.by;
  const conversion = useDesign.getState().id ?? '';
  const by = payByOf(conversion, list, ready, { rests, supplies, booked, prices }, entries);
  settled.set(variant, { of, by });
  return by;
}

/** What is to pay for a placement of a variant, if that is counted; otherwise null, and it is counted off the page's thread. */
export function payOf(van: Van, placement: Placement, library: Library, variant: string): Paid | null {
  const asked = askedOf(van, placement, library, variant);
  return asked && counts.of(asked.key, asked.job);
}

/** Takes over what a longer search found, where it costs less. */
export function notePaid(
  van: Van,
  placement: Placement,
  library: Library,
  variant: string,
  paid: Paid,
): void {
  const asked = askedOf(van, placement, library, variant);
  if (asked) counts.note(asked.key, paid, than => paid.total < than.total - 1e-6);
}

/** What is asked to count it; null until what it rests on has been read. */
export function askedOf(
  van: Van,
  placement: Placement,
  library: Library,
  variant: string,
): JobQuestion<'pay'> | null {
  const by = payBy(van, variant);
  const own = ownOf(library);
  return by && own ? payAsked(van, placement, own, by) : null;
}
