import { type BuyLine, orderList } from '@overcoat/core/order/buying';
import type { TakeOff } from '@overcoat/core/order/takeoff';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useWorkshop } from '../api/workshop.ts';
import type { Cutting } from './cut.ts';
import { useSupplies } from './useCutting.ts';

/** Everything to buy for the variant in view, as far as it is known: sheets as they lie once they are laid out; null while it is counted. */
export function useOrder(
  order: TakeOff,
  laidOut: Cutting | null,
  firstTime: boolean,
  auto: boolean,
): BuyLine[] | null {
  const { library } = useLibrary();
  const { supplies } = useWorkshop();
  const { answer } = useSupplies(auto);
  return useMemo(() => {
    if (!answer) return null;
    const cuts = laidOut?.groups.map(group => ({ group, nest: group.layout?.nest ?? null })) ?? [];
    return orderList(cuts, order, answer, library, supplies, firstTime);
  }, [answer, laidOut, order, library, supplies, firstTime]);
}
