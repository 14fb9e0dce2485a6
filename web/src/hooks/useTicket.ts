import type { Library } from '@overcoat/core/materials';
import type { WorkshopEntry } from '@overcoat/core/model';
import {
  type BuyLine,
  type Due,
  dueFor,
  type Enough,
  enoughOf,
  isFirstTime,
  joinNeeds,
  needsByVan,
  orderList,
  type Pace,
  type PutPrice,
  paceOf,
  type Shop,
  type StandingOrder,
  shareOut,
  shopsOf,
  suppliesFor,
  type VanWork,
} from '@overcoat/core/order/buying';
import type { CutPiece } from '@overcoat/core/order/pieces';
import type { Paid } from '@overcoat/core/order/pipeline';
import { inUnits, type UnitSystem } from '@overcoat/core/units';
import { addDays, format, nextSaturday } from 'date-fns';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { isCounted, useEvaluation } from '../store/evaluation.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { useUnits } from '../store/preferences.ts';
import { useWorkshop } from '../store/workshop.ts';
import { useCutList } from './useCutList.ts';
import { useCutting, usePieces, useSupplies } from './useCutting.ts';
import { type OtherVan, useSeveral } from './useSeveral.ts';

/** One thing to buy, with where, by when, and whether enough of it is had. */
export interface TicketLine extends BuyLine {
  shop: Shop;
  due: Due;
  enough: Enough;
  /** Packs still to order. */
  open: number;
}

/** Everything to buy for a van, or for several together. */
export interface Ticket {
  /** Names and packs in the person’s units. */
  lines: TicketLine[];
  /** The same as the core has them, to be written down. */
  raw: BuyLine[];
  /** It is the list before the last change: what stands now is being counted. */
  older: boolean;
  /** Share done of what is being laid out; null when nothing is. */
  running: number | null;
  /** Of the open van, and whether the person said so. */
  pace: Pace;
  paceSaid: boolean;
  vans: { id: string; name: string }[];
  /** Ids of the pieces of the open van that use a line. */
  usesHere(line: BuyLine): string[];
  /** Packs of a line by van, as they are ordered. */
  share(line: BuyLine, packs: number): { van: string; packs: number }[];
}

const NONE: ReadonlySet<string> = new Set();

/** Sheets first, by name: a price that is put moves no line from under the hand. */
const inPlace = (lines: readonly BuyLine[]): BuyLine[] => {
  const rank = (l: BuyLine) => (l.kind === 'sheet' ? 0 : 1);
  return [...lines].sort(
    (a, b) =>
      rank(a) - rank(b) || (rank(a) === 0 ? a.name.localeCompare(b.name) || a.key.localeCompare(b.key) : 0),
  );
};

/** Work begins on a Saturday a week from now or soon after, at weekends, until the person says. */
const assumedPace = (): Pace => ({
  start: format(nextSaturday(addDays(new Date(), 6)), 'yyyy-MM-dd'),
  hours: 6,
  days: 'weekends',
});

/** The shop ticket of the variant in view and of the vans that are bought for with it; null while it is counted. */
export function useTicket(
  others: readonly OtherVan[],
  layOut: boolean,
): { ticket: Ticket | null; failed: string | null } {
  const id = useDesign(s => s.id) ?? '';
  const { shell } = useOpenDesign();
  const e = useEvaluation();
  const { pay } = e;
  const { library } = useLibrary();
  const { supplies, booked, prices, entries, orders } = useWorkshop();
  const { list } = useCutList();
  const units = useUnits();
  const alone = others.length === 0;
  const { answer: pieces } = usePieces();
  const { answer: work } = useSupplies(alone);
  const { job } = useCutting(layOut && alone);
  const several = useSeveral(others, true);
  const laid = alone && isCounted(e);
  const counted = useCounted({
    others,
    id,
    shell,
    pay,
    library,
    supplies,
    booked,
    prices,
    entries,
    alone,
    pieces,
    work,
    several,
  });

  const running = alone ? job.running : several.running;
  const ticket = useMemo((): Ticket | null => {
    if (!counted) return null;
    return ticketOf({ id, library, entries, orders, list, units, alone, running, laid, counted });
  }, [counted, entries, orders, library, list, alone, laid, id, running, units]);
  return { ticket, failed: several.failed ?? (alone ? job.failed : null) };
}

