import type { Library } from '@overcoat/core/materials';
import type { CutList, Design, Placement, WorkshopEntry } from '@overcoat/core/model';
import type { Paid, PayBy } from '@overcoat/core/order/buying';
import { payAsked, payByOf } from '@overcoat/jobs/asked';
import type { Job } from '@overcoat/jobs/jobs';
import { create } from 'zustand';
import { ownOf } from '../api/own.ts';
import { runOnce } from '../jobs/results.ts';
import { useDesign } from './design.ts';
import { useWorkshop } from './workshop.ts';

type Van = Pick<Design, 'shell' | 'brief'> & Partial<Pick<Design, 'ready'>>;

/** Grows as counts come in: whoever shows what rests on them listens; and the cut lists of the open conversion by variant. */
export const usePays = create<{ version: number; lists: Record<string, Partial<CutList>> }>()(() => ({
  version: 0,
  lists: {},
}));

/** What was counted, by all it rests on, the one used longest ago first; and what could not be. */
const known = new Map<string, Paid>();
const MOST = 60;
const failed = new Set<string>();
const wanted = new Map<string, Job<'pay'>>();
const running = new Set<string>();
const PAUSE = 60;
const AT_ONCE = 6;
let timer: ReturnType<typeof setTimeout> | null = null;

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
  const by = payBy(van, variant);
  const own = ownOf(library);
  if (!by || !own || typeof Worker === 'undefined') return null;
  const { key, job } = payAsked(van, placement, own, by);
  const found = known.get(key);
  if (found) {
    known.delete(key);
    known.set(key, found);
    return found;
  }
  if (running.has(key) || failed.has(key)) return null;
  wanted.delete(key);
  wanted.set(key, job);
  if (timer === null) timer = setTimeout(begin, PAUSE);
  return null;
}

/** Takes over what a longer search found, where it costs less. */
export function notePaid(
  van: Van,
  placement: Placement,
  library: Library,
  variant: string,
  paid: Paid,
): void {
  const by = payBy(van, variant);
  const own = ownOf(library);
  if (!by || !own) return;
  const { key } = payAsked(van, placement, own, by);
  const before = known.get(key);
  if (before && before.total <= paid.total + 1e-6) return;
  known.set(key, paid);
  usePays.setState(s => ({ version: s.version + 1 }));
}

function begin(): void {
  timer = null;
  const latest = [...wanted].slice(-AT_ONCE);
  wanted.clear();
  for (const [key, job] of latest) void count(key, job);
}

async function count(key: string, job: Job<'pay'>): Promise<void> {
  running.add(key);
  try {
    known.set(key, await runOnce(job, key, new AbortController().signal));
    for (const old of [...known.keys()].slice(0, Math.max(0, known.size - MOST))) known.delete(old);
  } catch {
    failed.add(key);
  }
  running.delete(key);
  usePays.setState(s => ({ version: s.version + 1 }));
}