function ticketOf({
  id,
  library,
  entries,
  orders,
  list,
  units,
  alone,
  running,
  laid,
  counted,
}: {
  id: string;
  library: Library;
  entries: readonly WorkshopEntry[];
  orders: StandingOrder[];
  list: ReturnType<typeof useCutList>['list'];
  units: UnitSystem;
  alone: boolean;
  running: number | null;
  laid: boolean;
  counted: NonNullable<ReturnType<typeof useCounted>>;
}): Ticket {
  const { lines, vans } = counted;
  const said = paceOf(entries, id);
  const pace = said ?? assumedPace();
  const shops = shopsOf(lines, entries, library);
  const paced = vans.map(v => ({ ...v, pace: paceOf(entries, v.id) ?? pace }));
  const due = dueFor(lines, paced, shops);
  const cut = alone ? new Set(list.cut?.map(c => c.group)) : NONE;
  const ids = new Set(vans.map(v => v.id));
  const enough = new Map(enoughOf(lines, orders, ids, cut).map(e => [e.key, e]));
  const here = vans.find(v => v.id === id)?.name ?? '';
  return {
    lines: lines.map(l => {
      const e = enough.get(l.key)!;
      const words = { name: inUnits(l.name, units), pack: inUnits(l.pack, units) };
      return { ...l, ...words, shop: shops.get(l.key)!, due: due.get(l.key)!, enough: e, open: e.open };
    }),
    raw: lines,
    older: alone && !laid,
    running,
    pace,
    paceSaid: said !== null,
    vans: vans.map(v => ({ id: v.id, name: v.name })),
    usesHere: line =>
      here === ''
        ? line.uses
        : line.uses.flatMap(u => (u.startsWith(`${here}: `) ? u.slice(here.length + 2) : [])),
    share: (line, packs) => {
      const shares = shareOut(packs, needsByVan(line, vans));
      return vans.flatMap((v, i) => (shares[i]! > 0 ? [{ van: v.id, packs: shares[i]! }] : []));
    },
  };
}

/** What is counted: the lines to buy, and what each van needs of them; null while that is not known. */
function useCounted({
  others,
  id,
  shell,
  pay,
  library,
  supplies,
  booked,
  prices,
  entries,
  alone,
  pieces,
  work,
  several,
}: {
  others: readonly OtherVan[];
  id: string;
  shell: ReturnType<typeof useOpenDesign>['shell'];
  pay: Paid | null;
  library: Library;
  supplies: Map<string, number>;
  booked: Map<string, Map<string, number>>;
  prices: Map<string, PutPrice[]>;
  entries: readonly WorkshopEntry[];
  alone: boolean;
  pieces: CutPiece[] | null;
  work: ReturnType<typeof useSupplies>['answer'];
  several: ReturnType<typeof useSeveral>;
}) {
  const counted = useMemo((): { lines: BuyLine[]; vans: VanWork[] } | null => {
    const ids = new Set([id, ...others.map(o => o.id)]);
    const firstTime = isFirstTime(entries);
    const by = { supplies: suppliesFor({ supplies, booked }, ids), prices, firstTime };
    if (several.answer) {
      const { cuts, vans, errors } = several.answer;
      return {
        lines: inPlace(orderList(cuts, null, joinNeeds(vans), library, { ...by, errors: new Map(errors) })),
        vans,
      };
    }
    // The lines that what is to pay is the sum of.
    if (!alone || !work || !pieces || !pay) return null;
    return { lines: inPlace(pay.lines), vans: [{ id, name: '', ...work, pieces, shell }] };
  }, [
    several.answer,
    alone,
    work,
    pieces,
    pay,
    library,
    supplies,
    booked,
    prices,
    entries,
    shell,
    id,
    others,
  ]);
  return counted;
}
